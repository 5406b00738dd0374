import { wholeZoom, type Stage } from '../core/game/stage'
import type { Point } from '../core/game/types'

/** Where the stage lies on a canvas, in canvas px: the largest that fits, in the middle. */
export interface View {
  left: number
  top: number
  scale: number
  stage: Stage
}

/** What lies on an upright screen sits in its upper half: the thumb plays below it. */
const above = (width: number, height: number, stage: Stage): number =>
  height > width * 1.2 && stage.width > stage.height ? 0.3 : 0.5

/**
 * With `pixels` (px a world unit has in a game drawn pixel by pixel) each of those px becomes a whole number of the
 * canvas's.
 */
export function fitView(width: number, height: number, stage: Stage, pixels = 0): View {
  const [across, down] = [width / stage.width, height / stage.height]
  const share = above(width, height, stage)
  // Whole-number scale, with bars for what is left over. Too small a canvas is filled as any other.
  const zoom = pixels > 0 ? wholeZoom(Math.min(across, down), pixels) : 0
  if (zoom >= 1) {
    const scale = zoom * pixels
    const left = Math.floor((width - stage.width * scale) / 2)
    return { scale, stage, left, top: Math.floor((height - stage.height * scale) * share) }
  }
  // A canvas whose size was rounded is filled: no hairline of background at an edge.
  const rounded = Math.abs(across - down) * stage.height < 2
  const scale = rounded ? Math.max(across, down) : Math.min(across, down)
  return { scale, stage, left: (width - stage.width * scale) / 2, top: (height - stage.height * scale) * share }
}

export const toWorld = (view: View, x: number, y: number): Point => ({
  x: (x - view.left) / view.scale,
  y: (y - view.top) / view.scale,
})
