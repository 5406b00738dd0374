import { crop, drawnBox, type Pixels } from '../art/pixels'
import { shrinkArea } from '../art/resize'

/** A square icon with a drawing in its middle on one flat colour, `size` px. */
export function makeIcon(pixels: Pixels, size: number, colour: [number, number, number]): Pixels {
  const data = new Uint8ClampedArray(size * size * 4)
  for (let i = 0; i < data.length; i += 4) data.set([...colour, 255], i)
  const box = drawnBox(pixels)
  if (box === null) return { width: size, height: size, data }
  let art = crop(pixels, box)
  const room = Math.floor(size * 0.74)
  const longest = Math.max(art.width, art.height)
  if (longest > room)
    art = shrinkArea(
      art,
      Math.max(1, Math.round((art.width * room) / longest)),
      Math.max(1, Math.round((art.height * room) / longest)),
    )
  const factor = Math.max(1, Math.floor(room / Math.max(art.width, art.height)))
  const left = Math.floor((size - art.width * factor) / 2)
  const top = Math.floor((size - art.height * factor) / 2)
  for (let y = 0; y < art.height * factor; y++)
    for (let x = 0; x < art.width * factor; x++) {
      const from = (Math.floor(y / factor) * art.width + Math.floor(x / factor)) * 4
      const to = ((top + y) * size + left + x) * 4
      const alpha = art.data[from + 3]! / 255
      for (let c = 0; c < 3; c++) data[to + c] = Math.round(art.data[from + c]! * alpha + data[to + c]! * (1 - alpha))
    }
  return { width: size, height: size, data }
}

/** The middle square of a picture, `size` px a side. */
export function fillSquare(pixels: Pixels, size: number): Pixels {
  const side = Math.min(pixels.width, pixels.height)
  const middle = crop(pixels, {
    x: Math.floor((pixels.width - side) / 2),
    y: Math.floor((pixels.height - side) / 2),
    w: side,
    h: side,
  })
  if (side === size) return middle
  if (side > size) return shrinkArea(middle, size, size)
  // Larger than it was drawn: pixel by pixel, which keeps drawn pixels drawn.
  const data = new Uint8ClampedArray(size * size * 4)
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const from = (Math.floor((y * side) / size) * side + Math.floor((x * side) / size)) * 4
      data.set(middle.data.subarray(from, from + 4), (y * size + x) * 4)
    }
  return { width: size, height: size, data }
}
