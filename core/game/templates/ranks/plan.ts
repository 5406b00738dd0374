import { grainOf, type Grain } from '../../crumble'
import { dial, isOn, numberOf, partIn, planned, type Actor, type CastActor, type Setup } from '../../setup'
import { STEPS_PER_SECOND } from '../../types'

/** Casts of who comes on, a row each, and of who comes by. */
export const ROWS = 'rows'
export const VISITORS = 'visitors'
/** A course of rows: who stands where, as it was laid; empty for whole rows in their order. */
export const WAVE = 'wave'
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
  /** Rows that come on, the first in front, by what each is known by, */
  rows: string[]
  /** and who stands at each place of each: `placeOf` says where. */
  places: (RowPlan | null)[]
  laid: boolean
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

/** Who stands at a place of a row. */
export const placeOf = (plan: RanksPlan, row: number, index: number): RowPlan | null =>
  plan.places[row * MOST_A_ROW + index] ?? null

/** Who stands where: as the wave is laid, the lowest of its rows in front; else a whole row of each, as many as the dial says. */
function standing(
  setup: Setup,
  all: readonly RowPlan[],
): Pick<RanksPlan, 'perRow' | 'rows' | 'places' | 'laid'> {
  const places: (RowPlan | null)[] = Array.from({ length: MOST_ROWS * MOST_A_ROW }, () => null)
  const wave = setup.find('course', partIn(setup, WAVE, ''))
  const ranks = wave === undefined ? [] : [...wave.play].reverse().slice(0, MOST_ROWS)
  const laid = ranks.some((row) => /[^.]/.test(row.slice(0, MOST_A_ROW)))
  if (laid) {
    const perRow = Math.min(MOST_A_ROW, ranks[0]!.length)
    ranks.forEach((row, r) => {
      for (let i = 0; i < perRow; i++)
        places[r * MOST_A_ROW + i] = all.find(({ actor }) => actor.id === wave!.tiles[row[i]!]) ?? null
    })
    return { perRow, places, laid, rows: ranks.map((_, r) => String(r)) }
  }
  const perRow = Math.max(1, Math.min(MOST_A_ROW, Math.round(dial(setup, 'per-row'))))
  const rows = all.slice(0, MOST_ROWS)
  rows.forEach((row, r) => places.fill(row, r * MOST_A_ROW, r * MOST_A_ROW + perRow))
  return { perRow, places, laid, rows: rows.map(({ actor }) => actor.id) }
}

function makePlan(setup: Setup): RanksPlan {
  const wide = setup.stage.width > setup.stage.height
  const from = wide ? WIDE_FROM : TALL_FROM
  const names = new Map((setup.find('cast', ROWS) ?? []).map(({ id, name }) => [id, name]))
  const all = (setup.casts[ROWS] ?? []).map(
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
  const { perRow, rows, places, laid } = standing(setup, all)
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
    ...{ rows, places, laid },
    shields: Math.round(dial(setup, 'shields')),
    grain: grainOf(shield),
    bite: dial(setup, 'bite'),
    passes: isOn(setup, 'pass-shields', true),
    visitEvery: dial(setup, 'visit-every') * STEPS_PER_SECOND,
    visitors,
    visitorsOften: visitors.map((actor) => numberOf(actor, 'often')),
    visitorsById: new Map(visitors.map((actor) => [actor.id, actor])),
    giftFor: new Map(visitors.map((actor) => [actor.id, words(actor, 'gift', 'none')])),
    count: places.filter((one) => one !== null).length,
  }
}
export const ranksPlan = (setup: Setup): RanksPlan => planned(setup, makePlan)

/** Where a row begins, and where shield `i` of the plan's stands. */
export const rowStart = (row: number): number => FIRST + row * ROW_GAP
export const shieldAt = (plan: RanksPlan, i: number): number =>
  plan.from + ((plan.to - plan.from) * (i + 0.5)) / Math.max(1, plan.shields)
