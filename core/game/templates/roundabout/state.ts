import type { Plates } from '../../plates'
import type { PlayState } from '../../rules'
import type { Turns } from '../../sides'

/** What is going on: somebody is to throw, the dice roll, one of them is to be taken, a token goes, a space or a card is read. */
export type Phase = 'ready' | 'roll' | 'choose' | 'walk' | 'land' | 'card'

/** Plain data: a round kept for the next visit, a rewind and a proof are all this. */
export interface Roundabout extends PlayState {
  phase: Phase
  /** Steps since the phase began. */
  since: number
  turns: Turns
  /** By token: the space it is on, what it has, and turns it still sits out. */
  places: number[]
  points: number[]
  misses: number[]
  /** By space: how often somebody stopped there. */
  landed: number[]
  /** By die: the face that lies up. */
  dice: number[]
  /** The die that was taken; -1 for all together. */
  taken: number
  /** Spaces still to go, and which way. */
  left: number
  way: 1 | -1
  /** Where the token that goes comes from. */
  from: number
  /** Spaces this throw has sent it on to. */
  hops: number
  again: boolean
  /** The space that is read out; -1 for none. */
  said: number
  /** By deck: its rows in the order in which they are drawn, and how many were. */
  orders: number[][]
  drawn: number[]
  /** The card that lies open, as deck and row. */
  deck: number
  row: number
  throws: number
  winner: number
  plates: Plates
  /** By hand: the token that was taken up, -1 for none, and where it is dragged to (world units), -1 while it is not. */
  held: number
  dragX: number
  dragY: number
}
