import type { Stage } from './stage'
import { BITS, type Input } from './types'

/** A thing that can be moved, where its middle is; `halfW` and `halfH` are how far it reaches. World units. */
export interface Piece {
  x: number
  y: number
  halfW: number
  halfH: number
  /** It stays where it is. */
  fixed: boolean
}

/** What holds a piece: a pointer, or the keys. Plain data in a play's state. */
export interface Hand {
  /** The piece that is held, or -1. */
  holds: number
  /** The piece that keys would pick up. */
  focus: number
  /** From the pointer to the middle of what it holds. */
  dx: number
  dy: number
  bits: number
  axis: number
  /** Steps until a key that is held moves it on. */
  wait: number
}

export const makeHand = (): Hand => ({
  ...{ holds: -1, focus: 0, dx: 0, dy: 0 },
  ...{ bits: BITS.confirm | BITS.pointer, axis: 0, wait: 0 },
})

export type Moved = 'nothing' | 'picked-up' | 'set-down'

const REPEAT_FIRST = 18
const REPEAT_NEXT = 5

function topmost(pieces: readonly Piece[], x: number, y: number): number {
  for (let i = pieces.length - 1; i >= 0; i--) {
    const { x: px, y: py, halfW, halfH, fixed } = pieces[i]!
    if (!fixed && Math.abs(x - px) <= halfW && Math.abs(y - py) <= halfH) return i
  }
  return -1
}

function next(pieces: readonly Piece[], from: number, by: number): number {
  for (let n = 1; n <= pieces.length; n++) {
    const i = (from + by * n + pieces.length * n) % pieces.length
    if (!pieces[i]!.fixed) return i
  }
  return from
}

/**
 * Moves pieces by one step: with a pointer they are dragged; keys choose one, pick it up, move it by `grid` and set it
 * down. Pieces stay on the stage.
 */
export function stepHand(hand: Hand, pieces: Piece[], input: Input, stage: Stage, grid: number): Moved {
  const pressed = input.bits & ~hand.bits
  const released = hand.bits & ~input.bits
  const turned = input.axis !== hand.axis || (pressed & (BITS.up | BITS.down)) !== 0
  hand.bits = input.bits
  hand.axis = input.axis
  const dragging = (input.bits & BITS.pointer) !== 0 && input.px >= 0
  if (pressed & BITS.pointer && dragging) {
    const hit = topmost(pieces, input.px / 100, input.py / 100)
    if (hit < 0) return 'nothing'
    hand.holds = hand.focus = hit
    hand.dx = pieces[hit]!.x - input.px / 100
    hand.dy = pieces[hit]!.y - input.py / 100
    return 'picked-up'
  }
  if (hand.holds >= 0 && released & BITS.pointer) {
    hand.holds = -1
    return 'set-down'
  }
  if (pressed & BITS.confirm && pieces.length > 0) {
    if (hand.holds >= 0) {
      hand.holds = -1
      return 'set-down'
    }
    if (pieces[hand.focus]?.fixed !== false) return 'nothing'
    hand.holds = hand.focus
    return 'picked-up'
  }
  const up = (input.bits & BITS.up) !== 0 ? 1 : 0
  const down = (input.bits & BITS.down) !== 0 ? 1 : 0
  const moves = input.axis !== 0 || up !== down
  if (turned) hand.wait = 0
  const now = moves && hand.wait-- <= 0
  if (now) hand.wait = turned ? REPEAT_FIRST : REPEAT_NEXT
  if (hand.holds < 0) {
    if (now && turned && pieces.length > 0) hand.focus = next(pieces, hand.focus, input.axis + down - up > 0 ? 1 : -1)
    return 'nothing'
  }
  const piece = pieces[hand.holds]
  if (piece === undefined) hand.holds = -1
  else if (dragging) place(piece, input.px / 100 + hand.dx, input.py / 100 + hand.dy, stage)
  else if (now) place(piece, piece.x + input.axis * grid, piece.y + (down - up) * grid, stage)
  return 'nothing'
}

function place(piece: Piece, x: number, y: number, stage: Stage): void {
  piece.x = Math.max(piece.halfW, Math.min(stage.width - piece.halfW, x))
  piece.y = Math.max(piece.halfH, Math.min(stage.height - piece.halfH, y))
}
