import type { Area } from '../../layouts'
import { dial, planned, type CastActor, type Setup } from '../../setup'
import { STEPS_PER_SECOND, type Point } from '../../types'

export const COVERS = 'covers'
export const HIDDEN = 'hidden'
export const PLACE = 'hidden-place'

export const LEAST_COVERS = 2
export const MOST_COVERS = 7

export interface WhichPlan {
  width: number
  height: number
  count: number
  /** By cover: its drawing, which is the next one of the list, round and round. */
  covers: readonly CastActor[]
  /** Places from the left, where a cover stands, and what of its size all has where they would not fit. */
  spots: Point[]
  scale: number
  /** Between two places, world units. */
  pitch: number
  /** Where the hidden thing is, from where its cover stands. */
  at: Point
  /** How high a cover is lifted, and the steps it takes. */
  lift: number
  liftSteps: number
  /** Steps a change takes in the first round. */
  change: number
  /** Share of that in each round after. */
  faster: number
  changes: number
  /** 0 straight to 1 round. */
  path: number
  rounds: number
  misses: number
  areas: Area[]
}

/** Room at both sides, and between two covers as a share of the wider one. */
const SIDE = 0.6
const ROOM = 1.22
/** Where covers stand, as a share of the stage's height. */
const FOOT = { wide: 0.78, tall: 0.66 }
/** The least a touch has to hit. */
const LEAST_WIDTH = 0.9

function makePlan(setup: Setup): WhichPlan {
  const { width, height, shape } = setup.stage
  const count = Math.max(LEAST_COVERS, Math.min(MOST_COVERS, Math.round(dial(setup, 'count'))))
  const drawn = setup.casts[COVERS]!
  const covers = Array.from({ length: drawn.length === 0 ? 0 : count }, (_, i) => drawn[i % drawn.length]!)
  const widest = covers.reduce((most, cover) => Math.max(most, cover.width), LEAST_WIDTH)
  const room = (width - 2 * SIDE) / count
  const pitch = Math.min(widest * ROOM, room)
  // They stand apart as their width asks; where there is no room for it, all become smaller.
  const scale = Math.min(1, pitch / (widest * ROOM))
  const y = height * FOOT[shape]
  const spots = Array.from({ length: count }, (_, i) => ({ x: width / 2 + (i - (count - 1) / 2) * pitch, y }))
  const tallest = covers.reduce((most, { sprite }) => Math.max(most, sprite.height), 1) * scale
  const place = setup.get('spot', PLACE)
  // Never out of sight.
  const lift = Math.min(dial(setup, 'lift') * scale, Math.max(0.2, y - tallest - 1.2))
  return {
    ...{ width, height, count, covers, spots, scale, pitch },
    at: { x: place.x * scale, y: place.y * scale },
    lift,
    liftSteps: Math.max(1, Math.round((lift * STEPS_PER_SECOND) / dial(setup, 'lift-speed'))),
    change: Math.max(6, Math.round(dial(setup, 'change-time') * STEPS_PER_SECOND)),
    faster: 1 - dial(setup, 'faster') / 100,
    changes: Math.max(1, Math.round(dial(setup, 'changes'))),
    path: dial(setup, 'path'),
    rounds: Math.max(1, Math.round(dial(setup, 'rounds'))),
    misses: Math.round(dial(setup, 'misses')),
    areas: spots.map(({ x: middle }): Area => [middle - pitch / 2, y - tallest - 0.1, pitch, tallest + 0.4]),
  }
}
export const whichPlan = (setup: Setup): WhichPlan => planned(setup, makePlan)

/** The least steps of a change: nobody sees more. */
const LEAST_CHANGE = 6
/** Steps of a change in a round, from 0. */
export function changeSteps(plan: WhichPlan, round: number): number {
  let steps = plan.change
  for (let i = 0; i < round; i++) steps *= plan.faster
  return Math.max(LEAST_CHANGE, Math.round(steps))
}

/**
 * How fast a cover goes at most in a round, world units a second: half a circle over the longest way, with its speed
 * drawn up and down again (three halves of the mean, see `eased`).
 */
export function fastest(plan: WhichPlan, round: number): number {
  const way = plan.pitch * (plan.count - 1)
  const bow = 1 + 0.5708 * plan.path * DEPTH
  return (way * bow * 1.5 * STEPS_PER_SECOND) / changeSteps(plan, round)
}

/** How much of the half circle's depth is seen, from above at a slant. */
export const DEPTH = 0.42
/** Slow, fast and slow again: 3t^2 - 2t^3. */
export const eased = (t: number): number => t * t * (3 - 2 * t)

/** Where the cover that goes from one place to another is, `t` from 0 to 1; `side` 1 in front, -1 behind. */
export function onItsWay(plan: WhichPlan, from: Point, to: Point, t: number, side: number, into: Point): void {
  const u = 2 * eased(t) - 1
  const reach = (to.x - from.x) / 2
  into.x = from.x + reach * (u + 1)
  const bow = Math.sqrt(Math.max(0, 1 - u * u))
  into.y = from.y + side * bow * DEPTH * plan.path * Math.min(2.2, Math.abs(reach))
}
