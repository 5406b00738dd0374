import { describe, expect, it } from 'vitest'
import {
  breakwaterGull,
  demoPacks,
  emptyPack,
  puffinCatch,
  TEMPLATES,
  updraft,
  windfall,
} from '../../tests/support/fixtures'
import type { CastContent } from '../kinds/cast'
import type { SpriteContent } from '../kinds/drawing'
import { assetsOf } from '../kinds'
import { edit } from '../pack/commands'
import { newPack, Pack, usedAssets } from '../pack/pack'
import { takableFrom, takeCommand, type Game } from './take-from'

const puffin: Game = { pack: puffinCatch(), template: windfall }
const gull: Game = { pack: breakwaterGull(), template: updraft }
const empty: Game = { pack: emptyPack(), template: windfall }
const fresh: Game = { pack: newPack(updraft, 'a-pack-for-tests'), template: updraft }
const keys = (from: Game, into: Game) => takableFrom(from, into).map((row) => row.key)
const taken = (from: Game, into: Game, chosen: string[], fields: Parameters<typeof takeCommand>[3] = []) => {
  const rows = takableFrom(from, into).filter((row) => chosen.includes(row.key))
  expect(rows).toHaveLength(chosen.length)
  return edit(into.pack, takeCommand(from, into, rows, fields).command)[0]
}

describe('what another pack has to give', () => {
  it('is what its maker swapped: parts, entries one by one, and words only to their own place', () => {
    const found = keys(puffin, empty)
    expect(found).toEqual(
      expect.arrayContaining(['hero', 'backdrop', 'good/herring', 'good/mussel', 'win-words', 'music']),
    )
    expect(found).not.toContain('lose-sound')
    const other = takableFrom(puffin, fresh)
    expect(other.find((row) => row.key === 'score-words')?.target).toBe('score-words')
    // Where a part is in both, or is the same to both games, it is known where it goes; else its maker says.
    const target = (key: string) => other.find((row) => row.key === key)?.target
    expect([target('hero'), target('backdrop'), target('life')]).toEqual(['hero', 'backdrop', 'life'])
    expect([target('good/herring'), target('catch-sound')]).toEqual(['', ''])
    expect(other.find((row) => row.key === 'good/herring')!.targets.map((spec) => spec.id)).toEqual(['looks', 'prizes'])
  })

  it('comes just as it is within one template, with its files and their credits, undone as one step', () => {
    const [after, back] = [taken(puffin, empty, ['hero', 'good/herring', 'win-words'], ['tags', 'howTo']), empty.pack]
    expect(after.parts['hero']).toEqual(puffin.pack.parts['hero'])
    expect((after.parts['good'] as CastContent).entries.at(-1)).toMatchObject({ name: 'Herring', points: 5 })
    const made = windfall.parts.find((spec) => spec.id === 'good')!.content as CastContent
    expect((after.parts['good'] as CastContent).entries.slice(0, -1)).toEqual(made.entries)
    expect(after.label.tags).toEqual(puffin.pack.label.tags)
    for (const hash of assetsOf(after.parts['hero']!)) expect(after.assets[hash]).toEqual(puffin.pack.assets[hash])
    expect(Pack.parse(after)).toEqual(after)
    expect(back).toEqual(emptyPack())
  })

  it('is as high as what it stands in for, has every clip that is asked for, and the fields of its new cast', () => {
    const rows = takableFrom(puffin, fresh).map((row) =>
      row.key === 'good/herring' ? { ...row, target: 'prizes' } : row,
    )
    const chosen = rows.filter((row) => ['hero', 'good/herring'].includes(row.key))
    const [after] = edit(fresh.pack, takeCommand(puffin, fresh, chosen, []).command)
    const hero = after.parts['hero'] as SpriteContent
    const theirs = updraft.parts.find((spec) => spec.id === 'hero')!
    expect(Object.keys(hero.clips)).toEqual(theirs.clips)
    expect(hero.height).toBe((theirs.content as SpriteContent).height)
    const herring = (after.parts['prizes'] as CastContent).entries.at(-1)!
    expect(Object.keys(herring.sprite.clips)).toEqual(['shown'])
    expect(herring).toMatchObject({ points: 5 })
    expect(herring).not.toHaveProperty('harm')
  })

  it('takes two entries into one cast, and nothing that has no place', () => {
    const after = taken(puffin, empty, ['good/herring', 'good/mussel'])
    expect((after.parts['good'] as CastContent).entries.slice(-2).map((entry) => entry.name)).toEqual([
      'Herring',
      'Mussel',
    ])
    const nowhere = takableFrom(puffin, fresh).filter((row) => row.target === '')
    expect(edit(fresh.pack, takeCommand(puffin, fresh, nowhere, []).command)[0]).toEqual(fresh.pack)
  })

  it('works between every two demo packs: what is taken leaves a pack that reads, with every file known', () => {
    for (const pack of demoPacks())
      for (const template of Object.values(TEMPLATES)) {
        const from = { pack, template: TEMPLATES[pack.template.id as keyof typeof TEMPLATES] }
        const into = { pack: newPack(template, 'a-pack-for-tests'), template }
        const rows = takableFrom(from, into).map((row) => ({ ...row, target: row.target || row.targets[0]!.id }))
        const { command, assets } = takeCommand(from, into, rows, ['short'])
        const [after] = edit(into.pack, command)
        expect(Pack.safeParse(after).success, `${pack.id} into ${template.id}`).toBe(true)
        for (const hash of usedAssets(after)) expect(assets[hash] ?? template.assets[hash], hash).toBeDefined()
      }
  })

  it('is nothing from a pack in which nothing was swapped', () => {
    expect(keys(empty, puffin)).toEqual([])
    expect(keys(fresh, puffin)).toEqual([])
    expect(keys(gull, fresh).length).toBeGreaterThan(8)
  })
})
