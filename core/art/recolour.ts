// The conversions themselves: the readers of written colours are a third as large as all of the player.
import { convertLabToLch, convertLchToLab, convertOklabToRgb, convertRgbToOklab } from 'culori/fn'
import type { RecolourDoc } from '../game/types'

/** Red, green and blue 0..1; hue in degrees, absent for grey. */
interface Oklch {
  l: number
  c: number
  h?: number
}
// The types of the package leave out the name of the mode they answer in.
const labToLch = convertLabToLch as (lab: ReturnType<typeof convertRgbToOklab>, mode: 'oklch') => Oklch
const lchToLab = convertLchToLab as unknown as (lch: Oklch, mode: 'oklab') => ReturnType<typeof convertRgbToOklab>
const toOklch = (r: number, g: number, b: number): Oklch => labToLch(convertRgbToOklab({ r, g, b }), 'oklch')
const toRgb = (colour: Oklch): { r: number; g: number; b: number } => convertOklabToRgb(lchToLab(colour, 'oklab'))

export const noRecolour = (): RecolourDoc => ({ hue: 0, tint: '', share: 0.8, swaps: [] })

/** True when nothing would look different. */
export const isPlain = (recolour: RecolourDoc): boolean =>
  recolour.hue === 0 && (recolour.tint === '' || recolour.share === 0) && recolour.swaps.length === 0

type Rgb = [number, number, number]
const channels = (hex: string): Rgb => [
  Number.parseInt(hex.slice(1, 3), 16),
  Number.parseInt(hex.slice(3, 5), 16),
  Number.parseInt(hex.slice(5, 7), 16),
]

const MOST_AWAY = 441.673

/**
 * Other colours for straight RGBA pixels, in place; alpha and see-through pixels stay. First colours are swapped (all
 * within `near`, 0..1 of the RGB diagonal, keep their distance to the old colour), then hue is turned in OKLCH (Björn
 * Ottosson 2020), then all is led towards the tint's hue and chroma with light and dark kept.
 */
export function recolourPixels(data: Uint8ClampedArray | Uint8Array, recolour: RecolourDoc): void {
  const swaps = recolour.swaps.map(({ from, to, near }) => ({ from: channels(from), to: channels(to), near }))
  const tint = recolour.tint === '' ? null : toOklch(...(channels(recolour.tint).map((value) => value / 255) as Rgb))
  const done = new Map<number, number>()
  const one = (r0: number, g0: number, b0: number): number => {
    let [r, g, b] = [r0, g0, b0]
    for (const { from, to, near } of swaps) {
      const away = Math.sqrt((r - from[0]) ** 2 + (g - from[1]) ** 2 + (b - from[2]) ** 2) / MOST_AWAY
      if (away > near) continue
      r = clamp(r + to[0] - from[0])
      g = clamp(g + to[1] - from[1])
      b = clamp(b + to[2] - from[2])
      break
    }
    if (recolour.hue === 0 && (tint === null || recolour.share === 0)) return (r << 16) | (g << 8) | b
    const old = toOklch(r / 255, g / 255, b / 255)
    let { l, c } = old
    let h = (old.h ?? 0) + recolour.hue
    if (tint !== null) {
      const k = recolour.share
      // Near white and black there is little room for colour.
      const room = 4 * l * (1 - l)
      c = c * (1 - k) + (tint.c ?? 0) * Math.min(1, room * 1.4) * k
      l = l * (1 - k * 0.25) + tint.l * k * 0.25 * room + l * k * 0.25 * (1 - room)
      h = k >= 0.5 ? (tint.h ?? 0) : h
    }
    const made = toRgb({ l, c, h })
    return (clamp(made.r * 255) << 16) | (clamp(made.g * 255) << 8) | clamp(made.b * 255)
  }
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3] === 0) continue
    const key = (data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!
    let colour = done.get(key)
    if (colour === undefined) {
      colour = one(data[i]!, data[i + 1]!, data[i + 2]!)
      done.set(key, colour)
    }
    data[i] = colour >> 16
    data[i + 1] = (colour >> 8) & 255
    data[i + 2] = colour & 255
  }
}

const clamp = (value: number): number => Math.max(0, Math.min(255, Math.round(value)))
