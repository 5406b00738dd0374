import type { PlayState } from '../../rules'
import type { Pop } from '../../pops'

/**
 * Rows of foes come on, each in its own way, and quicken as they get fewer. `a` is across the stage, the way the hero
 * moves; `d` is away from the hero's line. In a wide stage they come from the right, in a tall one from above.
 */
export interface Ranks extends PlayState {
  lives: number
  hero: Keeper
  rows: Row[]
  foes: Foe[]
  shots: Shot[]
  drops: Shot[]
  shields: Shield[]
  visitor: Visitor
  gift: Gift
  pops: Pop[]
  /** Foes there were, how many were felled, and how many are left. */
  count: number
  felled: number
  left: number
  /** Steps until the next foe fires, and until somebody comes by. */
  fireIn: number
  visitIn: number
  /** Times that something crumbled, so that no two edges are alike. */
  bites: number
  /** What took the last life. */
  cause: string
}

export interface Keeper {
  a: number
  clip: string
  clipStep: number
  hurt: number
  /** Steps until it may fire again, and for which it fires twice as often. */
  wait: number
  quick: number
}

export interface Row {
  entry: string
  d: number
  left: number
}

export interface Foe {
  live: boolean
  row: number
  index: number
  /** Hits it still takes. */
  hits: number
  /** Steps that are left of bursting; it is in nobody's way then. */
  burst: number
  a: number
  d: number
}

export interface Shot {
  live: boolean
  a: number
  d: number
  age: number
}

export interface Shield {
  live: boolean
  a: number
  /** What is left of it, as `crumble` has it, and how many cells are gone. */
  cells: number[]
  gone: number
}

export interface Visitor {
  live: boolean
  entry: string
  a: number
  /** 1 the way `a` grows, -1 the other. */
  way: number
  age: number
}

export interface Gift {
  live: boolean
  a: number
  d: number
  does: string
  age: number
}
