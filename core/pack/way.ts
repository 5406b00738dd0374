import { UserError } from '../errors'
import { ringsOf, sentTo, targetOf, type Effect } from '../game/way'
import type { Point } from '../game/types'
import { LEAST_SPACES, MOST_SPACES, type Space, type WayContent } from '../kinds/way'

/** How a way can be laid without drawing it. */
export const SHAPES = ['ring', 'snake', 'spiral'] as const
export type WayShape = (typeof SHAPES)[number]

/** A board, world units: what lies evenly there does not in shares of it. */
export interface BoardSize {
  width: number
  height: number
}

/** Shares of the board left free at its edges, so that a space lies on it whole. */
const EDGE = 0.07
const inside = (value: number): number => Math.max(EDGE / 2, Math.min(1 - EDGE / 2, value))
const tidy = (value: number): number => Math.round(inside(value) * 1000) / 1000
const between = (a: Point, b: Point, { width, height }: BoardSize): number =>
  Math.hypot((b.x - a.x) * width, (b.y - a.y) * height)

/** So many points along a line, equally far from each other as it goes; the first and the last are its ends. */
export function along(line: readonly Point[], count: number, board: BoardSize): Point[] {
  const far = [0]
  for (let i = 1; i < line.length; i++) far.push(far[i - 1]! + between(line[i - 1]!, line[i]!, board))
  const whole = far.at(-1)!
  let k = 0
  return Array.from({ length: count }, (_, i) => {
    const want = (whole * i) / Math.max(1, count - 1)
    while (k < line.length - 2 && far[k + 1]! < want) k++
    const [from, to] = [line[k]!, line[Math.min(line.length - 1, k + 1)]!]
    const piece = (far[k + 1] ?? far[k]!) - far[k]!
    const share = piece === 0 ? 0 : Math.min(1, (want - far[k]!) / piece)
    return { x: tidy(from.x + (to.x - from.x) * share), y: tidy(from.y + (to.y - from.y) * share) }
  })
}

const TURN = 2 * Math.PI
const SNAKE_ROWS = 4
const SPIRAL_TURNS = 2.1
const FINE = 600
/** A line of that form over the board, from the start to home. */
export function lineOf(shape: WayShape): Point[] {
  const half = 0.5 - EDGE
  const at = (turn: number, far: number): Point => ({
    x: 0.5 + half * far * Math.cos(turn),
    y: 0.5 + half * far * Math.sin(turn),
  })
  if (shape === 'snake')
    return Array.from({ length: SNAKE_ROWS }, (_, row) => {
      const y = 1 - EDGE - ((1 - 2 * EDGE) * row) / (SNAKE_ROWS - 1)
      return row % 2 === 0
        ? [
            { x: EDGE, y },
            { x: 1 - EDGE, y },
          ]
        : [
            { x: 1 - EDGE, y },
            { x: EDGE, y },
          ]
    }).flat()
  return Array.from({ length: FINE }, (_, i) => {
    const share = i / (FINE - 1)
    // From the lower left, the way the sun goes. A ring stops before it would come to its start again.
    return shape === 'ring'
      ? at(TURN * (0.375 + share * 0.94), 1)
      : at(TURN * (0.375 + share * SPIRAL_TURNS), 1 - 0.84 * share)
  })
}

/** The shortest stroke that is a way, in shares of the longer side of the board. */
const LEAST_STROKE = 0.25
/** Places for spaces along a stroke; refuses one that is hardly a line, in a sentence. */
export function strokeToPlaces(stroke: readonly Point[], count: number, board: BoardSize): Point[] {
  let long = 0
  for (let i = 1; i < stroke.length; i++) long += between(stroke[i - 1]!, stroke[i]!, board)
  if (long < LEAST_STROKE * Math.max(board.width, board.height))
    throw new UserError('That stroke is too short for a way. Draw it from the start to home in one go.', 'way-short')
  return along(stroke, count, board)
}

const freshId = (spaces: readonly Space[]): string => {
  const used = new Set(spaces.map(({ id }) => id))
  for (let n = spaces.length; ; n++) if (!used.has(`s${n}`)) return `s${n}`
}

/** Spaces laid anew: words and effects stay with their numbers, the start and home with theirs. */
export function relaid(way: WayContent, places: readonly Point[]): WayContent {
  const old = way.spaces
  const spaces: Space[] = []
  places.forEach(({ x, y }, i) => {
    const last = i === places.length - 1
    const kept = last ? old.at(-1)! : i < old.length - 1 ? old[i]! : undefined
    spaces.push(kept === undefined ? { id: freshId([...old, ...spaces]), x, y } : { ...kept, x, y })
  })
  return withoutGone({ ...way, spaces })
}

/** An effect that leads to a space that is gone is taken out with it. */
function withoutGone(way: WayContent): WayContent {
  const there = new Set(way.spaces.map(({ id }) => id))
  return {
    ...way,
    spaces: way.spaces.map((space) => {
      const { effect, ...rest } = space
      return effect?.does === 'go' && !there.has(effect.to) ? rest : space
    }),
  }
}

/** The same way, with its spaces equally far from each other along it. */
export const evened = (way: WayContent, board: BoardSize): WayContent =>
  relaid(way, along(way.spaces, way.spaces.length, board))

/** The way with that many spaces: as long as it was, closer or further apart. What is no number changes nothing. */
export const counted = (way: WayContent, count: number, board: BoardSize): WayContent =>
  Number.isNaN(count)
    ? way
    : relaid(way, along(way.spaces, Math.max(LEAST_SPACES, Math.min(MOST_SPACES, Math.round(count))), board))

/** Closer than this (world units) two spaces are one to a finger. */
export const CLOSE = 0.6
/** Pairs of spaces that lie on one another, the earlier of each first. */
export function tooClose({ spaces }: WayContent, board: BoardSize): [number, number][] {
  return spaces.flatMap((a, i) =>
    spaces.slice(i + 1).flatMap((b, k): [number, number][] => (between(a, b, board) < CLOSE ? [[i, i + 1 + k]] : [])),
  )
}

/** A space that would lie on this one; -1 for none. */
export function underneath({ spaces }: WayContent, at: number, place: Point, board: BoardSize): number {
  return spaces.findIndex((space, i) => i !== at && between(space, place, board) < CLOSE)
}

/** Moves a space; refuses a place on another one, where the way would fork, in a sentence. */
export function moved(way: WayContent, at: number, place: Point, board: BoardSize): WayContent {
  const to = { x: tidy(place.x), y: tidy(place.y) }
  const under = underneath(way, at, to, board)
  if (under >= 0)
    throw new UserError(
      `Space ${at} cannot lie on ${nameOf(way, under)}: a way has no forks. Put it beside.`,
      'way-fork',
    )
  return withSpace(way, at, to)
}

/** Changes one space; what is undefined is taken out of it. */
export function withSpace(way: WayContent, at: number, change: Partial<Space>): WayContent {
  return {
    ...way,
    spaces: way.spaces.map((space, i) => {
      if (i !== at) return space
      const next = { ...space, ...change }
      for (const key of Object.keys(next) as (keyof Space)[])
        if (next[key] === undefined) Reflect.deleteProperty(next, key)
      return next
    }),
  }
}

/** One more space after that one: half way to the next, or where it was asked for. */
export function inserted(way: WayContent, after: number, place?: Point): WayContent {
  const { spaces } = way
  if (spaces.length >= MOST_SPACES)
    throw new UserError(`A way has ${MOST_SPACES} spaces at most. Nothing was added.`, 'way-long')
  const at = Math.max(0, Math.min(spaces.length - 2, after))
  const [a, b] = [spaces[at]!, spaces[at + 1]!]
  const { x, y } = place ?? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
  const made: Space = { id: freshId(spaces), x: tidy(x), y: tidy(y) }
  return { ...way, spaces: [...spaces.slice(0, at + 1), made, ...spaces.slice(at + 1)] }
}

export function removed(way: WayContent, at: number): WayContent {
  if (way.spaces.length <= LEAST_SPACES)
    throw new UserError(`A way has ${LEAST_SPACES} spaces at least. Nothing was taken out.`, 'way-short')
  return withoutGone({ ...way, spaces: way.spaces.filter((_, i) => i !== at) })
}

/** The two spaces, one after the other, that a place lies nearest between: the first of them. */
export function nearestPiece({ spaces }: WayContent, place: Point, board: BoardSize): number {
  let best = 0
  let least = Infinity
  for (let i = 1; i < spaces.length; i++) {
    const [a, b] = [spaces[i - 1]!, spaces[i]!]
    const longer = between(a, place, board) + between(place, b, board) - between(a, b, board)
    if (longer >= least) continue
    least = longer
    best = i - 1
  }
  return best
}

/** How a space is spoken of. */
export const nameOf = ({ spaces }: Pick<WayContent, 'spaces'>, at: number): string =>
  at === 0 ? 'the start' : at === spaces.length - 1 ? 'home' : `space ${at}`

/** Where whoever comes to a space ends up, as a sentence; empty where nobody is sent. */
export function resultOf(way: WayContent, at: number, deckName: (part: string) => string): string {
  const { effect } = way.spaces[at] ?? {}
  if (effect === undefined) return ''
  if (effect.does === 'miss') return 'Sits out the next turn.'
  if (effect.does === 'again') return 'Throws once more.'
  if (effect.does === 'draw') return `Draws a card: ${deckName(effect.deck)}.`
  const to = targetOf(way.spaces, at, effect)
  if (to < 0) return 'That space is not there any more.'
  if (to === at) return 'Stays where it is.'
  const then = way.spaces[to]!.effect
  const onwards =
    to === 0 || to === way.spaces.length - 1 || then === undefined ? 'nothing more happens there' : signOf(then).said
  return `To ${nameOf(way, to)}; ${onwards}.`
}

/** What an effect is, in a sign's few letters and in words. */
export function signOf(effect: Effect, way?: Pick<WayContent, 'spaces'>): { sign: string; said: string } {
  switch (effect.does) {
    case 'move':
      return effect.by < 0
        ? { sign: `−${-effect.by}`, said: `back ${-effect.by}` }
        : { sign: `+${effect.by}`, said: `forward ${effect.by}` }
    case 'go':
      return { sign: `→${way?.spaces.findIndex(({ id }) => id === effect.to) ?? ''}`, said: 'sent on from there' }
    case 'miss':
      return { sign: 'wait', said: 'misses a turn' }
    case 'again':
      return { sign: 'again', said: 'throws again' }
    case 'draw':
      return { sign: 'card', said: 'draws a card' }
  }
}

/** Rings of effects, each as a sentence. */
export const ringsSaid = (way: WayContent): string[] =>
  ringsOf(way.spaces).map(
    (ring) =>
      `${ring.map((at) => `${nameOf(way, at)} sends to ${nameOf(way, sentTo(way.spaces, at))}`).join(', ')}: whoever comes there goes round.`,
  )
