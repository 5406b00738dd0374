import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { breakwaterGull, contextFor, updraft } from '../../tests/support/fixtures'
import { letteringOf, widthsOf } from '../check/lettering'
import { newFacts } from '../art/take-in'
import { hashOf } from '../pack/hash'
import { embeddingOf, fontWidths, readFont } from './font'
import widths from './widths.json'

const font = (id: string) =>
  new Uint8Array(readFileSync(`node_modules/@fontsource-variable/${id}/files/${id}-latin-wght-normal.woff2`))

describe('a font file', () => {
  it('tells its name, its kind and whether it may travel', () => {
    const facts = readFont('fredoka.woff2', font('fredoka'))
    expect(facts).toMatchObject({ mime: 'font/woff2', embedding: 'yes', missing: '' })
    expect(facts.family).toContain('Fredoka')
  })
  it('is refused in a sentence when it is none, or damaged', () => {
    expect(() => readFont('x.ttf', new TextEncoder().encode('just some text in a file'))).toThrow(/not a typeface/)
    expect(() => readFont('x.woff2', font('fredoka').slice(0, 400))).toThrow(/damaged/)
    for (let seed = 1; seed < 30; seed++) {
      const damaged = font('pixelify-sans')
      for (let k = 0; k < 20; k++) damaged[(seed * 7919 + k * 104729) % damaged.length]! ^= 255
      try {
        readFont('x.woff2', damaged)
      } catch (error) {
        expect((error as Error).name).toBe('UserError')
      }
    }
  })
  it('says what OS/2 allows', () => {
    expect([0, 2, 4, 8, 0x0100, 6].map(embeddingOf)).toEqual(['yes', 'no', 'asks', 'yes', 'yes', 'asks'])
  })
  it('is measured near to what the browser measured of the family that comes along', () => {
    const mine = fontWidths('own', font('bricolage-grotesque'), widths)
    for (const weight of ['bold', 'regular'] as const)
      for (const letter of ['n', 'W', 'o', '8']) {
        const theirs = (widths[weight].advances as Record<string, number>)[letter]!
        expect(Math.abs(mine[weight].advances[letter]! / theirs - 1), `${weight} ${letter}`).toBeLessThan(0.12)
      }
  })
})

describe('the check', () => {
  it('measures words in the letters the game is set in', async () => {
    const bytes = font('pixelify-sans')
    const hash = hashOf(bytes)
    const pack = breakwaterGull()
    const context = contextFor(
      {
        ...pack,
        parts: { ...pack.parts, typeface: { kind: 'typeface', name: 'Pixelify', asset: hash, glyphs: null } },
        assets: { ...pack.assets, [hash]: newFacts('p.woff2', 'font/woff2', bytes.length, {}, '', {}) },
      },
      new Map([[hash, bytes]]),
    )
    expect(letteringOf(context)).toBe(hash)
    const measured = await widthsOf(context)
    expect(measured.bold.advances['n']).not.toBe((widths.bold.advances as Record<string, number>)['n'])
    expect(await widthsOf(contextFor(pack))).toBe(contextFor(pack).widths)
    expect(updraft.id).toBe('updraft')
  })
})
