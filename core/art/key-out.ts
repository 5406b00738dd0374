import { drawnBox, type Pixels, type Rect } from './pixels'

export interface Rgb {
  r: number
  g: number
  b: number
}

export interface FlatBackdrop extends Rgb {
  /** Share of the border pixels, 0..1, within the tolerance of that colour. */
  share: number
}

export interface KeyOut {
  colour: Rgb
  /** Largest channel difference that still counts as backdrop, 0..255. */
  tolerance: number
  /** Also what is enclosed by the drawing, not only what is connected with the border. */
  everywhere: boolean
  /** Take the backdrop's colour out of the mixed pixels around the drawing. */
  fringe: boolean
  /** Cells of a strip, each with a border of its own; the whole picture when absent. */
  cells?: readonly Rect[]
}

export const TOLERANCE = 40
/** Mixed pixels reach this many tolerances from the backdrop's colour. */
const MIXED = 2.5

/** Largest channel difference between a pixel and a colour, 0..255. */
function away(data: Pixels['data'], at: number, { r, g, b }: Rgb): number {
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
  const colour = { r: middle(0), g: middle(1), b: middle(2) }
  const share = border.filter((at) => away(data, at, colour) <= TOLERANCE).length / border.length
  return share >= 0.85 ? { ...colour, share } : null
}

/**
 * Makes a flat colour see-through: by default where it is connected with the border (flood fill, 4 neighbours). The
 * pixels of mixed colours around the drawing become partly see-through, and with `fringe` their colour is what is left
 * when the backdrop's share is taken out (the inverse of "over", Porter and Duff 1984). Returns a new picture.
 */
export function keyOut(pixels: Pixels, options: Rgb | KeyOut, plainTolerance = TOLERANCE): Pixels {
  const how: KeyOut =
    'colour' in options ? options : { colour: options, tolerance: plainTolerance, everywhere: false, fringe: true }
  const data = new Uint8ClampedArray(pixels.data)
  const out: Pixels = { width: pixels.width, height: pixels.height, data }
  for (const cell of how.cells ?? [{ x: 0, y: 0, w: pixels.width, h: pixels.height }]) keyCell(pixels, out, cell, how)
  return out
}

function keyCell(from: Pixels, to: Pixels, cell: Rect, { colour, tolerance, everywhere, fringe }: KeyOut): void {
  const { w, h } = cell
  const at = (p: number) => ((cell.y + Math.floor(p / w)) * from.width + cell.x + (p % w)) * 4
  const gone = new Uint8Array(w * h)
  const stack: number[] = []
  const isBackdrop = (p: number) => from.data[at(p) + 3] === 0 || away(from.data, at(p), colour) <= tolerance
  const visit = (p: number) => {
    if (gone[p] === 1 || !isBackdrop(p)) return
    gone[p] = 1
    stack.push(p)
  }
  if (everywhere) {
    for (let p = 0; p < gone.length; p++) if (isBackdrop(p)) gone[p] = 1
  } else {
    for (let x = 0; x < w; x++) {
      visit(x)
      visit((h - 1) * w + x)
    }
    for (let y = 0; y < h; y++) {
      visit(y * w)
      visit(y * w + w - 1)
    }
    while (stack.length > 0) {
      const p = stack.pop()!
      const x = p % w
      if (x > 0) visit(p - 1)
      if (x < w - 1) visit(p + 1)
      if (p >= w) visit(p - w)
      if (p < w * (h - 1)) visit(p + w)
    }
  }
  for (let p = 0; p < gone.length; p++) {
    const i = at(p)
    if (gone[p] === 1) {
      to.data[i + 3] = 0
      continue
    }
    const x = p % w
    const edge =
      (x > 0 && gone[p - 1] === 1) ||
      (x < w - 1 && gone[p + 1] === 1) ||
      (p >= w && gone[p - w] === 1) ||
      (p < w * (h - 1) && gone[p + w] === 1)
    if (!edge) continue
    // A border pixel is drawing mixed with backdrop. How much of it is drawing follows from the purest colour near it.
    const distance = away(from.data, i, colour)
    if (tolerance === 0 || distance >= tolerance * MIXED * 1.6) continue
    let pure = 0
    for (let dy = -2; dy <= 2; dy++)
      for (let dx = -2; dx <= 2; dx++) {
        const nx = x + dx
        const ny = Math.floor(p / w) + dy
        if (nx < 0 || ny < 0 || nx >= w || ny >= h || gone[ny * w + nx] === 1) continue
        pure = Math.max(pure, away(from.data, at(ny * w + nx), colour))
      }
    const share = Math.min(1, distance / Math.max(pure, tolerance * 2))
    if (share > 0.96) continue
    to.data[i + 3] = Math.round(from.data[i + 3]! * share)
    if (!fringe || share < 0.05) continue
    const backdrop = [colour.r, colour.g, colour.b]
    for (let c = 0; c < 3; c++) to.data[i + c] = (from.data[i + c]! - backdrop[c]! * (1 - share)) / share
  }
}

/** The colour most of the border has, for pictures whose border is not quite flat; null without an opaque border. */
export function borderColour(pixels: Pixels): Rgb | null {
  const flat = flatBackdrop(pixels)
  if (flat !== null) return { r: flat.r, g: flat.g, b: flat.b }
  const box = drawnBox(pixels)
  return box === null || pixels.data[3]! < 250 ? null : { r: pixels.data[0]!, g: pixels.data[1]!, b: pixels.data[2]! }
}
