import { describe, expect, it } from 'vitest'
import { disc, emptyPack, pngAsset, puffinCatch, windfall, withSprite } from '../../tests/support/fixtures'
import type { Pack } from '../pack/pack'
import { assetFile, buildGameDoc, creditsOf, NO_TITLE, titleOf } from './game-doc'

describe('the game document', () => {
  it('resolves template and pack: own parts over the template’s', () => {
    const doc = buildGameDoc(windfall, puffinCatch())
    expect(doc.parts.wording!['title-words']!.text).toBe('Puffin Catch')
    expect(doc.parts.wording!['lose-words']!.text).toBe('That was too much weather')
    expect(doc.parts.cast!['good']!.map((entry) => entry.id)).toEqual(['herring', 'mussel'])
    expect(doc.parts.dial!['pace']).toBe(4)
    expect(doc.parts.sound!['miss-sound']).toEqual({ asset: null, gainDb: 0 })
    expect(doc.parts.music!['music']!.gainDb).toBe(-4)
  })

  it('names only files that are used, each by its hash and real type', () => {
    const doc = buildGameDoc(windfall, puffinCatch())
    const heroOfTemplate = windfall.parts.find((spec) => spec.id === 'hero')!.content
    if (heroOfTemplate.kind !== 'sprite') throw new Error('sprite')
    expect(doc.assets[heroOfTemplate.clips['stand']!.frames[0]!.asset]).toBeUndefined()
    for (const [hash, asset] of Object.entries(doc.assets)) {
      expect(asset.file).toMatch(/^assets\/[0-9a-f]{20}\.(png|wav|ogg)$/)
      expect(hash.startsWith(asset.file.slice(7, 27))).toBe(true)
    }
    expect(assetFile('a'.repeat(64), 'image/jpeg')).toBe(`assets/${'a'.repeat(20)}.jpg`)
  })

  it('survives JSON unchanged, as it must to be compared on a host', () => {
    const doc = buildGameDoc(windfall, puffinCatch())
    expect(JSON.parse(JSON.stringify(doc))).toEqual(doc)
  })

  it('has no trace of the label’s private fields', () => {
    const pack: Pack = {
      ...puffinCatch(),
      notes: 'ring Quay Street 0',
      label: { ...puffinCatch().label, description: 'only for the label' },
    }
    const text = JSON.stringify(buildGameDoc(windfall, pack))
    expect(text).not.toContain('Quay Street')
    expect(text).not.toContain('only for the label')
  })
})

describe('titles', () => {
  it('come from the label, then from the start screen, then from us', () => {
    const blank = (text: string): Pack => ({
      ...emptyPack(),
      parts: { 'title-words': { kind: 'wording', text, scale: 1 } },
    })
    expect(titleOf({ ...emptyPack(), label: { ...emptyPack().label, title: '  Fog Watch ' } }, windfall)).toBe(
      'Fog Watch',
    )
    expect(titleOf(blank('Quay Cart'), windfall)).toBe('Quay Cart')
    expect(titleOf(blank('  '), windfall)).toBe(NO_TITLE)
  })
})

describe('credits', () => {
  it('leave out files nobody is known for, and parts of one author stand in one line', () => {
    const made = pngAsset(disc(30, 10), { author: '', licence: '' })
    const credits = creditsOf(windfall, withSprite(puffinCatch(), made))
    expect(credits.map((line) => line.author)).toEqual(['harbour-club', 'Pack Post'])
    expect(credits[0]!.what).not.toContain('Hero')
  })

  it('keep authors, licences and links apart', () => {
    const one = pngAsset(disc(30, 10), {
      author: 'gull-hand',
      licence: 'CC-BY-4.0',
      link: 'https://example.invalid/gull',
    })
    const credits = creditsOf(windfall, withSprite(puffinCatch(), one))
    expect(credits.find((line) => line.author === 'gull-hand')).toEqual({
      what: 'Hero',
      author: 'gull-hand',
      licence: 'CC-BY-4.0',
      link: 'https://example.invalid/gull',
    })
    expect(credits).toHaveLength(3)
  })

  it('do not grow a line without end', () => {
    for (const line of creditsOf(windfall, puffinCatch())) expect(line.what.length).toBeLessThan(100)
  })
})
