import { describe, expect, it } from 'vitest'
import { disc, emptyPack, pngAsset, puffinCatch, windfall, withSprite } from '../../tests/support/fixtures'
import { edit, goneFor, type Command } from './commands'
import type { CastContent } from '../kinds/cast'
import type { PictureContent } from '../kinds/picture'
import { changedEntry, doubledEntry, freeEntryId, movedEntry, withEntry, withoutEntry } from './entries'
import { emptyHistory, MOST_STEPS, perform, redo, sealHistory, undo, type History } from './history'
import { makeMigrate, migratePack } from './migrations'
import { contentOf, Pack, usedAssets } from './pack'
import { checkDuration, checkFileSize, identify } from '../art/take-in'

const good = (pack: Pack): CastContent => contentOf(pack, windfall, 'good') as CastContent

describe('commands', () => {
  const setGood = (pack: Pack, change: (cast: CastContent) => CastContent): Command => ({
    ...{ type: 'set-part', part: 'good', from: good(pack), content: change(good(pack)) },
  })

  it('leave the given pack and the template as they are', () => {
    const pack = Object.freeze(emptyPack())
    const before = JSON.stringify(windfall)
    const [next] = edit(
      pack,
      setGood(pack, (cast) => withoutEntry(cast, 'apple')),
    )
    expect(good(next).entries.map((entry) => entry.id)).toEqual(['pear', 'chestnut'])
    expect(good(pack).entries).toHaveLength(3)
    expect(JSON.stringify(windfall)).toBe(before)
  })

  it('add, duplicate, move, set and remove entries of a cast', () => {
    let pack = puffinCatch()
    const act = (change: (cast: CastContent) => CastContent) => {
      ;[pack] = edit(pack, setGood(pack, change))
    }
    const first = good(pack).entries[0]!
    act((cast) => doubledEntry(cast, 'herring'))
    act((cast) => changedEntry(cast, 'herring-2', { points: 50, name: 'Big herring' }))
    act((cast) => movedEntry(cast, 'herring-2', 99))
    act((cast) => withEntry(cast, { ...first, id: 'Crème brûlée!' }, 0))
    act((cast) => withoutEntry(cast, 'mussel'))
    expect(good(pack).entries.map((entry) => entry.id)).toEqual(['cre-me-bru-le-e', 'herring', 'herring-2'])
    expect(good(pack).entries[2]).toMatchObject({ points: 50, name: 'Big herring' })
    expect(good(pack).entries[1]!.points).toBe(5)
    expect(Pack.parse(pack)).toEqual(pack)
  })

  it('worked out on an older state leave in place what came in meanwhile', () => {
    const pack = puffinCatch()
    const backdrop = contentOf(pack, windfall, 'backdrop') as PictureContent
    const slow: Command = {
      ...{ type: 'set-part', part: 'backdrop', from: backdrop },
      content: { ...backdrop, asset: 'f'.repeat(64) },
    }
    const late = setGood(pack, (cast) => changedEntry(cast, 'herring', { points: 77 }))
    const [meanwhile] = edit(pack, {
      type: 'all',
      commands: [
        { type: 'set-part', part: 'backdrop', from: backdrop, content: { ...backdrop, dim: 0.4 } },
        setGood(pack, (cast) => movedEntry(cast, 'herring', 9)),
      ],
    })
    const [both] = edit(meanwhile, { type: 'all', commands: [slow, late] })
    expect(contentOf(both, windfall, 'backdrop')).toEqual({ ...backdrop, asset: 'f'.repeat(64), dim: 0.4 })
    expect(good(both).entries.at(-1)).toMatchObject({ id: 'herring', points: 77 })
  })

  it('on what is gone change nothing, and say so when they are asked', () => {
    const pack = puffinCatch()
    for (const change of [withoutEntry, doubledEntry])
      expect(
        edit(
          pack,
          setGood(pack, (cast) => change(cast, 'nobody')),
        )[0].parts['good'],
      ).toEqual(pack.parts['good'])
    expect(
      edit(
        pack,
        setGood(pack, (cast) => movedEntry(cast, 'nobody', 0)),
      )[0],
    ).toEqual(pack)
    const credit: Command = { type: 'set-source', asset: 'f'.repeat(64), source: { author: 'x' } }
    expect(edit(pack, credit)[0]).toEqual(pack)
    expect(goneFor(pack, credit)).toBe('That file is not in the pack any more.')
    const late = setGood(pack, (cast) => changedEntry(cast, 'herring', { points: 77 }))
    expect(goneFor(pack, late)).toBeNull()
    const [without] = edit(
      pack,
      setGood(pack, (cast) => withoutEntry(cast, 'herring')),
    )
    expect(goneFor(without, late)).toBe('“Herring” was taken out meanwhile, so nothing was done to it.')
    expect(edit(without, late)[0]).toEqual(without)
    expect(goneFor(pack, { type: 'set-words', tag: 'cy', words: {} })).toContain('language was taken out')
  })

  it('that follow each other under one mark are a step of their first and last state', () => {
    const pack = puffinCatch()
    let at: { pack: Pack; history: History } = { pack, history: emptyHistory() }
    for (let i = 0; i < 200; i++) {
      const backdrop = contentOf(at.pack, windfall, 'backdrop') as PictureContent
      const content = { ...backdrop, dim: i / 250 }
      at = perform(at.pack, at.history, 'Dim', { type: 'set-part', part: 'backdrop', from: backdrop, content }, 'dim')
    }
    expect(at.history.past).toHaveLength(1)
    expect(at.history.past[0]!.there).toHaveLength(1)
    expect(at.history.past[0]!.back).toHaveLength(1)
    expect(undo(at.pack, at.history)!.pack).toEqual(pack)
    expect(redo(pack, undo(at.pack, at.history)!.history)!.pack).toEqual(at.pack)
    // Back where it began there is nothing to undo.
    const backdrop = contentOf(at.pack, windfall, 'backdrop') as PictureContent
    const home = perform(
      ...([at.pack, at.history, 'Dim'] as const),
      { type: 'set-part', part: 'backdrop', from: backdrop, content: pack.parts['backdrop']! },
      'dim',
    )
    expect(home.pack).toEqual(pack)
    expect(home.history.past).toEqual([])
  })

  it('keep the facts an asset already had', () => {
    const made = pngAsset(disc(20, 8))
    const pack = withSprite(emptyPack(), made)
    const [next] = edit(pack, {
      type: 'set-label',
      change: { cover: made.hash },
      assets: { [made.hash]: { ...made.facts, source: { file: 'other', author: '', licence: '', link: '' } } },
    })
    expect(next.assets[made.hash]!.source.author).toBe('harbour-club')
  })

  it('make ids that are free and valid', () => {
    const cast: CastContent = { kind: 'cast', entries: [{ ...good(emptyPack()).entries[0]!, id: 'boot' }] }
    expect(freeEntryId(cast, 'Boot')).toBe('boot-2')
    expect(freeEntryId(cast, '123')).toBe('thing')
    expect(freeEntryId(cast, '漢字')).toBe('thing')
  })
})

describe('history', () => {
  const write = (text: string): Command => ({
    type: 'set-part',
    part: 'title-words',
    content: { kind: 'wording', text, scale: 1 },
  })

  it('undoes and redoes named steps, and joins a run with the same mark into one', () => {
    const first = emptyPack()
    let at = perform(first, emptyHistory(), 'Set pace', {
      type: 'set-part',
      part: 'pace',
      content: { kind: 'dial', value: 5 },
    })
    for (const text of ['P', 'Pu', 'Puf']) at = perform(at.pack, at.history, 'Write', write(text), 'words')
    expect(at.history.past.map((step) => step.name)).toEqual(['Set pace', 'Write'])
    const back = undo(at.pack, at.history)!
    expect(back.pack.parts['title-words']).toBeUndefined()
    expect(redo(back.pack, back.history)!.pack).toEqual(at.pack)
    expect(undo(back.pack, back.history)!.pack).toEqual(first)
    expect(undo(first, emptyHistory())).toBeNull()
  })

  it('begins a step of its own after a seal, and forgets redo after a new act', () => {
    let at = perform(emptyPack(), emptyHistory(), 'Write', write('a'), 'words')
    at = { ...at, history: sealHistory(at.history) }
    at = perform(at.pack, at.history, 'Write', write('ab'), 'words')
    expect(at.history.past).toHaveLength(2)
    const back = undo(at.pack, at.history)!
    expect(perform(back.pack, back.history, 'Write', write('x')).history.future).toEqual([])
  })

  it('makes no step of an act that changes nothing', () => {
    const at = perform(emptyPack(), emptyHistory(), 'Reset', { type: 'reset-part', part: 'hero' })
    expect(at.history.past).toEqual([])
  })

  it('is bounded', () => {
    let at: { pack: Pack; history: History } = { pack: emptyPack(), history: emptyHistory() }
    for (let i = 0; i < MOST_STEPS + 20; i++) at = perform(at.pack, at.history, 'Write', write(String(i)))
    expect(at.history.past).toHaveLength(MOST_STEPS)
  })

  it('comes back to every earlier pack after a long random run (seed 20261123)', () => {
    let seed = 20261123
    const next = (most: number) => {
      seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
      return seed % most
    }
    let at: { pack: Pack; history: History } = { pack: puffinCatch(), history: emptyHistory() }
    const seen = [at.pack]
    for (let i = 0; i < 120; i++) {
      const cast = good(at.pack)
      const entry = cast.entries[next(Math.max(1, cast.entries.length))]?.id ?? 'nobody'
      const acts: Command[] = [
        write(`text ${next(1000)}`),
        ...[
          doubledEntry(cast, entry),
          withoutEntry(cast, entry),
          movedEntry(cast, entry, next(4)),
          changedEntry(cast, entry, { points: next(99) }),
        ].map((content): Command => ({ type: 'set-part', part: 'good', from: cast, content })),
        { type: 'reset-part', part: 'good' },
        { type: 'set-label', change: { tags: Array.from({ length: next(4) }, (_, k) => `tag ${k} ${next(9)}`) } },
        { type: 'all', commands: [write('both'), { type: 'set-notes', notes: String(next(99)) }] },
      ]
      const done = perform(at.pack, at.history, 'act', acts[next(acts.length)]!)
      if (done.history !== at.history) seen.push(done.pack)
      at = done
    }
    const final = at
    for (let i = seen.length - 2; i >= 0; i--) {
      at = undo(at.pack, at.history)!
      expect(at.pack).toEqual(seen[i])
    }
    for (let i = 1; i < seen.length; i++) at = redo(at.pack, at.history)!
    expect(at.pack).toEqual(final.pack)
  })
})

describe('migrations', () => {
  it('refuse gaps when they are built', () => {
    expect(() => makeMigrate({ 2: (old) => old }, 3)).toThrow('from pack version 1 to 2')
  })

  it('run one after the other', () => {
    const migrate = makeMigrate({ 1: (old) => ({ ...old, a: 1 }), 2: (old) => ({ ...old, b: 2 }) }, 3)
    expect(migrate({ version: 1 })).toEqual({ version: 3, a: 1, b: 2 })
    expect(migrate({ version: 3 })).toEqual({ version: 3 })
    expect(migrate('text')).toBe('text')
    expect(migratePack(emptyPack())).toEqual(emptyPack())
  })
})

describe('assets in use', () => {
  it('are those of parts and cover, with the originals they came from, and nothing else', () => {
    const original = pngAsset(disc(40, 15))
    const fixed = pngAsset(disc(20, 8))
    const stray = pngAsset(disc(10, 3))
    let pack = withSprite(emptyPack(), { ...fixed, facts: { ...fixed.facts, madeFrom: original.hash } })
    pack = { ...pack, assets: { ...pack.assets, [original.hash]: original.facts, [stray.hash]: stray.facts } }
    expect(usedAssets(pack)).toEqual(new Set([fixed.hash, original.hash]))
  })
})

describe('taking in', () => {
  it('refuses with one sentence that names the file', () => {
    const header = new Uint8Array(33)
    header.set([
      0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0xea, 0x60, 0, 0, 0xea,
      0x60, 8, 6,
    ])
    const said = (does: () => unknown): string => {
      try {
        does()
      } catch (error) {
        return (error as Error).message
      }
      return ''
    }
    expect(said(() => identify('gull.png', header, 'picture'))).toBe(
      '“gull.png” says it is 60000 × 60000 px; 8192 a side is the most. Scale it down first.',
    )
    expect(said(() => checkFileSize('a.png', 0))).toContain('“a.png” is empty')
    expect(said(() => checkFileSize('big.wav', 200_000_000))).toContain('“big.wav” has 200 MB; 40 MB is the most')
    expect(
      said(() => identify('song.mp3', new TextEncoder().encode('these are only words, no music'), 'sound')),
    ).toContain('“song.mp3” is not a sound')
    expect(said(() => identify('plip.wav', pngAsset(disc(8, 3)).bytes, 'sound'))).toContain(
      'is a picture, but this part takes a sound',
    )
    expect(said(() => checkDuration('long.mp3', 10800))).toContain('runs for 180 minutes')
    expect(said(() => checkDuration('none.wav', 0))).toContain('no sound in it')
  })

  it('goes by the bytes, not by the name', () => {
    expect(identify('really-a-picture.txt', pngAsset(disc(8, 3)).bytes, 'picture').mime).toBe('image/png')
  })
})
