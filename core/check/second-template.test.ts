import { describe, expect, it } from 'vitest'
import { breakwaterGull, contextFor, disc, picture, pngAsset, updraft, type Made } from '../../tests/support/fixtures'
import { edit } from '../pack/commands'
import type { PictureContent } from '../kinds/picture'
import type { SpriteContent } from '../kinds/drawing'
import { newPack, Pack, usedAssets } from '../pack/pack'
import { buildParcel } from '../parcel/build'
import { weigh } from '../parcel/weigh'
import { summaryOf } from '../template/summary'
import { fittedTo } from '../template/uses'
import { RULES } from './registry'
import { makeRunner } from './runner'
import { textOf } from './texts'

const everything = async (pack: Pack, made: Made[] = []) =>
  (await makeRunner(RULES).run(contextFor(pack, new Map(made.map((one) => [one.hash, one.bytes]))))).findings
const contentOf = <T>(part: string): T =>
  JSON.parse(JSON.stringify(updraft.parts.find((spec) => spec.id === part)!.content)) as T
const source = (pack: Pack, made: Made[] = []) => {
  const context = contextFor(pack, new Map(made.map((one) => [one.hash, one.bytes])))
  const { bytes, pixels } = context
  return { template: updraft, pack, playerCode: 'play()', typeface: new Uint8Array([1, 2, 3]), bytes, pixels }
}

describe('the rules on another template', () => {
  it('find nothing that must be fixed in the demo but what its label still lacks', async () => {
    const findings = await everything(breakwaterGull())
    expect(findings.filter((one) => one.severity === 'must').map((one) => one.subject.field)).toEqual(['cover'])
    for (const finding of findings) expect(textOf(finding).what.length).toBeGreaterThan(8)
  })

  it('find the goal that cannot be reached by its own dial, and lower no other', async () => {
    const pack = breakwaterGull()
    const parts = {
      ...pack.parts,
      'gap-points': { kind: 'dial' as const, value: 0 },
      'prize-share': { kind: 'dial' as const, value: 0 },
    }
    const found = (await everything({ ...pack, parts })).filter((one) => one.rule === 'goal-unreachable')
    expect(found).toHaveLength(1)
    expect(found[0]).toMatchObject({ subject: { part: 'goal' }, severity: 'must' })
  })

  it('look at a part that was split off as at any other', async () => {
    const white = pngAsset(disc(60, 20, [180, 30, 30, 255], [255, 255, 255, 255]))
    const gate = contentOf<SpriteContent>('gate')
    const frame = { asset: white.hash, x: 0, y: 0, w: 60, h: 60, hold: 1 }
    const own: SpriteContent = { ...gate, clips: { stand: { frames: [frame], fps: 1, mode: 'loop' } } }
    const pack = breakwaterGull()
    const split = {
      ...pack,
      parts: { ...pack.parts, 'gate@top': own },
      assets: { ...pack.assets, [white.hash]: white.facts },
    }
    const found = await everything(split, [white])
    expect(found.filter((one) => one.rule === 'opaque-box').map((one) => one.subject.part)).toEqual(['gate@top'])
  })
})

describe('a pack of another template', () => {
  it('counts its parts, weighs each file once, layers included', () => {
    expect(summaryOf(updraft).dials).toBe(11)
    const pack = breakwaterGull()
    const rows = weigh(updraft, pack, 10_000).rows
    const layers = (pack.parts['backdrop'] as PictureContent).layers!
    const sum = [(pack.parts['backdrop'] as PictureContent).asset, ...layers.map((one) => one.asset)].reduce(
      (bytes, hash) => bytes + pack.assets[hash]!.bytes,
      0,
    )
    expect(rows.find((row) => row.part === 'backdrop')!.download).toBe(sum)
  })

  it('keeps the files its layers, its moving backdrop and its letters lie in', () => {
    const [a, b, c] = [10, 11, 12].map((size) => pngAsset(disc(size, 4)))
    const frames = [a!, b!].map((one) => ({ asset: one.hash, x: 0, y: 0, w: 10, h: 10, hold: 1 }))
    const backdrop = contentOf<PictureContent>('backdrop')
    const pack: Pack = {
      ...newPack(updraft, 'a-pack-for-tests'),
      parts: {
        backdrop: { ...backdrop, clip: { frames, fps: 4, mode: 'loop' }, layers: [] },
        typeface: {
          kind: 'typeface',
          name: '',
          asset: null,
          glyphs: { asset: c!.hash, columns: 2, rows: 2, order: 'ab' },
        },
      },
    }
    expect([a!, b!, c!].every((one) => usedAssets(pack).has(one.hash))).toBe(true)
  })

  it('becomes a parcel with its grid, layers and columns, the same bytes each time', async () => {
    const one = await buildParcel(source(breakwaterGull()))
    const two = await buildParcel(source(breakwaterGull()))
    expect(Buffer.from(one.zip).equals(Buffer.from(two.zip))).toBe(true)
    expect(one.doc).toMatchObject({ pixels: 20, template: { id: 'updraft' }, typeface: 'type.woff2' })
    expect(one.doc.parts.picture!['backdrop']!.layers).toHaveLength(2)
    expect(one.doc.parts.sprite!['gate']!.repeatFrom).toBe(0.5)
    expect(one.manifest.pixels).toBe(20)
  })

  it('takes its own letters along instead of the usual ones', async () => {
    const bytes = new Uint8Array([0, 1, 0, 0, 9, 9, 9, 9, 9, 9, 9, 9])
    const font = pngAsset(picture(1, 1, () => [0, 0, 0, 0]))
    const facts = { ...font.facts, mime: 'font/ttf' as const, bytes: bytes.length }
    const pack = breakwaterGull()
    const lettered: Pack = {
      ...pack,
      parts: { ...pack.parts, typeface: { kind: 'typeface', name: 'Mine', asset: font.hash, glyphs: null } },
      assets: { ...pack.assets, [font.hash]: facts },
    }
    const { doc, html } = await buildParcel(source(lettered, [{ ...font, bytes }]))
    expect(doc.typeface).toBe(`assets/${font.hash.slice(0, 20)}.ttf`)
    expect(html).toContain('data:font/ttf;base64,')
  })

  it('has a grid that is set and undone like anything else, and keys that say where', () => {
    const pack = breakwaterGull()
    const [smooth] = edit(pack, { type: 'set-pixels', pixels: 0 })
    expect([pack.pixels, smooth.pixels]).toEqual([20, 0])
    const good = { ...pack, parts: { ...pack.parts, 'ground@won': pack.parts['ground']! } }
    expect(Pack.safeParse(good).success).toBe(true)
    for (const key of ['ground@', '@won', 'ground@won@lost', 'Ground@won', '../ground'])
      expect(Pack.safeParse({ ...pack, parts: { [key]: pack.parts['ground'] } }).success, key).toBe(false)
    expect(Pack.parse(JSON.parse(JSON.stringify({ ...pack, pixels: undefined }))).pixels).toBe(0)
    expect(fittedTo(updraft, good).parts.length).toBe(fittedTo(updraft, pack).parts.length + 1)
  })
})
