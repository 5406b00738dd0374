import { makeEvents } from '../../events'
import { makePops } from '../../pops'
import type { Carry } from '../../rules'
import { dial, type Setup } from '../../setup'
import { STEPS_PER_SECOND } from '../../types'
import { march } from './march'
import { MOST_A_ROW, MOST_ROWS, placeOf, ranksPlan, rowStart, shieldAt, type RanksPlan } from './plan'
import type { Foe, Ranks, Shield, Shot } from './state'

const SHOTS = 10
const DROPS = 16
const POPS = 6
const MOST_SHIELDS = 5
/** The first fire and the first visit come after so many steps. */
const FIRST_FIRE = 2 * STEPS_PER_SECOND
const VISIT_HEAD_START = 0.4

/** Written out: an object that is spread keeps each of its numbers in a box of its own, made anew at every step. */
export const noShot = (): Shot => ({ live: false, a: 0, d: 0, age: 0 })
const noFoe = (): Foe => ({ live: false, row: 0, index: 0, hits: 0, burst: 0, a: 0, d: 0 })

/** A play as it begins: all it will ever hold is made here, so that a step makes nothing. */
export function start(setup: Setup, seed: number, carry?: Carry): Ranks {
  const plan = ranksPlan(setup)
  const state: Ranks = {
    rng: seed >>> 0,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    lives: carry?.lives ?? dial(setup, 'lives'),
    hero: { a: (plan.from + plan.to) / 2, clip: 'stand', clipStep: 0, hurt: 0, wait: 12, quick: 0 },
    rows: Array.from({ length: MOST_ROWS }, (_, i) => ({
      entry: plan.rows[i] ?? '',
      d: rowStart(i),
      left: plan.places.slice(i * MOST_A_ROW, (i + 1) * MOST_A_ROW).filter((one) => one !== null).length,
    })),
    foes: Array.from({ length: MOST_ROWS * MOST_A_ROW }, noFoe),
    shots: Array.from({ length: SHOTS }, noShot),
    drops: Array.from({ length: DROPS }, noShot),
    shields: Array.from({ length: MOST_SHIELDS }, (_, i) => freshShield(plan, i)),
    visitor: { live: false, entry: '', a: 0, way: 1, age: 0 },
    gift: { live: false, a: 0, d: 0, does: '', age: 0 },
    pops: makePops(POPS),
    count: plan.count,
    felled: 0,
    left: plan.count,
    fireIn: FIRST_FIRE,
    visitIn: Math.round(plan.visitEvery * VISIT_HEAD_START),
    bites: 0,
    cause: '',
  }
  for (let row = 0; row < plan.rows.length; row++)
    for (let index = 0; index < plan.perRow; index++) {
      const own = placeOf(plan, row, index)
      if (own === null) continue
      const foe = state.foes[row * MOST_A_ROW + index]!
      foe.live = true
      foe.row = row
      foe.index = index
      foe.hits = own.hardness
    }
  march(state, plan)
  return state
}

const freshShield = (plan: RanksPlan, i: number): Shield => ({
  live: i < plan.shields && plan.grain.cells > 0,
  a: shieldAt(plan, i),
  cells: [...plan.grain.full],
  gone: 0,
})
