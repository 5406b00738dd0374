import type { SpriteContent } from '../kinds/drawing'
import type { Point } from '../game/types'
import type { AlignBy, Placed } from './align'
import { driftOf } from './align'
import { crop, drawnBox, type Pixels, type Rect } from './pixels'

/** Pixels of an asset that a frame lies in. */
export type PixelsOf = (asset: string) => Pixels

type Frame = SpriteContent['clips'][string]['frames'][number]

export const framesOf = (sprite: SpriteContent): Frame[] => Object.values(sprite.clips).flatMap((clip) => clip.frames)

/** px of the canvas all frames lie in: the sprite's own, else large enough for the largest frame. */
export function canvasOf(sprite: SpriteContent): { w: number; h: number } {
  if (sprite.canvas !== undefined) return sprite.canvas
  const frames = framesOf(sprite)
  return { w: Math.max(...frames.map((f) => f.w)), h: Math.max(...frames.map((f) => f.h)) }
}

const placed = (frame: Frame, pixelsOf: PixelsOf): Placed => ({
  pixels: crop(pixelsOf(frame.asset), frame),
  ox: frame.ox ?? 0,
  oy: frame.oy ?? 0,
})

/**
 * One canvas for all frames, with the drawings where they were: frames of several sizes stand on one feet line, in the
 * middle. A sprite that has a canvas already stays as it is.
 */
export function onOneCanvas(sprite: SpriteContent): SpriteContent {
  if (sprite.canvas !== undefined) return sprite
  const canvas = canvasOf(sprite)
  const first = framesOf(sprite)[0]!
  const moved = mapFrames(sprite, (frame) => ({
    ...frame,
    ox: Math.floor((canvas.w - frame.w) / 2),
    oy: canvas.h - frame.h,
  }))
  // Pivot, shape and height were 0..1 of the first frame.
  return recanvas(
    moved,
    { x: Math.floor((canvas.w - first.w) / 2), y: canvas.h - first.h, w: first.w, h: first.h },
    canvas,
  )
}

function mapFrames(sprite: SpriteContent, change: (frame: Frame, index: number, clip: string) => Frame): SpriteContent {
  const clips = Object.fromEntries(
    Object.entries(sprite.clips).map(([name, clip]) => [
      name,
      { ...clip, frames: clip.frames.map((frame, i) => change(frame, i, name)) },
    ]),
  )
  return { ...sprite, clips }
}

const round = (value: number): number => Math.round(value * 100000) / 100000

/** Pivots, shapes and height that were 0..1 of `old` (px of the new canvas) as 0..1 of the canvas. */
function recanvas(sprite: SpriteContent, old: Rect, canvas: { w: number; h: number }): SpriteContent {
  const point = (p: Point): Point => ({
    x: round((old.x + p.x * old.w) / canvas.w),
    y: round((old.y + p.y * old.h) / canvas.h),
  })
  const clamp = (p: Point): Point => ({ x: Math.max(-1, Math.min(2, p.x)), y: Math.max(-1, Math.min(2, p.y)) })
  const clips = Object.fromEntries(
    Object.entries(sprite.clips).map(([name, clip]) => [
      name,
      {
        ...clip,
        ...(clip.pivot === undefined ? {} : { pivot: clamp(point(clip.pivot)) }),
        ...(clip.hitShape === undefined ? {} : { hitShape: clip.hitShape.map(point) }),
        frames: clip.frames.map((frame) =>
          frame.hitShape === undefined ? frame : { ...frame, hitShape: frame.hitShape.map(point) },
        ),
      },
    ]),
  )
  return {
    ...sprite,
    clips,
    canvas,
    pivot: clamp(point(sprite.pivot)),
    hitShape: sprite.hitShape.map(point),
    height: Math.max(0.1, Math.min(10, round((sprite.height * canvas.h) / old.h))),
  }
}

/**
 * Cuts what no frame draws on from the canvas, and each frame to its own drawing, without moving anything: pivot,
 * shapes and shown height follow. `margin` px of air stay around. A sprite with nothing drawn stays as it is.
 */
export function trimmed(sprite: SpriteContent, pixelsOf: PixelsOf, margin = 0): SpriteContent {
  const whole = onOneCanvas(sprite)
  const old = whole.canvas!
  const boxes = framesOf(whole).map((frame) => {
    const box = drawnBox(crop(pixelsOf(frame.asset), frame))
    return box === null ? null : { x: box.x + (frame.ox ?? 0), y: box.y + (frame.oy ?? 0), w: box.w, h: box.h, box }
  })
  const drawn = boxes.filter((box) => box !== null)
  if (drawn.length === 0) return sprite
  const left = Math.min(...drawn.map((b) => b.x)) - margin
  const top = Math.min(...drawn.map((b) => b.y)) - margin
  const right = Math.max(...drawn.map((b) => b.x + b.w)) + margin
  const bottom = Math.max(...drawn.map((b) => b.y + b.h)) + margin
  const canvas = { w: Math.max(1, right - left), h: Math.max(1, bottom - top) }
  let at = 0
  const cut = mapFrames(whole, (frame) => {
    const box = boxes[at++]
    if (box === null || box === undefined) return { ...frame, ox: (frame.ox ?? 0) - left, oy: (frame.oy ?? 0) - top }
    return {
      ...frame,
      x: frame.x + box.box.x,
      y: frame.y + box.box.y,
      w: box.box.w,
      h: box.box.h,
      ox: box.x - left,
      oy: box.y - top,
    }
  })
  return recanvas(cut, { x: -left, y: -top, w: old.w, h: old.h }, canvas)
}

/** Moves frames of one clip so that they no longer drift; returns the moves that were made too. */
export function aligned(
  sprite: SpriteContent,
  clip: string,
  by: AlignBy,
  pixelsOf: PixelsOf,
): { sprite: SpriteContent; moves: { dx: number; dy: number }[] } {
  const whole = onOneCanvas(sprite)
  const frames = whole.clips[clip]?.frames ?? []
  const moves = driftOf(
    frames.map((frame) => placed(frame, pixelsOf)),
    by,
    whole.canvas!,
  )
  const moved = mapFrames(whole, (frame, i, name) =>
    name !== clip ? frame : { ...frame, ox: (frame.ox ?? 0) + moves[i]!.dx, oy: (frame.oy ?? 0) + moves[i]!.dy },
  )
  return { sprite: moves.every((move) => move.dx === 0 && move.dy === 0) ? sprite : moved, moves }
}

/** One frame moved by whole px of the canvas. */
export function nudged(sprite: SpriteContent, clip: string, index: number, dx: number, dy: number): SpriteContent {
  return mapFrames(onOneCanvas(sprite), (frame, i, name) =>
    name === clip && i === index ? { ...frame, ox: (frame.ox ?? 0) + dx, oy: (frame.oy ?? 0) + dy } : frame,
  )
}

/** A frame drawn into its canvas: what the hit shape and the pivot are 0..1 of. */
export function inCanvas(sprite: SpriteContent, frame: Frame, pixelsOf: PixelsOf): Pixels {
  const drawing = crop(pixelsOf(frame.asset), frame)
  const canvas = sprite.canvas
  if (canvas === undefined) return drawing
  const data = new Uint8ClampedArray(canvas.w * canvas.h * 4)
  const ox = frame.ox ?? 0
  const oy = frame.oy ?? 0
  const left = Math.max(0, ox)
  const right = Math.min(canvas.w, ox + frame.w)
  for (let y = Math.max(0, oy); y < Math.min(canvas.h, oy + frame.h) && right > left; y++) {
    const from = ((y - oy) * frame.w + left - ox) * 4
    data.set(drawing.data.subarray(from, from + (right - left) * 4), (y * canvas.w + left) * 4)
  }
  return { width: canvas.w, height: canvas.h, data }
}
