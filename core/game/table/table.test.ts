import { describe, expect, it } from 'vitest'
import { TEMPLATES } from '../../../tests/support/fixtures'
import { newPack, type Pack } from '../../pack/pack'
import { buildGameDoc } from '../../template/game-doc'
import { playAll } from '../../dry-run/batch'
import { makeDrawList } from '../draw-list'
import { beginPlay, goTo, startGame, stepGame } from '../game'
import { freshProgress, readProgress } from '../progress'
import { startProof } from '../proof'
import { rulesFor } from '../registry'
import { resumeRound } from '../resume'
import { makeSetup, type Setup } from '../setup'
import { BITS, idleInput, type Input } from '../types'
import { ACTS, tablePlan, type Act } from './plan'
import type { Table } from './state'

const AT_A_TABLE = ['twosome', 'claim-grid', 'which-one', 'roundabout'] as const
type Id = (typeof AT_A_TABLE)[number]
const rulesOf = (setup: Setup) => rulesFor(setup.doc.template.id)
const piece = (id: Id, name: string, count: number, more: Record<string, unknown> = {}) => {
  const { content } = TEMPLATES[id].parts.find((part) => part.id === 'pieces')!
  const [like] = content.kind === 'cast' ? content.entries : []
  return { ...like!, id: name, name, count, ...more }
}
function setupOf(
  id: Id,
  entries = [piece(id, 'gull', 12)],
  parts: Record<string, unknown> = {},
  more: Partial<Pack> = {},
) {
  const pack = newPack(TEMPLATES[id], 'a-pack-for-tests')
  const own = { 'by-hand': { kind: 'switch', on: true }, pieces: { kind: 'cast', entries }, ...parts }
  return makeSetup(buildGameDoc(TEMPLATES[id], { ...pack, ...more, parts: own as Pack['parts'] }))
}
const start = (setup: Setup): Table => rulesOf(setup).start(setup, 7) as Table
function step(state: Table, setup: Setup, input: Partial<Input> = {}): void {
  rulesOf(setup).step(state, { ...idleInput(), ...input }, setup)
}
const at = (x: number, y: number) => ({ px: Math.round(x * 100), py: Math.round(y * 100), bits: BITS.pointer })
function drag(state: Table, setup: Setup, from: { x: number; y: number }, to: { x: number; y: number }): void {
  step(state, setup)
  step(state, setup, at(from.x, from.y))
  step(state, setup, at((from.x + to.x) / 2, (from.y + to.y) / 2))
  step(state, setup, at(to.x, to.y))
  step(state, setup)
}
function press(state: Table, setup: Setup, act: Act): void {
  const [x, y, w, h] = tablePlan(setup).acts[ACTS.indexOf(act)]!
  step(state, setup)
  step(state, setup, at(x + w / 2, y + h / 2))
  step(state, setup)
}
const texts = (state: Table, setup: Setup): string[] => {
  const list = makeDrawList()
  rulesOf(setup).draw(state, setup, list)
  return list.items
    .slice(0, list.count)
    .flatMap(({ part, text }) => (part === 'table-count-words' && text !== '' ? [text] : []))
}

describe.each(AT_A_TABLE)('%s by hand', (id) => {
  const setup = setupOf(id)

  it('has nothing but the board and its pieces, wherever they are dragged', () => {
    const state = start(setup)
    expect(state.pieces).toHaveLength(12)
    // All twelve lie in one heap, and its number stands on it.
    expect(texts(state, setup)).toEqual(['12'])
    const { x, y } = state.pieces[0]!
    drag(state, setup, { x, y }, { x: 5, y: 4 })
    expect(state.pieces.at(-1)).toMatchObject({ x: 5, y: 4 })
    expect(texts(state, setup)).toEqual(['11'])
    drag(state, setup, { x, y }, { x: 5.1, y: 4 })
    expect(texts(state, setup).sort()).toEqual(['10', '2'])
    expect(rulesOf(setup).facts(setup).unjudged).toBe(true)
    expect(rulesOf(setup).values(state, setup)).toEqual({})
  })

  it('goes over into the game itself and back while it runs', () => {
    const plain = makeSetup(buildGameDoc(TEMPLATES[id], newPack(TEMPLATES[id], 'a-pack-for-tests')))
    const rules = rulesOf(setup)
    const state = rules.start(plain, 5)
    rules.adopt(state, plain, setup)
    expect((state as Table).pieces).toHaveLength(12)
    rules.step(state, idleInput(), setup)
    rules.adopt(state, setup, plain)
    expect('pieces' in state).toBe(false)
    rules.step(state, idleInput(), plain)
    rules.draw(state, plain, makeDrawList())
  })

  it('is moved about by the simulated player, and put away', () => {
    const [game] = playAll(setup, [{ skill: 0.5, seed: 3 }])
    expect(game).toMatchObject({ outcome: 'won', cause: 'put away' })
  })
})

describe('pieces', () => {
  const id = 'twosome'
  const setup = setupOf(id)

  it('are sized, turned round, put back, dealt into hands, and all put back', () => {
    const state = start(setup)
    const first = { ...state.pieces.at(-1)! }
    drag(state, setup, first, { x: 8, y: 4 })
    const moved = () => state.pieces.at(-1)!
    press(state, setup, 'larger')
    press(state, setup, 'larger')
    press(state, setup, 'smaller')
    expect(moved().size).toBeCloseTo(1.2)
    expect(moved().halfW).toBeCloseTo(first.halfW * 1.2)
    press(state, setup, 'mirror')
    expect(moved().mirrored).toBe(true)
    press(state, setup, 'back')
    expect(moved()).toMatchObject({ x: first.x, y: first.y, size: 1, mirrored: false })
    // The heap of twelve goes round to four hands.
    press(state, setup, 'deal')
    expect(texts(state, setup)).toEqual(['3', '3', '3', '3'])
    press(state, setup, 'reset')
    expect(texts(state, setup)).toEqual(['12'])
    press(state, setup, 'over')
    expect(state.outcome).toBe('won')
  })

  it('are reached by keys: chosen, picked up, moved by a quarter of a unit, set down; down leads to the plates', () => {
    const state = start(setup)
    step(state, setup)
    const tap = (input: Partial<Input>) => {
      step(state, setup, input)
      step(state, setup)
    }
    const { x } = state.pieces[0]!
    tap({ bits: BITS.confirm })
    expect(state.hand.holds).toBe(11)
    tap({ axis: 1 })
    tap({ bits: BITS.up })
    expect(state.pieces[11]).toMatchObject({ x: x + 0.25 })
    tap({ bits: BITS.confirm })
    expect(state.hand.holds).toBe(-1)
    tap({ bits: BITS.down })
    expect(state.atPlates).toBe(true)
    tap({ axis: 1 })
    tap({ bits: BITS.confirm })
    expect(state.pieces[11]!.size).toBeCloseTo(1.2)
    tap({ bits: BITS.up })
    expect(state.atPlates).toBe(false)
  })

  it('stay where they are when they are locked, and never leave the table', () => {
    const both = setupOf(id, [piece(id, 'post', 1, { locked: 'yes' }), piece(id, 'gull', 2)])
    const state = start(both)
    const post = { ...state.pieces[0]! }
    drag(state, both, post, { x: 9, y: 3 })
    expect(state.pieces.find(({ entry }) => entry === 'post')).toEqual(post)
    const gull = state.pieces.find(({ entry }) => entry === 'gull')!
    drag(state, both, gull, { x: 15.9, y: 9.9 })
    const { x, y } = state.pieces.at(-1)!
    expect(x).toBeLessThanOrEqual(16)
    expect(y).toBeLessThan(tablePlan(both).board)
    press(state, both, 'reset')
    press(state, both, 'deal')
    expect(state.pieces.find(({ entry }) => entry === 'post')).toEqual(post)
  })

  it('begin where the pack has them: what the stage showed when it was saved', () => {
    const state = start(setup)
    drag(state, setup, state.pieces[0]!, { x: 4, y: 2 })
    press(state, setup, 'mirror')
    const arranged = rulesOf(setup).arranged!(state, setup)!
    expect(arranged).toHaveLength(12)
    const again = setupOf(id, undefined, { 'pieces-start': { kind: 'layout', pieces: arranged } })
    const [moved] = start(again).pieces.filter(({ mirrored }) => mirrored)
    expect(moved!.x).toBeCloseTo(4)
    expect(moved!.y).toBeCloseTo(2)
    const plain = makeSetup(buildGameDoc(TEMPLATES[id], newPack(TEMPLATES[id], 'a-pack-for-tests')))
    expect(rulesOf(plain).arranged!(rulesOf(plain).start(plain, 1), plain)).toBeNull()
  })

  it('stay where they stand while others come and go, and no game has more than can be', () => {
    const state = start(setup)
    drag(state, setup, state.pieces[0]!, { x: 4, y: 2 })
    const fewer = setupOf(id, [piece(id, 'gull', 12), piece(id, 'crab', 3)])
    rulesOf(setup).adopt(state, setup, fewer)
    expect(state.pieces).toHaveLength(15)
    expect(state.pieces.some(({ x, y }) => x === 4 && y === 2)).toBe(true)
    rulesOf(setup).adopt(state, fewer, setupOf(id, [piece(id, 'crab', 1)]))
    expect(state.pieces.map(({ entry }) => entry)).toEqual(['crab'])
    const many = setupOf(
      id,
      Array.from({ length: 9 }, (_, i) => piece(id, `p${i}`, 60)),
    )
    expect(start(many).pieces).toHaveLength(120)
  })
})

describe('a board that is left', () => {
  const setup = setupOf('roundabout', [piece('roundabout', 'gull', 40)])
  function left() {
    const state = startGame(3)
    beginPlay(state, setup)
    const table = state.play as Table
    for (let i = 0; i < 40; i++) drag(table, setup, table.pieces[0]!, { x: 0.7 + (i % 14), y: 1 + Math.floor(i / 14) })
    press(table, setup, 'mirror')
    press(table, setup, 'larger')
    const rules = rulesOf(setup)
    rules.waits!.keep(state, setup, startProof())
    return { state, table }
  }

  it('is kept as it stands, in a few kilobytes, and set up again in its pause', () => {
    const { state, table } = left()
    const kept = JSON.stringify(state.progress)
    expect(kept.length).toBeLessThan(4000)
    const read = readProgress(JSON.parse(kept))
    expect(read?.round?.board).toHaveLength(200)
    const next = startGame(9)
    next.progress = read!
    expect(resumeRound(next, setup, read!.round!, startProof())).toBe(true)
    expect(next.screen).toBe('pause')
    const again = next.play as Table
    const shown = ({ pieces }: Table) =>
      pieces.map(({ entry, nth, x, y, mirrored, size }) => [
        entry,
        nth,
        Math.round(x * 100),
        Math.round(y * 100),
        mirrored,
        size,
      ])
    expect(shown(again)).toEqual(shown(table))
    goTo(next, 'play')
    stepGame(next, idleInput(), setup)
    // Put away, it is not kept any more.
    press(again, setup, 'over')
    rulesOf(setup).waits!.keep(next, setup, startProof())
    expect(next.progress.round).toBeUndefined()
  })

  it('is put aside when it is broken, or of other pieces', () => {
    const { state } = left()
    const round = state.progress.round!
    const broken = (board: unknown) => readProgress({ ...freshProgress(), round: { ...round, board } })
    for (const board of [[1, 2], 'x', [0, 0, 0, 0, 1.5], Array.from({ length: 605 }, () => 0), [0, -1, 0, 0, 0]])
      expect(broken(board)).toBeNull()
    const other = setupOf('roundabout', [piece('roundabout', 'crab', 40)])
    expect(resumeRound(startGame(1), other, round, startProof())).toBe(false)
    const twice = { ...round, board: [...round.board!.slice(0, 5), ...round.board!.slice(0, 195)] }
    expect(resumeRound(startGame(1), setup, twice, startProof())).toBe(false)
  })
})
