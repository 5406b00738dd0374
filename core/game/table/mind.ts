import { random } from '../random'
import type { PlayState, SimulatedMind, SimulatedPlayer } from '../rules'
import type { Setup } from '../setup'
import { BITS, letGo, STEPS_PER_SECOND, type Input } from '../types'
import { isTable } from './kept'
import { ACTS, tablePlan } from './plan'
import type { Table } from './state'

/** Somebody moves pieces about for a while, and puts the board away: so that it can be looked at. */
const AWHILE = 25 * STEPS_PER_SECOND
const DRAG = 40
const PAUSE = 30

function fiddle(mind: SimulatedMind, state: Table, setup: Setup, into: Input): void {
  letGo(into)
  const plan = tablePlan(setup)
  const at = (x: number, y: number): void => {
    into.px = Math.max(0, Math.round(x * 100))
    into.py = Math.max(0, Math.round(y * 100))
    into.bits |= BITS.pointer
  }
  if (state.step > AWHILE && state.hand.holds < 0) {
    const [x, y, w, h] = plan.acts[ACTS.indexOf('over')]!
    if (state.step % 2 === 0) at(x + w / 2, y + h / 2)
    return
  }
  if (mind.wait <= -PAUSE) {
    const free = state.pieces.filter(({ fixed }) => !fixed)
    mind.wait = DRAG
    mind.aim = Math.floor(random(mind) * free.length)
    mind.memory = random(mind)
  }
  mind.wait--
  const held = state.pieces[state.hand.holds]
  const next = state.pieces.filter(({ fixed }) => !fixed)[mind.aim]
  if (mind.wait <= 0) return
  if (held !== undefined) {
    const [x, y] = [1 + mind.memory * (plan.width - 2), 1 + ((mind.memory * 7) % 1) * (plan.board - 2)]
    at(held.x - state.hand.dx + (x - held.x) * 0.12, held.y - state.hand.dy + (y - held.y) * 0.12)
  } else if (next !== undefined && mind.wait > DRAG - 2) at(next.x, next.y)
}

/** The simulated player of a game that can be played by hand. */
export function atTable<S extends PlayState>(own: SimulatedPlayer<S>): SimulatedPlayer<S> {
  const player = own as unknown as SimulatedPlayer
  const both: SimulatedPlayer = {
    ...player,
    decide(mind, state, setup, into) {
      if (isTable(state)) fiddle(mind, state, setup, into)
      else player.decide(mind, state, setup, into)
    },
  }
  return both as unknown as SimulatedPlayer<S>
}
