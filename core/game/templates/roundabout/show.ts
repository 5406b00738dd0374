import { drawBackdrop } from '../../backdrop'
import { cellText, drawCell, setAs } from '../../deck'
import { add, type DrawList } from '../../draw-list'
import { drawSide } from '../../draw-side'
import type { Area } from '../../layouts'
import { drawPlate, drawRing } from '../../plates'
import type { Setup } from '../../setup'
import { STEPS_PER_SECOND } from '../../types'
import { isHuman, PAUSE, targetAt } from './moment'
import { FACES, footOf, lyingAt, PLATES, roundaboutPlan, SAYS, sideArea, standsAt, TOKENS, WAY, type RoundaboutPlan } from './plan'
import type { Roundabout } from './state'

export function draw(state: Roundabout, setup: Setup, list: DrawList): void {
  const plan = roundaboutPlan(setup)
  drawBackdrop(list, setup, state.step, state.step / STEPS_PER_SECOND)
  drawWay(state, plan, setup, list)
  drawFoot(state, plan, setup, list)
  drawTokens(state, plan, list)
  if (state.phase === 'choose') drawTargets(state, plan, setup, list)
  if (state.phase === 'roll' || state.phase === 'choose') drawDice(state, plan, list)
  if (state.phase === 'card') drawCard(state, plan, setup, list)
  else if (isSaid(state, plan)) drawSaid(state, plan, setup, list)
}

function drawWay({ plates, held }: Roundabout, plan: RoundaboutPlan, setup: Setup, list: DrawList): void {
  const { dots, size, xs, ys, spaces, home } = plan
  const dot = size * 0.16
  for (let i = 0; i < dots.length; i += 2) {
    const item = add(list, 'picture', 'way-mark', dots[i]! - dot / 2, dots[i + 1]! - dot / 2)
    item.w = item.h = dot
  }
  for (let i = 0; i < spaces.length; i++) {
    const end = i === 0 || i === home
    const wide = end ? size * 1.3 : size
    if (held >= 0 && plates.focus === i) drawRing(list, plan.spaceAreas[i]!, 1)
    const mark = add(list, 'picture', end ? 'end-mark' : 'space-mark', xs[i]! - wide / 2, ys[i]! - wide / 2)
    mark.w = mark.h = wide
    drawInside(plan, setup, list, i, wide)
  }
}

const SIGNS = { move: 'forward', go: 'go', miss: 'miss', again: 'again', draw: 'card' } as const

/** On a space: its picture, or its number; and the sign of what happens there. */
function drawInside({ spaces, xs, ys, home, numbers }: RoundaboutPlan, setup: Setup, list: DrawList, i: number, wide: number): void {
  const { picture, crisp, effect } = spaces[i]!
  const [x, y] = [xs[i]!, ys[i]!]
  if (picture !== undefined) {
    const item = add(list, 'picture', WAY, x - wide * 0.32, y - wide * 0.32)
    item.w = item.h = wide * 0.64
    item.entry = spaces[i]!.id
    item.asset = picture
    item.clip = crisp === true ? 'crisp' : ''
  } else if (i === 0 || i === home) {
    const words = add(list, 'text', i === 0 ? 'start-words' : 'home-words', x - wide * 0.42, y - wide * 0.25)
    words.w = wide * 0.84
    words.h = wide * 0.5
  } else if (numbers) {
    const words = add(list, 'text', 'number-words', x - wide * 0.4, y - wide * 0.28)
    words.w = wide * 0.8
    words.h = wide * 0.56
    words.text = setAs(setup, 'number-words', `${i}`, list.language)
  }
  if (effect === undefined || i === 0 || i === home) return
  const sign = effect.does === 'move' && effect.by < 0 ? 'back' : SIGNS[effect.does]
  const actor = setup.byId['signs']?.[sign]
  if (actor === undefined) return
  const item = add(list, 'sprite', 'signs', x + wide * 0.42, y - wide * 0.42)
  item.entry = sign
  item.clip = 'shown'
  item.sx = item.sy = (wide * 0.62) / actor.height
}

/** How high a token leaps between two spaces, in spaces. */
const LEAP = 0.7

function drawTokens(state: Roundabout, plan: RoundaboutPlan, list: DrawList): void {
  const { side } = state.turns
  for (let n = 0; n < plan.sides.length; n++) {
    // Whose turn it is stands before all others.
    const i = (side + 1 + n) % plan.sides.length
    const { id, marker } = plan.sides[i]!
    let [x, y] = standsAt(plan, state.places, i, state.places[i]!)
    if (i === side && state.phase === 'walk' && state.from !== state.places[i]) {
      const share = Math.min(1, state.since / PAUSE.walk)
      const [fromX, fromY] = [plan.xs[state.from]!, plan.ys[state.from]!]
      x = fromX + (x - fromX) * share
      y = fromY + (y - fromY) * share - 4 * share * (1 - share) * LEAP * plan.size
    }
    if (i === state.held && state.dragX >= 0) {
      x = state.dragX
      y = state.dragY
    }
    const high = plan.size * 1.25
    // Whoever is to throw hops on the spot.
    const beat = state.step % 40
    const hop = i === side && state.phase === 'ready' ? 0.12 * Math.max(0, 1 - ((beat - 10) * (beat - 10)) / 100) : 0
    const item = add(list, 'sprite', TOKENS, x, y + plan.size * 0.3 - hop)
    item.entry = id
    item.clip = 'shown'
    item.clipStep = state.step
    item.sx = item.sy = (i === state.held ? 1.2 : 1) * Math.min(high / marker.height, (plan.size * 1.5) / marker.width)
  }
}

function drawFoot(state: Roundabout, plan: RoundaboutPlan, setup: Setup, list: DrawList): void {
  const { width, height, tall, sides, players } = plan
  const foot = add(list, 'plate', 'foot', 0, height - footOf(tall))
  foot.w = width
  foot.h = footOf(tall)
  for (let i = 0; i < sides.length; i++) {
    const has = plan.byPoints ? state.points[i]! : state.places[i]!
    drawSide({ list, setup }, sides[i]!, sideArea(plan, i), { part: TOKENS, turn: state.turns.side === i, has, step: state.step })
  }
  if (state.throws > 0 && state.phase !== 'roll' && state.phase !== 'choose')
    for (let i = 0; i < plan.dice; i++) drawDie(state, plan, list, i, lyingAt(plan, i), state.taken < 0 || state.taken === i ? 1 : 0.35)
  const mine = state.phase === 'ready' && isHuman(state, plan)
  if (players === 'charge') {
    for (let i = 0; i < PLATES.length; i++) drawPlate(list, plan.hand[i]!, PLATES[i]!, state.held < 0 && state.plates.focus === i)
    const on = state.plates.focus - PLATES.length
    if (state.held < 0 && on >= 0 && on < sides.length) drawRing(list, plan.hand[state.plates.focus]!, 0.8)
  } else if (mine) drawPlate(list, plan.throwArea[0]!, 'throw-words', true)
  add(list, 'text', 'throws-words', 0, 0)
}

/** Steps a face is shown while a die rolls. */
const FACE_STEPS = 4

function drawDie(state: Roundabout, plan: RoundaboutPlan, list: DrawList, die: number, [x, y, w, h]: Area, alpha: number): void {
  const rolling = state.phase === 'roll' && state.since < PAUSE.roll - 6
  const shown = rolling ? (state.dice[die]! + die * 2 + Math.floor(state.since / FACE_STEPS) * 5) % plan.faces.length : state.dice[die]!
  const face = plan.faces[shown]
  if (face === undefined) return
  const bounce = rolling ? Math.abs((state.since % 16) - 8) * 0.03 : 0
  const item = add(list, 'sprite', FACES, x + w / 2, y + h / 2 - bounce)
  item.entry = face.id
  item.clip = 'shown'
  item.clipStep = state.step
  item.sx = item.sy = h / face.height
  item.alpha = alpha
}

function drawDice(state: Roundabout, plan: RoundaboutPlan, list: DrawList): void {
  for (let i = 0; i < plan.dice; i++) {
    const area = plan.diceAreas[i]!
    if (state.phase === 'choose' && state.plates.focus === i) drawRing(list, area, 1)
    drawDie(state, plan, list, i, area, 1)
  }
  if (state.phase !== 'choose') return
  const [, y, , h] = plan.diceAreas[0]!
  const words = add(list, 'text', 'choose-words', 0.5, y + h + 0.15)
  words.w = plan.width - 1
  words.h = 0.9
}

/** Where the die in focus leads. */
function drawTargets(state: Roundabout, plan: RoundaboutPlan, setup: Setup, list: DrawList): void {
  const goal = targetAt(state, plan, state.plates.focus)
  drawRing(list, plan.spaceAreas[goal]!, 0.9)
  const mark = add(list, 'picture', goal === plan.home ? 'end-mark' : 'space-mark', plan.xs[goal]! - plan.size / 2, plan.ys[goal]! - plan.size / 2)
  mark.w = mark.h = plan.size
  drawInside(plan, setup, list, goal, plan.size)
}

/** Steps the words of a space stay while the next one throws. */
const STAYS = 150
const isSaid = (state: Roundabout, plan: RoundaboutPlan): boolean =>
  plan.spaces[state.said] !== undefined &&
  (state.phase === 'land' || (plan.players === 'charge' && state.phase === 'ready' && state.held < 0 && state.since < STAYS))

/** A sign over the board, on the side where the space it is about is not. */
function drawSaid(state: Roundabout, plan: RoundaboutPlan, setup: Setup, list: DrawList): void {
  const space = plan.spaces[state.said]!
  const text = cellText(setup, space, list.language)
  if (text === '' && space.picture === undefined && space.link === undefined) return
  const board = plan.height - footOf(plan.tall)
  const [w, h] = plan.tall ? [9, 3] : [10, 2.2]
  const [x, y] = [(plan.width - w) / 2, plan.ys[state.said]! > board / 2 ? 0.5 : board - h - 0.4]
  const plate = add(list, 'plate', 'said-words', x, y)
  plate.w = w
  plate.h = h
  let left = x + 0.3
  if (space.picture !== undefined) {
    const item = add(list, 'picture', WAY, left, y + 0.2)
    item.w = item.h = h - 0.4
    item.entry = space.id
    item.asset = space.picture
    item.clip = space.crisp === true ? 'crisp' : ''
    left += h - 0.2
  }
  const words = add(list, 'text', 'said-words', left, y + 0.15)
  words.w = x + w - 0.3 - left
  words.h = h - 0.3
  words.text = setAs(setup, 'said-words', [text, space.link ?? ''].filter((line) => line !== '').join('\n'), list.language)
}

function drawCard(state: Roundabout, plan: RoundaboutPlan, setup: Setup, list: DrawList): void {
  const deck = plan.decks[state.deck]
  const row = deck?.rows[state.row]
  if (deck === undefined || row === undefined) return
  const w = Math.min(7.6, plan.width - 1.2)
  const h = w * 0.72
  const [x, top] = [(plan.width - w) / 2, (plan.height - footOf(plan.tall) - h) / 2]
  // It comes up from below.
  const y = top + (Math.max(0, 12 - state.since) / 12) * 2
  const face = add(list, 'picture', 'card-face', x, y)
  face.w = w
  face.h = h
  drawCell({ list, setup, deck: deck.part, words: 'card-words', sound: 'card-face' }, row, SAYS, [x + w * 0.12, y + h * 0.13, w * 0.76, h * 0.74])
}
