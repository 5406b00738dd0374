import type { Plates } from '../../plates'
import type { PlayState } from '../../rules'
import type { Turns } from '../../sides'

/** Turn two cards; those that belong together are a pair. */
export interface Twosome extends PlayState {
  /** Ids of the rows that are on the board. */
  rows: string[]
  cards: Card[]
  plates: Plates
  /** Indices of the cards that were turned in this move, or -1. */
  first: number
  second: number
  /** Steps until two unlike cards turn back; 0 for none. */
  wait: number
  /** Steps in which all cards still lie open at the start. */
  peek: number
  moves: number
  found: number
  /** Moves since the last pair. */
  misses: number
  turns: Turns
  /** Pairs of each side. */
  points: number[]
  /** The row that was found last, an index, and the steps since. */
  last: number
  lastStep: number
}

export interface Card {
  /** Index into `rows`, and which side of the pair it is. */
  row: number
  column: number
  open: boolean
  found: boolean
  /** Steps since it was turned. */
  turned: number
}
