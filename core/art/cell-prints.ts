import type { Pixels, Rect } from './pixels'

/** Sums of ink left of and above each px (Crow 1984): the ink of any box with four looks. */
export interface InkSums {
  width: number
  sums: Uint32Array
}

export function inkSums({ width, height }: Pixels, mask: Uint8Array): InkSums {
  const sums = new Uint32Array((width + 1) * (height + 1))
  for (let y = 0; y < height; y++)
    for (let x = 0, row = 0; x < width; x++) {
      row += mask[y * width + x]!
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row
    }
  return { width: width + 1, sums }
}

export function inkIn({ width, sums }: InkSums, x: number, y: number, right: number, bottom: number): number {
  return sums[bottom * width + right]! - sums[y * width + right]! - sums[bottom * width + x]! + sums[y * width + x]!
}

/** Fields a side that cells are compared by, and where there are many of them. */
export const GRAIN = 10
export const COARSE = 5

/** How a cell is filled, 0..1 on square fields and altogether, and its mean colour. */
export interface Print {
  fields: Float32Array
  colour: [number, number, number]
  ink: number
}

export function printOf({ width, data }: Pixels, mask: Uint8Array, sums: InkSums, cell: Rect, grain: number): Print {
  const fields = new Float32Array(grain * grain)
  for (let j = 0; j < grain; j++)
    for (let i = 0; i < grain; i++) {
      const x = cell.x + Math.floor((i * cell.w) / grain)
      const y = cell.y + Math.floor((j * cell.h) / grain)
      const right = Math.max(x + 1, cell.x + Math.floor(((i + 1) * cell.w) / grain))
      const bottom = Math.max(y + 1, cell.y + Math.floor(((j + 1) * cell.h) / grain))
      fields[j * grain + i] = inkIn(sums, x, y, right, bottom) / ((right - x) * (bottom - y))
    }
  const colour: [number, number, number] = [0, 0, 0]
  let seen = 0
  const stepX = Math.max(1, cell.w / grain)
  const stepY = Math.max(1, cell.h / grain)
  for (let y = stepY / 2; y < cell.h; y += stepY)
    for (let x = stepX / 2; x < cell.w; x += stepX) {
      const p = (cell.y + Math.floor(y)) * width + cell.x + Math.floor(x)
      if (mask[p] === 0) continue
      for (let c = 0; c < 3; c++) colour[c]! += data[p * 4 + c]!
      seen++
    }
  const ink = inkIn(sums, cell.x, cell.y, cell.x + cell.w, cell.y + cell.h) / (cell.w * cell.h)
  return { fields, colour: colour.map((c) => c / Math.max(1, seen)) as Print['colour'], ink }
}

/** 0..1: overlap of what two cells have drawn (intersection over union). */
function overlap(a: Print, b: Print): number {
  let both = 0
  let either = 0
  for (let i = 0; i < a.fields.length; i++) {
    both += Math.min(a.fields[i]!, b.fields[i]!)
    either += Math.max(a.fields[i]!, b.fields[i]!)
  }
  return either === 0 ? 0 : both / either
}

const colourNear = (a: Print, b: Print): number =>
  1 - Math.min(1, a.colour.reduce((sum, one, c) => sum + Math.abs(one - b.colour[c]!), 0) / 255)

/** How alike cells are to the one beside or below them, 0..1 each, and how much their ink differs. */
export function neighbours(prints: readonly Print[], columns: number) {
  let likeness = 0
  let colours = 0
  let pairs = 0
  prints.forEach((print, i) => {
    if (print.ink === 0) return
    const beside = (i + 1) % columns === 0 ? undefined : prints[i + 1]
    const near = [beside, prints[i + columns]].filter((one) => one !== undefined && one.ink > 0) as Print[]
    if (near.length === 0) return
    likeness += Math.max(...near.map((one) => overlap(print, one)))
    colours += Math.max(...near.map((one) => colourNear(print, one)))
    pairs++
  })
  const inks = prints.map((print) => print.ink).filter((ink) => ink > 0)
  const mean = inks.reduce((sum, ink) => sum + ink, 0) / Math.max(1, inks.length)
  const variance = inks.reduce((sum, ink) => sum + (ink - mean) ** 2, 0) / Math.max(1, inks.length)
  return {
    likeness: likeness / Math.max(1, pairs),
    colours: colours / Math.max(1, pairs),
    spread: Math.sqrt(variance) / Math.max(1e-6, mean),
    drawn: inks.length,
  }
}

/** Empty cells that have drawn ones both right of and below them; at the end of rows and columns they are the rule. */
export function holesIn(prints: readonly Print[], columns: number): number {
  let holes = 0
  prints.forEach((print, i) => {
    if (print.ink > 0) return
    const right = prints.slice(i + 1, i - (i % columns) + columns).some((one) => one.ink > 0)
    let below = false
    for (let j = i + columns; j < prints.length && !below; j += columns) below = prints[j]!.ink > 0
    if (right && below) holes++
  })
  return holes
}
