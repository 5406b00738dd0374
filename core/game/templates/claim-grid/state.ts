import type { Plates } from '../../plates'
import type { PlayState } from '../../rules'
import type { Turns } from '../../sides'

/** What is waited for: a square, an answer, somebody's verdict, or that what became of it was read. */
export type Phase = 'pick' | 'ask' | 'award' | 'told'

/** Sides claim squares by answering; a line of so many wins. */
export interface ClaimGrid extends PlayState {
  /** Whose each square is, row by row: 1 for the first side, 0 for nobody's. */
  squares: number[]
  /** Ids of the rows in the order in which they are asked, and how many were. */
  rows: string[]
  asked: number
  phase: Phase
  /** Steps since it began. */
  since: number
  /** The square that was chosen. */
  square: number
  /** Answers that are offered: 0 the right one, from 1 on a wrong one. */
  offered: number[]
  /** Which of them was chosen, or 0 for a typed one that is right; -1 for none. */
  chosen: number
  /** Code points of what was typed, and of the letters on plates. */
  typed: number[]
  letters: number[]
  plates: Plates
  /** Where the focus was among the squares. */
  at: number
  turns: Turns
  /** The square that was given last, to take it back; -1 for none. */
  last: number
  /** The side that has a line; 0 for none. */
  winner: number
  /** Answers of the first side that were right. */
  right: number
}
