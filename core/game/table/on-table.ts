import type { Arranged, PlayState, Rules } from '../rules'
import { isTable, tableRounds } from './kept'
import { isByHand, PIECES, tablePlan } from './plan'
import { adoptTable, startTable, stepTable } from './play'
import { drawTable } from './show'

/**
 * Rules of a game at a table that can also be played by hand: with its switch on there is nothing but the board and
 * pieces that people move. The two never meet in one state.
 */
export function onTable<S extends PlayState>(own: Rules<S>): Rules<S> {
  const rules = own as unknown as Rules
  /** What only the game itself has an answer to. */
  const unlessTable =
    <A extends unknown[], R>(ask: ((state: PlayState, ...rest: A) => R) | undefined, otherwise: R) =>
    (state: PlayState, ...rest: A): R =>
      ask === undefined || isTable(state) ? otherwise : ask(state, ...rest)
  const both: Rules = {
    ...rules,
    waits: tableRounds(rules.waits),
    ...(rules.asks === undefined ? {} : { asks: unlessTable(rules.asks, {}) }),
    ...(rules.spots === undefined ? {} : { spots: unlessTable(rules.spots, []) }),
    ...(rules.reach === undefined ? {} : { reach: unlessTable(rules.reach, []) }),
    ...(rules.way === undefined ? {} : { way: { ...rules.way, landed: unlessTable(rules.way.landed, []) } }),
    start: (setup, seed, carry) => (isByHand(setup) ? startTable(setup, seed) : rules.start(setup, seed, carry)),
    step: (state, input, setup) => (isTable(state) ? stepTable(state, input, setup) : rules.step(state, input, setup)),
    draw: (state, setup, list) => (isTable(state) ? drawTable(state, setup, list) : rules.draw(state, setup, list)),
    adopt(state, before, after) {
      if (isTable(state) && isByHand(after)) return adoptTable(state, after)
      if (!isTable(state) && !isByHand(after)) return rules.adopt(state, before, after)
      // One into the other: it begins anew, in the same place.
      const fresh = isByHand(after) ? startTable(after, state.rng) : rules.start(after, state.rng)
      for (const key of Object.keys(state)) Reflect.deleteProperty(state, key)
      Object.assign(state, fresh)
    },
    facts: (setup) =>
      isByHand(setup)
        ? { ...rules.facts(setup), aim: 'nothing: people move the pieces', unjudged: true }
        : rules.facts(setup),
    values: unlessTable(rules.values, {}),
    ending: (state, setup) =>
      isTable(state)
        ? { cause: 'put away', x: setup.stage.width / 2, y: setup.stage.height / 2 }
        : rules.ending(state, setup),
    arranged(state, setup): Arranged[] | null {
      if (!isTable(state)) return null
      const { width, board } = tablePlan(setup)
      const order = new Map((setup.casts[PIECES] ?? []).map(({ id }, i) => [id, i]))
      return [...state.pieces]
        .sort((a, b) => order.get(a.entry)! - order.get(b.entry)! || a.nth - b.nth)
        .map(({ entry, x, y, mirrored, size }) => ({ entry, x: x / width, y: y / board, mirrored, size }))
    },
  }
  return both as unknown as Rules<S>
}
