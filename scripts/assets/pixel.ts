/** A small canvas for pixel art drawn by script: letters from a palette, rectangles, rows of text. */
export interface Sheet {
  width: number
  height: number
  data: Uint8ClampedArray
}

export type Palette = Record<string, string>

export const sheet = (width: number, height: number): Sheet => ({
  width,
  height,
  data: new Uint8ClampedArray(width * height * 4),
})

export const rgb = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16)) as [number, number, number]

export function dot(s: Sheet, x: number, y: number, colour: string): void {
  if (x < 0 || y < 0 || x >= s.width || y >= s.height) return
  s.data.set([...rgb(colour), 255], (Math.floor(y) * s.width + Math.floor(x)) * 4)
}

export function rect(s: Sheet, x: number, y: number, w: number, h: number, colour: string): void {
  for (let j = 0; j < h; j++) for (let i = 0; i < w; i++) dot(s, x + i, y + j, colour)
}

export function disc(s: Sheet, cx: number, cy: number, r: number, colour: string): void {
  for (let y = -r; y <= r; y++)
    for (let x = -r; x <= r; x++) if (x * x + y * y <= r * r + r * 0.6) dot(s, cx + x, cy + y, colour)
}

/** Ordered 4x4 dither between two colours; `share` 0..1 of the second. */
const BAYER = [0, 8, 2, 10, 12, 4, 14, 6, 3, 11, 1, 9, 15, 7, 13, 5]
export function dither(s: Sheet, x: number, y: number, share: number, a: string, b: string): void {
  dot(s, x, y, (BAYER[(y & 3) * 4 + (x & 3)]! + 0.5) / 16 < share ? b : a)
}

/** Rows of letters; a dot is see-through, every other letter is looked up in the palette. */
export function stamp(s: Sheet, rows: readonly string[], palette: Palette, left: number, top: number): void {
  rows.forEach((row, y) =>
    [...row].forEach((letter, x) => {
      if (letter === '.' || letter === ' ') return
      const colour = palette[letter]
      if (colour === undefined) throw new Error(`No colour for "${letter}" in row ${y}: ${row}`)
      dot(s, left + x, top + y, colour)
    }),
  )
}

/** A line of one px around all that is drawn, where there is room for it. */
export function edged(s: Sheet, colour: string): void {
  const drawn = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < s.width && y < s.height && s.data[(y * s.width + x) * 4 + 3] !== 0
  const line: [number, number][] = []
  for (let y = 0; y < s.height; y++)
    for (let x = 0; x < s.width; x++)
      if (!drawn(x, y) && (drawn(x - 1, y) || drawn(x + 1, y) || drawn(x, y - 1) || drawn(x, y + 1))) line.push([x, y])
  for (const [x, y] of line) dot(s, x, y, colour)
}

/** Frames of one size side by side, `columns` to a row. */
export function strip(frames: readonly Sheet[], columns: number): Sheet {
  const { width, height } = frames[0]!
  const out = sheet(width * columns, height * Math.ceil(frames.length / columns))
  frames.forEach((frame, i) => {
    const left = (i % columns) * width
    const top = Math.floor(i / columns) * height
    for (let y = 0; y < height; y++)
      out.data.set(frame.data.subarray(y * width * 4, (y + 1) * width * 4), ((top + y) * out.width + left) * 4)
  })
  return out
}

/** Copies `from` onto `to`, see-through pixels left out, each pixel as a block of `zoom`. */
export function blit(to: Sheet, from: Sheet, left: number, top: number, zoom = 1): void {
  for (let y = 0; y < from.height; y++)
    for (let x = 0; x < from.width; x++) {
      const at = (y * from.width + x) * 4
      if (from.data[at + 3] === 0) continue
      for (let j = 0; j < zoom; j++)
        for (let i = 0; i < zoom; i++) {
          const px = left + x * zoom + i
          const py = top + y * zoom + j
          if (px >= 0 && py >= 0 && px < to.width && py < to.height)
            to.data.set(from.data.subarray(at, at + 4), (py * to.width + px) * 4)
        }
    }
}

/** A seeded generator for scatter (waves, stars): the same art each time the script runs. */
export function scatter(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 4294967296
  }
}
