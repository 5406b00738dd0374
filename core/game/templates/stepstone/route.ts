import { cellUnder, reachFrom, wayTo, type Carrier, type Move, type Reach } from '../../course/reach'
import { OPEN, SOLID, type Grid } from '../../course/grid'
import type { Setup } from '../../setup'
import { MARKS, MOVERS, PICKUPS, stepstonePlan, type StepstonePlan, type ThingPlan } from './plan'
import { GOING, TOTTER_STEPS, wayOfThing } from './things'

/** Where one gets to in a course with its doors shut and open, and the best way to its keys and to its way out. */
export interface Route {
  shut: Reach
  open: Reach
  readonly toKeys: ReadonlyMap<number, Move>
  readonly toExit: ReadonlyMap<number, Move>
  /** Things that nobody gets to. */
  lost: readonly ThingPlan[]
  /** Whether the way out can be got to. */
  leads: boolean
  /** Index among the things of each carrier that the reach knows of. */
  carriers: readonly number[]
}

const routes = new WeakMap<StepstonePlan, Route>()
/** The last few, by all they follow from: other art and other words leave the way as it is. */
const MOST_KEPT = 6
const kept = new Map<string, Route>()
const keyOf = ({ grid, size, gait, spring, things, start }: StepstonePlan): string =>
  JSON.stringify([grid.w, size, gait, spring, start, things.map(({ id, does, x, y, half, tall, path }) => [id, does, x, y, half, tall, path])]) +
  grid.surface.join('')

/** How far from a cell's floor something still is got, jumping from there: a jump's height and an arm's length. */
const ARM = 1

function withDoors(grid: Grid, doors: readonly ThingPlan[]): Grid {
  if (doors.length === 0) return grid
  const surface = Uint8Array.from(grid.surface)
  for (const { x, y, tall } of doors)
    for (let row = Math.floor(y - 0.01); row > y - tall - 0.01 && row >= 0; row--)
      if (row < grid.h) surface[row * grid.w + Math.floor(x)] = SOLID
  return { ...grid, surface }
}

/** Cells from which a thing is got: the one under it, and those a jump reaches it from. */
function near(plan: StepstonePlan, grid: Grid, reach: Reach, { x, y }: ThingPlan): number[] {
  const { jump, weight } = plan.gait
  const high = (jump * jump) / (2 * weight) + ARM
  const under = cellUnder(grid, plan.size, x, y)
  return [...reach.moves.keys()].filter((cell) => {
    if (cell === under) return true
    const [cx, cy] = [(cell % grid.w) + 0.5, Math.floor(cell / grid.w) + 1]
    return Math.abs(cx - x) < 0.8 && cy >= y - 0.1 && cy - y < high
  })
}

/** Whether one comes through where it is. */
function isMet({ grid, through }: Reach, { x, y, half }: ThingPlan): boolean {
  for (let row = Math.floor(y - 0.9); row <= y + 0.2; row++)
    for (let column = Math.floor(x - half); column <= x + half; column++)
      if (row >= 0 && row < grid.h && column >= 0 && column < grid.w && through[row * grid.w + column] === 1) return true
  return false
}

/** How often a way is looked at, and how much of its end may stand over a cell that it does not carry in. World units. */
const SAMPLE = 0.25
const OVER = 0.2

/** What carries one in a course, cell by cell. */
export function carriersOf({ grid, things, spring }: StepstonePlan): { carriers: Carrier[]; indices: number[] } {
  const carriers: Carrier[] = []
  const indices: number[] = []
  things.forEach((thing, i) => {
    const { sort, does, half } = thing
    if (sort !== MOVERS || does === 'spikes') return
    const goes = GOING.has(does)
    // What goes carries in its middle, cell after cell; what stays can be stood on as wide as it is.
    const spots = goes ? wayOfThing(thing, SAMPLE) : [{ x: thing.x, y: thing.y }]
    const reach = goes ? 0 : Math.max(0, half - OVER)
    const cells = new Set<number>()
    for (const { x, y } of spots)
      for (let column = Math.floor(x - reach); column <= Math.floor(x + reach); column++)
        if (column >= 0 && column < grid.w && y > 0 && y < grid.h) cells.add((Math.round(y) - 1) * grid.w + column)
    if (goes) carriers.push({ cells: [...cells], does: 'goes' })
    else if (does === 'spring') carriers.push({ cells: [...cells], does: { throws: spring } })
    // Where its ends lie on a floor one stands on that.
    else carriers.push({ cells: [...cells].filter((cell) => grid.surface[cell + grid.w] === OPEN), does: { holds: TOTTER_STEPS } })
    indices.push(i)
  })
  return { carriers, indices }
}

/** Worked out once for a content; a course of 400 x 40 cells takes some 100 ms. */
export function routeOf(setup: Setup): Route {
  const plan = stepstonePlan(setup)
  const known = routes.get(plan)
  if (known !== undefined) return known
  const key = keyOf(plan)
  // The last one is most likely of the same course, a stroke ago.
  const route = kept.get(key) ?? makeRoute(plan, [...kept.values()].at(-1))
  kept.delete(key)
  kept.set(key, route)
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!)
  routes.set(plan, route)
  return route
}

function makeRoute(plan: StepstonePlan, last?: Route): Route {
  const { grid, size, gait, things } = plan
  const from = startOf(plan)
  const { carriers, indices } = carriersOf(plan)
  const doors = things.filter(({ sort, does }) => sort === MARKS && does === 'door')
  const keys = things.filter(({ sort, does }) => sort === PICKUPS && does === 'key')
  const shut = reachFrom(withDoors(grid, doors), size, gait, from, carriers, { before: last?.shut })
  const keyCells = goalsIn(plan, shut, keys)
  const open = doors.length > 0 && keyCells.size > 0 ? reachFrom(grid, size, gait, from, carriers, { before: last?.open }) : shut
  const exitCells = goalsIn(plan, open, exitsOf(plan))
  // What one comes by in the air, on the way from one cell to the next, is got too.
  const wanted = things.filter(({ sort, does }) => sort === PICKUPS || (sort === MARKS && does !== 'door'))
  // Ways are asked for by who plays, not by who only looks where one gets to.
  let [toKeys, toExit]: (Route['toKeys'] | null)[] = [null, null]
  return {
    ...{ shut, open, carriers: indices },
    get toKeys() {
      return (toKeys ??= wayTo(shut, keyCells))
    },
    get toExit() {
      return (toExit ??= wayTo(open, exitCells))
    },
    lost: wanted.filter((thing) => !isMet(open, thing) && near(plan, open.grid, open, thing).length === 0),
    leads: exitCells.size > 0,
  }
}
export const exitsOf = ({ things }: StepstonePlan) => things.filter(({ sort, does }) => sort === MARKS && does === 'exit')
const startOf = ({ grid, size, start }: StepstonePlan): number => cellUnder(grid, size, start.x, start.y)
export const goalsIn = (plan: StepstonePlan, reach: Reach, all: readonly ThingPlan[]): Set<number> =>
  new Set(all.flatMap((thing) => near(plan, reach.grid, reach, thing)))
