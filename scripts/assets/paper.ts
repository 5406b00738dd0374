/** Cut-paper art for templates: flat shapes in two tones, no outlines, as SVG. */
export type Tone = [light: string, dark: string]

export const svg = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${body}</svg>\n`

export const shape = (d: string, fill: string): string => `<path d="${d}" fill="${fill}"/>`
export const oval = (cx: number, cy: number, rx: number, ry: number, fill: string): string =>
  `<ellipse cx="${cx}" cy="${cy}" rx="${rx}" ry="${ry}" fill="${fill}"/>`
export const move = (x: number, y: number, body: string, extra = ''): string =>
  `<g transform="translate(${x} ${y}) ${extra}">${body}</g>`

/** A shape in its light tone with the right half of it in its dark one: the fold of the paper. */
let clips = 0
export function folded(d: string, [light, dark]: Tone, fold: string): string {
  const id = `f${clips++}`
  return `<clipPath id="${id}"><path d="${d}"/></clipPath>${shape(d, light)}<g clip-path="url(#${id})">${shape(fold, dark)}</g>`
}

export const resetFolds = (): void => {
  clips = 0
}

/** Cells of one size side by side. */
export function svgStrip(cell: number, columns: number, frames: readonly string[]): string {
  return svg(
    cell * columns,
    cell * Math.ceil(frames.length / columns),
    frames.map((frame, i) => move((i % columns) * cell, Math.floor(i / columns) * cell, frame)).join(''),
  )
}

/** A file of a template's art, as SVG; the PNG that ships is made from it. */
export interface Drawing {
  name: string
  svg: string
}

/** What a template's folder has in its `make.ts`: all it draws, and all that sounds. */
export interface TemplateArt {
  drawings(): Drawing[]
  /** Samples at 44.1 kHz by the name of their file. */
  sounds(): Record<string, Float32Array>
}

/** A counter of thick paper, for boards that are played by hand. */
export const counter = (tone: Tone): Drawing => ({
  name: 'piece',
  svg: svg(
    120,
    120,
    oval(60, 68, 52, 48, '#00000033') +
      oval(60, 62, 52, 50, tone[1]) +
      folded(
        'M60,6C92,6 112,28 112,56C112,84 90,104 60,104C30,104 8,84 8,56C8,28 28,6 60,6Z',
        tone,
        'M60,0L120,0L120,120L60,120Z',
      ) +
      `<ellipse cx="60" cy="55" rx="38" ry="35" fill="none" stroke="#ffffff" stroke-opacity=".55" stroke-width="5" stroke-dasharray="12 8"/>`,
  ),
})
