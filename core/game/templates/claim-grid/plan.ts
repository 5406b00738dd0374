import { cellSound, wholeRows } from '../../deck'
import type { Area } from '../../layouts'
import { chosen, dial, planned, type Setup } from '../../setup'
import { sidesOf, type Side } from '../../sides'
import { STEPS_PER_SECOND, type DeckRowDoc } from '../../types'

export const QUESTIONS = 'questions'
export const [PROMPT, ANSWER, WRONG] = ['prompt', 'answer', 'wrong'] as const
export const SIDES = 'sides'
const MOST_SIDES = 4
export const MOST_ANSWERS = 4
/** Between several answers in a cell. */
const BETWEEN = ';'
export const eachOf = (text: string): string[] =>
  text
    .split(BETWEEN)
    .map((one) => one.trim())
    .filter((one) => one !== '')

/** One who answers against the house, or sides with somebody in charge who awards. */
export type Players = 'one' | 'charge'

/** Where an answer is typed, on the whole stage: the question, what is typed, letters, and then rub out and done. */
export interface Typing {
  card: Area
  typed: Area
  plates: Area[]
}

export interface ClaimPlan {
  width: number
  height: number
  tall: boolean
  players: Players
  /** Answers are typed instead of chosen. */
  types: boolean
  sides: readonly Side[]
  whole: readonly DeckRowDoc[]
  byId: ReadonlyMap<string, DeckRowDoc>
  /** Sound part of a row's prompt; empty for none. */
  sounds: ReadonlyMap<string, string>
  size: number
  line: number
  answers: number
  /** Steps to answer; 0 for as many as it takes. */
  limit: number
  falls: boolean
  /** `on` is anywhere; `close` ends a round, or takes its last square back. */
  areas: { squares: Area[]; answers: Area[]; awards: Area[]; on: Area[]; reveal: Area[]; close: Area[] }
  /** By how many letters there are. */
  typing: Typing[]
}

/** Room above the board, around all, and between two squares. World units. */
const TOP = 1.35
const SIDE = 0.5
const GAP = 0.12
const PLATE = 0.95
const PLATE_GAP = 0.2

/** Where the board lies, and beside it, or below it on a tall stage, what is asked. */
export function placesOf({ width, height, tall }: Pick<ClaimPlan, 'width' | 'height' | 'tall'>): { board: Area; panel: Area } {
  const board = tall ? width - 2 * SIDE : height - TOP - SIDE
  const left = tall ? SIDE : SIDE + board + 0.5
  const top = tall ? TOP + board + 0.35 : TOP
  return {
    board: [SIDE, TOP, board, board],
    panel: [left, top, width - left - SIDE, height - top - SIDE],
  }
}

function areasOf(plan: Pick<ClaimPlan, 'width' | 'height' | 'tall' | 'size' | 'sides' | 'answers'>): ClaimPlan['areas'] {
  const { board, panel } = placesOf(plan)
  const each = (board[2] - GAP * (plan.size - 1)) / plan.size
  const squares = Array.from({ length: plan.size * plan.size }, (_, i): Area => {
    const [row, column] = [Math.floor(i / plan.size), i % plan.size]
    return [board[0] + column * (each + GAP), board[1] + row * (each + GAP), each, each]
  })
  const [x, , w] = panel
  const end = panel[1] + panel[3]
  /** Plates at the foot of the panel, in so many columns. */
  const plates = (count: number, columns: number): Area[] => {
    const rows = Math.ceil(count / columns)
    const wide = (w - PLATE_GAP * (columns - 1)) / columns
    return Array.from({ length: count }, (_, i): Area => {
      const [row, column] = [Math.floor(i / columns), i % columns]
      return [x + column * (wide + PLATE_GAP), end - (rows - row) * (PLATE + PLATE_GAP) + PLATE_GAP, wide, PLATE]
    })
  }
  return {
    // The last square can be taken back between two questions.
    squares: [...squares, [x, end - PLATE, w, PLATE]],
    answers: plates(plan.answers, plan.tall ? 2 : 1),
    awards: plates(plan.sides.length + 1, plan.tall || plan.sides.length > 2 ? 2 : 1),
    on: [[0, 0, plan.width, plan.height]],
    reveal: plates(1, 1),
    close: plates(2, 1),
  }
}

/** Letters in rows over a foot with two plates; the question has what is left. */
export function typingFor(plan: ClaimPlan, letters: number): Typing {
  const found = plan.typing[letters]
  if (found !== undefined) return found
  const columns = plan.tall ? 6 : 10
  const w = plan.width - 2 * SIDE
  const foot = plan.height - SIDE - PLATE
  const rows = Math.ceil(letters / columns)
  const wide = (w - GAP * (columns - 1)) / columns
  const top = foot - PLATE_GAP - rows * (PLATE + GAP) + GAP
  const half = (w - PLATE_GAP) / 2
  const plates = Array.from({ length: letters }, (_, i): Area => {
    const [row, column] = [Math.floor(i / columns), i % columns]
    return [SIDE + column * (wide + GAP), top + row * (PLATE + GAP), wide, PLATE]
  })
  const line = top - PLATE_GAP - PLATE
  const made: Typing = {
    card: [SIDE, TOP, w, line - PLATE_GAP - TOP],
    typed: [SIDE, line, w, PLATE],
    plates: [...plates, [SIDE, foot, half, PLATE], [SIDE + half + PLATE_GAP, foot, half, PLATE]],
  }
  plan.typing[letters] = made
  return made
}

function makePlan(setup: Setup): ClaimPlan {
  const { rows, key } = setup.get('deck', QUESTIONS)
  const whole = wholeRows(rows, [PROMPT, ANSWER])
  const players = chosen(setup, 'players', 'one') as Players
  const size = Math.max(3, Math.min(8, Math.round(dial(setup, 'size'))))
  const sides = sidesOf(setup, SIDES).slice(0, players === 'one' ? 2 : MOST_SIDES)
  const first = {
    ...{ width: setup.stage.width, height: setup.stage.height, tall: setup.stage.height > setup.stage.width },
    ...{ players, sides, size },
    answers: Math.max(2, Math.min(MOST_ANSWERS, Math.round(dial(setup, 'answers')))),
  }
  return {
    ...first,
    types: players === 'one' && chosen(setup, 'answering', 'chosen') === 'typed',
    typing: [],
    whole,
    byId: new Map(whole.map((row) => [row.id, row])),
    sounds: new Map(whole.map((row) => [row.id, row.cells[PROMPT]?.sound === undefined ? '' : cellSound(key, row.id, PROMPT)])),
    line: Math.max(3, Math.min(size, Math.round(dial(setup, 'line')))),
    limit: Math.round(dial(setup, 'turn-time') * STEPS_PER_SECOND),
    falls: chosen(setup, 'squares', 'any') === 'falls',
    areas: areasOf(first),
  }
}
export const claimPlan = (setup: Setup): ClaimPlan => planned(setup, makePlan)

/** Four directions in which a line can lie: columns and rows of a step. */
const WAYS = [
  [1, 0],
  [0, 1],
  [1, 1],
  [1, -1],
] as const

/** The longest row of a side's squares through one, where that one were its own. */
export function lineThrough(squares: readonly number[], size: number, at: number, side: number): number {
  let best = 1
  const [column, row] = [at % size, Math.floor(at / size)]
  for (let way = 0; way < WAYS.length; way++) {
    const [dx, dy] = WAYS[way]!
    let length = 1
    for (let sign = -1; sign <= 1; sign += 2)
      for (let n = 1; n < size; n++) {
        const [x, y] = [column + dx * n * sign, row + dy * n * sign]
        if (x < 0 || y < 0 || x >= size || y >= size || squares[y * size + x] !== side) break
        length++
      }
    if (length > best) best = length
  }
  return best
}
