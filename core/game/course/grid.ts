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

/** The same for the same cell and seed: which of so many pictures it has. */
export function chance(x: number, y: number, seed: number, count: number): number {
  let hash = Math.imul(x + 11, 73856093) ^ Math.imul(y + 7, 19349663) ^ Math.imul(seed + 1, 83492791)
  hash = Math.imul(hash ^ (hash >>> 15), 1274126177)
  return ((hash ^ (hash >>> 13)) >>> 0) % count
}

/**
 * Which of a tile's pictures a cell shows. `edges`: its pictures are in the order of the sum of what joins them, above
 * 1, right 2, below 4, left 8, so that sixteen of them are a whole set; what lies outside of the course joins. `chance`:
 * any of them, always the same one. Else -1: they follow each other.
 */
export function pictureOf(
  way: string,
  count: number,
  joins: (dx: number, dy: number) => boolean,
  x: number,
  y: number,
): number {
  if (way === 'edges') {
    const sum = AROUND.reduce((all, [dx, dy], i) => all + (joins(dx, dy) ? 1 << i : 0), 0)
    return Math.min(sum, count - 1)
  }
  return way === 'chance' ? chance(x, y, 0, count) : -1
}

/** Of a tile's picture, so much may be above the line one stands on. */
const MOST_OVER = 0.6
export const TILE_CLIP = 'tile'
const countOf = (actor: CastActor): number =>
  (actor.sprite.clips[TILE_CLIP] ?? Object.values(actor.sprite.clips)[0])?.frames.length ?? 1

function layerOf(rows: readonly string[], doc: CourseDoc, tiles: readonly CastActor[]): CellLayer {
  const [w, h] = [rows[0]!.length, rows.length]
  const index = new Map(tiles.map((tile, i) => [tile.id, i]))
  const of = (letter: string): number => (letter === '.' ? -1 : (index.get(doc.tiles[letter] ?? '') ?? -1))
  const tile = Int16Array.from({ length: w * h }, (_, i) => of(rows[Math.floor(i / w)]![i % w]!))
  const picture = Int16Array.from(tile, (one, i) => {
    if (one < 0) return -1
    const [x, y] = [i % w, Math.floor(i / w)]
    const joins = (dx: number, dy: number) => {
      const [nx, ny] = [x + dx, y + dy]
      return nx < 0 || ny < 0 || nx >= w || ny >= h || tile[ny * w + nx] === one
    }
    const actor = tiles[one]!
    return pictureOf(String(actor.fields['pictures'] ?? ''), countOf(actor), joins, x, y)
  })
  return { tile, picture }
}

export function gridOf(doc: CourseDoc, tiles: readonly CastActor[]): Grid {
  const play = layerOf(doc.play, doc, tiles)
  const surface = Uint8Array.from(play.tile, (one) =>
    one < 0 ? OPEN : (SURFACES[String(tiles[one]!.fields['surface'])] ?? SOLID),
  )
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
