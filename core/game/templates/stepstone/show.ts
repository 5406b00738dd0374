import { drawBackdrop } from '../../backdrop'
import { drawCells } from '../../course/draw-cells'
import { add, type DrawList } from '../../draw-list'
import { inOrder } from '../../overlap'
import { drawLives } from '../../lives'
import { drawPops } from '../../pops'
import { dial, type Setup } from '../../setup'
import { DECOR, FOES, MARKS, MOVERS, stepstonePlan, TILES, type StepstonePlan, type ThingPlan } from './plan'
import type { Stepstone, Thing } from './state'

/** Which clip a thing shows. */
export function thingClip({ sort, does }: ThingPlan, thing: Thing): string {
  if (sort === FOES) return thing.busy > 0 ? 'gone' : 'move'
  if (sort === MOVERS) return (does === 'spikes' ? thing.on : thing.busy > 0) ? 'act' : 'still'
  return sort === MARKS && thing.on ? 'done' : 'shown'
}

export function draw(state: Stepstone, setup: Setup, list: DrawList): void {
  const plan = stepstonePlan(setup)
  const { camera } = state
  drawBackdrop(list, setup, state.step, camera.left)
  list.camera.x = camera.left
  list.camera.y = camera.top
  drawCells(list, plan.grid, plan.grid.back, TILES, setup.stage, state.step)
  drawCells(list, plan.grid, plan.grid.play, TILES, setup.stage, state.step)
  inOrder(
    setup,
    () => drawHero(state, list),
    () => {
      drawDecor(state, plan, list, false)
      drawThings(state, plan, list)
    },
  )
  drawCells(list, plan.grid, plan.grid.front, TILES, setup.stage, state.step)
  drawDecor(state, plan, list, true)
  drawPops(state.pops, list, setup)
  add(list, 'text', 'score-words', 0, 0)
  if (state.keys > 0) add(list, 'text', 'key-words', 0, 0)
  drawLives(list, setup, Math.max(dial(setup, 'lives'), state.lives), state.lives)
}

function drawThings(state: Stepstone, plan: StepstonePlan, list: DrawList): void {
  const { width } = plan.stage
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    const own = plan.things[i]!
    if (!thing.live) continue
    if (thing.x < state.camera.left - 3 || thing.x > state.camera.left + width + 3) continue
    const item = add(list, 'sprite', own.sort, thing.x, thing.y)
    item.share = 1
    item.entry = own.entry
    item.clip = thingClip(own, thing)
    item.clipStep = thing.age
    // Walkers and flyers are drawn looking left.
    if (own.sort === FOES && thing.way > 0) item.sx = -1
    // What totters shakes.
    if (own.does === 'plank' && thing.busy > 0) item.x += thing.busy % 4 < 2 ? 0.04 : -0.04
  }
}

/** Nothing that is only seen is further to both sides of its feet. World units. */
const BROAD = 8
function drawDecor({ camera, step }: Stepstone, plan: StepstonePlan, list: DrawList, before: boolean): void {
  for (const one of plan.decor) {
    if (one.before !== before || one.x < camera.left - BROAD || one.x > camera.left + plan.stage.width + BROAD) continue
    const item = add(list, 'sprite', DECOR, one.x, one.y)
    item.share = 1
    item.entry = one.entry
    item.clip = 'shown'
    item.clipStep = step
  }
}

function drawHero({ hero }: Stepstone, list: DrawList): void {
  const item = add(list, 'sprite', 'hero', hero.x, hero.y)
  item.share = 1
  item.clip = hero.clip
  item.clipStep = hero.clipStep
  item.sx = hero.dir
  if (hero.hurt > 0 && hero.hurt % 12 < 5) item.alpha = 0.35
}
