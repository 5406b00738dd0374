import type { Gait, Size } from './body'
import { OPEN, SOLID, type Grid } from './grid'
import { reachFrom, standable, wayTo, withCarriers, type Carrier, type Reach } from './reach'

/** Where the way to the goals breaks off: from the floor one gets to, to the nearest from which they can be got to. */
export interface Gap {
  /** Cells of the feet. */
  from: { x: number; y: number }
  to: { x: number; y: number }
  /** Cells between them, and how many the far side is higher; negative where it is lower. */
  wide: number
  high: number
  /** What would mend it: cells to lay with that tile, or, with an empty one, to take out. Empty where nothing simple does. */
  mend: readonly { x: number; y: number }[]
  tile: string
}

/** A step up is harder than a step to the side. */
const UP = 1.6
/** Stones laid in a gap at most. */
const MOST_STONES = 4
/** Stones lie on the straight way, or so many cells aside, each so many further: under what sticks out nobody jumps up. */
const ASIDE = [
  [0, 0],
  [-1, 0],
  [-1, -1],
  [-2, -1],
  [1, 0],
] as const
/** Pairs of places that are looked at, the nearest first. */
const MOST_PAIRS = 5

/** How far around a gap its mend is tried. Cells. */
const ROOM = 12

/** What all floors of a course get to: the other side of a gap is found from there. `before` as for `reachFrom`. */
export function reachFromAll(
  ground: Grid,
  size: Size,
  gait: Gait,
  carriers: readonly Carrier[],
  before?: Reach,
): Reach {
  const grid = withCarriers(ground, carriers)
  const floors: number[] = []
  for (let cell = 0; cell < grid.surface.length; cell++)
    if (standable(grid, size, cell % grid.w, Math.floor(cell / grid.w))) floors.push(cell)
  return reachFrom(ground, size, gait, floors, carriers, { before })
}

/** The gap between what is reached and the goals; null where they are reached, or can be got to from nowhere. */
export function gapTo(
  reach: Reach,
  all: Reach,
  ground: Grid,
  size: Size,
  gait: Gait,
  aims: ReadonlySet<number>,
  carriers: readonly Carrier[] = [],
): Gap | null {
  const { grid } = reach
  const next = wayTo(all, aims)
  const beyond = [...all.moves.keys()].filter((cell) => (aims.has(cell) || next.has(cell)) && !reach.moves.has(cell))
  if (beyond.length === 0 || reach.moves.size === 0) return null
  const spot = (cell: number) => ({ x: cell % grid.w, y: Math.floor(cell / grid.w) })
  const pairs: { from: number; to: number; cost: number }[] = []
  for (const to of beyond) {
    const b = spot(to)
    let best: (typeof pairs)[number] | null = null
    for (const from of reach.moves.keys()) {
      const a = spot(from)
      const [across, up] = [Math.max(0, Math.abs(b.x - a.x) - 1), a.y - b.y]
      const cost = across + (up > 0 ? up * UP : -up * 0.2)
      if (best === null || cost < best.cost) best = { from, to, cost }
    }
    pairs.push(best!)
  }
  pairs.sort((a, b) => a.cost - b.cost)
  const made = pairs.slice(0, MOST_PAIRS).map((pair) => ({ pair, ...mendOf(all, ground, size, gait, pair, carriers) }))
  const { pair, mend, tile } = made.find((one) => one.mend.length > 0) ?? made[0]!
  const [from, to] = [spot(pair.from), spot(pair.to)]
  return { from, to, wide: Math.max(0, Math.abs(to.x - from.x) - 1), high: from.y - to.y, mend, tile }
}

/** The fewest stones between, or else what stands in the way taken out, with which one gets across. */
function mendOf(
  reach: Reach,
  ground: Grid,
  size: Size,
  gait: Gait,
  pair: { from: number; to: number },
  carriers: readonly Carrier[],
): { mend: { x: number; y: number }[]; tile: string } {
  const { w } = ground
  const [ax, ay] = [pair.from % w, Math.floor(pair.from / w) + 1]
  const [bx, by] = [pair.to % w, Math.floor(pair.to / w) + 1]
  const works = (cells: readonly { x: number; y: number }[], as: number): boolean => {
    const surface = Uint8Array.from(ground.surface)
    for (const { x, y } of cells) surface[y * w + x] = as
    let met = false
    reachFrom({ ...ground, surface }, size, gait, pair.from, carriers, {
      enough: (cell) => (met ||= cell === pair.to),
      within: (cell) => Math.abs((cell % w) - ax) < ROOM || Math.abs((cell % w) - bx) < ROOM,
      before: reach,
    })
    return met
  }
  const under = ground.play.tile[ay * w + ax] ?? -1
  const tile = under < 0 ? '' : ground.tiles[under]!.id
  if (tile !== '')
    for (let count = 1; count <= MOST_STONES; count++)
      for (const [aside, apart] of ASIDE) {
        const side = bx < ax ? -1 : 1
        const stones = Array.from({ length: count }, (_, i) => ({
          x: Math.round(ax + ((bx - ax) * (i + 1)) / (count + 1)) + (aside + apart * i) * side,
          y: Math.round(ay + ((by - ay) * (i + 1)) / (count + 1)),
        })).filter(({ x, y }) => x >= 0 && x < w && ground.surface[y * w + x] === OPEN)
        if (stones.length > 0 && works(stones, SOLID)) return { mend: stones, tile }
      }
  // A wall: an opening as high as the hero, at the height of the floor.
  const [left, right] = [Math.min(ax, bx), Math.max(ax, bx)]
  const rows = Math.ceil(size.tall - 1e-6)
  const wall: { x: number; y: number }[] = []
  for (let x = left; x <= right; x++)
    for (let y = Math.max(ay, by) - rows; y < Math.max(ay, by); y++)
      if (y >= 0 && ground.surface[y * w + x] === SOLID) wall.push({ x, y })
  return wall.length > 0 && wall.length <= MOST_STONES * rows && works(wall, OPEN)
    ? { mend: wall, tile: '' }
    : { mend: [], tile: '' }
}
