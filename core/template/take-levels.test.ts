import { describe, expect, it } from 'vitest'
import { breakwaterGull, emptyPack, puffinCatch, TEMPLATES, updraft, windfall } from '../../tests/support/fixtures'
import { threeLevels, withLevels } from '../../tests/support/levels'
import { edit } from '../pack/commands'
import type { Pack } from '../pack/pack'
import { inLevel, ownLevels } from './levels'
import { levelsFrom, takeLevels } from './take-from'
import { fittedTo } from './uses'

const game = (pack: Pack) => {
  const template = TEMPLATES[pack.template.id as keyof typeof TEMPLATES]
  return { pack, template: fittedTo(template, pack) }
}
const taken = (from: Pack, into: Pack, ids: string[]) => {
  const other = { pack: from, template: TEMPLATES[from.template.id as keyof typeof TEMPLATES] }
  const { command, assets } = takeLevels(other, game(into), ids)
  return { pack: edit(into, command)[0], assets }
}

describe('levels of another pack', () => {
  it('are its levels, or the whole game where it has one', () => {
    const names = (from: Pack) => levelsFrom(game(from), game(emptyPack())).map(({ name }) => name)
    expect(names(threeLevels(emptyPack()))).toEqual(['Low tide', 'Half tide', 'High tide'])
    expect(names(puffinCatch())).toEqual(['Puffin Catch'])
  })

  it('come behind the present ones with what is only in them and what is in all of theirs', () => {
    const from = threeLevels(puffinCatch())
    const { pack, assets } = taken(from, emptyPack(), [from.levels[1]!.id])
    expect(pack.levels.map(({ name }) => name)).toEqual(['Level 1', 'Half tide'])
    const id = pack.levels[1]!.id
    expect(pack.parts[inLevel('goal', id)]).toEqual({ kind: 'dial', value: 20 })
    expect(pack.parts[inLevel('backdrop', id)]).toEqual(from.parts['backdrop'])
    expect(ownLevels(pack, 'hero')).toEqual([1])
    // The first stays the template's; credits come along.
    expect(pack.parts['hero']).toBeUndefined()
    expect(Object.values(assets).every((facts) => facts.source.author !== undefined)).toBe(true)
    for (const hash of Object.keys(assets)) expect(pack.assets[hash]).toEqual(from.assets[hash])
  })

  it('of another template bring what is the same to the game, and no numbers', () => {
    const { pack } = taken(puffinCatch(), breakwaterGull(), [''])
    const id = pack.levels[1]!.id
    expect(pack.parts[inLevel('backdrop', id)]).toEqual(puffinCatch().parts['backdrop'])
    const own = Object.keys(pack.parts).filter((key) => key.endsWith(`@level-${id}`))
    const kinds = new Set(own.map((key) => pack.parts[key]!.kind))
    expect(updraft.levels!.parts).toEqual(expect.arrayContaining(own.map((key) => key.split('@')[0])))
    expect(kinds.has('cast')).toBe(false)
  })

  it('stop where there is no more room', () => {
    const from = threeLevels(emptyPack())
    const full = withLevels(emptyPack(), windfall.levels!.most - 1)
    const { pack } = taken(
      from,
      full,
      from.levels.map(({ id }) => id),
    )
    expect(pack.levels).toHaveLength(windfall.levels!.most)
    expect(pack.levels.at(-1)!.name).toBe('Low tide')
  })
})
