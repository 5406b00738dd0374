import { contains } from './shapes'
import type { Actor } from './setup'
import type { MaskDoc, Point } from './types'

/**
 * Things that crumble cell by cell, just as they are drawn. What is left of one is plain data in a play's state: a row
 * of whole numbers, sixteen cells each, so that neither a step nor a snapshot costs much.
 */
export interface Grain {
  w: number
  h: number
  /** Numbers a row of cells takes. */
  words: number
  /** What is drawn of the whole thing. */
  full: readonly number[]
  /** Cells that are drawn. */
  cells: number
  /** World units from the pivot to the top left of the canvas, and what a cell measures. */
  left: number
  top: number
  cellW: number
  cellH: number
}

const BITS_A_WORD = 16
/** Cells across a drawing whose pixels nobody has looked at: its hit shape is filled. */
const SHAPE_CELLS = 24

const isDrawn = (mask: MaskDoc, x: number, y: number): boolean =>
  (Number.parseInt(mask.rows[y]?.[x >> 2] ?? '0', 16) & (8 >> (x & 3))) !== 0

function gridOf(actor: Actor): { w: number; h: number; drawn: (x: number, y: number) => boolean } {
  const { mask, hitShape } = actor.sprite
  if (mask !== undefined) return { w: mask.w, h: mask.h, drawn: (x, y) => isDrawn(mask, x, y) }
  const h = Math.max(
    1,
    Math.min(SHAPE_CELLS * 2, Math.round((SHAPE_CELLS * actor.height) / Math.max(0.01, actor.width))),
  )
  const shape: readonly Point[] = hitShape
  return { w: SHAPE_CELLS, h, drawn: (x, y) => contains(shape, (x + 0.5) / SHAPE_CELLS, (y + 0.5) / h) }
}

/** The cells of a drawing. */
export function grainOf(actor: Actor): Grain {
  const { w, h, drawn } = gridOf(actor)
  const words = Math.ceil(w / BITS_A_WORD)
  const full = Array.from({ length: words * h }, () => 0)
  let cells = 0
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      if (drawn(x, y)) {
        full[y * words + (x >> 4)]! |= 1 << (x & 15)
        cells++
      }
  const { pivot } = actor.sprite
  return {
    ...{ w, h, words, full, cells },
    left: -pivot.x * actor.width,
    top: -pivot.y * actor.height,
    cellW: actor.width / w,
    cellH: actor.height / h,
  }
}

export const isLeft = ({ words }: Grain, left: readonly number[], x: number, y: number): boolean =>
  (left[y * words + (x >> 4)]! & (1 << (x & 15))) !== 0

/** Cells that are left. */
export function countLeft(left: readonly number[]): number {
  let count = 0
  for (let i = 0; i < left.length; i++) for (let bits = left[i]!; bits !== 0; bits &= bits - 1) count++
  return count
}

/**
 * A box around the pivot for `meets` (left, top, right, bottom, world units), or a middle and a radius for `crumble`.
 * Numbers handed to a function that is not built into its caller are made on the heap each time; these are not.
 */
export const area = new Float64Array(4)

/** Whether anything that is left lies in the box in `area`. */
export function meets(grain: Grain, left: readonly number[]): boolean {
  const x0 = Math.max(0, Math.floor((area[0]! - grain.left) / grain.cellW))
  const y0 = Math.max(0, Math.floor((area[1]! - grain.top) / grain.cellH))
  const x1 = Math.min(grain.w - 1, Math.floor((area[2]! - grain.left) / grain.cellW))
  const y1 = Math.min(grain.h - 1, Math.floor((area[3]! - grain.top) / grain.cellH))
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) if ((left[y * grain.words + (x >> 4)]! & (1 << (x & 15))) !== 0) return true
  return false
}

/**
 * Takes cells out of `left` around the middle in `area` (x, y and radius), with an edge as ragged as `n` has it: the
 * same one for the same `n`. Returns how many went.
 */
export function crumble(grain: Grain, left: number[], n: number): number {
  const radius = area[2]!
  const midX = (area[0]! - grain.left) / grain.cellW
  const midY = (area[1]! - grain.top) / grain.cellH
  const rx = Math.max(0.5, radius / grain.cellW)
  const ry = Math.max(0.5, radius / grain.cellH)
  const y1 = Math.min(grain.h - 1, Math.floor(midY + ry))
  const x1 = Math.min(grain.w - 1, Math.floor(midX + rx))
  let gone = 0
  for (let y = Math.max(0, Math.floor(midY - ry)); y <= y1; y++)
    for (let x = Math.max(0, Math.floor(midX - rx)); x <= x1; x++) {
      const at = y * grain.words + (x >> 4)
      const bit = 1 << (x & 15)
      if ((left[at]! & bit) === 0) continue
      const dx = (x + 0.5 - midX) / rx
      const dy = (y + 0.5 - midY) / ry
      let hash = Math.imul(x + 1, 73856093) ^ Math.imul(y + 1, 19349663) ^ Math.imul(n + 1, 83492791)
      hash = Math.imul(hash ^ (hash >>> 13), 1274126177)
      if (dx * dx + dy * dy > 0.45 + ((hash >>> 16) & 255) / 465) continue
      left[at]! &= ~bit
      gone++
    }
  return gone
}
