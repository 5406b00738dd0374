import { STAGE, type Point } from '../core/game/types'

/** Where the stage lies on a canvas, in canvas px: the largest 16:10 that fits, in the middle. */
export interface View {
  left: number
  top: number
  scale: number
}

/** On a tall screen the stage sits in the upper half: the thumb plays below it. */
export function fitView(width: number, height: number): View {
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
