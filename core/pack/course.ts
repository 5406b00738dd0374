import type { CourseContent } from '../kinds/course'
import { MOST_HIGH, MOST_THINGS, MOST_WIDE } from '../kinds/course'

/** A cell of a course, from its top left. */
export interface Cell {
  x: number
  y: number
}
export const LAYERS = ['back', 'play', 'front'] as const
export type LayerName = (typeof LAYERS)[number]

export const sizeOf = ({ play }: CourseContent): { w: number; h: number } => ({ w: play[0]!.length, h: play.length })
const EMPTY = '.'
/** A cell is one of these: as many as a cast of tiles has entries, and two. */
export const LETTERS = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789'

const blank = (course: CourseContent): string[] => course.play.map((row) => EMPTY.repeat(row.length))

/** The tile of a cell; empty where there is none, or where there is no such cell. */
export function tileAt(course: CourseContent, layer: LayerName, { x, y }: Cell): string {
  return course.tiles[course[layer]?.[y]?.[x] ?? EMPTY] ?? ''
}

/** The course with a letter for that tile, and the letter; a dot for no tile. */
function lettered(course: CourseContent, tile: string): { course: CourseContent; letter: string } {
  if (tile === '') return { course, letter: EMPTY }
  const known = Object.keys(course.tiles).find((letter) => course.tiles[letter] === tile)
  if (known !== undefined) return { course, letter: known }
  // Letters of tiles that lie nowhere any more are given again.
  const used = new Set(LAYERS.flatMap((layer) => (course[layer] ?? []).flatMap((row) => [...row])))
  const tiles = Object.fromEntries(Object.entries(course.tiles).filter(([one]) => used.has(one)))
  const letter = [...LETTERS].find((one) => tiles[one] === undefined)!
  return { course: { ...course, tiles: { ...tiles, [letter]: tile } }, letter }
}

/** With these cells of a layer laid with that tile; empty takes out what is there. Cells outside are left out. */
export function withTiles(
  course: CourseContent,
  layer: LayerName,
  cells: readonly Cell[],
  tile: string,
): CourseContent {
  const { course: next, letter } = lettered(course, tile)
  const rows = [...(next[layer] ?? blank(next))]
  for (const { x, y } of cells) {
    const row = rows[y]
    if (row !== undefined && x >= 0 && x < row.length) rows[y] = row.slice(0, x) + letter + row.slice(x + 1)
  }
  return { ...next, [layer]: rows }
}

/** All cells that hang together with that one and are laid with the same. */
export function alikeFrom(course: CourseContent, layer: LayerName, from: Cell): Cell[] {
  const { w, h } = sizeOf(course)
  const tile = tileAt(course, layer, from)
  const seen = new Set<number>()
  const waiting = [from]
  const found: Cell[] = []
  while (waiting.length > 0) {
    const cell = waiting.pop()!
    const { x, y } = cell
    if (x < 0 || y < 0 || x >= w || y >= h || seen.has(y * w + x) || tileAt(course, layer, cell) !== tile) continue
    seen.add(y * w + x)
    found.push(cell)
    waiting.push({ x: x + 1, y }, { x: x - 1, y }, { x, y: y + 1 }, { x, y: y - 1 })
  }
  return found
}

/** Every cell on the straight way from one to another (Bresenham 1965): a pointer is faster than its events. */
export function lineOf(from: Cell, to: Cell): Cell[] {
  const cells: Cell[] = []
  const [dx, dy] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)]
  const [sx, sy] = [from.x < to.x ? 1 : -1, from.y < to.y ? 1 : -1]
  let { x, y } = from
  let error = dx - dy
  for (;;) {
    cells.push({ x, y })
    if (x === to.x && y === to.y) return cells
    const twice = error * 2
    if (twice > -dy) {
      error -= dy
      x += sx
    }
    if (twice < dx) {
      error += dx
      y += sy
    }
  }
}

export const freeId = (course: CourseContent): string => {
  const taken = new Set(course.things.map(({ id }) => id))
  let n = course.things.length + 1
  while (taken.has(`t${n}`)) n++
  return `t${n}`
}

/** With one thing more, its feet in the middle of a cell's floor; null where there are as many as there may be. */
export function withThing(
  course: CourseContent,
  part: string,
  entry: string,
  { x, y }: Cell,
): { course: CourseContent; id: string } | null {
  if (course.things.length >= MOST_THINGS) return null
  const id = freeId(course)
  return { course: { ...course, things: [...course.things, { id, part, entry, x: x + 0.5, y: y + 1 }] }, id }
}
/** How many cells with a tile, and things, another size would cut off. */
export function cutOff(course: CourseContent, w: number, h: number): number {
  let count = 0
  for (const layer of LAYERS)
    (course[layer] ?? []).forEach((row, y) => {
      for (let x = 0; x < row.length; x++) if (row[x] !== EMPTY && (x >= w || y >= h)) count++
    })
  return count + course.things.filter(({ x, y }) => x > w || y > h + 1).length
}

/** Of another size: what is new comes at the right and above, and is empty, so that the ground stays the ground. */
export function resized(course: CourseContent, w: number, h: number): CourseContent {
  const now = sizeOf(course)
  const [wide, high] = [Math.max(4, Math.min(MOST_WIDE, w)), Math.max(4, Math.min(MOST_HIGH, h))]
  const down = high - now.h
  const layer = (rows: readonly string[]): string[] =>
    Array.from({ length: high }, (_, y) => (rows[y - down] ?? '').padEnd(wide, EMPTY).slice(0, wide))
  const by = <T extends Cell>(spot: T): T => ({ ...spot, y: spot.y + down })
  return {
    ...course,
    play: layer(course.play),
    ...(course.back === undefined ? {} : { back: layer(course.back) }),
    ...(course.front === undefined ? {} : { front: layer(course.front) }),
    things: course.things
      .map((thing) => ({ ...by(thing), ...(thing.path === undefined ? {} : { path: thing.path.map(by) }) }))
      .filter(({ x, y }) => x <= wide && y > 0),
    start: by(course.start),
  }
}
