import { describe, expect, it } from 'vitest'
import { drawerFile } from '../../tests/support/fixtures'
import { describedSheet, folderWorkplace, layerPlaceOf } from '../../tests/support/folder-games'
import { decodePicture } from '../../server/inspector/decode'
import { sniff } from '../art/sniff'
import { newFacts } from '../art/take-in'
import type { PartContent } from '../kinds'
import { hashOf } from '../pack/hash'
import { newPack, type Pack } from '../pack/pack'
import { readSheetJson } from '../art/sheet-json'
import { applyLayer } from './layer'
import { makeFolderTemplate } from './make'
import { openFolder } from './open'
import { partForFile } from './seen'
import { sheetsBeside, thingsOn } from './sheets'

const text = (value: unknown) => new TextEncoder().encode(JSON.stringify(value))
const frame = (x: number, y = 0, w = 16, h = 16) => ({ frame: { x, y, w, h } })
const sheet = (frames: object, meta: object = {}) => readSheetJson(JSON.stringify({ frames, meta }))!

describe('a sheet that is described beside it', () => {
  it('has a thing for every name, with its frames', () => {
    const read = sheet({ 'coin_1.png': frame(0), 'coin_2.png': frame(16), 'hero/run-01': frame(32), tree: frame(48) })
    expect(thingsOn(read, { width: 64, height: 16 })).toEqual([
      { name: 'Coin', frames: [0, 16].map((x) => ({ x, y: 0, w: 16, h: 16 })) },
      { name: 'Run', frames: [{ x: 32, y: 0, w: 16, h: 16 }] },
      { name: 'Tree', frames: [{ x: 48, y: 0, w: 16, h: 16 }] },
    ])
  })

  it('has one thing where frames have only numbers, or tags; a set of tiles is many', () => {
    const list = Array.from({ length: 4 }, (_, i) => frame(i * 16))
    expect(thingsOn(sheet(list), { width: 64, height: 16 })).toMatchObject([{ name: '', frames: { length: 4 } }])
    const tagged = sheet({ a: frame(0), b: frame(16) }, { frameTags: [{ name: 'walk', from: 0, to: 1 }] })
    expect(thingsOn(tagged, { width: 64, height: 16 })).toHaveLength(1)
    const tiles = Object.fromEntries(Array.from({ length: 40 }, (_, i) => [`tile_${i}`, frame(i * 16)]))
    expect(thingsOn(sheet(tiles), { width: 640, height: 16 })).toHaveLength(40)
    // A clip holds no more.
    const long = sheet(Array.from({ length: 300 }, (_, i) => frame(i * 16)))
    expect(thingsOn(long, { width: 4800, height: 16 })).toMatchObject([{ frames: { length: 256 } }])
    expect(thingsOn(sheet(tiles), { width: 640, height: 16 })[1]!.name).toBe('Tile 2')
  })

  it('leaves out what reaches out of its picture, and names one place once', () => {
    const read = sheet({ in: frame(0), out: frame(60), high: frame(0, 8), again_1: frame(16), again_2: frame(16) })
    expect(thingsOn(read, { width: 64, height: 16 }).map(({ name, frames }) => [name, frames.length])).toEqual([
      ['In', 1],
      ['Again', 1],
    ])
  })

  it('is found by the picture it names, from where it stands, or by its own name', () => {
    const png = new Uint8Array(1)
    const found = sheetsBeside(
      new Map([
        ['art/all.png', png],
        ['data/all.json', text({ frames: { a: frame(0) }, meta: { image: '../art/all.png' } })],
        ['art/things.webp', png],
        ['art/things.json', text({ frames: { b: frame(0) }, meta: { image: 'elsewhere.png' } })],
        ['art/level.json', text({ width: 3 })],
        ['art/lost.json', text({ frames: { c: frame(0) } })],
      ]),
    )
    expect(found.paths.size).toBe(3)
    expect([...found.of].map(([path, read]) => [path, read.frames[0]!.name])).toEqual([
      ['art/all.png', 'a'],
      ['art/things.webp', 'b'],
    ])
  })
})

describe('a game with such a sheet', () => {
  const made = async () => makeFolderTemplate(openFolder(await describedSheet(), 'sheet.zip'), folderWorkplace)

  it('has a part for each thing on it; swapping one leaves the others as they are, in its larger copy too', async () => {
    const { template, bytes } = await made()
    const sprites = template.parts.filter(({ content }) => content.kind === 'sprite')
    expect(sprites.map(({ name }) => name)).toEqual(['Pot', 'Boat', 'Gull'])
    const boat = sprites[1]!
    expect(template.folder.places[boat.id]).toEqual({ at: 'file', paths: ['art/all.png', 'art/all@2x.png'] })
    const other = drawerFile('crab-pot.png')
    const of = hashOf(other)
    const { width, height } = sniff(other)!
    const content = boat.content as Extract<PartContent, { kind: 'sprite' }>
    const drawn = { asset: of, x: 0, y: 0, w: width, h: height, hold: 1 }
    const pack: Pack = {
      ...newPack(template, 'a-pack-for-tests'),
      parts: { [boat.id]: { ...content, clips: { all: { frames: [drawn], fps: 8, mode: 'loop' } } } },
      assets: { [of]: newFacts('x', 'image/png', other.length, { width, height }, '') },
    }
    const place = layerPlaceOf(template, pack, new Map([...bytes, [of, other]]))
    const { files } = await applyLayer(template, pack, place)
    for (const [path, scale] of [
      ['art/all.png', 1],
      ['art/all@2x.png', 2],
    ] as const) {
      const before = (await decodePicture(bytes.get(template.folder.files[path]!.hash)!))!
      const after = (await decodePicture(files.get(path)!))!
      expect([after.width, after.height]).toEqual([before.width, before.height])
      let [inside, outside, there] = [0, 0, 0]
      for (let i = 0; i < before.data.length; i++) {
        const px = Math.floor(i / 4) % before.width
        const isBoat = px >= 32 * scale && px < 96 * scale
        if (isBoat && i % 4 === 3 && after.data[i]! > 8) there++
        if (before.data[i] === after.data[i]) continue
        if (isBoat) inside++
        else outside++
      }
      expect(outside).toBe(0)
      expect(inside).toBeGreaterThan(200)
      expect(there).toBeGreaterThan(100)
    }
  })

  it('knows which of them is meant by a place of the sheet', async () => {
    const { template } = await made()
    const named = (x: number) => {
      const part = partForFile(template, 'art/all.png', { x: x / 128, y: 0.5 })
      return template.parts.find(({ id }) => id === part)?.name
    }
    expect([16, 48, 80, 110].map(named)).toEqual(['Pot', 'Boat', 'Boat', 'Gull'])
    expect(partForFile(template, 'art/all@2x.png', { x: 0.95, y: 0.5 })).toBe(partForFile(template, 'art/all.png', { x: 0.95, y: 0.5 })) // prettier-ignore
    expect(partForFile(template, 'art/none.png', null)).toBeNull()
  })
})
