import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { strToU8, zipSync } from 'fflate'
import { beforeAll, describe, expect, it } from 'vitest'
import { Template } from '@core/template/template'
import { demoParcel, forge } from '../../tests/support/arcade-client'
import { root } from '../../tests/support/fixtures'
import { inspect, type Shelf, type Shipped } from './inspect'

const FOLDER = join(root, 'templates', 'windfall')
const template = Template.parse(JSON.parse(readFileSync(join(FOLDER, 'template.json'), 'utf8')))
const assets = Object.entries(template.assets).map(
  ([hash, { path }]) => [hash, new Uint8Array(readFileSync(join(FOLDER, path)))] as const,
)
const shelf: Shelf = new Map<string, Shipped>([[template.id, { template, assets: new Map(assets) }]])

let parcel: Uint8Array
beforeAll(async () => {
  parcel = await demoParcel()
})
const musts = async (bytes: Uint8Array) =>
  (await inspect(bytes, shelf)).findings.filter(({ severity }) => severity === 'must')

describe('a parcel', () => {
  it.each([
    ['not a whole ZIP', () => strToU8('this is no zip at all, only a row of words')],
    ['parcel.json', () => zipSync({ 'index.html': strToU8('hi') })],
    ['makes no sense', () => zipSync({ 'parcel.json': strToU8('{"format":"other"}') })],
    ['leads out of it', () => zipSync({ '../x': strToU8('hi') })],
    ['newer format (8)', () => forge(parcel, (files) => files.set('parcel.json', strToU8('{"version":8}')), false)],
  ])('that cannot be read is told as such: %s', async (why, made) => {
    await expect(inspect(made(), shelf)).rejects.toThrow(why)
  })

  it('that is not what its list says is told by the file', async () => {
    const swapped = forge(parcel, (files) => files.set('player.js', strToU8('alert(1)')), false)
    expect((await musts(swapped)).map(({ facts }) => facts['file'])).toEqual(['player.js'])
    const lied = forge(parcel, (files) => {
      const game = JSON.parse(new TextDecoder().decode(files.get('game.json'))) as object
      files.set('game.json', strToU8(JSON.stringify({ ...game, title: 'Another game' })))
    })
    expect(await musts(lied)).toMatchObject([{ rule: 'contents-differ', facts: { file: 'game.json' } }])
  })

  it('is held to the rules of the check, and one that keeps them has nothing that must be fixed', async () => {
    const careless = await demoParcel((pack) => ({
      ...pack,
      label: { ...pack.label, title: 'BEST PUFFIN GAME', description: '', cover: null },
    }))
    expect((await musts(careless)).map(({ rule }) => rule).sort()).toEqual(['cover', 'description-short', 'title'])
    expect(await musts(parcel)).toEqual([])
  })
})
