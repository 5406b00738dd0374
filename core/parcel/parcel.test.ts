import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { bytesFrom, contextFor, puffinCatch, windfall } from '../../tests/support/fixtures'
import { CATALOGUE } from '../template/catalogue'
import { buildPlayer } from '../../scripts/player-code.mjs'
import { hashOf } from '../pack/hash'
import type { Pack } from '../pack/pack'
import { base64, crc32 } from '../bytes'
import { buildParcel } from './build'
import { escapeHtml, escapeJson } from './html'
import { TYPEFACE_BYTES } from '../template/game-doc'
import { ParcelManifest } from './manifest'
import { openPackFile, savePackFile } from './pack-file'
import { ART_LIMITS, unzipSafely } from './unzip'
import { weigh } from './weigh'

const TYPEFACE =
  'node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2'
const typeface = strToU8('not really a typeface')
const build = (pack: Pack) =>
  buildParcel({
    template: windfall,
    pack,
    playerCode: 'var PackPostPlayer={play(){}}',
    typeface,
    bytes: bytesFrom(),
    pixels: contextFor(pack).pixels,
  })
const said = (does: () => unknown): string => {
  try {
    does()
    return ''
  } catch (error) {
    return (error as Error).message
  }
}

describe('parcel', () => {
  it('is the same bytes for the same pack, whatever order it was edited in', async () => {
    const pack = puffinCatch()
    const shuffled = {
      ...pack,
      parts: Object.fromEntries(Object.entries(pack.parts).reverse()),
      assets: Object.fromEntries(Object.entries(pack.assets).reverse()),
    }
    const [a, b] = [await build(pack), await build(shuffled)]
    expect(hashOf(a.zip)).toBe(hashOf(b.zip))
    expect(hashOf(strToU8(a.html))).toBe(hashOf(strToU8(b.html)))
    const other = await build({ ...pack, label: { ...pack.label, title: 'Fog Watch' } })
    expect(hashOf(other.zip)).not.toBe(hashOf(a.zip))
  })

  it('unpacks with Debian’s own unzip, and its list names every file', async () => {
    const { zip } = await build(puffinCatch())
    const dir = mkdtempSync(join(tmpdir(), 'parcel-'))
    writeFileSync(join(dir, 'game.zip'), zip)
    const listing = execFileSync('unzip', ['-l', join(dir, 'game.zip')], { encoding: 'utf8' })
    // Its own test of every entry's checksum.
    execFileSync('unzip', ['-tqq', join(dir, 'game.zip')])
    for (const name of [
      'index.html',
      'player.js',
      'game.json',
      'credits.html',
      'parcel.json',
      'manifest.webmanifest',
      'icon-192.png',
      'type.woff2',
    ])
      expect(listing).toContain(name)
    const files = unzipSafely(zip, 'game.zip')
    const manifest = ParcelManifest.parse(JSON.parse(new TextDecoder().decode(files.get('parcel.json'))))
    expect(manifest.files.map((file) => file.name)).toEqual(
      [...files.keys()].filter((name) => name !== 'parcel.json').sort(),
    )
    for (const file of manifest.files) expect(hashOf(files.get(file.name)!)).toBe(file.sha256)
  })

  it('carries no notes, no postings, no visibility and no originals', async () => {
    const pack = { ...puffinCatch(), notes: 'call the club at Quay Street 0' }
    const { manifest, zip } = await build(pack)
    expect(JSON.stringify(manifest)).not.toContain('Quay Street')
    expect(manifest.label).not.toHaveProperty('visibility')
    expect(Buffer.from(zip).includes('Quay Street')).toBe(false)
  })

  it('shows markup in titles as text everywhere', async () => {
    const nasty = '</script><script>alert(1)</script><img src=x onerror=alert(2)>"\''
    const pack = puffinCatch()
    const { html, zip } = await build({
      ...pack,
      label: { ...pack.label, title: nasty, short: nasty, author: nasty },
      parts: { ...pack.parts, 'title-words': { kind: 'wording', text: nasty, scale: 1 } },
    })
    const index = new TextDecoder().decode(unzipSafely(zip, 'z').get('index.html'))
    for (const page of [html, index]) {
      expect(page).not.toContain('<script>alert')
      expect(page).not.toContain('<img')
    }
    expect(html.match(/<\/script>/g)).toHaveLength(2)
    expect(escapeHtml('<a href="x">&\'')).toBe('&lt;a href=&quot;x&quot;&gt;&amp;&#39;')
    expect(JSON.parse(escapeJson({ a: nasty, b: '\u2028' }))).toEqual({ a: nasty, b: '\u2028' })
  })

  it('cannot be built when a file is gone, and says which', async () => {
    await expect(
      buildParcel({
        template: windfall,
        pack: puffinCatch(),
        playerCode: '',
        typeface,
        bytes: async () => null,
        pixels: async () => null,
      }),
    ).rejects.toThrow(/^The file “.+” is not in this pack any more/)
  })

  it('encodes base 64 like everybody else', () => {
    for (let n = 0; n < 8; n++) {
      const bytes = Uint8Array.from({ length: n }, (_, i) => (i * 77 + 250) % 256)
      expect(base64(bytes)).toBe(Buffer.from(bytes).toString('base64'))
    }
  })
})

describe('player', () => {
  // Of these kB three are for boards by hand, where a template has them.
  it.each(CATALOGUE)('of %s is at most 32 kB gzipped, and has its own rules and no schemas', async (template) => {
    const code = await buildPlayer(template)
    expect(gzipSync(code, { level: 9 }).length).toBeLessThanOrEqual(32 * 1024)
    expect(code).not.toContain('ZodError')
    expect(code).not.toContain('</script')
    for (const other of CATALOGUE) expect(code.includes(`id:"${other}"`), other).toBe(other === template)
  })
})

describe('weigh-in', () => {
  it('counts a shared file once and adds up', () => {
    const weight = weigh(windfall, puffinCatch(), 1000)
    expect(weight.rows.reduce((sum, row) => sum + row.download, 0)).toBe(weight.download)
    expect(weight.rows.find((row) => row.part === 'hero')!.memory).toBe(112 * 90 * 4)
    expect(weight.rows.at(-1)).toEqual({ name: 'Game itself', download: 1000 + TYPEFACE_BYTES, memory: 0 })
    expect(statSync(TYPEFACE).size).toBe(TYPEFACE_BYTES)
  })

  it('is about what is sent: the parcel of a demo, its label’s pictures in it', async () => {
    const pack = puffinCatch()
    const playerCode = await buildPlayer('windfall')
    const { zip } = await buildParcel({
      ...{ template: windfall, pack, playerCode, typeface: readFileSync(TYPEFACE), bytes: bytesFrom() },
      pixels: contextFor(pack).pixels,
    })
    const { parcel } = weigh(windfall, pack, playerCode.length)
    expect(zip.length / parcel).toBeGreaterThan(0.6)
    expect(zip.length / parcel).toBeLessThan(1.1)
  })
})

describe('pack file', () => {
  it('round-trips everything', async () => {
    const pack = { ...puffinCatch(), notes: 'mind the tide' }
    const saved = await savePackFile(pack, bytesFrom())
    const opened = openPackFile(saved, 'puffin.pack.zip')
    expect(opened.pack).toEqual(pack)
    for (const [hash, bytes] of opened.bytes) expect(hashOf(bytes)).toBe(hash)
    expect(new Set(opened.bytes.keys())).toEqual(new Set(Object.keys(pack.assets)))
    expect(await savePackFile(opened.pack, async (hash) => opened.bytes.get(hash) ?? null)).toEqual(saved)
  })

  it('is refused when its format is newer, its parts make no sense, or a file of it is missing or another', async () => {
    const pack = puffinCatch()
    const pick = unzipSafely(await savePackFile(pack, bytesFrom()), 'x')
    const again = (change: (files: Record<string, Uint8Array>) => void) => {
      const files = Object.fromEntries(pick)
      change(files)
      return zipSync(files)
    }
    const json = (value: unknown) => strToU8(JSON.stringify(value))
    const asset = [...pick.keys()].find((name) => name.startsWith('assets/'))!
    expect(
      said(() =>
        openPackFile(
          again((f) => void (f['pack.json'] = json({ ...pack, version: 7 }))),
          'p.zip',
        ),
      ),
    ).toContain('newer Pack Post (format 7, this one knows 1)')
    expect(
      said(() =>
        openPackFile(
          again((f) => void (f['pack.json'] = strToU8('{'))),
          'p.zip',
        ),
      ),
    ).toContain('cannot be read')
    expect(
      said(() =>
        openPackFile(
          again((f) => void (f['pack.json'] = json({ ...pack, parts: { hero: { kind: 'sprite' } } }))),
          'p.zip',
        ),
      ),
    ).toContain('make no sense')
    expect(
      said(() =>
        openPackFile(
          again((f) => Reflect.deleteProperty(f, 'pack.json')),
          'p.zip',
        ),
      ),
    ).toContain('without a pack in it')
    expect(
      said(() =>
        openPackFile(
          again((f) => Reflect.deleteProperty(f, asset)),
          'p.zip',
        ),
      ),
    ).toContain('lacks one of its own files')
    expect(
      said(() =>
        openPackFile(
          again((f) => void (f[asset] = strToU8('other bytes'))),
          'p.zip',
        ),
      ),
    ).toContain('is not what it says')
  })
})

describe('unzip', () => {
  it('says that a file is locked with a password, and not that it is damaged', () => {
    const zip = zipSync({ 'tide.png': strToU8('tide') })
    // General purpose bit 0 of the central directory's entry (APPNOTE 4.4.4).
    const at = zip.findIndex((_, i) => zip[i] === 0x50 && zip[i + 1] === 0x4b && zip[i + 2] === 1 && zip[i + 3] === 2)
    zip[at + 8]! |= 1
    expect(() => unzipSafely(zip, 'x.zip')).toThrow('“x.zip” is locked with a password')
  })
  it('refuses names that are something else on another system or in an address, and names that some take for one', () => {
    const body = strToU8('tide')
    const refused = (...names: string[]) => {
      const zip = zipSync(Object.fromEntries(names.map((name) => [name, body])))
      expect(() => unzipSafely(zip, 'x.zip'), names.join(' ')).toThrow('“x.zip” holds a file whose name')
    }
    for (const name of [
      'game.json?x',
      'a#b.png',
      'a:b',
      'C:x',
      'tide.',
      'tide ',
      'a./b',
      'con',
      'Aux.png',
      'a/nul.txt',
    ])
      refused(name)
    for (const name of [
      'a\u0007',
      'a\u202egnp.js',
      'a\u200b.png',
      'a*b',
      'a|b',
      'a%2e',
      'a//b',
      './a',
      '../a',
      '/a',
      'a\\b',
    ])
      refused(name)
    refused('game.json', 'GAME.json')
    refused('quay\u00e9.png', 'quaye\u0301.png')
    refused('stra\u00dfe', 'STRASSE')
    expect(unzipSafely(zipSync({ con: body, 'What?.png': body }), 'art.zip', ART_LIMITS).size).toBe(2)
    expect(unzipSafely(zipSync({ 'assets/quay \u00e9.png': body, 'console.png': body }), 'x.zip').size).toBe(2)
  })

  it('takes what another program zipped, deflated and stored', () => {
    const dir = mkdtempSync(join(tmpdir(), 'zip-'))
    writeFileSync(join(dir, 'tide.txt'), 'high water '.repeat(2000))
    execFileSync('zip', ['-q', 'made.zip', 'tide.txt'], { cwd: dir })
    const made = new Uint8Array(readFileSync(join(dir, 'made.zip')))
    expect(new TextDecoder().decode(unzipSafely(made, 'made.zip').get('tide.txt'))).toBe('high water '.repeat(2000))
  })

  it('refuses names that lead out', () => {
    for (const name of ['../up.txt', 'a/../../b', '/etc/hosts', 'c:\\x', 'a\\b', './x', 'C:/x'])
      expect(
        said(() => unzipSafely(zipSync({ [name]: strToU8('x') }), 'bad.zip')),
        name,
      ).toContain('“bad.zip” holds a file whose name leads out of it')
  })

  it('stops a bomb early, also one that lies about its size', () => {
    const bomb = zipSync({ 'big.bin': new Uint8Array(30_000_000) }, { level: 9 })
    const limits = { entries: 10, entryBytes: 1_000_000, totalBytes: 2_000_000, names: 'portable' as const }
    expect(said(() => unzipSafely(bomb, 'bomb.zip', limits))).toContain('unpacks to more than Pack Post takes')
    const lying = bomb.slice()
    const view = new DataView(lying.buffer)
    for (let i = 0; i + 4 < lying.length; i++) if (view.getUint32(i, true) === 30_000_000) view.setUint32(i, 10, true)
    expect(said(() => unzipSafely(lying, 'bomb.zip', limits))).toContain('bomb.zip')
  })

  it('refuses too many entries, damage, and what is no ZIP', () => {
    const many = zipSync(Object.fromEntries(Array.from({ length: 30 }, (_, i) => [`f${i}`, new Uint8Array(1)])))
    expect(
      said(() =>
        unzipSafely(many, 'many.zip', { entries: 20, entryBytes: 9, totalBytes: 99, names: 'portable' as const }),
      ),
    ).toContain('holds 30 files; 20 is the most')
    const good = zipSync({ 'a.txt': strToU8('some words that are long enough to be there') }, { level: 0 })
    const flipped = good.slice()
    flipped[50]! ^= 1
    expect(said(() => unzipSafely(flipped, 'f.zip'))).toMatch(/damaged|not a whole/)
    expect(said(() => unzipSafely(good.slice(0, good.length - 30), 'cut.zip'))).toContain(
      '“cut.zip” is not a whole ZIP file',
    )
    expect(said(() => unzipSafely(strToU8('hello'), 'h.zip'))).toContain('not a whole ZIP')
  })

  it('never hangs or crashes on flipped bits (seed 7)', () => {
    const good = zipSync({ 'a.txt': strToU8('tide '.repeat(200)), 'b/c.txt': strToU8('quay') })
    let seed = 7
    for (let i = 0; i < 500; i++) {
      seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
      const bytes = good.slice()
      bytes[seed % bytes.length]! ^= 1 << ((seed >>> 28) % 8)
      try {
        unzipSafely(bytes, 'f.zip', { entries: 10, entryBytes: 10_000, totalBytes: 20_000, names: 'portable' as const })
      } catch (error) {
        expect((error as Error).name).toBe('UserError')
      }
    }
  })

  it('computes the CRC-32 of the standard’s check value', () => {
    expect(crc32(strToU8('123456789'))).toBe(0xcbf43926)
  })
})
