// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest'

import { makeControls } from '../../../player/input'
import { fitView } from '../../../player/view'
import { windfall } from '../../../tests/support/fixtures'
import type { Stones } from '../../../tests/support/throw-away/rules'
import { wind, type WindContent } from '../../../tests/support/throw-away/kind'
import { gamesOf, playAll } from '../../dry-run/batch'
import { kindsByName, KINDS } from '../../kinds'
import type { CastContent } from '../../kinds/cast'
import type { Kind } from '../../kinds/kind'
import { newPack, type Pack } from '../../pack/pack'
import { buildGameDoc } from '../../template/game-doc'
import { Template } from '../../template/template'
import { lacking } from '../../template/requires'
import { makeDrawList } from '../draw-list'
import { drawGame } from '../draw-game'
import { beginPlay, startGame, stepGame } from '../game'
import { pickAt } from '../pick'
import { noteStep, replayProof, startProof } from '../proof'
import { rulesFor } from '../registry'
import { adoptSetup, startSession, stepSession } from '../session'
import { makeSetup } from '../setup'
import { BITS, idleInput, type GameDoc } from '../types'

vi.mock('./rules', async (real) => {
  const { RULES } = await real<typeof import('./rules')>()
  const { rules } = await import('../../../tests/support/throw-away/rules')
  return { RULES: [...RULES, rules] }
})
vi.mock('./minds', async (real) => {
  const { MINDS } = await real<typeof import('./minds')>()
  const { mind } = await import('../../../tests/support/throw-away/mind')
  return { MINDS: [...MINDS, mind] }
})

const drawing = (windfall.parts.find((spec) => spec.id === 'good')!.content as CastContent).entries[0]!.sprite
const entry = (id: string, more: Record<string, unknown>) => ({ id, name: id, sprite: drawing, ...more })
/** The folder's data: the common parts and a few of its own. */
const stones: Template = Template.parse({
  ...windfall,
  ...{ id: 'stones', name: 'Stones', stages: ['wide'] },
  parts: [
    ...windfall.parts.filter((spec) => spec.dial === undefined && (spec.sheet !== undefined || spec.moment !== 'play')),
    ...windfall.parts.filter((spec) => spec.as === 'backdrop'),
    {
      ...{ id: 'stones', name: 'Stones', about: 'To carry home.', moment: 'play', fineAsIs: false },
      appearsIn: [{ use: '', name: 'In play' }],
      content: { kind: 'cast', entries: [entry('grey', {}), entry('white', {})] },
    },
    {
      ...{ id: 'sides', name: 'Sides', about: 'Who plays.', moment: 'play', fineAsIs: false },
      appearsIn: [{ use: '', name: 'In play' }],
      fields: [{ id: 'colour', name: 'Colour', type: 'colour', effect: '', default: '#888888' }],
      content: { kind: 'cast', entries: [entry('gull', { colour: '#ffffff' }), entry('crab', { colour: 'no colour' })] },
    },
    {
      ...{ id: 'point-sound', name: 'Point', about: 'Each point.', moment: 'play', fineAsIs: true },
      appearsIn: [{ use: '', name: 'In play' }],
      content: { kind: 'sound', asset: null, gainDb: 0 },
    },
    {
      ...{ id: 'goal', name: 'Goal', about: 'Points to win.', moment: 'play', fineAsIs: true },
      appearsIn: [{ use: '', name: 'In play' }],
      dial: { min: 1, max: 9, step: 1, unit: '', effect: '' },
      content: { kind: 'dial', value: 3 },
    },
  ].filter((spec, i, all) => all.findIndex((one) => one.id === spec.id) === i),
})
const pack = newPack(stones, 'a-pack-for-tests')
const setup = makeSetup(buildGameDoc(stones, pack))
const begun = () => {
  const state = startGame(1)
  beginPlay(state, setup)
  stepGame(state, idleInput(), setup)
  return { state, play: state.play as Stones }
}
const step = (state: ReturnType<typeof begun>['state'], input: Partial<ReturnType<typeof idleInput>>) =>
  stepGame(state, { ...idleInput(), ...input }, setup)

describe('a template of one folder and one line', () => {
  it('is played, dry-run and told apart by the engine without another change', () => {
    expect(rulesFor('stones').id).toBe('stones')
    const games = playAll(setup, gamesOf({ skills: [0, 1], games: 3, seed: 1 }))
    expect(games.every((game) => game.outcome === 'won')).toBe(true)
    expect(games[0]!.seconds).toBeGreaterThan(games[3]!.seconds)
  })

  it('has sides that take turns, each with the colour its list says, or the template’s', () => {
    const { state, play } = begun()
    expect(setup.get('cast', 'sides').map((side) => side.fields['colour'])).toEqual(['#ffffff', '#888888'])
    step(state, { key: 'c'.codePointAt(0)! })
    expect([play.score, play.turns]).toEqual([0, { side: 0, had: 0 }])
    step(state, { key: 'g'.codePointAt(0)! })
    expect([play.score, play.turns]).toEqual([1, { side: 1, had: 1 }])
    step(state, { key: 'c'.codePointAt(0)! })
    expect([play.score, play.turns]).toEqual([2, { side: 0, had: 2 }])
  })

  it('has stones that are dragged by a pointer, or picked up, moved and set down by keys', () => {
    const { state, play } = begun()
    const drag = (x: number, y: number) => step(state, { px: x * 100, py: y * 100, bits: BITS.pointer })
    drag(2.2, 4.1)
    expect(play.hand.holds).toBe(0)
    drag(14.7, 6)
    expect(play.stones[0]).toMatchObject({ x: 14.5, y: 5.9 })
    drag(99, 99)
    // It stays on the stage.
    expect(play.stones[0]).toMatchObject({ x: 15.5, y: 9.5 })
    step(state, {})
    expect([play.hand.holds, play.score, play.stones[0]!.fixed]).toEqual([-1, 1, true])
    // The plate has the confirm key; a stone is picked up by it too, so keys are tried on the hand alone.
    step(state, { axis: 1 })
    expect(play.hand.focus).toBe(1)
  })

  it('has a plate in play, pressed by pointer or keys', () => {
    for (const press of [{ bits: BITS.confirm }, { px: 120, py: 900, bits: BITS.pointer }]) {
      const { state, play } = begun()
      step(state, press)
      expect(play.outcome).toBe('lost')
    }
  })

  it('lies in a world that a camera moves over, and is picked where it is seen', () => {
    const { state } = begun()
    const list = makeDrawList()
    drawGame(state, setup, list)
    expect(pickAt(list, setup, 2, 3.5)).toMatchObject({ part: 'stones', entry: 'grey', x: 2, y: 3.5 })
    step(state, { key: 'g'.codePointAt(0)! })
    drawGame(state, setup, list)
    expect(list.camera).toEqual({ x: 1, y: 0.5 })
    expect(pickAt(list, setup, 1, 3.5)).toMatchObject({ part: 'stones', entry: 'grey' })
    expect(list.items.find((item) => item.part === 'backdrop')!.x).toBe(0)
  })

  it('goes on when entries come and go under it', () => {
    const session = startSession(setup, 5, { straightToPlay: true })
    stepSession(session, { ...idleInput(), axis: 1 })
    const one: CastContent = { kind: 'cast', entries: [entry('white', {})] as CastContent['entries'] }
    adoptSetup(session, makeSetup(buildGameDoc(stones, { ...pack, parts: { stones: one } })))
    expect((session.state.play as Stones).stones).toHaveLength(1)
    adoptSetup(session, setup)
    expect((session.state.play as Stones).stones).toHaveLength(2)
  })

  it('is proved with the letters that were typed, and replayed by them', () => {
    const state = startGame(77)
    const proof = startProof()
    beginPlay(state, setup)
    for (let i = 0; i < 200 && state.screen === 'play'; i++) {
      const input = { ...idleInput(), key: i % 20 === 3 ? (i % 40 === 3 ? 0x67 : 0x63) : 0, px: i, py: 5 }
      noteStep(proof, state, input)
      stepGame(state, input, setup)
    }
    expect(state.play).toMatchObject({ outcome: 'won', score: 3 })
    expect(replayProof(setup, proof, 1000)).toMatchObject({ outcome: 'won', score: 3 })
  })

  it('hears letters and sees where the pointer hovers, since it asks for both', () => {
    const room = document.createElement('div')
    const make = (asks: object) =>
      makeControls({
        ...{ keys: room, pointer: room, ratio: () => 1, onPress: () => undefined, asks: () => asks },
        view: () => fitView(1600, 1000, setup.stage),
      })
    const type = (key: string, code: string) =>
      room.dispatchEvent(new KeyboardEvent('keydown', { key, code, cancelable: true }))
    const hover = (x: number, y: number) =>
      room.dispatchEvent(Object.assign(new Event('pointermove'), { clientX: x, clientY: y, pointerType: 'mouse' }))
    const state = rulesFor('stones').start(setup, 1)
    const asking = make(rulesFor('stones').asks!(state, setup))
    type('é', 'KeyE')
    type('a', 'KeyA')
    hover(320, 250)
    expect(asking.read()).toEqual({ axis: 0, px: 320, py: 250, bits: 0, key: 0xe9 })
    // A letter moves nobody while letters are typed.
    expect(asking.read()).toMatchObject({ axis: 0, key: 0x61 })
    type('ArrowLeft', 'ArrowLeft')
    expect(asking.read()).toMatchObject({ axis: -1, key: 0 })
    asking.close()
    const plain = make({})
    type('a', 'KeyA')
    hover(320, 250)
    expect(plain.read()).toEqual({ axis: -1, px: -1, py: -1, bits: 0, key: 0 })
    plain.close()
  })
})

describe('a kind of two files and two lines', () => {
  it('is known with its form in the document, and by what is felt of it', () => {
    const kinds = kindsByName([...KINDS, wind] as readonly { kind: string }[])
    expect(kinds.get('wind')).toBe(wind)
    const content: WindContent = wind.schema.parse({ kind: 'wind', from: 'the sea', force: 7 })
    const doc: GameDoc = { ...setup.doc, parts: {} }
    wind.toDoc(content, {
      ...{ doc, part: 'breeze', box: undefined, fields: [], as: undefined, fileOf: () => undefined },
      put: (kind, part, made) => void (doc.parts[kind] = { ...doc.parts[kind], [part]: made }),
    })
    const made = makeSetup(doc).get('wind', 'breeze')
    expect([made.from, wind.felt!(made)]).toEqual(['the sea', 7])
    expect(() => makeSetup(doc).get('wind', 'gale')).toThrow('There is no wind called "gale"')
    expect(wind.schema.safeParse({ kind: 'wind', from: 'north', force: 13 }).success).toBe(false)
  })

  it('is refused by name without any one member of its module', () => {
    const members = Object.keys(wind) as (keyof Kind<WindContent>)[]
    for (const kind of KINDS) expect(Object.keys(kind).sort(), kind.kind).toEqual([...members].sort())
    for (const member of members) {
      const { [member]: _gone, ...rest } = wind
      expect(() => kindsByName([rest as { kind: string }]), member).toThrow(member === 'kind' ? 'undefined' : member)
    }
  })
})

it('what a game cannot run without is told until it is there', () => {
  const needs: Template = Template.parse({
    ...stones,
    requires: [
      { part: 'point-sound', say: 'Record what is heard when a stone is brought home.' },
      { part: 'goal', say: 'Say how many stones win.' },
    ],
  })
  const told = (parts: Pack['parts']) => lacking(needs, { ...pack, parts }).map(({ part }) => part)
  expect(told({})).toEqual(['point-sound'])
  expect(told({ goal: { kind: 'dial', value: 0 } })).toEqual(['point-sound', 'goal'])
  expect(told({ 'point-sound': { kind: 'sound', asset: 'a'.repeat(64), gainDb: 0 } })).toEqual([])
  expect(lacking(stones, pack)).toEqual([])
})
