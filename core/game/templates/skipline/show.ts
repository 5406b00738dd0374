import { drawBackdrop } from '../../backdrop'
import { add, type DrawList } from '../../draw-list'
import { inOrder } from '../../overlap'
import { drawLives } from '../../lives'
import { drawPops } from '../../pops'
import { dial, type Setup } from '../../setup'
import { STEPS_PER_SECOND, type Point } from '../../types'
import { HIGH, LOW, PRIZES, skiplinePlan, type SkiplinePlan } from './plan'
import type { Skipline, Thing } from './state'

/** World units from the ground's edge down to what fills a gap. */
export const PIT_DEPTH = 0.5

/** The ground from `from` to `to`, as one strip that lies still in the world. */
function drawGround(list: DrawList, state: Skipline, setup: Setup, from: number, to: number): void {
  const { groundY } = skiplinePlan(setup)
  if (to <= from) return
  const ground = add(list, 'picture', 'ground', from, groundY)
  ground.w = to - from
  ground.h = setup.stage.height - groundY
  ground.clipStep = state.step
  ground.scroll = state.scroll + from
}

export function draw(state: Skipline, setup: Setup, list: DrawList): void {
  const plan = skiplinePlan(setup)
  const { width, groundY } = plan
  drawBackdrop(list, setup, state.step, state.scroll)
  // Gaps from left to right, each with the ground before it.
  let from = 0
  while (from < width) {
    let pit: Thing | null = null
    for (const thing of state.things)
      if (thing.live && thing.sort === 'pit' && thing.x + thing.right > from && thing.x < width)
        if (pit === null || thing.x < pit.x) pit = thing
    if (pit === null) break
    const left = Math.max(from, pit.x)
    const right = Math.min(width, pit.x + pit.right)
    drawGround(list, state, setup, from, left)
    const depth = add(list, 'picture', 'pit', left, groundY + PIT_DEPTH)
    depth.w = right - left
    depth.h = setup.stage.height - groundY - PIT_DEPTH
    depth.clipStep = state.step
    depth.scroll = state.scroll + left
    from = right
  }
  drawGround(list, state, setup, from, width)
  inOrder(
    setup,
    () => drawHero(state, plan, list),
    () => drawThings(state, plan, list),
  )
  drawPops(state.pops, list, setup)
  add(list, 'text', 'score-words', 0, 0)
  if (!plan.endless) add(list, 'text', 'goal-words', 0, 0)
  drawLives(list, setup, Math.max(dial(setup, 'lives'), state.lives), state.lives)
}

function drawThings(state: Skipline, { groundY, hangY }: SkiplinePlan, list: DrawList): void {
  for (const thing of state.things) {
    if (!thing.live || thing.sort === 'pit') continue
    const hangs = thing.sort === 'high'
    const item = add(list, 'sprite', hangs ? HIGH : LOW, thing.x, hangs ? hangY : groundY)
    item.entry = thing.entry
    item.clip = hangs ? 'hang' : 'stand'
    item.clipStep = thing.age
  }
  for (const prize of state.prizes) {
    if (!prize.live) continue
    const item = add(list, 'sprite', PRIZES, prize.x, prize.y)
    item.entry = prize.entry
    item.clip = 'shown'
    item.clipStep = prize.age
  }
}

function drawHero(state: Skipline, { heroX }: SkiplinePlan, list: DrawList): void {
  const hero = add(list, 'sprite', 'hero', heroX, state.hero.y)
  hero.clip = state.hero.clip
  hero.clipStep = state.hero.clipStep
  if (state.hero.hurt > 0 && state.hero.hurt % 12 < 5) hero.alpha = 0.35
}

/** The longest jump from where the hero runs, a point for every step of it; the camera goes along, so it leans forwards. */
export function reach(_state: Skipline, setup: Setup): Point[] {
  const { heroX, groundY, jump, weight, pace, air } = skiplinePlan(setup)
  const steps = Math.round(air * STEPS_PER_SECOND)
  return Array.from({ length: steps + 1 }, (_, i) => ({
    x: heroX + (pace * i) / STEPS_PER_SECOND,
    y: Math.min(groundY, groundY - jump * i + (weight * i * i) / 2),
  }))
}
