import { drawBackdrop } from '../../backdrop'
import { add, type DrawList } from '../../draw-list'
import { drawRing } from '../../plates'
import type { Setup } from '../../setup'
import { STEPS_PER_SECOND, type Point } from '../../types'
import { changeSteps, COVERS, eased, HIDDEN, onItsWay, whichPlan, type WhichPlan } from './plan'
import type { WhichOne } from './state'

/** Steps a cover stays up before the first change. */
const HELD = Math.round(0.9 * STEPS_PER_SECOND)
/** Up, held and down again, and a breath before anything moves. */
const BREATH = 14
export const shownSteps = (plan: WhichPlan): number => 2 * plan.liftSteps + HELD + BREATH

/** How far up a cover is, 0 to 1, so many steps after it began; it comes down again after `held`. */
function liftOf(plan: WhichPlan, since: number, held: number): number {
  const { liftSteps } = plan
  if (since <= 0) return 0
  if (since < liftSteps) return eased(since / liftSteps)
  const down = since - liftSteps - held
  return down <= 0 ? 1 : down >= liftSteps ? 0 : eased(1 - down / liftSteps)
}

/** How far up the cover at a place is. */
export function liftAt(state: WhichOne, plan: WhichPlan, place: number): number {
  const has = state.places[place] === state.under
  if (state.phase === 'show') return has ? liftOf(plan, state.since, HELD) : 0
  if (state.phase !== 'told') return 0
  if (place === state.said) return liftOf(plan, state.since, Infinity)
  // Where it really was comes up after that.
  return has ? liftOf(plan, state.since - plan.liftSteps, Infinity) : 0
}

const at: Point = { x: 0, y: 0 }

export function draw(state: WhichOne, setup: Setup, list: DrawList): void {
  const plan = whichPlan(setup)
  drawBackdrop(list, setup, state.step, state.step / STEPS_PER_SECOND)
  const { front, behind } = state
  // What goes round behind is drawn before all others, and what goes in front after them.
  if (behind >= 0) drawCover(state, plan, list, behind)
  for (let place = 0; place < state.places.length; place++)
    if (place !== front && place !== behind) drawCover(state, plan, list, place)
  if (front >= 0) drawCover(state, plan, list, front)
  add(list, 'text', 'score-words', 0, 0)
  add(list, 'text', 'left-words', 0, 0)
  if (state.phase === 'guess') add(list, 'text', 'guess-words', 0, 0)
  else if (state.phase === 'told')
    add(list, 'text', state.places[state.said] === state.under ? 'right-words' : 'wrong-words', 0, 0)
  else add(list, 'text', 'watch-words', 0, 0)
}

function drawCover(state: WhichOne, plan: WhichPlan, list: DrawList, place: number): void {
  const cover = plan.covers[state.places[place]!]
  if (cover === undefined) return
  const spot = plan.spots[place]!
  at.x = spot.x
  at.y = spot.y
  const moves = place === state.front || place === state.behind
  if (moves) {
    const other = plan.spots[place === state.front ? state.behind : state.front]!
    const side = place === state.front ? 1 : -1
    onItsWay(plan, spot, other, state.since / changeSteps(plan, state.round), side, at)
  }
  const lift = liftAt(state, plan, place)
  // It is there only while its cover is up: whatever its size, it never shows while it moves.
  if (lift > 0 && state.places[place] === state.under) {
    const thing = add(list, 'sprite', HIDDEN, at.x + plan.at.x, at.y + plan.at.y)
    thing.clip = state.phase === 'told' ? 'found' : 'hidden'
    thing.clipStep = state.since
    thing.sx = thing.sy = plan.scale
  }
  if (state.phase === 'guess' && state.plates.focus === place) drawRing(list, plan.areas[place]!, 0.5)
  const item = add(list, 'sprite', COVERS, at.x, at.y - lift * plan.lift)
  item.entry = cover.id
  item.clip = moves ? 'moving' : 'standing'
  item.clipStep = moves ? state.since : state.step
  item.sx = item.sy = plan.scale
}
