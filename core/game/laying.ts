import type { Gap } from './course/gap'
import { namedOnce } from './named-once'
import type { Setup } from './setup'
import { LAYS } from './templates/lays'
import type { Point } from './types'

/** What of a course can be got to. */
export interface Explored {
  /** Cells (y * w + x) that feet or head come through, in a course so wide. */
  w: number
  cells: readonly number[]
  /** Places of things that nobody gets to, cells from the top left. */
  lost: readonly { part: string; entry: string; x: number; y: number }[]
  /** One gets to the way out. */
  leads: boolean
  /** Where the way to it breaks off, and what would mend it. */
  gap: Gap | null
}

/** A jump as it would go: the places of the feet, cells of the course, and whether it ends where one can stand. */
export interface Jump {
  path: readonly Point[]
  lands: boolean
}

/** What whoever lays a course is told of it, as the play has it. No player carries it: a template's `lay.ts` exports it. */
export interface Laying {
  template: string
  /** Where one gets to, as a simulated player finds it. */
  explore(setup: Setup): Explored
  /** The longest jumps to both sides from the floor under a place; none where nobody can stand there. */
  jumps(setup: Setup, at: Point): Jump[]
}

const byTemplate = namedOnce('Laying', LAYS as readonly Laying[], ({ template }) => template)
/** Undefined for a template without a course that is run through. */
export const layingFor = (template: string): Laying | undefined => byTemplate.get(template)
