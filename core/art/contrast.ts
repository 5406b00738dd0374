import { modeLrgb, modeOklab, modeRgb, useMode, type Oklab } from 'culori/fn'
import type { Pixels } from './pixels'

/** Relative luminance (WCAG 2.2) of an sRGB channel, by value. */
const LINEAR = Float64Array.from({ length: 256 }, (_, v) =>
  v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
)

/** Relative luminance (WCAG 2.2), 0..1, of a colour of 0..255 channels. */
export const luminance = (r: number, g: number, b: number): number =>
  0.2126 * LINEAR[r]! + 0.7152 * LINEAR[g]! + 0.0722 * LINEAR[b]!

/** Mean relative luminance, 0..1, of the drawn pixels; null when nothing is drawn. */
export function meanLuminance({ data }: Pixels): number | null {
  let sum = 0
  let weight = 0
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3]! / 255
    if (alpha === 0) continue
    sum += luminance(data[i]!, data[i + 1]!, data[i + 2]!) * alpha
    weight += alpha
  }
  return weight === 0 ? null : sum / weight
}

/** Contrast ratio (WCAG 2.2), 1..21, of two mean luminances. */
export const contrastOf = (a: number, b: number): number => (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)

export interface StandOut {
  /** 1..21: what the best-seen quarter of the drawing has against the places of the ground it is hardest to see on. */
  contrast: number
  /** Whether that quarter has 3:1 (WCAG 2.2, 1.4.11) or is clearly another colour nearly everywhere. */
  clear: boolean
}

/** WCAG 2.2, 1.4.11: the least ratio for graphical objects. */
const LEAST_RATIO = 3
/** OKLab distance (0..1, black to white is 1) from which colours of the same light are told apart at a glance. */
const LEAST_DISTANCE = 0.2
const PLACES = { across: 16, down: 10 }
useMode(modeRgb)
useMode(modeLrgb)
const oklab = useMode(modeOklab)

interface Tone {
  light: number
  lab: Oklab
}

const toneOf = (r: number, g: number, b: number): Tone => ({
  light: luminance(Math.round(r), Math.round(g), Math.round(b)),
  lab: oklab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 }),
})

/** Up to about 400 of the drawn pixels, evenly taken. */
function tonesOf({ width, height, data }: Pixels): Tone[] {
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 400)))
  const tones: Tone[] = []
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step) {
      const at = (y * width + x) * 4
      if (data[at + 3]! >= 128) tones.push(toneOf(data[at]!, data[at + 1]!, data[at + 2]!))
    }
  return tones
}

type Colour = [r: number, g: number, b: number]
const meansKept = new WeakMap<Pixels, Colour[]>()

/** Mean colours of the ground in places about as large as a figure. One ground is asked for by many drawings. */
function meansOf(ground: Pixels): Colour[] {
  const kept = meansKept.get(ground)
  if (kept !== undefined) return kept
  const across = Math.min(PLACES.across, ground.width)
  const down = Math.min(PLACES.down, ground.height)
  const means = Array.from({ length: across * down }, (_, i): Colour => {
    const left = Math.floor(((i % across) * ground.width) / across)
    const top = Math.floor((Math.floor(i / across) * ground.height) / down)
    const right = Math.floor((((i % across) + 1) * ground.width) / across)
    const bottom = Math.floor(((Math.floor(i / across) + 1) * ground.height) / down)
    const sum: Colour = [0, 0, 0]
    for (let y = top; y < bottom; y++)
      for (let x = left; x < right; x++)
        for (let c = 0; c < 3; c++) sum[c]! += ground.data[(y * ground.width + x) * 4 + c]!
    const count = (right - left) * (bottom - top)
    return [sum[0] / count, sum[1] / count, sum[2] / count]
  })
  meansKept.set(ground, means)
  return means
}

const STAGE_BLACK: Colour = [16, 19, 28]
const dimmed = (colour: Colour, dim: number): Colour =>
  [0, 1, 2].map((c) => colour[c]! * (1 - dim) + STAGE_BLACK[c]! * dim) as Colour

/** The value a share (0..1) of the values lies under. */
const quantile = (values: readonly number[], share: number): number =>
  Float64Array.from(values).sort()[Math.min(values.length - 1, Math.floor(values.length * share))]!

/**
 * How well a drawing stands out from a ground that is dimmed by `dim` (0..1 of the way to the stage's black). A dim
 * ground is what the player draws: a pane of that strength over it. A drawing counts as seen by its best quarter: a
 * dark rim shows it on light ground, its light parts on dark. Null when nothing is drawn.
 */
export function standOut(drawing: Pixels, ground: Pixels, dim: number): StandOut | null {
  const tones = tonesOf(drawing)
  if (tones.length === 0) return null
  const places = meansOf(ground).map((mean) => {
    const place = toneOf(...dimmed(mean, dim))
    const ratios = tones.map((tone) => contrastOf(tone.light, place.light))
    const apart = tones.map(({ lab }, i) =>
      Math.max(
        ratios[i]! / LEAST_RATIO,
        Math.hypot(lab.l - place.lab.l, lab.a - place.lab.a, lab.b - place.lab.b) / LEAST_DISTANCE,
      ),
    )
    return { ratio: quantile(ratios, 0.75), apart: quantile(apart, 0.75) }
  })
  const worst = (of: (place: { ratio: number; apart: number }) => number) => quantile(places.map(of), 0.1)
  return { contrast: worst((place) => place.ratio), clear: worst((place) => place.apart) >= 1 }
}
