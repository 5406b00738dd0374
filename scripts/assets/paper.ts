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
