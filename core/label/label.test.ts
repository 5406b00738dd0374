import { describe, expect, it } from 'vitest'
import { breakwaterGull, emptyPack, puffinCatch, updraft, windfall } from '../../tests/support/fixtures'
import { fingerprintOf } from '../pack/fingerprint'
import { edit, type Command } from '../pack/commands'
import type { Pack } from '../pack/pack'
import { emptyLabel, emptyWords, Label, labelAssets, linksOfLabel, wordsOfLabel } from './label'
import { readMarks } from './marks'
import { mergeable } from './tags'
import { clashOf, COPY_TERMS, freestTerms, termsOf } from './terms'
import { ownParts, yoursOf } from '../facts/yours'

describe('label', () => {
  it('reads labels from before it knew ages, privacy and copies', () => {
    const { title, tags, short, description, howTo, cover, coverAlt, visibility, author } = puffinCatch().label
    const old = Label.parse({ title, tags, short, description, howTo, cover, coverAlt, visibility, author })
    expect(old).toMatchObject({ category: 'other', ageGuide: {}, copies: { allowed: false }, shots: [], clip: null })
    expect(old.privacy).toMatchObject({ scores: false, plays: false, email: null, framing: 'any' })
  })

  it('lists its pictures once each', () => {
    const a = 'a'.repeat(64)
    const b = 'b'.repeat(64)
    const label = { ...emptyLabel(), cover: a, square: b, shots: [{ asset: a, alt: '' }] }
    expect(labelAssets(label)).toEqual([a, b])
  })

  it('is said in another language as far as it is written in it, and in the first otherwise', () => {
    const label = { ...emptyLabel(), title: 'Gull', short: 'Fly.', description: 'See https://a.test', howTo: ['Up'] }
    label.languages = Label.parse({
      ...label,
      languages: { cy: { title: 'Gwylan', description: 'https://b.test' } },
    }).languages
    expect(wordsOfLabel(label, 'cy')).toMatchObject({ title: 'Gwylan', short: 'Fly.', howTo: ['Up'] })
    expect(wordsOfLabel(label, 'de')).toMatchObject({ title: 'Gull', description: 'See https://a.test' })
    expect(linksOfLabel(label)).toHaveLength(2)
    expect(Label.safeParse({ ...label, languages: { 'not a tag': {} } }).success).toBe(false)
  })

  it('follows the game’s words in each language until something else is written on it', () => {
    const edited = (pack: Pack, ...commands: Command[]) => commands.reduce((at, command) => edit(at, command)[0], pack)
    const words = (text: string): Command => ({ type: 'set-words', tag: 'cy', words: { 'title-words': text } })
    const write = (title: string): Command => ({
      type: 'set-label',
      change: { languages: { cy: { ...emptyWords(), title } } },
    })
    const welsh = edited(puffinCatch(), { type: 'add-language', tag: 'cy', name: 'Cymraeg' }, words('Dal'))
    expect(welsh.label.languages['cy']?.title).toBe('Dal')
    expect(edited(welsh, words('Dal y Pâl')).label.languages['cy']?.title).toBe('Dal y Pâl')
    expect(edited(welsh, write('Pâl'), words('Dal y Pâl')).label.languages['cy']?.title).toBe('Pâl')
    expect(edited(welsh, { type: 'remove-language', tag: 'cy' }).label.languages).toEqual({})
  })
})

describe('marks', () => {
  it('are paragraphs, points and stressed words, and nothing else', () => {
    expect(readMarks('One line\nand *more*.\n\n- first\n- second *point*\nend <b>no</b> 2 * 3 * 4')).toEqual([
      {
        kind: 'paragraph',
        lines: [
          [{ text: 'One line', strong: false }],
          [
            { text: 'and ', strong: false },
            { text: 'more', strong: true },
            { text: '.', strong: false },
          ],
        ],
      },
      {
        kind: 'points',
        lines: [
          [{ text: 'first', strong: false }],
          [
            { text: 'second ', strong: false },
            { text: 'point', strong: true },
          ],
        ],
      },
      { kind: 'paragraph', lines: [[{ text: 'end <b>no</b> 2 * 3 * 4', strong: false }]] },
    ])
    expect(readMarks('')).toEqual([])
  })
})

describe('tags', () => {
  it('that say the same are found, the first of them to be kept', () => {
    expect(mergeable(['puffin', 'quay', 'Puffins', 'one minute', 'oneminute', 'berry', 'berries'])).toEqual([
      ['puffin', 'Puffins'],
      ['one minute', 'oneminute'],
      ['berry', 'berries'],
    ])
    expect(mergeable(['boat', 'boot', 'bus'])).toEqual([])
  })
})

describe('copy terms', () => {
  it('are read from the SPDX id', () => {
    expect(termsOf('CC-BY-NC-ND-4.0')).toMatchObject({ noChanges: true, noCommerce: true, same: false })
    expect(termsOf('CC-BY-SA-4.0')).toMatchObject({ same: true, noCommerce: false })
    expect(termsOf('GPL-3.0-only').same).toBe(true)
    expect(termsOf('CC0-1.0')).toEqual({
      noChanges: false,
      noCommerce: false,
      same: false,
      credit: false,
      allMine: false,
    })
  })

  it('clash where what is inside does not allow them', () => {
    // Whoever must be named cannot be given away without a name.
    expect(clashOf('CC-BY-4.0', 'CC0-1.0')).toBe('needs-credit')
    expect(clashOf('CC-BY-4.0', 'CC-BY-4.0')).toBeNull()
    expect(freestTerms([{ licence: 'CC-BY-4.0', own: false }])).toBe('CC-BY-4.0')
    expect(clashOf('CC-BY-ND-4.0', 'CC-BY-4.0')).toBe('no-changes')
    expect(clashOf('CC-BY-NC-4.0', 'CC-BY-4.0')).toBe('no-commerce')
    expect(clashOf('CC-BY-NC-4.0', 'CC-BY-NC-SA-4.0')).toBeNull()
    expect(clashOf('CC-BY-SA-3.0', 'CC-BY-SA-4.0')).toBeNull()
    expect(clashOf('CC-BY-SA-4.0', 'CC0-1.0')).toBe('same-terms')
    expect(clashOf('LicenseRef-Own-Work', 'CC0-1.0')).toBe('all-mine')
    expect(clashOf('LicenseRef-Own-Work', 'CC0-1.0', true)).toBeNull()
    expect(clashOf('', 'CC0-1.0')).toBeNull()
  })

  it('the freest that fit are found, or none', () => {
    const inside = (...licences: string[]) => licences.map((licence) => ({ licence, own: false }))
    expect(freestTerms(inside('CC0-1.0'))).toBe(COPY_TERMS[0])
    // Its notice has to stay, so it cannot be given away without any.
    expect(freestTerms(inside('CC0-1.0', 'MIT'))).toBe('CC-BY-4.0')
    expect(freestTerms(inside('CC0-1.0', 'CC-BY-SA-4.0'))).toBe('CC-BY-SA-4.0')
    expect(freestTerms(inside('CC-BY-NC-4.0'))).toBe('CC-BY-NC-4.0')
    expect(freestTerms(inside('CC-BY-NC-4.0', 'CC-BY-SA-4.0'))).toBeNull()
  })
})

describe('how much is yours', () => {
  it('is nothing at first, most of the demo, and nothing of a bare copy', () => {
    expect(yoursOf(windfall, emptyPack())).toMatchObject({ parts: { own: 0 }, area: 0 })
    const demo = yoursOf(windfall, puffinCatch())
    expect(demo.parts.own).toBeGreaterThan(10)
    expect(demo.area).toBeGreaterThan(0.8)
    expect(yoursOf(updraft, breakwaterGull()).area).toBeGreaterThan(0.5)
    const pack = puffinCatch()
    const line = {
      ...{ title: 'x', author: '', host: '', postcode: '', licence: '', at: '' },
      fingerprint: fingerprintOf(pack),
    }
    const copy = { ...pack, lineage: [line] }
    expect(yoursOf(windfall, copy)).toMatchObject({ parts: { own: 0 }, area: 0 })
    const changed = { ...copy, parts: { ...copy.parts, goal: { kind: 'dial' as const, value: 90 } } }
    expect([...ownParts(windfall, changed)]).toEqual(['goal'])
  })

  it('counts by what is seen: a backdrop is more than a hero', () => {
    const { hero, backdrop } = puffinCatch().parts
    const only = (parts: object) => yoursOf(windfall, { ...puffinCatch(), parts: parts as never }).area
    expect(only({ backdrop })).toBeGreaterThan(only({ hero }) * 4)
    expect(only({ hero })).toBeGreaterThan(0)
  })
})
