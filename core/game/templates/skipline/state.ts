import type { PlayState } from '../../rules'
import type { Pop } from '../../pops'

/** It runs by itself: jump over what stands, slide under what hangs, leap over gaps in the ground. */
export interface Skipline extends PlayState {
  lives: number
  hero: Runner
  things: Thing[]
  prizes: Prize[]
  pops: Pop[]
  /** Metres run, and points of what was collected. */
  scroll: number
  points: number
  /** What comes next, where its left edge will be, and how many more come close behind it. */
  next: { sort: Sort; entry: number; left: number; row: number }
  /** How many of a line that was laid have come. */
  laid: number
  /** Things that came, so that each has a number of its own. */
  count: number
  /** What took the last life. */
  cause: string
}

export interface Runner {
  /** Of the feet, on the stage. */
  y: number
  vy: number
  grounded: boolean
  /** The press that is down was let go of since it began, or is none. */
  held: boolean
  /** The jump was cut short already. */
  cut: boolean
  /** Steps for which a press still counts, and for which the edge that was left still does. */
  asked: number
  late: number
  /** Steps left of a slide; as long as it is asked for it goes on. */
  slide: number
  clip: string
  clipStep: number
  hurt: number
}

export type Sort = 'low' | 'high' | 'pit'

/** Something to get past. `x` is the middle on the stage, and what is left and right of it reaches so far. */
export interface Thing {
  live: boolean
  n: number
  sort: Sort
  entry: string
  x: number
  left: number
  right: number
  age: number
}
export interface Prize {
  live: boolean
  entry: string
  x: number
  y: number
  age: number
}
