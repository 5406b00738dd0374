import type { Plates } from '../../plates'
import type { PlayState } from '../../rules'

/** What is under one cover is shown, covers change places, somebody says which one it is, and is told. */
export type Phase = 'show' | 'mix' | 'guess' | 'told'

/** Something hides under one of several covers. */
export interface WhichOne extends PlayState {
  phase: Phase
  /** Steps since it began. */
  since: number
  /** Which cover stands at each place, from the left. */
  places: number[]
  /** The cover it is under. */
  under: number
  /** Rounds that were begun, that were right, and that were not. */
  round: number
  right: number
  wrong: number
  /** Changes that were made in this round. */
  changed: number
  /** The two places that change at present; -1 for none. The first goes round in front. */
  front: number
  behind: number
  /** The place that was said; -1 for none. */
  said: number
  plates: Plates
}
