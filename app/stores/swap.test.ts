import { beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForBrowser } from '../../tests/support/app'
import { ballPixels, bytesFrom, disc, drawerFile, pngAsset, puffinCatch, tone } from '../../tests/support/fixtures'
import { inCanvas, framesOf } from '@core/art/place'
import { drawnShare } from '@core/art/stand-in'
import type { CastContent } from '@core/kinds/cast'
import type { SpriteContent, Strip } from '@core/kinds/drawing'
import { changedEntry, withoutEntry } from '@core/pack/entries'
import { emptyHistory } from '@core/pack/history'
import { decodePicture } from '../../server/inspector/decode'
import { workshopHere } from '../../tests/support/workshop-here'
import type { Bringing } from './incoming'

let count = 0
async function stores() {
  vi.resetModules()
  const pinia = standInForBrowser(workshopHere)
  vi.stubGlobal('createImageBitmap', async () => ({ close: () => undefined }))
  const [{ useBench }, { useSwap }, { useNotices }, packs, assets] = await Promise.all([
    import('./bench'),
    import('./swap'),
    import('./notices'),
    import('../storage/packs'),
    import('../storage/assets'),
  ])
  const bench = useBench(pinia)
  const id = `swap-pack-${count++}`
  await packs.savePack({ ...puffinCatch(), id }, emptyHistory(), 0)
  await bench.open(id)
  return { bench, swap: useSwap(pinia), notices: useNotices(pinia), ...assets }
}
let at: Awaited<ReturnType<typeof stores>>
beforeEach(async () => {
  at = await stores()
})

const bringing = (name: string, bytes: Uint8Array, more: Partial<Bringing> = {}): Bringing => ({
  name,
  size: bytes.length,
  bytes: async () => bytes,
  ...more,
})
const ball = () => bringing('my ball.png', pngAsset(ballPixels()).bytes)
const firstAsset = (sprite: { clips: Record<string, { frames: { asset: string }[] }> }) =>
  Object.values(sprite.clips)[0]!.frames[0]!.asset

/** Where in its canvas a sprite of the template is drawn, shares of it. */
async function theirDrawing(sprite: SpriteContent) {
  const frame = framesOf(sprite)[0]!
  const pixels = (await decodePicture((await bytesFrom()(frame.asset))!))!
  return drawnShare(inCanvas(sprite, frame, () => pixels))
}

describe('a file put on a part', () => {
  it('becomes a sprite that stands and is touched like the template’s, as one undoable step', async () => {
    expect(await at.swap.put(ball(), 'hero')).toBe(true)
    const hero = at.bench.pack!.parts['hero']!
    const theirs = at.bench.spec('hero')!.content
    if (hero.kind !== 'sprite' || theirs.kind !== 'sprite') throw new Error('sprite')
    // The ball fills 80 of its 96 px: what is drawn is as high as the template’s, and its feet are where those were.
    const drawn = await theirDrawing(theirs)
    expect((hero.height * 80) / 96).toBeCloseTo(theirs.height * drawn.h, 3)
    expect((hero.pivot.y - 8 / 96) / (80 / 96)).toBeCloseTo((theirs.pivot.y - drawn.y) / drawn.h, 3)
    expect(hero.hitShape.length).toBeGreaterThan(4)
    expect(at.bench.canUndo).toBe('Swap Hero')
    expect(await at.readBytes(firstAsset(hero))).not.toBeNull()
    at.bench.undo()
    expect(at.bench.pack!.parts['hero']).toEqual(puffinCatch().parts['hero'])
  })

  it('becomes a backdrop, a sound, music, each by what the part is', async () => {
    await at.swap.put(bringing('sea.png', drawerFile('quay-at-dusk.png')), 'backdrop')
    expect(at.bench.pack!.parts['backdrop']).toMatchObject({ kind: 'picture', crisp: true, fit: 'cover' })
    await at.swap.put(bringing('plip.wav', tone(0.3).bytes), 'catch-sound')
    expect(at.bench.pack!.parts['catch-sound']).toMatchObject({ kind: 'sound', gainDb: 0 })
    await at.swap.put(bringing('waltz.ogg', drawerFile('quay-waltz.ogg')), 'music')
    // The volume that was set stays: it belongs to the part and not to the file.
    expect(at.bench.pack!.parts['music']).toMatchObject({ kind: 'music', gainDb: -4 })
  })

  it('keeps its author, licence and cut where it came with them', async () => {
    const source = { author: 'gull-hand', licence: 'CC-BY-4.0', link: '' }
    await at.swap.put(
      bringing('puffin.png', drawerFile('puffin.png'), { source, cut: { columns: 4, rows: 3 } }),
      'hero',
    )
    const hero = at.bench.pack!.parts['hero']!
    if (hero.kind !== 'sprite') throw new Error('sprite')
    expect(Object.keys(hero.clips)).toEqual(['stand', 'catch', 'hurt'])
    // The same bytes were in the pack already, with a credit: that one stays.
    expect(at.bench.pack!.assets[firstAsset(hero)]!.source.author).toBe('harbour-club')
    await at.swap.put(bringing('gull.png', drawerFile('gull.png'), { source }), 'life')
    const life = at.bench.pack!.parts['life']!
    if (life.kind !== 'sprite') throw new Error('sprite')
    expect(at.bench.pack!.assets[firstAsset(life)]!.source).toMatchObject(source)
  })

  it('is in “mine” from then on, once, whatever becomes of the swap', async () => {
    await at.swap.put(ball(), 'hero')
    at.bench.undo()
    await at.swap.put(ball(), 'life')
    expect((await at.listMine()).map((row) => row.facts.source.file)).toEqual(['my ball.png'])
  })
})

describe('a file put on a cast', () => {
  const cast = () => at.bench.content('good') as CastContent

  it('adds one more entry, named after the file and chosen', async () => {
    await at.swap.put(bringing('crab_pot-2.png', drawerFile('crab-pot.png')), 'good')
    expect(cast().entries.map((entry) => entry.name)).toEqual(['Herring', 'Mussel', 'Crab pot 2'])
    expect(cast().entries.at(-1)).toMatchObject({ points: 10, often: 2 })
    expect(at.bench.selected).toEqual({ part: 'good', entry: 'crab-pot-2' })
    await at.swap.put(bringing('gull.png', drawerFile('gull.png')), 'bad')
    expect((at.bench.content('bad') as CastContent).entries.at(-1)).toMatchObject({ points: 0, harm: 1 })
  })

  it('or swaps the drawing of the entry it was dropped on, and nothing else of it', async () => {
    const before = cast().entries[1]!
    await at.swap.put(bringing('anchor.png', drawerFile('anchor.png')), 'good', 'mussel')
    expect(cast().entries).toHaveLength(2)
    const after = cast().entries[1]!
    expect(after).toMatchObject({ id: 'mussel', name: 'Anchor', points: before.points, often: before.often })
    expect(firstAsset(after.sprite)).not.toBe(firstAsset(before.sprite))
    // As high as what is drawn of the template’s, whatever air either file has around it.
    expect(after.sprite.height).toBeGreaterThan(before.sprite.height * 0.8)
    expect(after.sprite.height).toBeLessThan(before.sprite.height * 1.25)
  })
})

describe('a file that cannot be put there', () => {
  const refused = async (what: Bringing, part: string) => {
    const pack = at.bench.pack
    expect(await at.swap.put(what, part)).toBe(false)
    expect(at.bench.pack).toBe(pack)
    expect(at.swap.busy).toBe('')
    return at.notices.current!.text
  }

  it('is told in one sentence, and the pack is the very same', async () => {
    expect(await refused(bringing('a.png', new Uint8Array(0)), 'hero')).toContain('“a.png” is empty')
    expect(await refused(bringing('plip.wav', tone(0.2).bytes), 'hero')).toContain('“plip.wav” is a sound')
    expect(await refused(ball(), 'music')).toContain('“my ball.png” is a picture')
    expect(await refused(ball(), 'win-words')).toContain('Winning words is made of words')
    expect(await refused(ball(), 'pace')).toContain('Pace is a dial')
    expect(await refused(bringing('cut.png', pngAsset(disc(60, 20)).bytes.slice(0, 70)), 'hero')).toContain(
      '“cut.png” is damaged',
    )
    expect(
      await refused(
        { name: 'film.png', size: 2e8, bytes: () => Promise.reject(new Error('must not be read')) },
        'hero',
      ),
    ).toContain('200 MB')
  })

  it('for a part that is not there changes nothing', async () => {
    expect(await at.swap.put(ball(), 'no-such-part')).toBe(false)
  })
})

describe('cutting again', () => {
  it('makes other frames of the same file, and can be undone', async () => {
    await at.swap.put(bringing('puffin.png', drawerFile('puffin.png'), { cut: { columns: 1, rows: 1 } }), 'hero')
    await at.swap.recut('hero', '', { columns: 4, rows: 3 })
    const hero = at.bench.pack!.parts['hero']!
    if (hero.kind !== 'sprite') throw new Error('sprite')
    expect(hero.strip).toEqual({ columns: 4, rows: 3 })
    expect(hero.clips['stand']!.frames).toHaveLength(4)
    at.bench.undo()
    const before = at.bench.pack!.parts['hero']!
    expect(before.kind === 'sprite' && before.strip).toEqual({ columns: 1, rows: 1 })
  })
})

describe('what is changed while a slow file is taken in', () => {
  /** A file that is read only when it is told to. */
  function slow(name: string, bytes: Uint8Array) {
    let go = (): void => undefined
    const gone = new Promise<void>((resolve) => (go = resolve))
    return { what: bringing(name, bytes, { bytes: () => gone.then(() => bytes) }), go: () => go() }
  }

  it('stands beside what came in: a backdrop dimmed meanwhile', async () => {
    const { what, go } = slow('sea.png', pngAsset(disc(160, 60)).bytes)
    const coming = at.swap.put(what, 'backdrop')
    const from = at.bench.content('backdrop')!
    if (from.kind !== 'picture') throw new Error('picture')
    await at.bench.act('Dim', { type: 'set-part', part: 'backdrop', from, content: { ...from, dim: 0.35 } })
    go()
    expect(await coming).toBe(true)
    expect(at.bench.content('backdrop')).toMatchObject({ dim: 0.35 })
    expect(at.bench.content('backdrop')).not.toMatchObject({ asset: from.asset })
    at.bench.undo()
    expect(at.bench.content('backdrop')).toEqual({ ...from, dim: 0.35 })
  })

  it('is known as coming until it is there, also where another one is there sooner', async () => {
    const { what, go } = slow('sea.png', pngAsset(disc(160, 60)).bytes)
    const coming = at.swap.put(what, 'backdrop')
    expect([at.swap.busy, at.swap.isComing('backdrop'), at.swap.isComing('hero')]).toEqual(['backdrop', true, false])
    await at.swap.put(ball(), 'hero')
    expect([at.swap.busy, at.swap.isComing('backdrop'), at.swap.isComing('hero')]).toEqual(['backdrop', true, false])
    go()
    await coming
    expect([at.swap.busy, at.swap.isComing('backdrop')]).toEqual(['', false])
  })

  it('of a cast is kept: points changed and another entry taken out', async () => {
    const cast = () => at.bench.content('good') as CastContent
    const { what, go } = slow('star.png', pngAsset(ballPixels()).bytes)
    const coming = at.swap.put(what, 'good', 'herring')
    const set = (content: CastContent) =>
      at.bench.act('Change', { type: 'set-part', part: 'good', from: cast(), content })
    await set(changedEntry(cast(), 'herring', { points: 77 }))
    await set(withoutEntry(cast(), 'mussel'))
    go()
    expect(await coming).toBe(true)
    expect(cast().entries.map((entry) => [entry.id, entry.name, entry.points])).toEqual([['herring', 'Star', 77]])
  })

  it('is told when the thing it was for is gone', async () => {
    const cast = () => at.bench.content('good') as CastContent
    const { what, go } = slow('star.png', pngAsset(ballPixels()).bytes)
    const coming = at.swap.put(what, 'good', 'herring')
    const content = withoutEntry(cast(), 'herring')
    await at.bench.act('Remove', { type: 'set-part', part: 'good', from: cast(), content })
    go()
    await coming
    expect(cast().entries.map((entry) => entry.id)).toEqual(['mussel'])
    expect(at.notices.current!.text).toContain('was taken out meanwhile')
  })

  it('makes work on an older drawing of no use, and says so: cut again while it is swapped', async () => {
    await at.swap.put(ball(), 'hero')
    const cut: Strip = { columns: 2, rows: 1 }
    const { what: gate, go } = slow('', new Uint8Array())
    const { cutSprite } = workshopHere
    const cutting = vi.spyOn(workshopHere, 'cutSprite')
    cutting.mockImplementation(async (...args) => gate.bytes().then(() => cutSprite(...args)))
    const working = at.swap.recut('hero', '', cut)
    await at.swap.put(bringing('other.png', pngAsset(disc(60, 20)).bytes), 'hero')
    const other = at.bench.content('hero')
    go()
    await working
    cutting.mockRestore()
    expect(at.bench.content('hero')).toEqual(other)
    expect(at.notices.current!.text).toContain('swapped meanwhile')
  })
})
