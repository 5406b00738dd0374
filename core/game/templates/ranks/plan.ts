import { grainOf, type Grain } from '../../crumble'
import { dial, isOn, numberOf, planned, type Actor, type CastActor, type Setup } from '../../setup'
import { STEPS_PER_SECOND } from '../../types'

/** Casts of who comes on, a row each, and of who comes by. */
export const ROWS = 'rows'
export const VISITORS = 'visitors'
/** Rows and foes a row at most. */
export const MOST_ROWS = 5
export const MOST_A_ROW = 9
/** Away from the stage's near edge: the hero's line, where foes have got through, shields, and the first row's start. */
export const LINE = 1.1
export const THROUGH = 1.7
export const SHIELDS_AT = 3
const FIRST = 13.4
const ROW_GAP = 1.7
/** How far away those who come by cross. */
export const CROSSING = 14.2
/** The hero's way: under the words of a wide stage, and as wide as a tall one. */
const WIDE_FROM = 1.9
const TALL_FROM = 0.8
const TO = 9.3
/** Room at either end of a row that swings. */
const SWING_ROOM = 0.8
const WIDEST_GAP = 1.45

export type Way = 'straight' | 'wave' | 'swing' | 'turns'

export interface RowPlan {
  actor: CastActor
  name: string
  way: Way
  points: number
  harm: number
  hardness: number
  fire: number
}

/** What a step needs of the content, looked up once. Speeds in world units a step. */
export interface RanksPlan {
  wide: boolean
  /** The stage away from the hero. */
  far: number
  from: number
  to: number
  hero: Actor
  shot: Actor
  drop: Actor
  gift: Actor
  speed: number
  rate: number
  shotSpeed: number
  dropSpeed: number
  foeFire: number
  pace: number
  quicken: number
  perRow: number
  gap: number
  rows: RowPlan[]
  shields: number
  grain: Grain
  bite: number
  passes: boolean
  visitEvery: number
  visitors: CastActor[]
  visitorsOften: number[]
  visitorsById: Map<string, CastActor>
  giftFor: Map<string, string>
  count: number
}

const words = (actor: CastActor, field: string, usual: string): string => {
  const value = actor.fields[field]
  return typeof value === 'string' ? value : usual
}

function makePlan(setup: Setup): RanksPlan {
  const wide = setup.stage.width > setup.stage.height
  const from = wide ? WIDE_FROM : TALL_FROM
  const perRow = Math.max(1, Math.min(MOST_A_ROW, Math.round(dial(setup, 'per-row'))))
  const names = new Map((setup.find('cast', ROWS) ?? []).map(({ id, name }) => [id, name]))
  const rows = (setup.casts[ROWS] ?? []).slice(0, MOST_ROWS).map(
    (actor): RowPlan => ({
      actor,
      name: names.get(actor.id) ?? '',
      way: words(actor, 'way', 'straight') as Way,
      points: numberOf(actor, 'points'),
      harm: numberOf(actor, 'harm'),
      hardness: Math.max(1, Math.round(numberOf(actor, 'hardness'))),
      fire: numberOf(actor, 'fire'),
    }),
  )
  const visitors = setup.casts[VISITORS] ?? []
  const shield = setup.sprites['shield']!
  return {
    wide,
    far: wide ? setup.stage.width : setup.stage.height,
    from,
    to: TO,
    hero: setup.sprites['hero']!,
    shot: setup.sprites['shot']!,
    drop: setup.sprites['drop']!,
    gift: setup.sprites['gift']!,
    speed: dial(setup, 'hero-speed') / STEPS_PER_SECOND,
    rate: STEPS_PER_SECOND / Math.max(0.1, dial(setup, 'fire-rate')),
    shotSpeed: dial(setup, 'shot-speed') / STEPS_PER_SECOND,
    dropSpeed: dial(setup, 'drop-speed') / STEPS_PER_SECOND,
    foeFire: dial(setup, 'foe-fire'),
    pace: dial(setup, 'pace') / STEPS_PER_SECOND,
    quicken: dial(setup, 'quicken') / 100,
    perRow,
    gap: perRow < 2 ? 0 : Math.min(WIDEST_GAP, (TO - from - SWING_ROOM * 2) / (perRow - 1)),
    rows,
    shields: Math.round(dial(setup, 'shields')),
    grain: grainOf(shield),
    bite: dial(setup, 'bite'),
    passes: isOn(setup, 'pass-shields', true),
    visitEvery: dial(setup, 'visit-every') * STEPS_PER_SECOND,
    visitors,
    visitorsOften: visitors.map((actor) => numberOf(actor, 'often')),
    visitorsById: new Map(visitors.map((actor) => [actor.id, actor])),
    giftFor: new Map(visitors.map((actor) => [actor.id, words(actor, 'gift', 'none')])),
    count: perRow * rows.length,
  }
}
export const ranksPlan = (setup: Setup): RanksPlan => planned(setup, makePlan)

/** Where a row begins, and where shield `i` of the plan's stands. */
export const rowStart = (row: number): number => FIRST + row * ROW_GAP
export const shieldAt = (plan: RanksPlan, i: number): number =>
  plan.from + ((plan.to - plan.from) * (i + 0.5)) / Math.max(1, plan.shields)
