import { describe, expect, it } from 'vitest'
import { emptyLabel } from '../label/label'
import { copyPack } from '../parcel/copy-pack'
import { HANDED_TEMPLATE, ParcelManifest } from '../parcel/manifest'
import { openPackFile } from '../parcel/pack-file'
import { unzipSafely } from '../parcel/unzip'
import { weigh } from '../parcel/weigh'
import { zipFiles } from '../parcel/zip'
import { hashOf } from '../pack/hash'
import type { FolderTemplate } from '../template/template'
import { contextFor, drawerFile, puffinCatch } from '../../tests/support/fixtures'
import { folderGame, folderParcel } from '../../tests/support/folder-games'
import { makeRunner } from '../check/runner'
import { inspect } from '../../server/inspector/inspect'
import { newFacts } from '../art/take-in'
import { openFolder } from './open'

const from = { host: 'https://arcade.example', postcode: 'TIDE-4821', at: '2026-11-30T12:00:00.000Z' }
const decoder = new TextDecoder()
const NONE = new Map()

/** The pot hauler with another pot, and what it is posted as. */
async function posted(copies: boolean, change: (files: Map<string, Uint8Array>) => void = () => undefined) {
  const picture = drawerFile('gull.png')
  const hash = hashOf(picture)
  const facts = newFacts('gull.png', 'image/png', picture.length, { width: 64, height: 64 }, from.at)
  const { template, pack, zip } = await folderParcel(
    await folderGame('pots'),
    { title: 'Gull Hauler', copies: { ...emptyLabel().copies, allowed: copies } },
    ({ parts }) => ({
      parts: {
        [parts.find(({ name }) => name === 'Pot')!.id]: { kind: 'picture', asset: hash, fit: 'contain', crisp: true },
      },
      assets: { [hash]: facts },
      bytes: new Map([[hash, picture]]),
    }),
  )
  const files = unzipSafely(zip, 'parcel')
  change(files)
  return { template, pack, files, hash, zip: zipFiles(files) }
}
const differing = async (zip: Uint8Array) =>
  (await inspect(zip, NONE)).findings.filter(({ rule }) => rule === 'contents-differ').map(({ facts }) => facts['file'])

describe('a game of a folder that goes to an arcade', () => {
  it.each([true, false])('weighs about what is said before it is sent (copies: %s)', async (copies) => {
    const { template, pack, files, zip } = await posted(copies)
    const unpacked = [...files.values()].reduce((sum, { length }) => sum + length, 0)
    const { parcel, download } = weigh(template, pack, 0)
    expect(parcel).toBeGreaterThan(zip.length * 0.9)
    expect(parcel).toBeLessThan(unpacked * 1.1)
    expect(download).toBeLessThan(parcel)
  })

  it('is looked at by the rules that make sense for it, and all its files are kept', async () => {
    const { zip, template, files } = await posted(true)
    const looked = await inspect(zip, NONE)
    expect(looked.findings.filter(({ rule }) => rule === 'contents-differ')).toEqual([])
    // The fixture says nothing of its terms, and the rule for that is one of those that look.
    expect(looked.findings.map(({ rule }) => rule)).toContain('terms-unknown')
    expect(looked.folder).toEqual(template)
    expect(looked.manifest.folder).toEqual({ page: 'index.html', changed: ['img/pot.png'] })
    expect([...looked.kept.keys()].sort()).toEqual([...files.keys()].filter((name) => name !== 'parcel.json').sort())
  })

  it('is refused with the file that is another than its list says', async () => {
    const meddled = await posted(true, (files) => files.set('js/boat.js', new TextEncoder().encode('alert(1)')))
    expect(await differing(meddled.zip)).toEqual(['js/boat.js'])
    const more = await posted(true, (files) => files.set('more.js', new Uint8Array(3)))
    expect(await differing(more.zip)).toEqual(['more.js'])
  })

  it.each<[string, RegExp, (files: Map<string, Uint8Array>) => void]>([
    ['without its template', /template in this parcel is missing/, (files) => files.delete(HANDED_TEMPLATE)],
    ['with a torn one', /cannot be read/, (files) => files.set(HANDED_TEMPLATE, new Uint8Array([123]))],
    [
      'with another one',
      /not the one its list names/,
      (files) => {
        const template = JSON.parse(decoder.decode(files.get(HANDED_TEMPLATE))) as FolderTemplate
        files.set(HANDED_TEMPLATE, new TextEncoder().encode(JSON.stringify({ ...template, id: 'f-other' })))
      },
    ],
  ])('is refused in a sentence %s', async (_what, sentence, change) => {
    const { zip } = await posted(true, change)
    await expect(inspect(zip, NONE)).rejects.toThrow(sentence)
  })

  it('hands on template and pack where copies are allowed: the copy opens whole, with a line on where it came from', async () => {
    const { files, template, pack, hash } = await posted(true)
    const manifest = ParcelManifest.parse(JSON.parse(decoder.decode(files.get('parcel.json'))))
    const copy = openPackFile(await copyPack(manifest, files, 'a-copy-for-tests', from, template), 'copy')
    expect(copy.template).toEqual(template)
    expect(copy.pack.parts).toEqual(pack.parts)
    expect(copy.pack.lineage).toMatchObject([{ title: 'Gull Hauler', postcode: 'TIDE-4821' }])
    expect(copy.bytes.has(hash)).toBe(true)
    for (const { hash: one } of Object.values(template.folder.files)) expect(copy.bytes.has(one)).toBe(true)
  })

  it('offers copies only on terms that the game itself came with', async () => {
    const rules = async (licence: string, terms: string) => {
      const { template, pack } = await posted(true)
      const label = { ...pack.label, copies: { allowed: true, licence: terms } }
      const found = await makeRunner().run({
        ...contextFor(puffinCatch()),
        ...{ template: { ...template, licence }, pack: { ...pack, label } },
      })
      return found.findings.filter(({ rule }) => /copy-terms|share-alike/.test(rule)).map(({ facts }) => facts['file'])
    }
    expect(await rules('', 'CC0-1.0')).toEqual(['Pot Hauler'])
    expect(await rules('MIT', 'CC0-1.0')).toEqual(['Pot Hauler'])
    expect(await rules('GPL-3.0-only', 'CC-BY-4.0')).toEqual(['Pot Hauler'])
    expect(await rules('MIT', 'CC-BY-4.0')).toEqual([])
  })

  it('does not hand on what was swapped out where they are not', async () => {
    const { files, template } = await posted(false)
    const there = new Set([...files.values()].map(hashOf))
    expect(there.has(template.folder.files['img/pot.png']!.hash)).toBe(false)
    expect(there.has(template.folder.files['img/boat.png']!.hash)).toBe(true)
  })

  it('is itself again when its parcel is opened as a game', async () => {
    const { files } = await posted(true)
    const again = openFolder(files, 'gull-hauler.game.zip')
    expect([...again.files.keys()].filter((name) => name.startsWith('pack-post/'))).toEqual([])
    expect(again.told).toEqual([])
  })
})
