import { STAGE, type Point } from '../core/game/types'

/** Where the stage lies on a canvas, in canvas px: the largest 16:10 that fits, in the middle. */
export interface View {
  left: number
  top: number
  scale: number
}

/**
 * On a tall screen the stage sits in the upper half: the thumb plays below it. With `pixels` (px a world unit has in
 * a game drawn pixel by pixel) each of those px becomes a whole number of the canvas's.
 */
export function fitView(width: number, height: number, pixels = 0): View {
  if (pixels > 0) {
    // Whole-number scale, with bars for what is left over. Too small a canvas is filled as any other.
    const zoom = Math.floor(Math.min(width / STAGE.width, height / STAGE.height) / pixels + 0.001)
    if (zoom >= 1) {
      const scale = zoom * pixels
      const spare = height - STAGE.height * scale
      return {
        scale,
        left: Math.floor((width - STAGE.width * scale) / 2),
        top: Math.floor(height > width * 1.2 ? spare * 0.3 : spare / 2),
      }
    }
  }
  const [across, down] = [width / STAGE.width, height / STAGE.height]
  // A canvas whose size was rounded is filled: no hairline of background at an edge.
  const rounded = Math.abs(across - down) * STAGE.height < 2
  const scale = rounded ? Math.max(across, down) : Math.min(across, down)
  const spare = height - STAGE.height * scale
  return { scale, left: (width - STAGE.width * scale) / 2, top: height > width * 1.2 ? spare * 0.3 : spare / 2 }
}

export const toWorld = (view: View, x: number, y: number): Point => ({
  x: (x - view.left) / view.scale,
  y: (y - view.top) / view.scale,
})
