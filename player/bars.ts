import { backdropOf, partAs, type Setup } from '../core/game/setup'
import { NIGHT, type Images } from './draw'

/** How dark a bar is against the picture it stands beside: it must not draw the eye from the game. */
const DARKER = 0.55

/**
 * The colour of what a stage leaves free on a screen: the mean of the backdrop's edge, darker. Night where there is no
 * backdrop, or none that can be drawn here.
 */
export function barColour(setup: Setup, images: Images): string {
  const picture = backdropOf(setup) ?? setup.find('picture', partAs(setup.doc, 'opening'))
  const image = picture === undefined ? undefined : images.get(picture.asset)
  if (image === undefined) return NIGHT
  const side = 8
  const canvas = document.createElement('canvas')
  canvas.width = side
  canvas.height = side
  const ink = canvas.getContext('2d', { willReadFrequently: true })
  if (ink === null) return NIGHT
  ink.drawImage(image, 0, 0, side, side)
  const { data } = ink.getImageData(0, 0, side, side)
  const sum = [0, 0, 0]
  let count = 0
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      if (x > 0 && y > 0 && x < side - 1 && y < side - 1) continue
      for (let c = 0; c < 3; c++) sum[c]! += data[(y * side + x) * 4 + c]!
      count++
    }
  const [r, g, b] = sum.map((value) => Math.round((value / count) * DARKER))
  return `rgb(${r} ${g} ${b})`
}
