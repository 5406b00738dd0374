import { gaitOf, type Gait, type Size } from '../../course/body'
import { gridOf, type Grid } from '../../course/grid'
import { dial, numberOf, partIn, planned, type Actor, type CastActor, type Setup } from '../../setup'
import { STEPS_PER_SECOND, type Point } from '../../types'

export const TILES = 'tiles'
export const COURSE = 'course'
export const FOES = 'foes'
export const PICKUPS = 'pickups'
export const MOVERS = 'movers'
export const MARKS = 'marks'
/** Only seen: no play asks for it. */
export const DECOR = 'decor'
const SORTS = [FOES, PICKUPS, MOVERS, MARKS] as const
export type Sort = (typeof SORTS)[number]

/** The hero takes at most so much of a course, however it is drawn. */
export const WIDEST = 0.84
export const TALLEST = 1.8
const LEAST = 0.3
/** Where something with no way of its own goes, and how long that takes. */
const USUAL_WAYS: Readonly<Record<string, readonly Point[]>> = { lift: [{ x: 0, y: -3 }], swing: [{ x: 2, y: -4 }] }
const USUAL_SECONDS = 2.5

export interface ThingPlan {
  id: string
  sort: Sort
  entry: string
  actor: CastActor
  /** What it does, or how it moves, as its entry says. */
  does: string
  points: number
  harm: number
  /** World units a step. */
  speed: number
  x: number
  y: number
  /** Every stop, the first one where it begins. */
  path: readonly Point[]
  /** Steps one way takes. */
  steps: number
  half: number
  tall: number
}

/** What a step needs of the content, looked up once. */
export interface StepstonePlan {
  grid: Grid
  size: Size
  gait: Gait
  hero: Actor
  coyote: number
  buffer: number
  spring: number
  things: ThingPlan[]
  decor: { entry: string; x: number; y: number; before: boolean }[]
  start: Point
  stage: Setup['stage']
}

const words = (actor: CastActor, field: string): string => {
  const value = actor.fields[field]
  return typeof value === 'string' ? value : ''
}

function makePlan(setup: Setup): StepstonePlan {
  const hero = setup.sprites['hero']!
  const { shape } = hero
  const doc = setup.get('course', partIn(setup, COURSE, ''))
  const pace = dial(setup, 'pace')
  const things = doc.things.flatMap((thing): ThingPlan[] => {
    const sort = SORTS.find((one) => one === thing.part)
    const actor = sort === undefined ? undefined : setup.byId[sort]?.[thing.entry]
    if (sort === undefined || actor === undefined) return []
    const { id, entry, x, y } = thing
    const way = thing.path ?? (USUAL_WAYS[words(actor, 'does')] ?? []).map((p) => ({ x: x + p.x, y: y + p.y }))
    return [
      {
        ...{ id, sort, entry, actor, x, y },
        does: words(actor, 'does'),
        points: numberOf(actor, 'points'),
        harm: numberOf(actor, 'harm'),
        speed: (numberOf(actor, 'speed') * pace) / STEPS_PER_SECOND,
        path: [{ x, y }, ...way],
        steps: Math.max(12, Math.round(((thing.seconds ?? USUAL_SECONDS) * STEPS_PER_SECOND) / Math.max(0.1, pace))),
        half: (actor.shape.right - actor.shape.left) / 2,
        tall: Math.max(0.2, -actor.shape.top),
      },
    ]
  })
  const decor = doc.things.flatMap(({ part, entry, x, y }) => {
    const actor = part === DECOR ? setup.byId[DECOR]?.[entry] : undefined
    return actor === undefined ? [] : [{ entry, x, y, before: words(actor, 'stands') === 'before' }]
  })
  return {
    grid: gridOf(doc, setup.casts[TILES] ?? []),
    size: {
      half: Math.max(LEAST, Math.min(WIDEST, shape.right - shape.left)) / 2,
      tall: Math.max(LEAST, Math.min(TALLEST, shape.bottom - shape.top)),
    },
    gait: gaitOf(dial(setup, 'run-speed'), dial(setup, 'jump-height'), dial(setup, 'hang-time'), STEPS_PER_SECOND),
    hero,
    coyote: Math.round((dial(setup, 'coyote') / 1000) * STEPS_PER_SECOND),
    buffer: Math.round((dial(setup, 'buffer') / 1000) * STEPS_PER_SECOND),
    spring: Math.sqrt(dial(setup, 'spring')),
    things,
    decor,
    start: doc.start,
    stage: setup.stage,
  }
}
export const stepstonePlan = (setup: Setup): StepstonePlan => planned(setup, makePlan)
