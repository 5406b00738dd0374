import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { drawnHashes } from '../../tests/support/drawn'
import { root, updraft, windfall } from '../../tests/support/fixtures'
import { Pack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { GameDocSchema, readGameDoc } from '../template/game-doc-schema'
import { today } from './doc-versions'
import { makeSetup } from './setup'
import type { GameDoc } from './types'

/** Packs and documents of version 1, and what was on their stages: written before the document had its second version. */
const released = JSON.parse(
  gunzipSync(readFileSync(join(root, 'tests/fixtures/released/games-1.json.gz'))).toString(),
) as Record<string, { pack: unknown; doc: GameDoc; drawn: string[] }>

describe('games of version 1', () => {
  it.each(Object.keys(released))('%s plays and looks the same', (name) => {
    const { doc, drawn } = released[name]!
    const read = today(doc)
    expect(read.version).toBe(2)
    expect(drawnHashes(makeSetup(read))).toEqual(drawn)
  })

  it.each(Object.keys(released))('%s is the same game when its pack is built today', (name) => {
    const { pack, drawn } = released[name]!
    const read = Pack.parse(pack)
    const template = [windfall, updraft].find((one) => one.id === read.template.id)!
    const doc = buildGameDoc(template, read)
    expect(drawnHashes(makeSetup(doc))).toEqual(drawn)
    expect(today(doc)).toBe(doc)
    // What is written is what the schema says, to the last field; and a stored one is read by it.
    expect(GameDocSchema.parse(JSON.parse(JSON.stringify(doc)))).toEqual(JSON.parse(JSON.stringify(doc)))
    expect(readGameDoc(released[name]!.doc)).toEqual(released[name]!.doc)
    for (const bad of [
      {},
      { ...doc, version: 3 },
      { ...doc, stage: 'round' },
      { ...doc, parts: { dial: { pace: 'x' } } },
    ])
      expect(() => readGameDoc(bad)).toThrow()
  })
})
