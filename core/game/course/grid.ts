import type { CastActor } from '../setup'
import type { CourseDoc } from '../types'

/** How a cell takes whoever comes to it. */
export const OPEN = 0
export const SOLID = 1
export const ONE_WAY = 2
export const HARMFUL = 3
const SURFACES: Readonly<Record<string, number>> = { open: OPEN, solid: SOLID, 'one-way': ONE_WAY, harmful: HARMFUL }

/** One layer of cells: which tile each has, -1 for none, and which of its pictures, -1 where they follow each other. */
export interface CellLayer {
  tile: Int16Array
  picture: Int16Array
}

/** A course as a play needs it. One cell is one world unit; (0, 0) is the top left. */
export interface Grid {
  w: number
  h: number
  tiles: readonly CastActor[]
  /** Of each tile, cells of its picture that are above the line one stands on. */
  over: Float64Array
  surface: Uint8Array
  play: CellLayer
  back: CellLayer | null
  front: CellLayer | null
}

/** Neighbours of the same tile, as `edges` counts them: above 1, right 2, below 4, left 8. */
const AROUND = [
  [0, -1],
  [1, 0],
  [0, 1],
  [-1, 0],
] as const

/** Neighbours as `corners` counts them: above 1, and on round the clock to above and left 128. */
const ALL_AROUND = [
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
] as const
/** A corner counts only where both sides beside it join: 47 sums are left, in their order. */
function cornered(sum: number): number {
  let left = sum
  for (const corner of [1, 3, 5, 7])
    if ((sum & (1 << (corner - 1))) === 0 || (sum & (1 << ((corner + 1) % 8))) === 0) left &= ~(1 << corner)
  return left
}
const CORNERED = [...new Set(Array.from({ length: 256 }, (_, sum) => cornered(sum)))].sort((a, b) => a - b)
const IN_CORNERED = Uint8Array.from({ length: 256 }, (_, sum) => CORNERED.indexOf(cornered(sum)))

/** The same for the same cell and seed: which of so many pictures it has. */
export function chance(x: number, y: number, seed: number, count: number): number {
  let hash = Math.imul(x + 11, 73856093) ^ Math.imul(y + 7, 19349663) ^ Math.imul(seed + 1, 83492791)
  hash = Math.imul(hash ^ (hash >>> 15), 1274126177)
  return ((hash ^ (hash >>> 13)) >>> 0) % count
}

function sumOf(around: readonly (readonly [number, number])[], joins: (dx: number, dy: number) => boolean): number {
  let sum = 0
  for (let i = 0; i < around.length; i++) if (joins(around[i]![0], around[i]![1])) sum |= 1 << i
  return sum
}

/**
 * Which of a tile's pictures a cell shows. `edges`: its pictures are in the order of the sum of what joins them, above
 * 1, right 2, below 4, left 8, so that sixteen of them are a whole set; what lies outside of the course joins. `corners`:
 * the same with the four corners, round the clock from above, where a corner counts only if both its sides join: 47 of
 * them, by their sum. `chance`: any of them, always the same one. Else -1: they follow each other.
 */
export function pictureOf(
  way: string,
  count: number,
  joins: (dx: number, dy: number) => boolean,
  x: number,
  y: number,
): number {
  if (way === 'edges') {
    return Math.min(sumOf(AROUND, joins), count - 1)
  }
  if (way === 'corners') {
    return Math.min(IN_CORNERED[sumOf(ALL_AROUND, joins)]!, count - 1)
  }
  return way === 'chance' ? chance(x, y, 0, count) : -1
}

/** Of a tile's picture, so much may be above the line one stands on. */
const MOST_OVER = 0.6
/** Whether a picture of a set is one of a tile that has another above it. */
export const joinsAbove = (way: 'edges' | 'corners', picture: number): boolean =>
  ((way === 'edges' ? picture : (CORNERED[picture] ?? 0)) & 1) !== 0
export const TILE_CLIP = 'tile'
const countOf = (actor: CastActor): number =>
  (actor.sprite.clips[TILE_CLIP] ?? Object.values(actor.sprite.clips)[0])?.frames.length ?? 1

function layerOf(rows: readonly string[], doc: CourseDoc, tiles: readonly CastActor[]): CellLayer {
  const [w, h] = [rows[0]!.length, rows.length]
  const index = new Map(tiles.map((tile, i) => [tile.id, i]))
  const letters = new Map(Object.entries(doc.tiles).map(([letter, id]) => [letter, index.get(id) ?? -1]))
  const tile = new Int16Array(w * h).fill(-1)
  const picture = new Int16Array(w * h).fill(-1)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const letter = rows[y]![x]!
      if (letter !== '.') tile[y * w + x] = letters.get(letter) ?? -1
    }
  const ways = tiles.map(({ fields }) => String(fields['pictures'] ?? ''))
  const counts = tiles.map(countOf)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const one = tile[y * w + x]!
      if (one < 0) continue
      const joins = (dx: number, dy: number) => {
        const [nx, ny] = [x + dx, y + dy]
        return nx < 0 || ny < 0 || nx >= w || ny >= h || tile[ny * w + nx] === one
      }
      picture[y * w + x] = pictureOf(ways[one]!, counts[one]!, joins, x, y)
    }
  return { tile, picture }
}

export function gridOf(doc: CourseDoc, tiles: readonly CastActor[]): Grid {
  const play = layerOf(doc.play, doc, tiles)
  const surfaces = tiles.map(({ fields }) => SURFACES[String(fields['surface'])] ?? SOLID)
  const surface = new Uint8Array(play.tile.length)
  for (let i = 0; i < surface.length; i++) surface[i] = play.tile[i]! < 0 ? OPEN : surfaces[play.tile[i]!]!
  /** A share of the picture; what is below it is the cell. */
  const over = Float64Array.from(tiles, ({ fields }) => {
    const share = Math.max(0, Math.min(MOST_OVER, Number(fields['stand'] ?? 0) / 100))
    return share / (1 - share)
  })
  return {
    ...{ over, w: doc.play[0]!.length, h: doc.play.length, tiles, surface, play },
    back: doc.back === undefined ? null : layerOf(doc.back, doc, tiles),
    front: doc.front === undefined ? null : layerOf(doc.front, doc, tiles),
  }
}

/** What a cell is: left and right of a course is wall, above and below it is air. */
export function surfaceAt(grid: Grid, x: number, y: number): number {
  if (x < 0 || x >= grid.w) return SOLID
  if (y < 0 || y >= grid.h) return OPEN
  return grid.surface[y * grid.w + x]!
}
