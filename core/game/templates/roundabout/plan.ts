import { wholeRows } from '../../deck'
import type { Area } from '../../layouts'
import { chosen, dial, isOn, numberOf, planned, type CastActor, type Setup } from '../../setup'
import { sidesOf, type Side } from '../../sides'
import type { DeckRowDoc } from '../../types'
import { cardEffect, type Effect, type SpaceDoc } from '../../way'

export const WAY = 'way'
export const TOKENS = 'tokens'
export const FACES = 'faces'
export const DECKS = ['deck-a', 'deck-b', 'deck-c'] as const
/** Columns of a deck. */
export const SAYS = 'says'
export const DOES = 'does'
export const MOST_TOKENS = 8
const MOST_DICE = 4

/** Who plays: one against tokens that the game throws for, tokens in turn, or by hand with somebody in charge. */
export type Players = 'one' | 'turns' | 'charge'

export interface DeckPlan {
  part: string
  rows: readonly DeckRowDoc[]
  /** By row: what it does; undefined for nothing. */
  effects: readonly (Effect | undefined)[]
}

export interface RoundaboutPlan {
  width: number
  height: number
  tall: boolean
  spaces: readonly SpaceDoc[]
  /** By space: its middle, world units. */
  xs: readonly number[]
  ys: readonly number[]
  /** World units a space is wide. */
  size: number
  /** Marks of the way between spaces, one after the other: x, y, x, y. */
  dots: readonly number[]
  home: number
  decks: readonly DeckPlan[]
  faces: readonly CastActor[]
  /** By face: the steps it gives. */
  counts: readonly number[]
  dice: number
  /** One die is taken of those that were thrown, instead of all together. */
  takes: boolean
  players: Players
  sides: readonly Side[]
  byPoints: boolean
  exact: boolean
  homePoints: number
  /** Throws each token has; 0 for no end. */
  mostThrows: number
  numbers: boolean
  throwArea: readonly Area[]
  diceAreas: readonly Area[]
  /** By die: the space it leads to. */
  targets: Area[]
  /** By hand: the plates, and behind them the tokens; or the spaces, while one is held. */
  hand: Area[]
  spaceAreas: readonly Area[]
}

/** Room under the board: who plays, the dice, and what is pressed. World units. */
const FOOT = { wide: 1.6, tall: 3.5 }
/** A space is so much of the way to its nearest neighbour wide, and within these. */
const SHARE = 0.86
const SMALLEST = 0.5
const LARGEST = 1.2
const DOT_EVERY = 0.42

export const footOf = (tall: boolean): number => (tall ? FOOT.tall : FOOT.wide)

/** The board, from the top left of the stage down to the foot; world units. */
export const boardOf = ({ width, height }: { width: number; height: number }): { width: number; height: number } => ({
  width,
  height: height - footOf(height > width),
})

function sizeOf(xs: readonly number[], ys: readonly number[]): number {
  let least = Infinity
  for (let i = 0; i < xs.length; i++)
    for (let k = 0; k < i; k++) {
      const [dx, dy] = [xs[i]! - xs[k]!, ys[i]! - ys[k]!]
      least = Math.min(least, dx * dx + dy * dy)
    }
  return Math.max(SMALLEST, Math.min(LARGEST, Math.sqrt(least) * SHARE))
}

function dotsOf(xs: readonly number[], ys: readonly number[]): number[] {
  const dots: number[] = []
  for (let i = 1; i < xs.length; i++) {
    const [dx, dy] = [xs[i]! - xs[i - 1]!, ys[i]! - ys[i - 1]!]
    const count = Math.min(60, Math.floor(Math.sqrt(dx * dx + dy * dy) / DOT_EVERY))
    for (let k = 1; k < count; k++) dots.push(xs[i - 1]! + (dx * k) / count, ys[i - 1]! + (dy * k) / count)
  }
  return dots
}

const DIE = 1.9
const DIE_GAP = 0.45
/** Dice in the middle of the board, large enough for a finger. */
function diceAreasOf(width: number, height: number, dice: number): Area[] {
  const left = (width - dice * DIE - (dice - 1) * DIE_GAP) / 2
  return Array.from({ length: dice }, (_, i): Area => [left + i * (DIE + DIE_GAP), (height - DIE) / 2 - 0.6, DIE, DIE])
}

/** Plates of who is in charge, after the one that throws. */
export const PLATES = ['throw-words', 'next-words-hand', 'over-words'] as const

function makePlan(setup: Setup): RoundaboutPlan {
  const { width, height } = setup.stage
  const tall = height > width
  const { spaces } = setup.get('way', WAY)
  const board = boardOf(setup.stage)
  const [xs, ys] = [spaces.map(({ x }) => x * board.width), spaces.map(({ y }) => y * board.height)]
  const size = sizeOf(xs, ys)
  const players = chosen(setup, 'players', 'one') as Players
  const all = sidesOf(setup, TOKENS).slice(0, MOST_TOKENS)
  const faces = setup.casts[FACES] ?? []
  const dice = faces.length === 0 ? 0 : Math.max(1, Math.min(MOST_DICE, Math.round(dial(setup, 'dice'))))
  const throwArea: Area = tall ? [width - 4, height - 1.35, 3.6, 1.1] : [width - 3.4, height - 1.3, 3, 1]
  const [left, top, w, h] = throwArea
  const hand: Area[] =
    players !== 'charge'
      ? []
      : tall
        ? [throwArea, [left - 3, top, 2.8, h], [left - 5.6, top, 2.4, h]]
        : [throwArea, [left - w, top, w - 0.2, h], [left - w - 2.2, top, 2, h]]
  return {
    ...{ width, height, tall, spaces, xs, ys, size },
    dots: dotsOf(xs, ys),
    home: spaces.length - 1,
    decks: DECKS.map((part) => {
      const rows = wholeRows(setup.find('deck', part)?.rows ?? [], [SAYS])
      return { part, rows, effects: rows.map(({ cells }) => cardEffect(cells[DOES]?.text ?? '', spaces) ?? undefined) }
    }),
    faces,
    counts: faces.map((face) => Math.max(0, Math.round(numberOf(face, 'steps')))),
    dice,
    takes: dice > 1 && chosen(setup, 'dice-use', 'one') === 'one',
    players,
    sides: players === 'one' ? all.slice(0, 1 + Math.max(0, Math.round(dial(setup, 'rivals')))) : all,
    byPoints: chosen(setup, 'wins', 'home') === 'points',
    exact: isOn(setup, 'exact', false),
    homePoints: Math.round(dial(setup, 'home-points')),
    mostThrows: Math.round(dial(setup, 'most-throws')),
    numbers: isOn(setup, 'numbers', true),
    throwArea: [throwArea],
    diceAreas: diceAreasOf(width, height, dice),
    targets: Array.from({ length: dice }, (): Area => [0, 0, 0, 0]),
    hand: [...hand, ...all.map((): Area => [0, 0, 0, 0])],
    spaceAreas: spaces.map((_, i): Area => [xs[i]! - size / 2, ys[i]! - size / 2, size, size]),
  }
}
export const roundaboutPlan = (setup: Setup): RoundaboutPlan => planned(setup, makePlan)

/** World units a token’s plate has at least where there is room for a second row. */
const LEAST_SIDE = 2.9
/** Where side `i` of so many stands: its marker, its name and what it has. */
export function sideArea({ sides, width, height, tall, players }: RoundaboutPlan, i: number): Area {
  const room = tall ? width - 0.8 : players === 'charge' ? 6.4 : 9.2
  const rows = Math.min(2, Math.ceil(sides.length / Math.floor(room / LEAST_SIDE)))
  const inRow = Math.ceil(sides.length / rows)
  const [w, h] = [Math.min(3.4, room / inRow), tall ? 0.82 : rows === 1 ? 1 : 0.62]
  const top = tall ? height - FOOT.tall + 0.25 : height - (rows === 1 ? 1.3 : 1.45)
  return [0.4 + (i % inRow) * w, top + Math.floor(i / inRow) * (h + 0.1), w - 0.12, h]
}

/** Where a die lies once it was thrown: small, in the foot, or where plates need that at the upper edge. */
export function lyingAt({ width, height, tall, players }: RoundaboutPlan, i: number): Area {
  if (players === 'charge') return [width - 0.95 - i * 0.8, 0.35, 0.7, 0.7]
  return tall ? [0.4 + i * 0.9, height - 1.1, 0.66, 0.66] : [width - 6.6 + i * 0.75, height - 1.1, 0.66, 0.66]
}

/** By several tokens on a space: how far each stands from its middle, in halves of a space. */
const BESIDE = [[0, 0], [0.7, 0], [-0.7, 0], [0, 0.7], [0, -0.7], [0.6, 0.6], [-0.6, 0.6], [0.6, -0.6]] as const // prettier-ignore
/** Where token `token` stands on a space: the first in its middle where it is alone. */
export function standsAt(plan: RoundaboutPlan, places: readonly number[], token: number, space: number): [number, number] {
  let before = 0
  let there = 0
  for (let i = 0; i < plan.sides.length; i++) {
    if (places[i] !== space) continue
    there++
    if (i < token) before++
  }
  const [x, y] = BESIDE[there <= 1 ? 0 : (before + 1) % BESIDE.length]!
  return [plan.xs[space]! + (x * plan.size) / 2, plan.ys[space]! + (y * plan.size) / 2]
}
