import { describe, expect, it } from 'vitest'
import { updraft, windfall } from '../../tests/support/fixtures'
import { kindOf } from '../kinds'
import type { Want } from '../kinds/kind'
import { matchFiles, nameWords, type MatchPart } from './match-files'
import type { Template } from './template'

const partsOf = (template: Template): MatchPart[] =>
  template.parts.flatMap((spec) => {
    const { wants, takesMany } = kindOf(spec.content)
    return wants === null ? [] : [{ spec, want: wants, many: takesMany }]
  })
const match = (template: Template, names: Record<string, Want>, inOrder = false) =>
  matchFiles(
    Object.entries(names).map(([name, want]) => ({ name, want })),
    partsOf(template),
    inOrder,
  )

describe('files for parts', () => {
  it('are read as words, whatever they are set apart by', () => {
    expect(nameWords('art/BadThings_02-final.png')).toEqual(['bad', 'thing', 'final'])
    expect(nameWords('Écume 3.webp')).toEqual(['écume'])
  })

  it('are known by what people call them', () => {
    const names = { 'player_stand_1.png': 'picture', 'player_stand_2.png': 'picture', 'coin.png': 'picture' } as const
    expect(match(windfall, { ...names, 'enemy.png': 'picture', 'bg.png': 'picture' })).toEqual([
      ...['hero', 'hero', 'good', 'bad', 'backdrop'],
    ])
    expect(match(windfall, { 'pickup.wav': 'sound', 'hit.wav': 'sound', 'theme.mp3': 'sound' })).toEqual([
      ...['catch-sound', 'harm-sound', 'music'],
    ])
    expect(match(updraft, { 'Background.png': 'picture', 'zzz.png': 'picture' })).toEqual(['backdrop', ''])
  })

  it('go to a part of their own kind only, and the rest in order where parts were chosen', () => {
    expect(match(windfall, { 'hero.wav': 'sound' })).toEqual([''])
    const chosen = partsOf(windfall).filter(({ spec }) => ['hero', 'backdrop', 'music'].includes(spec.id))
    const files = [
      { name: 'a.png', want: 'picture' as const },
      { name: 'b.png', want: 'picture' as const },
    ]
    expect(new Set(matchFiles(files, chosen, true))).toEqual(new Set(['hero', 'backdrop']))
    expect(matchFiles([...files, ...files], chosen, true).filter(Boolean)).toHaveLength(2)
  })
})
