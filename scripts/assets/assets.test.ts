import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { hashOf } from '../../core/pack/hash'
import { Pack } from '../../core/pack/pack'
import { CATALOGUE } from '../../core/template/catalogue'
import { Template } from '../../core/template/template'
import { decodePicture } from '../../server/inspector/decode'
import { root } from '../../tests/support/fixtures'
import { rgb, sheet, stamp, strip } from './pixel'
import { harbourBackdrop, PIECES } from './saltwick'
import { midi, mix } from './synth'
import { templateLists } from './lists'
import type { TemplateArt } from './paper'
import { harbourSounds } from './tunes'

const artOf = (id: string) => import(`../../templates/${id}/make.ts`) as Promise<TemplateArt>
const json = (path: string): unknown => JSON.parse(readFileSync(join(root, path), 'utf8'))

describe('what ships', () => {
  it('is whole: every file a template or set names is there, with the hash it says', () => {
    const folders = readdirSync(join(root, 'templates'), { withFileTypes: true }).filter((one) => one.isDirectory())
    expect(folders.map((one) => one.name).sort()).toEqual([...CATALOGUE].sort())
    for (const id of CATALOGUE) {
      const template = Template.parse(json(`templates/${id}/template.json`))
      for (const [hash, asset] of Object.entries(template.assets))
        expect(hashOf(new Uint8Array(readFileSync(join(root, 'templates', id, asset.path))))).toBe(hash)
    }
    for (const [name, text] of Object.entries(templateLists(CATALOGUE)))
      expect(readFileSync(join(root, 'core/game/templates', name), 'utf8'), 'npm run make:assets').toBe(text)
    const index = json('drawer/saltwick/index.json') as { items: { file: string; hash: string }[] }
    for (const item of index.items)
      expect(hashOf(new Uint8Array(readFileSync(join(root, 'drawer/saltwick', item.file)))), item.file).toBe(item.hash)
    const demo = Pack.parse(json('demo/puffin-catch/pack.json'))
    const shipped = new Set(index.items.map((item) => item.hash))
    for (const hash of Object.keys(demo.assets)) expect(shipped.has(hash)).toBe(true)
  })

  it('is drawn alike each time the script runs', async () => {
    const drawn = harbourBackdrop()
    expect(Buffer.from(harbourBackdrop().data)).toEqual(Buffer.from(drawn.data))
    const kept = (await decodePicture(new Uint8Array(readFileSync(join(root, 'drawer/saltwick/quay-at-dusk.png')))))!
    expect([kept.width, kept.height]).toEqual([drawn.width, drawn.height])
    expect(Buffer.from(kept.data)).toEqual(Buffer.from(drawn.data))
    for (const id of CATALOGUE) {
      const { drawings } = await artOf(id)
      const svg = drawings()
      expect(drawings()).toEqual(svg)
      for (const drawing of svg)
        expect(readFileSync(join(root, 'templates', id, 'art', `${drawing.name}.svg`), 'utf8')).toBe(drawing.svg)
    }
  })

  it('has see-through borders around every piece, so that nothing sits in a box', () => {
    for (const piece of PIECES.filter((one) => one.full !== true)) {
      const art = piece.make()
      const corners = [0, art.width - 1, art.width * (art.height - 1), art.width * art.height - 1]
      expect(
        corners.every((at) => art.data[at * 4 + 3] === 0),
        piece.name,
      ).toBe(true)
      expect(art.width % piece.columns).toBe(0)
      expect(art.height % (piece.rows ?? 1)).toBe(0)
    }
  })
})

describe('drawing', () => {
  it('stamps letters of a palette and tells a letter it does not know', () => {
    const s = sheet(3, 1)
    stamp(s, ['a.b'], { a: '#ff0000', b: '#00ff00' }, 0, 0)
    expect([...s.data]).toEqual([255, 0, 0, 255, 0, 0, 0, 0, 0, 255, 0, 255])
    expect(() => stamp(s, ['z'], {}, 0, 0)).toThrow('No colour for "z"')
    expect(rgb('#125e68')).toEqual([18, 94, 104])
  })

  it('sets frames side by side, row after row', () => {
    const frame = (colour: string) => {
      const s = sheet(1, 1)
      stamp(s, ['a'], { a: colour }, 0, 0)
      return s
    }
    const both = strip([frame('#010101'), frame('#020202'), frame('#030303')], 2)
    expect([both.width, both.height]).toEqual([2, 2])
    expect([both.data[0], both.data[4], both.data[8], both.data[15]]).toEqual([1, 2, 3, 0])
  })
})

describe('sounds', () => {
  it('are in tune, at one level, without clipping or a late start', async () => {
    expect(midi(69)).toBe(440)
    expect(midi(81)).toBeCloseTo(880)
    const own = await Promise.all(CATALOGUE.map(async (id) => [id, (await artOf(id)).sounds()] as const))
    for (const [set, sounds] of [['harbour', harbourSounds()], ...own] as const)
      for (const [name, samples] of Object.entries(sounds)) {
        const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0)
        expect(peak, `${set} ${name}`).toBeCloseTo(0.72, 2)
        const first = samples.findIndex((value) => Math.abs(value) > 0.004)
        expect(first / 44100, `${set} ${name}`).toBeLessThan(0.06)
      }
  })

  it('wrap round in a loop, so that it has no seam', () => {
    const ringing = mix(1, [{ at: 0.9, length: 0.5, from: 440, wave: 'sine' }], true)
    expect(Math.max(...ringing.slice(0, 4000).map(Math.abs))).toBeGreaterThan(0.01)
    const cut = mix(1, [{ at: 0.9, length: 0.5, from: 440, wave: 'sine' }])
    expect(Math.max(...cut.slice(0, 4000).map(Math.abs))).toBe(0)
  })
})
