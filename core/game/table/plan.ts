import type { Area } from '../layouts'
import { chosen, isOn, numberOf, type Setup } from '../setup'
import { shown } from './settings'

export const PIECES = 'pieces'
export const START = 'pieces-start'
export const SWITCH = 'by-hand'
/** Pieces a table has at most, and of one entry. */
export const MOST_PIECES = 120
const MOST_OF_ONE = 60

/** What can be done beside moving pieces, from the left: the first of them to the piece that was moved last. */
export const ACTS = ['mirror', 'larger', 'smaller', 'back', 'deal', 'reset', 'over'] as const
export type Act = (typeof ACTS)[number]
export const wordsOf = (act: Act): string => `table-${act}-words`

/** Where a piece is at the start. World units. */
export interface Place {
  entry: string
  nth: number
  x: number
  y: number
  mirrored: boolean
  size: number
  halfW: number
  halfH: number
  fixed: boolean
}

export interface TablePlan {
  width: number
  height: number
  /** Where the table ends: below are the plates. */
  board: number
  starts: readonly Place[]
  acts: readonly Area[]
  /** Heaps that are dealt to. */
  hands: number
}

/** Whether the pack is played by hand. */
export const isByHand = (setup: Setup): boolean => isOn(setup, SWITCH, false)

const FOOT = { wide: 1.35, tall: 2.5 }
const GAP = 0.12
const SIDE = 0.25

function actAreas(width: number, height: number, tall: boolean): Area[] {
  const columns = tall ? 4 : ACTS.length
  const w = (width - 2 * SIDE - (columns - 1) * GAP) / columns
  return ACTS.map((_, i): Area => [
    SIDE + (i % columns) * (w + GAP),
    height - FOOT[tall ? 'tall' : 'wide'] + 0.2 + Math.floor(i / columns) * 1.1,
    w,
    1,
  ])
}

/** Heaps of what nobody has put anywhere yet, along the lower edge. */
const HEAP = 1.7

/** Worked out once for a set-up, beside what the template's own rules keep there. */
const plans = new WeakMap<Setup, TablePlan>()
export function tablePlan(setup: Setup): TablePlan {
  let plan = plans.get(setup)
  if (plan === undefined) plans.set(setup, (plan = makePlan(setup)))
  return plan
}

function makePlan(setup: Setup): TablePlan {
  const { width, height } = setup.stage
  const tall = height > width
  const board = height - FOOT[tall ? 'tall' : 'wide']
  const laid = setup.find('layout', START)?.pieces ?? []
  const starts: Place[] = []
  const across = Math.max(1, Math.floor((width - 1) / HEAP))
  ;(setup.casts[PIECES] ?? []).forEach((actor, i) => {
    const own = laid.filter(({ entry }) => entry === actor.id)
    const count = Math.max(0, Math.min(MOST_OF_ONE, Math.round(numberOf(actor, 'count'))))
    for (let nth = 0; nth < count && starts.length < MOST_PIECES; nth++) {
      const {
        x,
        y,
        mirrored = false,
        size = 1,
      } = own[nth] ?? {
        x: (0.9 + (i % across) * HEAP) / width,
        y: 1 - (0.9 + Math.floor(i / across) * HEAP) / board,
      }
      const k = shown(size)
      starts.push({
        ...{ entry: actor.id, nth, mirrored, size: k },
        ...{ x: x * width, y: y * board, halfW: (actor.width / 2) * k, halfH: (actor.height / 2) * k },
        fixed: actor.fields['locked'] === 'yes',
      })
    }
  })
  return {
    width,
    height,
    board,
    starts,
    acts: actAreas(width, height, tall),
    hands: Number(chosen(setup, 'hands', 'h4').slice(1)) || 1,
  }
}
