import { random } from '../../random'
import type { SimulatedMind } from '../../rules'
import type { Setup } from '../../setup'
import { BITS, letGo, type Input } from '../../types'
import { areasOf, twosomePlan } from './plan'
import { atTable } from '../../table/mind'
import type { Twosome } from './state'

/** Cards there are at most. */
const MOST = 64

/** Remembers like a person: not every card it sees stays, and what stays fades with the seconds. */
export interface TwosomeMind extends SimulatedMind {
  /** Step in which each card was seen last and noted; -1 for never. */
  seen: number[]
}

function make(skill: number, seed: number): TwosomeMind {
  return {
    rng: seed >>> 0,
    skill: Math.max(0, Math.min(1, skill)),
    wait: 0,
    aim: -1,
    memory: 0,
    seen: Array.from({ length: MOST }, () => -1),
  }
}

/** A card is noted once it has lain open for so many steps. */
const NOTED = 18
/** Of cards seen in a move; of the many seen at the start. */
const attention = (skill: number): number => 0.5 + 0.45 * skill
const AT_A_GLANCE = 0.45
/** Steps a card stays in mind: some seconds to some minutes. */
const span = (skill: number): number => 360 + 3600 * skill * skill

function knows(mind: TwosomeMind, state: Twosome, i: number): boolean {
  const seen = mind.seen[i]!
  return seen >= 0 && state.step - seen < span(mind.skill)
}

function look(mind: TwosomeMind, state: Twosome): void {
  const share = attention(mind.skill) * (state.peek > 0 ? AT_A_GLANCE : 1)
  const noted = state.peek > 0 ? 99 + NOTED : NOTED
  for (let i = 0; i < state.cards.length && i < MOST; i++) {
    const card = state.cards[i]!
    if (card.open && !card.found && card.turned === noted && random(mind) < share) mind.seen[i] = state.step
  }
}

/** The card that belongs to one and is remembered; -1 for none. */
function partner(mind: TwosomeMind, state: Twosome, of: number): number {
  for (let i = 0; i < state.cards.length; i++)
    if (i !== of && !state.cards[i]!.found && state.cards[i]!.row === state.cards[of]!.row && knows(mind, state, i)) return i
  return -1
}

/** Any card that lies hidden, one that is not remembered sooner. */
function hidden(mind: TwosomeMind, state: Twosome): number {
  let best = -1
  let most = -1
  for (let i = 0; i < state.cards.length; i++) {
    const card = state.cards[i]!
    if (card.found || card.open) continue
    const worth = random(mind) + (knows(mind, state, i) ? 0 : 1)
    if (worth > most) {
      most = worth
      best = i
    }
  }
  return best
}

function choose(mind: TwosomeMind, state: Twosome): number {
  if (state.first >= 0) {
    const other = partner(mind, state, state.first)
    return other >= 0 ? other : hidden(mind, state)
  }
  for (let i = 0; i < state.cards.length; i++)
    if (!state.cards[i]!.found && knows(mind, state, i) && partner(mind, state, i) >= 0) return i
  return hidden(mind, state)
}

function decide(mind: SimulatedMind, state: Twosome, setup: Setup, into: Input): void {
  letGo(into)
  const own = mind as TwosomeMind
  look(own, state)
  if (own.wait > 0) {
    own.wait--
    return
  }
  const plan = twosomePlan(setup)
  const cards = state.cards.length
  if (state.peek > 0 || cards === 0) return
  if (state.second >= 0) {
    // Two unlike ones lie there: whoever is in charge goes on.
    if (plan.players !== 'charge') return
    own.aim = cards
  } else if (own.aim < 0 || own.aim >= cards || state.cards[own.aim]!.found || state.cards[own.aim]!.open) {
    own.aim = choose(own, state)
    own.wait = Math.round(62 - 34 * own.skill + random(own) * 24)
    return
  }
  if (own.aim < 0) return
  const areas = areasOf(plan, cards)
  const { focus } = state.plates
  own.wait = 3
  if (focus === own.aim) {
    into.bits |= BITS.confirm
    own.aim = -1
    return
  }
  const [from, to] = [areas[focus]!, areas[own.aim]!]
  const right = to[0] + to[2] / 2 - from[0] - from[2] / 2
  const down = to[1] + to[3] / 2 - from[1] - from[3] / 2
  // To its row first, then along it.
  if (Math.abs(down) > 0.3) into.bits |= down > 0 ? BITS.down : BITS.up
  else into.axis = right > 0 ? 1 : -1
}

export const mind = atTable<Twosome>({ template: 'twosome', make, decide })
