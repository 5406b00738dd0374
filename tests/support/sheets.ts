import { cellsOf } from '../../core/art/grid'
import { crop, drawnBox, type Pixels, type Rect } from '../../core/art/pixels'

/** px of a cell and of what lies around, or that a picture is one. */
export type Truth = 'one' | { w: number; h: number; gap?: number; margin?: number }

export interface MadeSheet {
  name: string
  style: string
  truth: Truth
  pixels: Pixels
}

type Ink = readonly [number, number, number, number]
const CLEAR: Ink = [0, 0, 0, 0]

/** Park and Miller's minimal standard generator, 0..1. */
function chance(seed: number): () => number {
  let state = (seed * 7919 + 13) % 2147483647
  return () => (state = (state * 48271) % 2147483647) / 2147483647
}

/** What is drawn in a cell: position 0..1 of it, and which cell of how many. */
type Drawing = (u: number, v: number, k: number, of: number) => Ink

/** A figure that swings its arms and legs; `body` moves a little with the step. */
function walker(seed: number): Drawing {
  const random = chance(seed)
  const coat: Ink = [80 + random() * 150, 60 + random() * 120, 40 + random() * 150, 255]
  const skin: Ink = [228, 186, 150, 255]
  const dark: Ink = [34, 36, 52, 255]
  const fat = 0.1 + random() * 0.08
  return (u, v, k, of) => {
    const swing = Math.sin((k / of) * Math.PI * 2)
    const bob = Math.abs(swing) * 0.03
    const y = v + bob
    if (Math.hypot(u - 0.5, y - 0.22) < 0.12) return skin
    if (y > 0.32 && y < 0.66 && Math.abs(u - 0.5) < fat) return coat
    const leg = (y - 0.66) * swing * 0.7
    if (y >= 0.66 && y < 0.94 && Math.abs(u - 0.5 - leg) < 0.05) return dark
    if (y >= 0.66 && y < 0.94 && Math.abs(u - 0.5 + leg) < 0.05) return dark
    const arm = (y - 0.36) * swing
    if (y > 0.36 && y < 0.6 && Math.abs(u - 0.5 - fat - arm) < 0.04) return skin
    return CLEAR
  }
}

/** Something that turns about its middle. */
function turner(seed: number): Drawing {
  const random = chance(seed)
  const tint: Ink = [60 + random() * 180, 60 + random() * 180, 60 + random() * 180, 255]
  const long = 0.3 + random() * 0.12
  return (u, v, k, of) => {
    const turn = (k / of) * Math.PI * 2
    const x = (u - 0.5) * Math.cos(turn) + (v - 0.5) * Math.sin(turn)
    const y = (v - 0.5) * Math.cos(turn) - (u - 0.5) * Math.sin(turn)
    if (Math.abs(x) < long && Math.abs(y) < 0.1 + Math.max(0, x) * 0.2)
      return x > long * 0.6 ? [250, 240, 210, 255] : tint
    return CLEAR
  }
}

/** Different things of one size: signs, goods. */
function goods(seed: number): Drawing {
  return (u, v, k) => {
    const random = chance(seed + k * 31)
    const tint: Ink = [40 + random() * 200, 40 + random() * 200, 40 + random() * 200, 255]
    const kind = Math.floor(random() * 4)
    const r = 0.3 + random() * 0.14
    const [x, y] = [u - 0.5, v - 0.5]
    const inside =
      kind === 0
        ? Math.hypot(x, y) < r
        : kind === 1
          ? Math.abs(x) < r && Math.abs(y) < r * 0.8
          : kind === 2
            ? Math.abs(x) + Math.abs(y) < r * 1.2
            : Math.abs(x) < r * 0.5 || (Math.abs(y) < r * 0.4 && Math.abs(x) < r)
    return inside && Math.abs(y) < 0.46 && Math.abs(x) < 0.46 ? tint : CLEAR
  }
}

/** A blast: grows, breaks up, and is gone. */
function blast(seed: number): Drawing {
  return (u, v, k, of) => {
    const t = k / of
    const random = chance(seed + Math.floor(u * 9) * 17 + Math.floor(v * 9) * 5 + k)
    const far = Math.hypot(u - 0.5, v - 0.5)
    const grown = 0.12 + t * 0.34
    return far < grown && far > t * 0.3 && random() > t * 0.6 ? [255, 220 - t * 120, 60, 255] : CLEAR
  }
}

/** Drawn up to the edges of its cell. */
function tile(seed: number): Drawing {
  return (u, v, k) => {
    const random = chance(seed + k * 7)
    const base = [70 + random() * 130, 60 + random() * 120, 50 + random() * 100]
    const rim = u < 0.07 || v < 0.07 || u > 0.93 || v > 0.93
    const stone = chance(Math.floor(u * 640) * 3 + Math.floor(v * 640) * 19)() * 26
    return [base[0]! + stone - (rim ? 50 : 0), base[1]! + stone - (rim ? 50 : 0), base[2]! + stone, 255]
  }
}

interface Layout {
  w: number
  h: number
  columns: number
  rows: number
  gap?: number
  margin?: number
  /** px left over at the right and below. */
  rest?: [number, number]
  /** Cells that are drawn; all when absent. */
  count?: number
  ground?: Ink
  /** Colour of lines in the gaps and the margin. */
  rule?: Ink
}

function lay(drawing: Drawing, layout: Layout): Pixels {
  const {
    w,
    h,
    columns,
    rows,
    gap = 0,
    margin = 0,
    rest = [0, 0],
    count = columns * rows,
    ground = CLEAR,
    rule,
  } = layout
  const width = margin * 2 + columns * w + (columns - 1) * gap + rest[0]
  const height = margin * 2 + rows * h + (rows - 1) * gap + rest[1]
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [cx, cy] = [x - margin, y - margin]
      const column = Math.floor(cx / (w + gap))
      const row = Math.floor(cy / (h + gap))
      const [ux, uy] = [cx - column * (w + gap), cy - row * (h + gap)]
      const inside = cx >= 0 && cy >= 0 && column < columns && row < rows && ux < w && uy < h
      const k = row * columns + column
      let ink: Ink = inside ? ground : (rule ?? ground)
      if (inside && k < count) {
        const drawn = drawing((ux + 0.5) / w, (uy + 0.5) / h, k, count)
        if (drawn[3] > 0) ink = drawn
      }
      data.set(ink, (y * width + x) * 4)
    }
  return { width, height, data }
}

const MAGENTA: Ink = [255, 0, 255, 255]
const WHITE: Ink = [255, 255, 255, 255]

/** Sheets in many styles whose cells are known, and single pictures, the same ones every time. */
export function madeSheets(): MadeSheet[] {
  const made: MadeSheet[] = []
  const add = (style: string, name: string, drawing: Drawing, layout: Layout) =>
    made.push({
      ...{ style, name, pixels: lay(drawing, layout) },
      truth: { w: layout.w, h: layout.h, gap: layout.gap ?? 0, margin: layout.margin ?? 0 },
    })
  const sizes = [16, 24, 32, 48, 64]
  sizes.forEach((size, i) => {
    add('strip', `walker ${size}`, walker(i), { w: size, h: size, columns: 4 + i, rows: 1 })
    add('tall strip', `walker ${size}`, walker(i + 10), { w: size, h: Math.round(size * 1.5), columns: 6, rows: 1 })
    add('column strip', `turner ${size}`, turner(i), { w: size, h: size, columns: 1, rows: 5 + i })
    add('sheet', `walkers ${size}`, walker(i + 20), { w: size, h: size, columns: 6, rows: 4 })
    add('sheet with free cells', `turners ${size}`, turner(i + 5), { w: size, h: size, columns: 5, rows: 4, count: 17 })
    add('padded strip', `goods ${size}`, goods(i), { w: size, h: size, columns: 6, rows: 1, gap: 2, margin: 2 })
    add('padded sheet', `walkers ${size}`, walker(i + 30), { w: size, h: size, columns: 5, rows: 3, gap: 1, margin: 1 })
    add('remainder', `walkers ${size}`, walker(i + 40), { w: size, h: size + 8, columns: 4, rows: 3, rest: [11, 7] })
    add('on magenta', `turners ${size}`, turner(i + 50), { w: size, h: size, columns: 8, rows: 2, ground: MAGENTA })
    add('on white', `walkers ${size}`, walker(i + 60), { w: size, h: size, columns: 6, rows: 1, ground: WHITE })
    add('ruled', `goods ${size}`, goods(i + 70), {
      ...{ w: size, h: size, columns: 5, rows: 3, gap: 1, margin: 1, ground: WHITE, rule: [40, 40, 90, 255] },
    })
    add('blasts', `blast ${size}`, blast(i), { w: size, h: size, columns: 7, rows: 1 })
    add('tiles', `tiles ${size}`, tile(i), { w: size, h: size, columns: 8, rows: 1 })
    add('goods', `goods ${size}`, goods(i + 80), { w: size, h: size, columns: 6, rows: 2 })
    const one = (name: string, drawing: Drawing, w: number, h: number, ground?: Ink) =>
      made.push({
        ...{ style: 'single pictures', name: `${name} ${size}`, truth: 'one' as const },
        pixels: lay(drawing, { w, h, columns: 1, rows: 1, ...(ground === undefined ? {} : { ground }) }),
      })
    one('walker', walker(i + 90), size, size * 2)
    one('thing', goods(i + 91), size, size)
    one('thing on white', goods(i + 92), size * 2, size * 2, WHITE)
    one('turner', turner(i + 93), size * 3, size)
    one('tile', tile(i + 94), size, size)
    one(
      'two eyes',
      (u, v) =>
        Math.hypot(u - 0.28, v - 0.5) < 0.14 || Math.hypot(u - 0.7, v - 0.44) < 0.2 ? [30, 30, 30, 255] : CLEAR,
      size * 2,
      size,
    )
    one('hills', (u, v) => [90 + v * 120, 120 + Math.sin(u * 9) * 30, 200 - v * 90, 255], size * 4, size * 3)
  })
  return made
}

export const trueCells = (pixels: Pixels, { w, h, gap = 0, margin = 0 }: Exclude<Truth, 'one'>): Rect[] => {
  const cells: Rect[] = []
  for (let y = margin; y + h <= pixels.height + h * 0.1; y += h + gap)
    for (let x = margin; x + w <= pixels.width + w * 0.1; x += w + gap)
      cells.push({ x, y, w: Math.min(w, pixels.width - x), h: Math.min(h, pixels.height - y) })
  return cells
}

/** Where in the picture each cell draws, cells that draw nothing left out. */
const drawings = (pixels: Pixels, cells: readonly Rect[]): { cell: Rect; box: string }[] =>
  cells.flatMap((cell) => {
    const box = drawnBox(crop(pixels, cell), 16)
    return box === null ? [] : [{ cell, box: `${cell.x + box.x} ${cell.y + box.y} ${box.w} ${box.h}` }]
  })

type Cut = Parameters<typeof cellsOf>[2]

/**
 * Whether a cut gives the very same drawings, each at the same place of a cell that lies as far from the next. `off` is
 * a picture without its backdrop, where the one that is cut has one.
 */
export function sameCells(pixels: Pixels, cut: Cut, truth: Exclude<Truth, 'one'>, off: Pixels = pixels): boolean {
  const wanted = drawings(off, trueCells(pixels, truth))
  const got = drawings(off, cellsOf(pixels.width, pixels.height, cut))
  if (wanted.length !== got.length) return false
  const [first, other] = [wanted[0]!.cell, got[0]!.cell]
  return wanted.every(
    ({ cell, box }, i) =>
      box === got[i]!.box &&
      cell.x - first.x === got[i]!.cell.x - other.x &&
      cell.y - first.y === got[i]!.cell.y - other.y,
  )
}

/** `right`: cut so by itself. `press`: so when asked. `miscut`: cut otherwise without asking. `whole`: left whole. */
export type Verdict = 'right' | 'press' | 'wrong offer' | 'whole' | 'miscut'

export function verdictOn(
  pixels: Pixels,
  { cut, trust, score }: { cut: Cut; trust: 'sure' | 'likely' | 'none'; score: number },
  truth: Truth,
  off: Pixels = pixels,
): Verdict {
  if (truth === 'one') return trust === 'sure' ? 'miscut' : trust === 'likely' ? 'wrong offer' : 'right'
  const good = sameCells(pixels, cut, truth, off)
  if (trust === 'sure') return good ? 'right' : 'miscut'
  return good && score > 0.1 ? 'press' : trust === 'likely' ? 'wrong offer' : 'whole'
}

/** The picture with a mask of what is drawn in it as its alpha. */
export function without(pixels: Pixels, mask: Uint8Array): Pixels {
  const data = new Uint8ClampedArray(pixels.data)
  mask.forEach((drawn, p) => {
    data[p * 4 + 3] = drawn === 0 ? 0 : 255
  })
  return { ...pixels, data }
}
