import { gapTo, type Gap } from '../../course/gap'
import { cellUnder, jumpFrom, withCarriers } from '../../course/reach'
import type { Explored, Jump, Laying } from '../../laying'
import type { Setup } from '../../setup'
import type { Point } from '../../types'
import { stepstonePlan } from './plan'
import { carriersOf, exitsOf, goalsIn, routeOf } from './route'

/** Where the way to the way out breaks off; null where it does not, or where no place has one. */
function gapOf(setup: Setup): Gap | null {
  const plan = stepstonePlan(setup)
  const { leads, open } = routeOf(setup)
  if (leads) return null
  const { carriers } = carriersOf(plan)
  return gapTo(open, plan.grid, plan.size, plan.gait, (all) => goalsIn(plan, all, exitsOf(plan)), carriers)
}

function explore(setup: Setup): Explored {
  const { open, lost, leads } = routeOf(setup)
  return {
    w: open.grid.w,
    cells: [...open.through],
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
