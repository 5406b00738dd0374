import type { Pixels } from './pixels'

export interface FlatBackdrop {
  r: number
  g: number
  b: number
  /** Share of the border pixels, 0..1, within the tolerance of that colour. */
  share: number
}

const TOLERANCE = 40

/** Largest channel difference between a pixel and a colour, 0..255. */
function away(data: Pixels['data'], at: number, r: number, g: number, b: number): number {
  return Math.max(Math.abs(data[at]! - r), Math.abs(data[at + 1]! - g), Math.abs(data[at + 2]! - b))
}

/** The flat colour around a drawing that has no see-through border; null when there is none. */
export function flatBackdrop(pixels: Pixels): FlatBackdrop | null {
  const { width, height, data } = pixels
  if (width < 4 || height < 4) return null
  const border: number[] = []
  for (let x = 0; x < width; x++) border.push(x * 4, ((height - 1) * width + x) * 4)
  for (let y = 1; y < height - 1; y++) border.push(y * width * 4, (y * width + width - 1) * 4)
  if (border.some((at) => data[at + 3]! < 250)) return null
  const corners = [0, (width - 1) * 4, (height - 1) * width * 4, (height * width - 1) * 4]
  const middle = (channel: number) => corners.map((at) => data[at + channel]!).sort((a, b) => a - b)[1]!
  const r = middle(0)
  const g = middle(1)
  const b = middle(2)
  const share = border.filter((at) => away(data, at, r, g, b) <= TOLERANCE).length / border.length
  return share >= 0.85 ? { r, g, b, share } : null
}

/**
 * Makes the flat colour see-through where it is connected with the border (flood fill, 4 neighbours), and softens
 * the one pixel of mixed colours that is left around the drawing. Returns a new picture.
 */
export function keyOut(pixels: Pixels, colour: { r: number; g: number; b: number }, tolerance = TOLERANCE): Pixels {
  const { width, height } = pixels
  const data = new Uint8ClampedArray(pixels.data)
  const gone = new Uint8Array(width * height)
  const stack: number[] = []
  const visit = (p: number) => {
    if (gone[p] === 1 || away(data, p * 4, colour.r, colour.g, colour.b) > tolerance) return
    gone[p] = 1
    stack.push(p)
  }
  for (let x = 0; x < width; x++) {
    visit(x)
    visit((height - 1) * width + x)
  }
  for (let y = 0; y < height; y++) {
    visit(y * width)
    visit(y * width + width - 1)
  }
  while (stack.length > 0) {
    const p = stack.pop()!
    const x = p % width
    if (x > 0) visit(p - 1)
    if (x < width - 1) visit(p + 1)
    if (p >= width) visit(p - width)
    if (p < width * (height - 1)) visit(p + width)
  }
  for (let p = 0; p < gone.length; p++) {
    if (gone[p] === 1) {
      data[p * 4 + 3] = 0
      continue
    }
    const x = p % width
    const edge =
      (x > 0 && gone[p - 1] === 1) ||
      (x < width - 1 && gone[p + 1] === 1) ||
      (p >= width && gone[p - width] === 1) ||
      (p < width * (height - 1) && gone[p + width] === 1)
    if (!edge) continue
    // A border pixel is drawing mixed with backdrop: the nearer its colour is to the backdrop, the less of it stays.
    const distance = away(pixels.data, p * 4, colour.r, colour.g, colour.b)
    if (distance < tolerance * 2.5) data[p * 4 + 3] = Math.round(255 * ((distance - tolerance) / (tolerance * 1.5)))
  }
  return { width, height, data }
}
