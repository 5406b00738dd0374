import { cellSound, wholeRows } from '../../deck'
import type { Area } from '../../layouts'
import { chosen, dial, isOn, planned, type Setup } from '../../setup'
import { sidesOf, type Side } from '../../sides'
import { STEPS_PER_SECOND, type DeckRowDoc } from '../../types'

/** The deck of pairs, the two columns that are the sides of one, and what is said when it is found. */
export const PAIRS = 'pairs'
export const SIDES_OF_PAIR = ['one', 'other'] as const
export const SAID = 'said'
/** Sides that play. */
export const SIDES = 'sides'
const MOST_SIDES = 4
const MOST_PAIRS = 32

/** Who plays: one, sides in turn, or sides with somebody in charge who gives the turn. */
export type Players = 'one' | 'turns' | 'charge'

export interface TwosomePlan {
  width: number
  height: number
  players: Players
  sides: readonly Side[]
  /** Rows that are whole, and all of them by id. */
  whole: readonly DeckRowDoc[]
  byId: ReadonlyMap<string, DeckRowDoc>
  /** Sound parts of a row's two cards; empty for none. */
  sounds: ReadonlyMap<string, readonly [string, string]>
  /** Pairs on the board. */
  pairs: number
  /** Steps: how long the clock runs (0 for no end), two unlike cards lie open, all lie open at the start. */
  limit: number
  show: number
  look: number
  /** Moves there are; 0 for no end. */
  mostMoves: number
  numbers: boolean
  stays: boolean
  clock: 'down' | 'up' | 'none'
  /** The board as it was laid last: areas of so many cards, and of the plates behind them. */
  board: { cards: number; areas: Area[] }
}

function makePlan(setup: Setup): TwosomePlan {
  const { rows, key } = setup.get('deck', PAIRS)
  const whole = wholeRows(rows, SIDES_OF_PAIR)
  const players = chosen(setup, 'players', 'one') as Players
  const sides = players === 'one' ? [] : sidesOf(setup, SIDES).slice(0, MOST_SIDES)
  const soundOf = (row: DeckRowDoc, column: string): string =>
    row.cells[column]?.sound === undefined ? '' : cellSound(key, row.id, column)
  return {
    width: setup.stage.width,
    height: setup.stage.height,
    players: sides.length < 2 ? 'one' : players,
    sides: sides.length < 2 ? [] : sides,
    whole,
    byId: new Map(whole.map((row) => [row.id, row])),
    sounds: new Map(whole.map((row) => [row.id, [soundOf(row, SIDES_OF_PAIR[0]), soundOf(row, SIDES_OF_PAIR[1])]])),
    pairs: Math.max(0, Math.min(MOST_PAIRS, Math.round(dial(setup, 'pairs-count')), whole.length)),
    limit: Math.round(dial(setup, 'time') * STEPS_PER_SECOND),
    show: Math.max(1, Math.round(dial(setup, 'show') * STEPS_PER_SECOND)),
    look: Math.round(dial(setup, 'look') * STEPS_PER_SECOND),
    mostMoves: Math.round(dial(setup, 'most-moves')),
    numbers: isOn(setup, 'numbers', false),
    stays: chosen(setup, 'found-cards', 'stay') === 'stay',
    clock: chosen(setup, 'clock', 'down') as TwosomePlan['clock'],
    board: { cards: -1, areas: [] },
  }
}
export const twosomePlan = (setup: Setup): TwosomePlan => planned(setup, makePlan)

/** Room above and below the board, at its sides, and between two cards. World units. */
export const TOP = 1.35
const FOOT = 1.3
const SIDE = 0.5
const GAP = 0.18
/** A card is so much wider than high. */
const RATIO = 4 / 3
const FULL = 1.12

/** Where so many cards lie: as large as they can be, the rows that are not full in the middle. */
function cardAreas(plan: TwosomePlan, cards: number): Area[] {
  const { width } = plan
  const height = plan.height - footOf(plan)
  let best = { w: 0, columns: 1 }
  let most = 0
  for (let columns = 1; columns <= cards; columns++) {
    const rows = Math.ceil(cards / columns)
    const across = (width - 2 * SIDE - (columns - 1) * GAP) / columns
    const down = (height - TOP - (rows - 1) * GAP) / rows
    const w = Math.min(across, down * RATIO)
    // A board without a place left over is worth cards that are a little smaller.
    const worth = w * (rows * columns === cards ? FULL : 1)
    if (worth > most * 1.001) {
      most = worth
      best = { w, columns }
    }
  }
  const { w, columns } = best
  const h = w / RATIO
  const rows = Math.ceil(cards / columns)
  const top = TOP + (height - TOP - rows * h - (rows - 1) * GAP) / 2
  return Array.from({ length: cards }, (_, i): Area => {
    const [row, column] = [Math.floor(i / columns), i % columns]
    const inRow = row === rows - 1 ? cards - row * columns : columns
    const left = (width - inRow * w - (inRow - 1) * GAP) / 2
    return [left + column * (w + GAP), top + row * (h + GAP), w, h]
  })
}

/** Plates of whoever is in charge: on to the next side, and the last pair back. */
export const PLATES = ['next-side-words', 'take-back-words'] as const
const PLATE_W = 3.4
const PLATE_H = 0.9

/** Cards, and behind them the plates of who is in charge. */
export function areasOf(plan: TwosomePlan, cards: number): Area[] {
  if (plan.board.cards !== cards) {
    const areas = cardAreas(plan, cards)
    if (plan.players === 'charge')
      PLATES.forEach((_, i) =>
        areas.push([plan.width - SIDE - (PLATES.length - i) * (PLATE_W + GAP) + GAP, plan.height - 1.1, PLATE_W, PLATE_H]),
      )
    plan.board = { cards, areas }
  }
  return plan.board.areas
}

/** Sides have a line of their own over the plates where there is no room beside them. */
const roomForSides = ({ width, players }: TwosomePlan): number =>
  width - SIDE - (players === 'charge' ? PLATES.length * (PLATE_W + GAP) + SIDE : SIDE)
const inTwoLines = (plan: TwosomePlan): boolean => roomForSides(plan) < plan.sides.length * 1.6

/** Where side `i` of so many stands: its marker, its name and what it has. */
export function sideArea(plan: TwosomePlan, i: number): Area {
  const two = inTwoLines(plan)
  const w = (two ? plan.width - 2 * SIDE : roomForSides(plan)) / plan.sides.length
  return [SIDE + i * w, plan.height - (two ? 2.15 : 1.15), w - GAP, 1]
}

/** Room under the board. */
export const footOf = (plan: TwosomePlan): number => (inTwoLines(plan) ? FOOT + 1 : FOOT)
