import type { Hand, Piece } from '../hand'
import type { Plates } from '../plates'
import type { PlayState } from '../rules'

/** A piece on the table: the so manieth (from 0) of its entry. */
export interface TablePiece extends Piece {
  entry: string
  nth: number
  mirrored: boolean
  /** 1 is as large as it is drawn. */
  size: number
}

/** A board that is played by hand: pieces that people move, and nothing that moves by itself. Plain data. */
export interface Table extends PlayState {
  /** The undermost first. */
  pieces: TablePiece[]
  hand: Hand
  plates: Plates
  /** Keys are at the plates instead of the pieces. */
  atPlates: boolean
}
