import { describe, expect, it } from 'vitest'
import { emptyPack, puffinCatch, windfall } from '../../tests/support/fixtures'
import { suggestTags, tidyTag } from '../label/tags'
import { buildGameDoc, creditsOf, titleOf } from '../template/game-doc'
import { summaryOf } from '../template/summary'
import { changesSince } from './changes'
import { fingerprintOf } from '../pack/fingerprint'
import { LETTERS, makePostcode, readPostcode, sayPostcode, WORDS } from './postcode'

describe('postcode', () => {
  let seed = 1
  const next = () => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
    return seed / 4294967296
  }

  it('reads back what it made, however it is typed', () => {
    for (let i = 0; i < 300; i++) {
      const code = makePostcode(next)
      expect(code).toMatch(/^[A-Z]{4}-[0-9A-Z]{4}$/)
      expect(readPostcode(code)).toBe(code)
      expect(readPostcode(` ${code.toLowerCase().replace('-', ' ')} `)).toBe(code)
    }
  })

  it('catches every single wrong letter and every swap of neighbours', () => {
    for (let i = 0; i < 40; i++) {
      const code = makePostcode(next)
      for (let at = 5; at < 9; at++) {
        for (const letter of LETTERS)
          if (letter !== code[at]) expect(readPostcode(code.slice(0, at) + letter + code.slice(at + 1))).toBeNull()
        if (at < 8 && code[at] !== code[at + 1])
          expect(readPostcode(code.slice(0, at) + code[at + 1] + code[at] + code.slice(at + 2))).toBeNull()
      }
    }
  })

  it('has no letters that look alike, and words that differ', () => {
    expect(LETTERS).not.toMatch(/[01OIL2Z5S8BUVAEY]/)
    expect(new Set(WORDS).size).toBe(WORDS.length)
    expect(sayPostcode('KELP-47QX')).toBe('kelp, four, seven, Q, X')
    // Nine groups of four are too long, however they are written.
    expect(readPostcode('KELP-'.repeat(9))).toBeNull()
    for (const wrong of ['', 'KELP', 'KELP-47QXX', 'ZZZZ-4444', '<script>']) expect(readPostcode(wrong)).toBeNull()
  })
})

describe('what changed', () => {
  it('is nothing for the same pack, and names parts and label otherwise', () => {
    const pack = puffinCatch()
    const print = fingerprintOf(pack)
    expect(changesSince(windfall, pack, print)).toEqual([])
    expect(
      changesSince(windfall, { ...pack, label: { ...pack.label, visibility: 'public' }, notes: 'x' }, print),
    ).toEqual([])
    const { hero: _gone, ...parts } = pack.parts
    const next = {
      ...pack,
      label: { ...pack.label, title: 'Other' },
      parts: {
        ...parts,
        pace: { kind: 'dial' as const, value: 6 },
        'win-words': { kind: 'wording' as const, text: 'Yes!', scale: 1 },
      },
    }
    expect(changesSince(windfall, next, print).map((change) => [change.part, change.what])).toEqual([
      ['hero', 'back to the template’s'],
      ['win-words', 'changed'],
      ['pace', 'swapped'],
      ['label', 'changed'],
    ])
  })
})

describe('label helpers', () => {
  it('spell a tag one way', () => {
    expect(tidyTag('  Sea-Birds!! ')).toBe('sea birds')
    expect(tidyTag('ÉTÉ')).toBe('été')
    expect(tidyTag('###')).toBe('')
  })

  it('suggest words that are used most and not there already', () => {
    expect(suggestTags(['herring and herring', 'quay herring', 'lantern quay'], ['lantern'], 2)).toEqual([
      'herring',
      'quay',
    ])
  })

  it('gather credits by author, the template last', () => {
    const credits = creditsOf(windfall, puffinCatch())
    expect(credits).toHaveLength(2)
    expect(credits[0]).toMatchObject({ author: 'harbour-club', licence: 'CC0-1.0' })
    expect(credits[1]!.what).toBe('Template Windfall 1.0')
    expect(creditsOf(windfall, emptyPack())).toHaveLength(1)
  })

  it('fall back to the words on the start screen for a title', () => {
    expect(titleOf(puffinCatch(), windfall)).toBe('Puffin Catch')
    expect(titleOf(emptyPack(), windfall)).toBe('Windfall')
  })
})

describe('templates', () => {
  it('have every part with a content of its own, a box for each wording, and all their files', () => {
    for (const spec of windfall.parts) if (spec.content.kind === 'wording') expect(spec.box, spec.id).toBeDefined()
    for (const spec of windfall.parts) if (spec.content.kind === 'dial') expect(spec.dial, spec.id).toBeDefined()
    expect(new Set(windfall.parts.map((spec) => spec.id)).size).toBe(windfall.parts.length)
    const doc = buildGameDoc(windfall, emptyPack())
    for (const hash of Object.keys(doc.assets)) expect(windfall.assets[hash]).toBeDefined()
    const summary = summaryOf(windfall)
    expect(summary.parts + summary.dials).toBe(windfall.parts.length)
  })
})
