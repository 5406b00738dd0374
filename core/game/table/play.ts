import { clearEvents, makeEvents } from '../events'
import { makeHand, stepHand } from '../hand'
import { judge } from '../outcome'
import { makePlates, plateHit, stepPlates } from '../plates'
import type { Setup } from '../setup'
import { BITS, idleInput, type Input } from '../types'
import { ACTS, PIECES, tablePlan, type Act, type Place, type TablePlan } from './plan'
import { shown, stepped } from './settings'
import type { Table, TablePiece } from './state'

/** How far a piece goes by one press of an arrow key, world units. */
const GRID = 0.25
/** Pieces nearer to each other than this are a stack. */
export const STACK = 0.22

const atStart = ({ entry, nth, x, y, mirrored, size, halfW, halfH, fixed }: Place): TablePiece => ({
  entry,
  nth,
  x,
  y,
  mirrored,
  size,
  halfW,
  halfH,
  fixed,
})

export function startTable(setup: Setup, seed: number): Table {
  return {
    rng: seed >>> 0,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    pieces: tablePlan(setup).starts.map(atStart),
    hand: makeHand(),
    plates: makePlates(),
    atPlates: false,
  }
}

export const together = (a: TablePiece, b: TablePiece): boolean =>
  Math.abs(a.x - b.x) <= STACK && Math.abs(a.y - b.y) <= STACK

/** The two that each see a part of the input; made once. */
const forHand = idleInput()
const forPlates = idleInput()
const KEYS = BITS.confirm | BITS.up | BITS.down

/** Keys go to the pieces or to the plates; a pointer to whatever it began on. */
function share(state: Table, input: Input, acts: TablePlan['acts']): void {
  Object.assign(forHand, input)
  Object.assign(forPlates, input)
  const pressed = input.bits & ~state.hand.bits
  const on = input.px >= 0 && plateHit(acts, input.px / 100, input.py / 100, 0.05) >= 0
  if (state.hand.holds >= 0) state.atPlates = false
  else if (pressed & BITS.down) state.atPlates = true
  else if (pressed & BITS.up) state.atPlates = false
  if (pressed & BITS.pointer) state.atPlates = on
  if (state.atPlates) {
    forHand.axis = 0
    forHand.bits &= ~(KEYS | BITS.pointer)
  } else {
    forPlates.axis = 0
    forPlates.bits &= ~(KEYS | BITS.pointer)
    // With nothing in hand up and down are ways to the plates and back.
    if (state.hand.holds < 0) forHand.bits &= ~(BITS.up | BITS.down)
  }
}

export function stepTable(state: Table, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = tablePlan(setup)
  state.step++
  share(state, input, plan.acts)
  const { hand, pieces } = state
  const act = stepPlates(state.plates, plan.acts, forPlates, 0.05)
  const moved = stepHand(hand, pieces, forHand, setup.stage, GRID)
  hand.bits = input.bits
  hand.axis = input.axis
  state.plates.bits = input.bits
  state.plates.axis = input.axis
  if (moved === 'picked-up') {
    // It lies on all others.
    const [piece] = pieces.splice(hand.holds, 1)
    pieces.push(piece!)
    hand.holds = hand.focus = pieces.length - 1
  }
  const held = pieces[hand.holds]
  if (held !== undefined) held.y = Math.min(held.y, plan.board - 0.2)
  if (moved !== 'nothing') state.events.push('press-sound')
  if (act >= 0) perform(state, plan, ACTS[act]!, setup)
}

function sized(piece: TablePiece, size: number, setup: Setup): void {
  const actor = setup.byId[PIECES]?.[piece.entry]
  piece.size = size
  piece.halfW = ((actor?.width ?? 1) / 2) * size
  piece.halfH = ((actor?.height ?? 1) / 2) * size
}

const startOf = ({ starts }: TablePlan, { entry, nth }: TablePiece): Place | undefined =>
  starts.find((one) => one.entry === entry && one.nth === nth)

function perform(state: Table, plan: TablePlan, act: Act, setup: Setup): void {
  const piece = state.pieces[state.hand.focus]
  state.events.push('press-sound')
  if (act === 'over') return judge(state, true, false)
  if (act === 'reset') {
    state.pieces = plan.starts.map(atStart)
    state.hand.focus = Math.max(
      0,
      state.pieces.findIndex(({ fixed }) => !fixed),
    )
    return
  }
  if (piece === undefined || piece.fixed) return
  if (act === 'mirror') piece.mirrored = !piece.mirrored
  else if (act === 'larger') sized(piece, stepped(piece.size, 1), setup)
  else if (act === 'smaller') sized(piece, stepped(piece.size, -1), setup)
  else if (act === 'back') Object.assign(piece, startOf(plan, piece))
  else deal(state, plan, piece)
}

/** The stack that a piece lies in goes round, one to each heap along the lower edge, the topmost first. */
function deal(state: Table, { width, board, hands }: TablePlan, top: TablePiece): void {
  const stack = state.pieces.filter((one) => !one.fixed && together(one, top)).reverse()
  stack.forEach((piece, i) => {
    piece.x = ((i % hands) + 0.5) * (width / hands)
    piece.y = board - piece.halfH - 0.1
  })
}

/** Pieces stay where they are; what is gone goes, what is new stands at its start. */
export function adoptTable(state: Table, after: Setup): void {
  const plan = tablePlan(after)
  const kept = state.pieces.filter((piece) => startOf(plan, piece) !== undefined)
  const known = new Set(kept.map(({ entry, nth }) => `${entry} ${nth}`))
  state.pieces = [...kept, ...plan.starts.filter(({ entry, nth }) => !known.has(`${entry} ${nth}`)).map(atStart)]
  for (const piece of state.pieces) {
    piece.fixed = startOf(plan, piece)!.fixed
    sized(piece, shown(piece.size), after)
    piece.x = Math.min(piece.x, plan.width)
    piece.y = Math.min(piece.y, plan.board)
  }
  state.hand.holds = -1
  state.hand.focus = Math.min(state.hand.focus, Math.max(0, state.pieces.length - 1))
}
