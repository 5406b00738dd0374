import { describe, expect, it } from 'vitest'
import { emptyPack, updraft, windfall } from '../../tests/support/fixtures'
import { makeDrawList } from '../game/draw-list'
import { drawGame } from '../game/draw-game'
import { beginPlay, goTo, startGame } from '../game/game'
import { makeSetup, partIn } from '../game/setup'
import type { PictureContent } from '../kinds/picture'
import type { SpriteContent } from '../kinds/drawing'
import { newPack, type Pack } from '../pack/pack'
import { buildGameDoc } from './game-doc'
import { specOf, type Template } from './template'
import { splitKey, splittable, fittedTo } from './uses'

const contentIn = <T>(template: Template, part: string): T =>
  JSON.parse(JSON.stringify(specOf(template, part)!.content)) as T

describe('a part with more than one use', () => {
  const backdrop = contentIn<PictureContent>(windfall, 'backdrop')
  const split: Pack = { ...emptyPack(), parts: { 'backdrop@won': { ...backdrop, dim: 0.5 } } }

  it('says which uses can have something of their own', () => {
    expect(splittable(specOf(windfall, 'backdrop')!).map((use) => use.use)).toEqual(['play', 'pause', 'won', 'lost'])
    expect(splittable(specOf(windfall, 'life')!)).toEqual([])
    expect(splittable(specOf(windfall, 'goal')!)).toEqual([])
  })
  it('becomes one more part right behind it, and the template stays as it is', () => {
    const before = JSON.stringify(windfall)
    const made = fittedTo(windfall, split)
    const at = made.parts.findIndex((spec) => spec.id === 'backdrop')
    expect(made.parts[at + 1]).toMatchObject({ id: 'backdrop@won', name: 'Backdrop: Winning screen' })
    expect(made.parts[at]!.appearsIn.map((use) => use.use)).toEqual(['play', 'pause', 'lost'])
    expect(fittedTo(made, split).parts).toHaveLength(made.parts.length)
    expect(JSON.stringify(windfall)).toBe(before)
  })
  it('shows the split one there, and the whole one everywhere else', () => {
    const setup = makeSetup(buildGameDoc(windfall, split))
    const state = startGame(1)
    const list = makeDrawList()
    const shown = () => {
      drawGame(state, setup, list)
      return list.items[0]!.part
    }
    beginPlay(state, setup)
    expect(shown()).toBe('backdrop')
    goTo(state, 'won')
    expect(shown()).toBe('backdrop@won')
    goTo(state, 'lost')
    expect(shown()).toBe('backdrop')
    expect(setup.get('picture', 'backdrop@won').dim).toBe(0.5)
  })
  it('counts in the rules too: a narrower obstacle on one side is one', () => {
    const gate = contentIn<SpriteContent>(updraft, 'gate')
    const pack = newPack(updraft, 'a-pack-for-tests')
    const setup = makeSetup(
      buildGameDoc(updraft, { ...pack, parts: { [splitKey('gate', 'top')]: { ...gate, height: 1.5 } } }),
    )
    expect(partIn(setup, 'gate', 'top')).toBe('gate@top')
    expect(partIn(setup, 'gate', 'bottom')).toBe('gate')
    expect(setup.sprites['gate@top']!.width).toBeCloseTo(setup.sprites['gate']!.width / 2)
  })
  it('is ignored where the template has no such use', () => {
    const odd = { ...emptyPack(), parts: { 'backdrop@nowhere': backdrop, 'life@won': backdrop } }
    expect(fittedTo(windfall, odd).parts).toEqual(fittedTo(windfall, emptyPack()).parts)
    expect(buildGameDoc(windfall, odd).parts.picture!['backdrop@nowhere']).toBeUndefined()
  })
})
