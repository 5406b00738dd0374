import { drawBackdrop } from '../../backdrop'
import { add, type DrawItem, type DrawList } from '../../draw-list'
import { inOrder } from '../../overlap'
import { drawLives } from '../../lives'
import { drawPops } from '../../pops'
import { dial, type Setup } from '../../setup'
import { STEPS_PER_SECOND } from '../../types'
import { CROSSING, LINE, placeOf, ranksPlan, ROWS, SHIELDS_AT, VISITORS, type RanksPlan } from './plan'
import type { Ranks } from './state'

/** Something `d` away from the hero's side, `a` across. */
function place(list: DrawList, plan: RanksPlan, part: string, a: number, d: number): DrawItem {
  return plan.wide ? add(list, 'sprite', part, d, a) : add(list, 'sprite', part, a, plan.far - d)
}

export function draw(state: Ranks, setup: Setup, list: DrawList): void {
  const plan = ranksPlan(setup)
  // Nothing runs here: layers drift by as the seconds do.
  drawBackdrop(list, setup, state.step, state.step / STEPS_PER_SECOND)
  drawShields(state, plan, list)
  inOrder(
    setup,
    () => drawHero(state, plan, list),
    () => drawThings(state, plan, list),
  )
  drawPops(state.pops, list, setup)
  add(list, 'text', 'score-words', 0, 0)
  add(list, 'text', 'left-words', 0, 0)
  drawLives(list, setup, Math.max(dial(setup, 'lives'), state.lives), state.lives)
}

function drawShields(state: Ranks, plan: RanksPlan, list: DrawList): void {
  for (const shield of state.shields) {
    if (!shield.live) continue
    const item = place(list, plan, 'shield', shield.a, SHIELDS_AT)
    item.clip = 'stand'
    item.left = shield.cells
    item.gone = shield.gone
  }
}

function drawThings(state: Ranks, plan: RanksPlan, list: DrawList): void {
  for (const foe of state.foes) {
    if (!foe.live && foe.burst === 0) continue
    const entry = placeOf(plan, foe.row, foe.index)?.actor.id
    if (entry === undefined) continue
    const item = place(list, plan, ROWS, foe.a, foe.d)
    item.entry = entry
    item.clip = foe.burst > 0 ? 'burst' : 'move'
    item.clipStep = foe.burst > 0 ? BURST_STEPS - foe.burst : state.step + foe.index * 7
  }
  const { visitor, gift } = state
  if (visitor.live) {
    const item = place(list, plan, VISITORS, visitor.a, CROSSING)
    item.entry = visitor.entry
    item.clip = 'move'
    item.clipStep = visitor.age
    // Drawn as it goes to the right; across a wide stage it goes up and down.
    if (!plan.wide) item.sx = visitor.way
  }
  for (const shot of state.shots) {
    if (!shot.live) continue
    const item = place(list, plan, 'shot', shot.a, shot.d)
    item.clip = 'fly'
    item.clipStep = shot.age
  }
  for (const drop of state.drops) {
    if (!drop.live) continue
    const item = place(list, plan, 'drop', drop.a, drop.d)
    item.clip = 'fly'
    item.clipStep = drop.age
  }
  if (gift.live) {
    const item = place(list, plan, 'gift', gift.a, gift.d)
    item.clip = 'shown'
    item.clipStep = gift.age
  }
}

/** Steps that a foe takes to burst. */
export const BURST_STEPS = 20

function drawHero({ hero }: Ranks, plan: RanksPlan, list: DrawList): void {
  const item = place(list, plan, 'hero', hero.a, LINE)
  item.clip = hero.clip
  item.clipStep = hero.clipStep
  if (hero.hurt > 0 && hero.hurt % 12 < 5) item.alpha = 0.35
}
