import type { Pixels } from './pixels'

export interface Swatch {
  colour: string
  /** 0..1 of the drawn pixels. */
  share: number
}

const hex = (r: number, g: number, b: number): string =>
  `#${[r, g, b].map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`

/** The colours a drawing is made of, most used first: means of boxes of 16 levels a channel. */
export function palette({ data }: Pixels, most = 12): Swatch[] {
  const boxes = new Map<number, [r: number, g: number, b: number, count: number]>()
  let drawn = 0
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! < 128) continue
    drawn++
    const key = ((data[i]! >> 4) << 8) | ((data[i + 1]! >> 4) << 4) | (data[i + 2]! >> 4)
    const box = boxes.get(key) ?? [0, 0, 0, 0]
    box[0] += data[i]!
    box[1] += data[i + 1]!
    box[2] += data[i + 2]!
    box[3]++
    boxes.set(key, box)
  }
  return [...boxes.values()]
    .sort((a, b) => b[3] - a[3])
    .slice(0, most)
    .map(([r, g, b, count]) => ({ colour: hex(r / count, g / count, b / count), share: count / drawn }))
}

export const COLOUR_WORDS = [
  'red',
  'orange',
  'yellow',
  'green',
  'teal',
  'blue',
  'purple',
  'pink',
  'brown',
  'black',
  'grey',
  'white',
] as const
export type ColourWord = (typeof COLOUR_WORDS)[number]

/** The plain word for a colour given in 0..255, from hue, saturation and lightness. */
export function colourWord(r: number, g: number, b: number): ColourWord {
  const high = Math.max(r, g, b)
  const low = Math.min(r, g, b)
  const light = (high + low) / 510
  const spread = (high - low) / 255
  if (light < 0.12) return 'black'
  if (spread < 0.09) return light > 0.86 ? 'white' : light < 0.2 ? 'black' : 'grey'
  if (light > 0.94) return 'white'
  const part = high - low
  const hue = 60 * (high === r ? ((g - b) / part + 6) % 6 : high === g ? (b - r) / part + 2 : (r - g) / part + 4)
  if (hue < 14 || hue >= 346) return light > 0.7 ? 'pink' : light < 0.24 ? 'brown' : 'red'
  if (hue < 42) return light < 0.44 || spread < 0.35 ? 'brown' : 'orange'
  if (hue < 68) return light < 0.32 ? 'brown' : 'yellow'
  if (hue < 158) return 'green'
  if (hue < 192) return 'teal'
  if (hue < 252) return 'blue'
  if (hue < 296) return 'purple'
  return 'pink'
}
