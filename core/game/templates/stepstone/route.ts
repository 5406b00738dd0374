import { cellUnder, reachFrom, wayTo, type Move, type Reach } from '../../course/reach'
import { SOLID, type Grid } from '../../course/grid'
import type { Setup } from '../../setup'
import { MARKS, MOVERS, PICKUPS, stepstonePlan, type StepstonePlan, type ThingPlan } from './plan'

/** Where one gets to in a course with its doors shut and open, and the best way to its keys and to its way out. */
export interface Route {
  shut: Reach
  open: Reach
  toKeys: ReadonlyMap<number, Move>
  toExit: ReadonlyMap<number, Move>
  /** Things that nobody gets to. */
  lost: readonly ThingPlan[]
  /** Whether the way out can be got to. */
  leads: boolean
}

const routes = new WeakMap<StepstonePlan, Route>()
/** The last few, by all they follow from: other art and other words leave the way as it is. */
const MOST_KEPT = 6
const kept = new Map<string, Route>()
const keyOf = ({ grid, size, gait, things, start }: StepstonePlan): string =>
  JSON.stringify([grid.w, size, gait, start, things.map(({ id, does, x, y, half, tall, path }) => [id, does, x, y, half, tall, path])]) +
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

/** Whether one comes through where it is, or what carries and throws up brings one there. */
function isMet({ things, gait }: StepstonePlan, { grid, through }: Reach, { x, y, half }: ThingPlan): boolean {
  for (let row = Math.floor(y - 0.9); row <= y + 0.2; row++)
    for (let column = Math.floor(x - half); column <= x + half; column++)
      if (through.has(row * grid.w + column)) return true
  const high = (gait.jump * gait.jump) / (2 * gait.weight) + ARM
  return things.some(
    ({ sort, does, path }) =>
      sort === MOVERS &&
      (does === 'lift' || does === 'spring') &&
      path.some((stop) => Math.abs(stop.x - x) < 3 && stop.y >= y - 0.1 && stop.y - y < high * (does === 'spring' ? 2 : 1)),
  )
}

/** Worked out once for a content; a course of 400 x 40 cells takes some 100 ms. */
export function routeOf(setup: Setup): Route {
  const plan = stepstonePlan(setup)
  const known = routes.get(plan)
  if (known !== undefined) return known
  const key = keyOf(plan)
  const route = kept.get(key) ?? makeRoute(plan)
  kept.delete(key)
  kept.set(key, route)
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!)
  routes.set(plan, route)
  return route
}

function makeRoute(plan: StepstonePlan): Route {
  const { grid, size, gait, things, start } = plan
  const from = cellUnder(grid, size, start.x, start.y)
  const doors = things.filter(({ sort, does }) => sort === MARKS && does === 'door')
  const keys = things.filter(({ sort, does }) => sort === PICKUPS && does === 'key')
  const exits = things.filter(({ sort, does }) => sort === MARKS && does === 'exit')
  const shutGrid = withDoors(grid, doors)
  const shut = reachFrom(shutGrid, size, gait, from)
  const goals = (reach: Reach, all: readonly ThingPlan[]) =>
    new Set(all.flatMap((thing) => near(plan, reach.grid, reach, thing)))
  const keyCells = goals(shut, keys)
  const open = doors.length === 0 || keyCells.size > 0 ? reachFrom(grid, size, gait, from) : shut
  const exitCells = goals(open, exits)
  // What one comes by in the air, on the way from one cell to the next, is got too.
  const wanted = things.filter(({ sort, does }) => sort === PICKUPS || (sort === MARKS && does !== 'door'))
  return {
    ...{ shut, open },
    toKeys: wayTo(shut, keyCells),
    toExit: wayTo(open, exitCells),
    lost: wanted.filter((thing) => !isMet(plan, open, thing) && near(plan, open.grid, open, thing).length === 0),
    leads: exitCells.size > 0,
  }
}
