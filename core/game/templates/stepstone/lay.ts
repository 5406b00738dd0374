import { gapTo, reachFromAll, type Gap } from '../../course/gap'
import { cellUnder, jumpFrom, withCarriers, type Reach } from '../../course/reach'
import type { Explored, Jump, Laying } from '../../laying'
import type { Setup } from '../../setup'
import type { Point } from '../../types'
import { stepstonePlan } from './plan'
import { carriersOf, exitsOf, goalsIn, routeOf } from './route'

/** What all floors get to, of the course that was asked for last: most likely the same one, a stroke ago. */
let last: Reach | undefined

/** Where the way to the way out breaks off; null where it does not, or where no place has one. */
function gapOf(setup: Setup): Gap | null {
  const plan = stepstonePlan(setup)
  const { grid, size, gait } = plan
  const { leads, open } = routeOf(setup)
  if (leads) return null
  const { carriers } = carriersOf(plan)
  const all = (last = reachFromAll(grid, size, gait, carriers, last ?? open))
  return gapTo(open, all, grid, size, gait, goalsIn(plan, all, exitsOf(plan)), carriers)
}

function explore(setup: Setup): Explored {
  const { open, lost, leads } = routeOf(setup)
  return {
    w: open.grid.w,
    cells: [...open.through.keys()].filter((cell) => open.through[cell] === 1),
    lost: lost.map(({ sort, entry, x, y }) => ({ part: sort, entry, x, y })),
    leads,
    gap: gapOf(setup),
  }
}

/** Without the whole reach: it is asked under a pointer that moves. */
function jumps(setup: Setup, { x, y }: Point): Jump[] {
  const plan = stepstonePlan(setup)
  const { size, gait } = plan
  const grid = withCarriers(plan.grid, carriersOf(plan).carriers)
  const from = cellUnder(grid, size, x, y)
  return from < 0 ? [] : [-1, 1].map((way) => jumpFrom(grid, size, gait, from, way))
}

export const lay: Laying = { template: 'stepstone', explore, jumps }
