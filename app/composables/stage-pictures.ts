import type { Setup } from '@core/game/setup'
import type { Framed } from '@core/game/stage'
import { fitView, type View } from '@player/view'

/** px a world unit has in a thumb. */
const THUMB_PX = 5
export const WHOLE: Framed = { left: 0, top: 0, w: 1, h: 1 }

/** What a canvas shows of the stage, small, for the strip of moments. */
export function thumbOf(canvas: HTMLCanvasElement, { stage, scale, left, top }: View): HTMLCanvasElement {
  const picture = document.createElement('canvas')
  picture.width = stage.width * THUMB_PX
  picture.height = stage.height * THUMB_PX
  const ink = picture.getContext('2d')!
  ink.imageSmoothingQuality = 'medium'
  ink.drawImage(canvas, left, top, stage.width * scale, stage.height * scale, 0, 0, picture.width, picture.height)
  return picture
}

/** A view in which the whole stage, or a frame of it, fills `width` x `height` px. */
export function stageView({ stage, doc }: Setup, width: number, height: number, of: Framed): View {
  if (of.w >= 1 && of.h >= 1) return fitView(width, height, stage, doc.pixels)
  const scale = width / (of.w * stage.width)
  return { scale, stage, left: -of.left * stage.width * scale, top: -of.top * stage.height * scale }
}
