import { describe, expect, it } from 'vitest'
import { emptyPack, TEMPLATES, windfall } from '../../tests/support/fixtures'
import { withLooks } from '../../tests/support/looks'
import { press as pressOn, shownOn, textsOn } from '../../tests/support/screens'
import type { Pack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { fittedTo } from '../template/uses'
import { adoptGame, beginPlay, goTo, setupOf, startGame, stepGame, takeProgress, type GameState } from './game'
import { boundsOf } from './pick'
import { freshProgress } from './progress'
import { makeSetup, type Setup } from './setup'
import { BITS, idleInput } from './types'

const make = (pack: Pack) => makeSetup(buildGameDoc(windfall, pack))
/** Two looks: one that is given away, and one for 120 points that is half as wide. */
const setup = make(withLooks(emptyPack()))
const shown = (state: GameState, of: Setup = setup) => shownOn(state, of)
const texts = (state: GameState, of = setup) => textsOn(state, of)
const press = (state: GameState, bits: number) => pressOn(state, setup, { bits })
const side = (state: GameState, axis: number) => pressOn(state, setup, { axis })
function atLooks(purse: number): GameState {
  const state = startGame(3, setup)
  takeProgress(state, setup, { ...freshProgress(), purse })
  goTo(state, 'looks')
  return state
}

describe('looks', () => {
  it('are nothing to see where a template’s maker gave none', () => {
    for (const template of Object.values(TEMPLATES)) {
      const pack = { ...emptyPack(), template: { id: template.id, version: template.version } }
      expect(buildGameDoc(template, pack).dresses).toBeUndefined()
      expect(fittedTo(template, pack).parts.some((spec) => spec.needs === 'looks')).toBe(false)
    }
  })

  it('say what is worn, given away, for sale and too dear', () => {
    const poor = atLooks(100)
    expect(texts(poor)).toEqual(
      expect.arrayContaining(['What to wear?', '100 points', 'As ever', 'Worn', 'Scarf', 'Yours', 'Coat']),
    )
    expect(texts(poor)).toContain('20 points short')
    expect(texts(atLooks(120))).toContain('120 points')
  })

  it('are put on, and bought once from what was collected', () => {
    const state = atLooks(150)
    side(state, 1)
    side(state, 1)
    press(state, BITS.confirm)
    expect(state.progress).toMatchObject({ worn: 'coat', looks: ['coat'], purse: 30 })
    side(state, -1)
    press(state, BITS.confirm)
    expect(state.progress).toMatchObject({ worn: 'scarf', purse: 30 })
    side(state, 1)
    press(state, BITS.confirm)
    expect(state.progress).toMatchObject({ worn: 'coat', purse: 30, looks: ['coat'] })
  })

  it('are not sold to those who have too little', () => {
    const state = atLooks(119)
    side(state, 1)
    side(state, 1)
    press(state, BITS.confirm)
    expect(state.progress).toMatchObject({ worn: '', purse: 119, looks: [] })
  })

  it('are how the hero is drawn, picked and hit in play', () => {
    const state = atLooks(0)
    beginPlay(state, setup)
    const hero = () => shown(state).find((item) => item.part === 'hero' || item.part === 'looks')!
    expect(hero()).toMatchObject({ part: 'hero', entry: '' })
    state.progress.worn = 'coat'
    expect(hero()).toMatchObject({ part: 'looks', entry: 'coat' })
    expect(boundsOf(hero(), setup)!.w).toBeCloseTo(setup.sprites['hero']!.width / 2)
    expect(setupOf(state, setup).sprites['hero']!.width).toBeCloseTo(setup.sprites['hero']!.width / 2)
  })

  it('that are gone leave the hero as it is', () => {
    const state = atLooks(0)
    state.progress.worn = 'coat'
    beginPlay(state, setup)
    const none = make(emptyPack())
    adoptGame(state, setup, none)
    expect(setupOf(state, none)).toBe(none)
    const missing = make(withLooks(emptyPack(), ['scarf']))
    expect(setupOf(state, missing).sprites['hero']!.width).toBe(setup.sprites['hero']!.width)
    expect(shown(state, missing).some((item) => item.part === 'hero')).toBe(true)
  })

  it('are paid with points of every play, won or lost', () => {
    const state = startGame(3, setup)
    beginPlay(state, setup)
    state.play!.score = 35
    ;(state.play as unknown as { lives: number }).lives = 0
    stepGame(state, idleInput(), setup)
    expect(state.progress.purse).toBe(35)
  })
})

describe('what is kept of earlier visits', () => {
  it('is forgotten only when that was asked twice; volume and language stay', () => {
    const state = startGame(3, setup)
    takeProgress(state, setup, {
      ...freshProgress(),
      ...{ best: 9, purse: 50, looks: ['coat'], worn: 'coat', volume: { sound: 1, music: 0 } },
    })
    goTo(state, 'options')
    expect(texts(state)).toContain('Forget it all')
    const at = () => shown(state).filter((item) => item.kind === 'plate').length
    press(state, BITS.down)
    press(state, BITS.down)
    press(state, BITS.confirm)
    expect(texts(state)).toContain('Really? Forget it')
    expect(state.progress.purse).toBe(50)
    const plates = at()
    press(state, BITS.confirm)
    expect(state.progress).toMatchObject({ best: 0, purse: 0, looks: [], worn: '', volume: { sound: 1, music: 0 } })
    expect(at()).toBe(plates - 1)
    expect(state.volume).toEqual({ sound: 1, music: 0 })
  })

  it('says so at the foot where it could not be read', () => {
    const state = startGame(3, setup)
    expect(texts(state).join()).not.toContain('put aside')
    state.aside = true
    expect(texts(state).join()).toContain('put aside')
  })
})
