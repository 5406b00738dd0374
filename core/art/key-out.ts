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
export function away(data: Pixels['data'], at: number, { r, g, b }: Rgb): number {
  return Math.max(Math.abs(data[at]! - r), Math.abs(data[at + 1]! - g), Math.abs(data[at + 2]! - b))
}

/** Places of the border's px in the data, each once. */
function borderOf({ width, height }: Pixels): number[] {
  const border: number[] = []
  for (let x = 0; x < width; x++) border.push(x * 4, ((height - 1) * width + x) * 4)
  for (let y = 1; y < height - 1; y++) border.push(y * width * 4, (y * width + width - 1) * 4)
  return border
}

/**
 * The colour most of the border has, with the share of the border, 0..1, that is within `near` of it. Colours are counted
 * in boxes of 2 to the power of `bits` a channel: large ones keep the noise of a JPEG together.
 */
export function commonestOnBorder(pixels: Pixels, bits = 5, near = TOLERANCE): FlatBackdrop {
  const { data } = pixels
  const border = borderOf(pixels)
  const boxes = new Map<number, number[]>()
  for (const at of border) {
    const key = ((data[at]! >> bits) << 16) | ((data[at + 1]! >> bits) << 8) | (data[at + 2]! >> bits)
    const box = boxes.get(key)
    if (box === undefined) boxes.set(key, [at])
    else box.push(at)
  }
  const most = [...boxes.values()].sort((a, b) => b.length - a.length)[0]!
  const middle = (channel: number) =>
    most.map((at) => data[at + channel]!).sort((a, b) => a - b)[Math.floor(most.length / 2)]!
  const colour = { r: middle(0), g: middle(1), b: middle(2) }
  return { ...colour, share: border.filter((at) => away(data, at, colour) <= near).length / border.length }
}

/** A colour nobody draws with and everybody cuts out by: each channel all on or all off, and not all alike. */
function isKeyColour({ r, g, b }: Rgb): boolean {
  const on = [r, g, b].map((value) => (value >= 225 ? 1 : value <= 30 ? 0 : -1))
  return !on.includes(-1) && new Set(on).size === 2
}

/** Share of the border that has to be of the backdrop: less for a key colour, as the drawing may touch the border. */
const FLAT_SHARE = 0.6
const KEY_SHARE = 0.2
/** Share of the picture that is backdrop connected with the border; a drawn frame around a crate is less. */
const LEAST_BACKDROP = 0.1

/** The flat colour around a drawing that has no see-through border; null when there is none. */
export function flatBackdrop(pixels: Pixels): FlatBackdrop | null {
  const { width, height, data } = pixels
  if (width < 4 || height < 4) return null
  if (borderOf(pixels).some((at) => data[at + 3]! < 250)) return null
  const found = commonestOnBorder(pixels)
  if (found.share < (isKeyColour(found) ? KEY_SHARE : FLAT_SHARE)) return null
  const cut = keyOut(pixels, { colour: found, tolerance: TOLERANCE, everywhere: false, fringe: false })
  let gone = 0
  for (let i = 3; i < data.length; i += 4) if (cut.data[i] === 0) gone++
  const all = width * height
  // Nothing but backdrop is a picture of one colour, and no box around anything.
  return gone >= all * LEAST_BACKDROP && gone < all ? found : null
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

/** Pieces of a backdrop's colour that a drawing encloses, so that cutting out from the border leaves them. px. */
export function enclosedPieces(pixels: Pixels, colour: Rgb, leastPx: number): Rect[] {
  const { width, height, data } = pixels
  const seen = new Uint8Array(width * height)
  const found: Rect[] = []
  for (let start = 0; start < seen.length; start++) {
    const isLeft = (p: number) => seen[p] === 0 && data[p * 4 + 3]! >= 250 && away(data, p * 4, colour) <= TOLERANCE / 2
    if (!isLeft(start)) continue
    const stack = [start]
    seen[start] = 1
    let [left, right, top, bottom, count] = [width, 0, height, 0, 0]
    while (stack.length > 0) {
      const p = stack.pop()!
      const [x, y] = [p % width, Math.floor(p / width)]
      count++
      left = Math.min(left, x)
      right = Math.max(right, x)
      top = Math.min(top, y)
      bottom = Math.max(bottom, y)
      for (const next of [x > 0 ? p - 1 : -1, x < width - 1 ? p + 1 : -1, p - width, p + width])
        if (next >= 0 && next < seen.length && isLeft(next)) {
          seen[next] = 1
          stack.push(next)
        }
    }
    if (count >= leastPx) found.push({ x: left, y: top, w: right - left + 1, h: bottom - top + 1 })
  }
  return found
}

/** The colour most of the border has, for pictures whose border is not quite flat; null without an opaque border. */
export function borderColour(pixels: Pixels): Rgb | null {
  const flat = flatBackdrop(pixels)
  if (flat !== null) return { r: flat.r, g: flat.g, b: flat.b }
  const box = drawnBox(pixels)
  return box === null || pixels.data[3]! < 250 ? null : { r: pixels.data[0]!, g: pixels.data[1]!, b: pixels.data[2]! }
}
