import type { Clip, Frame, SpriteContent } from '@core/kinds/drawing'
import type { Point } from '@core/game/types'
import { recoloured } from '@player/prepare'

/** A picture behind a drawing, covering all of it. */
export function layBehind(
  ink: CanvasRenderingContext2D,
  image: ImageBitmap | undefined,
  width: number,
  height: number,
): void {
  if (image === undefined) return
  const scale = Math.max(width / image.width, height / image.height)
  const smooth = ink.imageSmoothingEnabled
  ink.imageSmoothingEnabled = true
  ink.drawImage(
    image,
    (width - image.width * scale) / 2,
    (height - image.height * scale) / 2,
    image.width * scale,
    image.height * scale,
  )
  ink.imageSmoothingEnabled = smooth
}

/** Another drawing's frame and where it lies on the canvas, px. */
export interface Ghost {
  frame: Frame
  x: number
  y: number
  w: number
  h: number
}

/** Another drawing at the size it has in the world beside one of `height` units, pivot on pivot: px of the canvas. */
export function ghostOf(
  reference: SpriteContent,
  height: number,
  pivot: Point,
  canvas: { w: number; h: number },
): Ghost | null {
  const frame = Object.values(reference.clips)[0]?.frames[0]
  if (frame === undefined) return null
  const k = (reference.height * (canvas.h / height)) / (reference.canvas?.h ?? frame.h)
  const w = (reference.canvas?.w ?? frame.w) * k
  const h = (reference.canvas?.h ?? frame.h) * k
  return { frame, x: pivot.x * canvas.w - reference.pivot.x * w, y: pivot.y * canvas.h - reference.pivot.y * h, w, h }
}

/** The colour of a frame's own file at a px of the canvas it lies in; null beside it. */
export function colourAt(
  image: ImageBitmap,
  frame: Frame,
  canvasX: number,
  canvasY: number,
): { r: number; g: number; b: number } | null {
  const x = Math.floor(canvasX) - (frame.ox ?? 0)
  const y = Math.floor(canvasY) - (frame.oy ?? 0)
  if (x < 0 || y < 0 || x >= frame.w || y >= frame.h) return null
  const ink = new OffscreenCanvas(1, 1).getContext('2d')!
  ink.drawImage(image, frame.x + x, frame.y + y, 1, 1, 0, 0, 1, 1)
  const [r, g, b] = ink.getImageData(0, 0, 1, 1).data
  return { r: r!, g: g!, b: b! }
}

export interface Board {
  sprite: SpriteContent
  clip: Clip
  /** The frame in hand. */
  index: number
  imageOf: (asset: string) => ImageBitmap | undefined
  /** How the frame in hand would look, in its place. */
  preview: { bitmap: ImageBitmap; x: number; y: number; w: number; h: number } | null
  /** The template's drawing under it. */
  ghost: Ghost | null
  /** Its neighbours show through. */
  skinned: boolean
}

/** Draws the frame in hand with what lies under it; `k` is px of the canvas for one px of the drawing. */
export function drawFrames(ink: CanvasRenderingContext2D, k: number, board: Board): void {
  const { sprite, clip, index, imageOf, preview, ghost, skinned } = board
  const draw = (i: number, alpha: number) => {
    const frame = clip.frames[i]
    const image = frame === undefined ? undefined : imageOf(frame.asset)
    if (frame === undefined || image === undefined) return
    const shown = i === index ? preview : null
    const { x, y, w, h } = shown ?? frame
    const [left, top] = [(frame.ox ?? 0) * k, (frame.oy ?? 0) * k]
    ink.globalAlpha = alpha
    ink.drawImage(shown?.bitmap ?? recoloured(image, sprite.recolour), x, y, w, h, left, top, frame.w * k, frame.h * k)
    ink.globalAlpha = 1
  }
  const theirs = ghost === null ? undefined : imageOf(ghost.frame.asset)
  if (ghost !== null && theirs !== undefined) {
    const { frame, x, y, w, h } = ghost
    ink.globalAlpha = 0.22
    ink.drawImage(theirs, frame.x, frame.y, frame.w, frame.h, x * k, y * k, w * k, h * k)
    ink.globalAlpha = 1
  }
  const count = clip.frames.length
  if (skinned && count > 1) {
    draw((index + count - 1) % count, 0.22)
    draw((index + 1) % count, 0.14)
  }
  draw(index, 1)
}
