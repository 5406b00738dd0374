import type { DrawList } from '../../../core/game/draw-list'
import { add } from '../../../core/game/draw-list'
import { clearEvents, makeEvents } from '../../../core/game/events'
import { makeHand, stepHand, type Hand, type Piece } from '../../../core/game/hand'
import type { Area } from '../../../core/game/layouts'
import { drawPlate, makePlates, stepPlates, type Plates } from '../../../core/game/plates'
import type { Ending, PlayFacts, PlayState, Rules } from '../../../core/game/rules'
import { dial, type Setup } from '../../../core/game/setup'
import { makeTurns, nextTurn, sidesOf, type Turns } from '../../../core/game/sides'
import type { Input } from '../../../core/game/types'

/**
 * A template of the tests, which uses what no template that ships does yet: two sides in turn, a plate for whoever is in
 * charge, a stone that is dragged, letters that are typed, a world larger than the stage. A letter that is the first
 * of the side's name, or a stone that is carried home, is a point.
 */
export interface Stones extends PlayState {
  plates: Plates
  hand: Hand
  turns: Turns
  stones: Piece[]
  typed: string
  hover: number
}

const LEAVE: Area = [0.5, 8.5, 3, 1]
const HOME_X = 14

function start(setup: Setup, seed: number): Stones {
  return {
    ...{ rng: seed >>> 0, step: 0, score: 0, outcome: 'playing', events: makeEvents() },
    ...{ plates: makePlates(), hand: makeHand(), turns: makeTurns(), typed: '', hover: -1 },
    stones: setup.get('cast', 'stones').map((_entry, i) => ({
      ...{ x: 2 + i * 2, y: 4, halfW: 0.5, halfH: 0.5, fixed: false },
    })),
  }
}

function point(state: Stones, setup: Setup): void {
  state.score++
  state.events.push('point-sound')
  nextTurn(state.turns, sidesOf(setup, 'sides').length)
  if (state.score >= dial(setup, 'goal')) state.outcome = 'won'
}

function step(state: Stones, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  state.step++
  state.hover = input.px
  if (stepPlates(state.plates, [LEAVE], input) === 0) state.outcome = 'lost'
  if (stepHand(state.hand, state.stones, input, setup.stage, 1) === 'set-down') {
    const stone = state.stones[state.hand.focus]!
    if (stone.x >= HOME_X) {
      stone.fixed = true
      point(state, setup)
    }
  }
  if (input.key === 0) return
  state.typed = String.fromCodePoint(input.key)
  const side = sidesOf(setup, 'sides')[state.turns.side]!
  if (side.name.startsWith(state.typed)) point(state, setup)
}

function draw(state: Stones, setup: Setup, list: DrawList): void {
  const back = add(list, 'picture', 'backdrop', 0, 0)
  back.w = setup.stage.width
  back.h = setup.stage.height
  list.camera.x = state.score
  list.camera.y = 0.5
  state.stones.forEach((stone, i) => {
    const item = add(list, 'sprite', 'stones', stone.x, stone.y)
    item.entry = setup.casts['stones']![i % setup.casts['stones']!.length]!.id
    item.clip = 'stand'
    item.share = 1
  })
  drawPlate(list, LEAVE, 'leave-words', state.plates.focus === 0)
}

/** Stones of entries that are gone go; new ones stand at the side. */
function adopt(state: Stones, _before: Setup, after: Setup): void {
  const wanted = after.get('cast', 'stones').length
  while (state.stones.length < wanted) state.stones.push({ x: 1, y: 2, halfW: 0.5, halfH: 0.5, fixed: false })
  state.stones.length = wanted
  if (state.hand.holds >= wanted) state.hand.holds = -1
  state.hand.focus = Math.min(state.hand.focus, Math.max(0, wanted - 1))
  state.turns.side = Math.min(state.turns.side, after.get('cast', 'sides').length - 1)
}

const facts = (setup: Setup): PlayFacts => ({
  ...{ goal: dial(setup, 'goal'), dial: 'goal', reachable: Infinity },
  because: 'Letters can be typed for ever.',
})
const ending = (state: Stones): Ending => ({ cause: state.outcome === 'won' ? 'the goal' : 'the end', x: 8, y: 5 })

export const rules: Rules<Stones> = {
  id: 'stones',
  pads: () => ['left', 'right'],
  asks: () => ({ hover: true, typing: true }),
  ...{ start, step, draw, adopt, facts, ending },
  values: (state) => ({ score: state.score }),
}
