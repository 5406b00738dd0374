import { dial, isOn, numberOf, partIn, planned, type Actor, type CastActor, type Setup } from '../../setup'
import { makeShape, type Shape } from '../../shapes'
import { STEPS_PER_SECOND } from '../../types'

/** Casts of what stands, of what hangs, and of what is collected. */
export const LOW = 'low'
export const HIGH = 'high'
export const PRIZES = 'prizes'
/** A course of what comes, as it was laid; empty where chance says what comes. */
export const LINE_LAID = 'line'
/** Where ground begins and where the hero runs, in shares of the stage. */
const GROUND_AT = 0.83
const HERO_AT = 0.22
/** Sliding makes the hero so high. */
const LOW_SHARE = 0.5
/** World units between a sliding head and what hangs, and between feet and the top of what stands. */
const AIR = 0.22
const HAIR = 0.12

/** A thing as a step needs it: what it spans, and how long before it a jump has to begin. */
export interface Block {
  actor: CastActor
  left: number
  right: number
  /** Seconds of a full jump until the feet are above it. */
  rise: number
}

/** Something of a line that was laid. World units. */
export interface LaidBlock {
  sort: 'low' | 'high'
  /** Index among the blocks of its sort. */
  entry: number
  /** From its left edge to that of the next one. */
  gap: number
  /** What is to be collected between the two: from its left edge, and above the ground. */
  prizes: { entry: string; x: number; high: number }[]
}

/** What a step needs of the content, looked up once. Speeds in world units a step. */
export interface SkiplinePlan {
  width: number
  groundY: number
  heroX: number
  hero: Actor
  /** What of the hero can be hit while it slides, and how far it reaches from its pivot. */
  low: Shape
  front: number
  back: number
  jump: number
  weight: number
  jumpHeight: number
  air: number
  pace: number
  speedUp: number
  spacing: number
  rows: number
  highShare: number
  pitShare: number
  pitWidth: number
  prizeShare: number
  goal: number
  endless: boolean
  /** Only what a jump clears at the present numbers; all others are never put in the way. */
  lows: Block[]
  lowsOften: number[]
  highs: Block[]
  highsOften: number[]
  /** Where the lower edge of what hangs is. */
  hangY: number
  prizes: CastActor[]
  prizesOften: number[]
  lowById: Map<string, Block>
  highById: Map<string, Block>
  prizesById: Map<string, CastActor>
  /** What comes, in its order and round again; empty where chance says what comes. */
  laid: LaidBlock[]
}

/** A line as it was laid, without what no jump clears. */
function laidLine(setup: Setup, lows: readonly Block[], highs: readonly Block[]): LaidBlock[] {
  const doc = setup.find('course', partIn(setup, LINE_LAID, ''))
  if (doc === undefined) return []
  const [long, high] = [doc.play[0]!.length, doc.play.length]
  const blocks = doc.things
    .flatMap(({ part, entry, x }) => {
      const sort = part === LOW ? 'low' : part === HIGH ? 'high' : null
      const all = sort === 'low' ? lows : highs
      const index = all.findIndex(({ actor }) => actor.id === entry)
      return sort === null || index < 0 ? [] : [{ sort, entry: index, left: x + all[index]!.left } as const]
    })
    .sort((a, b) => a.left - b.left)
  const prizes = doc.things.filter(({ part, entry }) => part === PRIZES && setup.byId[PRIZES]?.[entry] !== undefined)
  return blocks.map(({ sort, entry, left }, i) => {
    const gap = (i + 1 < blocks.length ? blocks[i + 1]!.left : blocks[0]!.left + long) - left
    /** Forward from here, also over the end of the line. */
    const from = (x: number): number => (x >= left ? x - left : x - left + long)
    return {
      ...{ sort, entry, gap },
      prizes: prizes.filter(({ x }) => from(x) < gap).map((one) => ({ entry: one.entry, x: from(one.x), high: high - one.y })),
    }
  })
}

function makePlan(setup: Setup): SkiplinePlan {
  const hero = setup.sprites['hero']!
  const groundY = setup.stage.height * GROUND_AT
  const jumpHeight = dial(setup, 'jump-height')
  const air = dial(setup, 'hang-time')
  const pace = dial(setup, 'pace')
  const { shape } = hero
  const span = shape.right - shape.left
  const block = (actor: CastActor): Block => {
    const tall = -actor.shape.top + HAIR
    const rise = tall >= jumpHeight ? Infinity : (air / 2) * (1 - Math.sqrt(1 - Math.max(0, tall) / jumpHeight))
    return { actor, left: actor.shape.left, right: actor.shape.right, rise }
  }
  /** Above it long enough to come down behind it, with a few steps to spare. */
  const cleared = ({ rise, left, right }: Block): boolean =>
    Number.isFinite(rise) && pace * (air - 2 * rise) >= right - left + span + (pace * 6) / STEPS_PER_SECOND
  const lows = (setup.casts[LOW] ?? []).map(block).filter(cleared)
  const highs = (setup.casts[HIGH] ?? []).map(block)
  const prizes = setup.casts[PRIZES] ?? []
  const often = (blocks: readonly Block[]) => blocks.map(({ actor }) => numberOf(actor, 'often'))
  const tallest = Math.max(0.2, -shape.top)
  return {
    width: setup.stage.width,
    groundY,
    heroX: setup.stage.width * HERO_AT,
    hero,
    low: makeShape(shape.points.map(({ x, y }) => ({ x, y: y * LOW_SHARE }))),
    front: shape.right,
    back: -shape.left,
    jump: (4 * jumpHeight) / air / STEPS_PER_SECOND,
    weight: (8 * jumpHeight) / (air * air) / (STEPS_PER_SECOND * STEPS_PER_SECOND),
    jumpHeight,
    air,
    pace,
    speedUp: dial(setup, 'speed-up') / 100,
    spacing: dial(setup, 'spacing'),
    rows: dial(setup, 'rows') / 100,
    highShare: dial(setup, 'high-share'),
    pitShare: dial(setup, 'pit-share'),
    pitWidth: dial(setup, 'pit-width') / 100,
    prizeShare: dial(setup, 'prize-share') / 100,
    goal: dial(setup, 'goal'),
    endless: isOn(setup, 'endless', false),
    lows,
    lowsOften: often(lows),
    highs,
    highsOften: often(highs),
    hangY: groundY - tallest * LOW_SHARE - AIR,
    prizes,
    prizesOften: prizes.map((actor) => numberOf(actor, 'often')),
    lowById: new Map(lows.map((one) => [one.actor.id, one])),
    highById: new Map(highs.map((one) => [one.actor.id, one])),
    prizesById: new Map(prizes.map((actor) => [actor.id, actor])),
    laid: laidLine(setup, lows, highs),
  }
}
export const skiplinePlan = (setup: Setup): SkiplinePlan => planned(setup, makePlan)
