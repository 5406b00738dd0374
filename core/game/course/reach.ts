import { FOOTHOLD, harmed, moveBody, steer, thrown, type Body, type Gait, type Size } from './body'
import { ONE_WAY, OPEN, SOLID, surfaceAt, type Grid } from './grid'

/** From one cell that can be stood on to another: which way, and how long the jump is held; 0 for no jump. */
export interface Move {
  to: number
  way: number
  hold: number
  steps: number
  /** It also ends well where it begins a little too soon. */
  sure: boolean
  /** Nothing is done for it: what one stands on goes there, or throws there. */
  by?: 'carried' | 'thrown'
}

/** A thing of a course that one stands on, or that throws up. */
export interface Carrier {
  /** Cells of the feet, in the order in which it comes by them. */
  cells: readonly number[]
  /** Goes from one to the next and back; gives way under one after so many steps; throws so many times as fast as a jump. */
  does: 'goes' | { holds: number } | { throws: number }
}

/** Where somebody of that size and gait gets to: cells (y * w + x of the feet's cell) that can be stood on. */
export interface Reach {
  grid: Grid
  /** Moves from each cell that was reached. */
  moves: ReadonlyMap<number, readonly Move[]>
  /** For every cell whether feet or head come through it: 1 or 0. */
  through: Uint8Array
  /** Which of the carriers that go comes by a cell. */
  rides: ReadonlyMap<number, number>
  /** Which of the carriers that give way is under a cell. */
  loose: ReadonlyMap<number, number>
  /** What was tried from each cell, for the next reach of nearly the same course. */
  tried: ReadonlyMap<number, Tried>
  /** What all that was tried depends on beside the cells. */
  rest: string
}

/** What came of all that was tried from a cell: the cells it went through, and the box outside of which nothing mattered. */
interface Tried {
  through: Int32Array
  box: Box
}
interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

/** Holds of a jump that are tried, in steps: a hop, a middling one, and all of it. */
const HOLDS = [1, 12, 60] as const
/** What begins so much too soon and still ends well is a sure jump. World units. */
const TOO_SOON = 0.3
/** What carries takes about so long from one cell to the next. */
const RIDE_STEPS = 30
/** No jump takes longer. */
const MOST_STEPS = 240

/** Whether feet can be in that cell: something to stand on below, and room for the whole of it. */
export function standable(grid: Grid, size: Size, x: number, y: number): boolean {
  const below = surfaceAt(grid, x, y + 1)
  if (below !== SOLID && below !== ONE_WAY) return false
  if (x < 0 || x >= grid.w || y < 0 || y >= grid.h) return false
  const rows = Math.ceil(size.tall - 1e-6)
  for (let row = y; row > y - rows; row--) if (surfaceAt(grid, x, row) === SOLID) return false
  return !harmed({ x: x + 0.5, y: y + 1, vx: 0, vy: 0, grounded: true }, size, grid)
}

/** A jump to the side begins so far beyond the middle of its cell, at a full run: a third of a cell is enough to get to it. */
export const TAKE_OFF = 0.3

/** Whether a wall begins where a cell ends, that way: then a jump begins against it. */
export function walled(grid: Grid, size: Size, x: number, y: number, way: number): boolean {
  for (let row = y; row > y - Math.ceil(size.tall - 1e-6); row--)
    if (surfaceAt(grid, x + way, row) === SOLID) return true
  return false
}

/** What else an attempt does: cells it comes through and places of the feet are put in, it begins `early` world units before its place. */
interface Traced {
  through?: Set<number>
  path?: { x: number; y: number }[]
  early?: number
  box?: Box
}

/**
 * Where one ends up who goes from a cell that way, jumping for so many steps, and how long that takes; -1 where it goes
 * wrong. A walk begins in the middle of the cell, standing.
 */
export function attempt(
  grid: Grid,
  size: Size,
  gait: Gait,
  from: number,
  way: number,
  hold: number,
  { through, path, early = 0, box }: Traced = {},
): { to: number; steps: number } {
  const jumps = hold > 0
  const [column, floor] = [from % grid.w, Math.floor(from / grid.w)]
  const wall = jumps && way !== 0 && walled(grid, size, column, floor, way)
  const body: Body = {
    x: column + 0.5 + (wall ? way * (0.5 - size.half) : jumps ? way * (TAKE_OFF - early) : 0),
    y: floor + 1,
    vx: jumps && !wall ? way * gait.speed : 0,
    vy: jumps ? -gait.jump : 0,
    grounded: !jumps,
  }
  let cut = false
  for (let step = 1; step <= MOST_STEPS; step++) {
    path?.push({ x: body.x, y: body.y })
    if (box !== undefined) grow(box, body)
    steer(body, gait, way)
    if (jumps && step > hold && body.vy < 0 && !cut) {
      body.vy *= gait.cut
      cut = true
    }
    body.vy = Math.min(gait.fastest, body.vy + gait.weight)
    const wasAt = body.x
    moveBody(body, size, grid)
    if (body.y > grid.h + 1 || harmed(body, size, grid)) return { to: -1, steps: step }
    const x = Math.floor(body.x)
    if (through !== undefined)
      for (let row = Math.floor(body.y - size.tall); row <= body.y - 0.01; row++)
        if (x >= 0 && x < grid.w && row >= 0 && row < grid.h) through.add(row * grid.w + x)
    if (!body.grounded) continue
    const row = Math.round(body.y) - 1
    const to = row * grid.w + x
    const stands = to !== from && standable(grid, size, x, row)
    path?.push({ x: body.x, y: body.y })
    // After a jump one is where one comes down; on foot in the middle of the next cell.
    if (jumps) return { to: stands ? to : -1, steps: step }
    if (stands && Math.abs(body.x - x - 0.5) < 0.2) return { to, steps: step }
    if (body.x === wasAt) return { to: -1, steps: step }
  }
  return { to: -1, steps: MOST_STEPS }
}

function grow(box: Box, { x, y }: Body): void {
  if (x < box.left) box.left = x
  if (x > box.right) box.right = x
  if (y < box.top) box.top = y
  if (y > box.bottom) box.bottom = y
}
/** What is stood on, and what a step of the fastest fall comes to, lies no further from where the feet were. Cells. */
const AROUND = 3

/** Cells that are another thing now; null where so many are that all is tried anew. */
function changedCells(was: Grid, now: Grid): { x: number; y: number }[] | null {
  if (was.w !== now.w || was.h !== now.h) return null
  const found: { x: number; y: number }[] = []
  for (let i = 0; i < now.surface.length; i++)
    if (was.surface[i] !== now.surface[i]) {
      if (found.length === MOST_CHANGED) return null
      found.push({ x: i % now.w, y: Math.floor(i / now.w) })
    }
  return found
}
const MOST_CHANGED = 80

/**
 * The longest jump from a cell that way: the places of the feet, and whether it ends where one can stand; also on the
 * cell it began at. World units.
 */
export function jumpFrom(
  grid: Grid,
  size: Size,
  gait: Gait,
  from: number,
  way: number,
): { path: { x: number; y: number }[]; lands: boolean } {
  const path: { x: number; y: number }[] = []
  const { to } = attempt(grid, size, gait, from, way, HOLDS.at(-1)!, { path })
  const last = path.at(-1)!
  const back = Math.floor(last.x) === from % grid.w && Math.abs(last.y - Math.floor(from / grid.w) - 1) < 1e-6
  return { path, lands: to >= 0 || back }
}

/** The cell that is stood on under a place; -1 where there is none. */
export function cellUnder(grid: Grid, size: Size, x: number, y: number): number {
  const column = Math.floor(x)
  for (let row = Math.max(0, Math.floor(y - 0.01)); row < grid.h; row++)
    if (standable(grid, size, column, row)) return row * grid.w + column
  return -1
}

/** The course with a floor wherever something carries: it does come by there. */
export function withCarriers(grid: Grid, carriers: readonly Carrier[]): Grid {
  if (carriers.length === 0) return grid
  const surface = Uint8Array.from(grid.surface)
  for (const { cells } of carriers)
    for (const cell of cells) {
      const below = cell + grid.w
      if (cell >= 0 && below < surface.length && surface[below] === OPEN) surface[below] = ONE_WAY
    }
  return { ...grid, surface }
}

/**
 * Whether what gives way is still there for all of a move from it. It gives way so long after one stepped on it, at the
 * nearer end at best; where a jump comes down on it again it is gone.
 */
function inTime({ cells, does }: Carrier, to: number, hold: number, { half }: Size, { speed }: Gait): boolean {
  const at = cells.indexOf(to)
  if (hold > 0) return at < 0
  const run =
    at < 0 ? cells.length - half * (1 - FOOTHOLD) : Math.min(at, cells.length - 1 - at) + 0.5 + half * FOOTHOLD
  return run <= (does as { holds: number }).holds * speed
}

/** How far a reach goes on: no further than the first cell that is enough, and only within. */
interface Bounds {
  enough?: (cell: number) => boolean
  within?: (cell: number) => boolean
  /** What was found for nearly the same course. */
  before?: Reach | undefined
}

/**
 * All that can be got to from some cells, by walking, falling, jumping, and on what carries and throws. It ends early
 * at a cell that is enough. What was found before is taken over where nothing around it has changed.
 */
export function reachFrom(
  ground: Grid,
  size: Size,
  gait: Gait,
  starts: number | readonly number[],
  carriers: readonly Carrier[] = [],
  { enough = () => false, within = () => true, before }: Bounds = {},
): Reach {
  const grid = withCarriers(ground, carriers)
  const rest = JSON.stringify([size, gait, carriers])
  const changed = before?.rest === rest ? changedCells(before.grid, grid) : null
  const moves = new Map<number, readonly Move[]>()
  const tried = new Map<number, Tried>()
  /** What was found from a cell before, where nothing that matters to it has changed. */
  const known = (from: number): Tried | undefined => {
    const was = changed === null ? undefined : before!.tried.get(from)
    if (was === undefined) return undefined
    const { left, right, top, bottom } = was.box
    const touched = ({ x, y }: { x: number; y: number }) =>
      x > left - AROUND && x < right + AROUND && y > top - tall && y < bottom + AROUND
    return changed!.some(touched) ? undefined : was
  }
  const tall = Math.ceil(size.tall) + AROUND
  const through = new Uint8Array(grid.surface.length)
  const rides = new Map<number, number>()
  const loose = new Map<number, number>()
  const throwing = new Map<number, number>()
  carriers.forEach(({ cells, does }, i) => {
    for (const cell of cells) {
      if (does === 'goes') rides.set(cell, i)
      else if ('holds' in does) loose.set(cell, i)
      else throwing.set(cell, does.throws)
    }
  })
  const holds = (from: number, to: number, hold: number): boolean => {
    const at = loose.get(from)
    return at === undefined || inTime(carriers[at]!, to, hold, size, gait)
  }
  const waiting = (typeof starts === 'number' ? [starts] : [...starts]).filter((cell) => cell >= 0)
  while (waiting.length > 0) {
    const from = waiting.pop()!
    if (moves.has(from)) continue
    const was = known(from)
    if (was !== undefined) {
      tried.set(from, was)
      for (let i = 0; i < was.through.length; i++) through[was.through[i]!] = 1
      const again = before!.moves.get(from)!
      moves.set(from, again)
      for (const { to } of again) {
        if (enough(to)) return { grid, moves, through, rides, loose, tried, rest }
        if (!moves.has(to) && within(to)) waiting.push(to)
      }
      continue
    }
    const found: Move[] = []
    const own = new Set<number>()
    const [column, floor] = [from % grid.w, Math.floor(from / grid.w)]
    const box: Box = { left: column, right: column + 1, top: floor, bottom: floor + 1 }
    const ride = rides.get(from)
    const add = (way: number, hold: number, by?: 'thrown') => {
      const cells = new Set<number>()
      const times = by === undefined ? 1 : throwing.get(from)!
      const pace = times === 1 ? gait : thrown(gait, times)
      const { to, steps } = attempt(grid, size, pace, from, way, hold, { through: cells, box })
      if (to >= 0 || way === 0) for (const cell of cells) own.add(cell)
      if (to < 0 || to === from || found.some((one) => one.to === to && one.steps <= steps && one.sure)) return
      // Nobody goes to where what they stand on takes them.
      if (ride !== undefined && rides.get(to) === ride) return
      if (!holds(from, to, hold)) return
      // What goes on meanwhile makes every jump off it a chancy one.
      const sure =
        hold === 0 ||
        (ride === undefined && attempt(grid, size, pace, from, way, hold, { early: TOO_SOON, box }).to >= 0)
      found.push({ to, way, hold: by === undefined ? hold : 0, steps, sure, ...(by === undefined ? {} : { by }) })
    }
    for (const way of [-1, 1]) {
      add(way, 0)
      for (const hold of HOLDS) add(way, hold)
    }
    for (const hold of HOLDS) add(0, hold)
    if (throwing.has(from)) for (const way of [-1, 1, 0]) add(way, 1, 'thrown')
    if (ride !== undefined) {
      const { cells } = carriers[ride]!
      const at = cells.indexOf(from)
      for (const to of [cells[at - 1], cells[at + 1]])
        if (to !== undefined && to !== from && standable(grid, size, to % grid.w, Math.floor(to / grid.w))) {
          own.add(to)
          found.push({ to, way: 0, hold: 0, steps: RIDE_STEPS, sure: true, by: 'carried' })
        }
    }
    for (const cell of own) through[cell] = 1
    moves.set(from, found)
    tried.set(from, { through: Int32Array.from(own), box })
    for (const { to } of found) {
      if (enough(to)) return { grid, moves, through, rides, loose, tried, rest }
      if (!moves.has(to) && within(to)) waiting.push(to)
    }
  }
  return { grid, moves, through, rides, loose, tried, rest }
}

/** The best next move from every cell from which a goal can be got to, by the fewest steps (Dijkstra 1959). */
export function wayTo({ moves }: Reach, goals: ReadonlySet<number>): Map<number, Move> {
  const into = new Map<number, { from: number; move: Move }[]>()
  for (const [from, all] of moves)
    for (const move of all) {
      const known = into.get(move.to)
      if (known === undefined) into.set(move.to, [{ from, move }])
      else known.push({ from, move })
    }
  const steps = new Map<number, number>([...goals].map((goal) => [goal, 0]))
  const next = new Map<number, Move>()
  // Costs are whole and small, so what is open lies in a row by its cost (Dial 1969).
  const open: number[][] = [[...goals]]
  for (let cost = 0; cost < open.length; cost++)
    for (const at of open[cost] ?? []) {
      if (steps.get(at) !== cost) continue
      for (const { from, move } of into.get(at) ?? []) {
        // A jump costs a little more than a walk of as many steps, and one that has to be just so far more: fewer go wrong.
        const dearer = cost + move.steps + (move.hold === 0 ? 0 : move.sure ? 8 : 90)
        if (dearer >= (steps.get(from) ?? Infinity)) continue
        steps.set(from, dearer)
        next.set(from, move)
        ;(open[dearer] ??= []).push(from)
      }
    }
  return next
}
