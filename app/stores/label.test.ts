import { beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForBrowser } from '../../tests/support/app'
import { ballPixels, disc, pngAsset, puffinCatch } from '../../tests/support/fixtures'
import { workshopHere } from '../../tests/support/workshop-here'
import { decodePicture } from '../../server/inspector/decode'
import { emptyHistory } from '@core/pack/history'
import type { Pixels } from '@core/art/pixels'
import type { MailView } from '@core/posting/protocol'
import { until } from '../../tests/support/until'

vi.mock('#player-code', () => ({ PLAYER_BYTES: {} }))

let count = 0
let arcade: (path: string, init: RequestInit) => Response
const asked: string[] = []

async function stores() {
  vi.resetModules()
  const pinia = standInForBrowser(workshopHere)
  const shipped = globalThis.fetch
  asked.length = 0
  arcade = () => new Response('', { status: 503 })
  vi.stubGlobal('window', { location: { origin: 'http://quay.invalid' } })
  vi.stubGlobal('fetch', async (path: string, init: RequestInit = {}) => {
    if (!path.startsWith('/api/')) return shipped(path, init)
    asked.push(`${init.method ?? 'GET'} ${path}`)
    return arcade(path, init)
  })
  const [bench, presets, pictures, age, mailbox, notices, packs, assets, keys] = await Promise.all([
    import('./bench'),
    import('./presets'),
    import('./label-pictures'),
    import('./age'),
    import('./mailbox'),
    import('./notices'),
    import('../storage/packs'),
    import('../storage/assets'),
    import('../storage/keys'),
  ])
  const on = bench.useBench(pinia)
  const open = async (change = {}) => {
    const id = `label-pack-${count++}`
    await packs.savePack({ ...puffinCatch(), id, ...change }, emptyHistory(), 0)
    await on.open(id)
  }
  await open()
  return {
    bench: on,
    open,
    presets: presets.usePresets(pinia),
    pictures: pictures.useLabelPictures(pinia),
    age: age.useAge(pinia),
    mailbox: mailbox.useMailbox(pinia),
    notices: notices.useNotices(pinia),
    ...assets,
    ...keys,
  }
}
let at: Awaited<ReturnType<typeof stores>>
beforeEach(async () => {
  at = await stores()
})
const label = () => at.bench.pack!.label
const set = (change: Partial<ReturnType<typeof label>>) => at.bench.act('Say it', { type: 'set-label', change })

/** What is used of a canvas. */
const canvas = (pixels: Pixels): HTMLCanvasElement =>
  ({
    width: pixels.width,
    height: pixels.height,
    toBlob: (take: (blob: Blob) => void) => take(new Blob([pngAsset(pixels).bytes as BlobPart])),
    getContext: () => ({ getImageData: () => pixels }),
  }) as unknown as HTMLCanvasElement

describe('"as I always say it"', () => {
  it('is kept apart from packs: what it says goes onto another label, tags are added', async () => {
    await set({ author: 'tern-club', tags: ['harbour', 'evening'], visibility: 'public' })
    await at.presets.keep('  For the club  ')
    await at.open()
    expect(label().author).toBe('harbour-club')
    await at.presets.refresh()
    const [kept] = at.presets.presets
    expect(kept!.name).toBe('For the club')
    await at.presets.use(kept!)
    expect(label()).toMatchObject({ author: 'tern-club', visibility: 'public', title: 'Puffin Catch' })
    expect(label().tags).toEqual(['harbour', 'seabirds', 'catching', 'evening'])
    expect(at.bench.canUndo).toContain('For the club')
    await at.bench.undo()
    expect(label().author).toBe('harbour-club')
  })

  it('never changes by the way who sees a game that is posted', async () => {
    await set({ visibility: 'public' })
    await at.presets.keep('Loud')
    const posted = { id: 'posting-one', game: 'game-one', release: 1, postcode: 'GALE-HKW7', state: 'live' as const }
    await at.open({
      postings: [{ ...posted, host: '', at: '', visibility: 'only-me' as const, note: '', fingerprint: {} }],
    })
    await at.presets.use(at.presets.presets[0]!)
    expect(label().visibility).toBe('only-me')
  })

  it('without a name keeps nothing; one that is dropped is gone', async () => {
    await at.presets.keep('   ')
    await at.presets.refresh()
    expect(at.presets.presets).toEqual([])
    await at.presets.keep('Quiet')
    await at.presets.drop('Quiet')
    expect(at.presets.presets).toEqual([])
  })
})

describe('pictures of the label', () => {
  it('are taken from play as the maker’s own work, and undone as one step', async () => {
    await at.pictures.keep('cover', canvas(disc(64, 30)))
    const hash = label().cover!
    expect(at.bench.pack!.assets[hash]).toMatchObject({
      mime: 'image/png',
      width: 64,
      source: { author: 'harbour-club', licence: 'LicenseRef-Own-Work' },
    })
    const kept = await at.readBytes(hash)
    expect((await decodePicture(kept!))!.width).toBe(64)
    await at.bench.undo()
    expect(label().cover).toBeNull()
  })

  it('of shots there are six at most, each once', async () => {
    for (let i = 0; i < 6; i++) await at.pictures.keep('shot', canvas(disc(40 + i, 10)))
    await at.pictures.keep('shot', canvas(disc(99, 10)))
    expect(label().shots).toHaveLength(6)
    expect(at.notices.current!.text).toBe('There are 6 shots already. Take one out first.')
    at.pictures.remove('shot', label().shots[0]!.asset)
    await until(() => expect(label().shots).toHaveLength(5))
    await at.pictures.keep('shot', canvas(disc(41, 10)))
    expect(label().shots).toHaveLength(5)
  })

  it('a stretch of play becomes a GIF that moves', async () => {
    await at.pictures.keepClip([])
    expect(label().clip).toBeNull()
    await at.pictures.keepClip([canvas(disc(40, 10)), canvas(disc(40, 18)), canvas(disc(40, 14))])
    const bytes = (await at.readBytes(label().clip!))!
    expect(new TextDecoder('latin1').decode(bytes.subarray(0, 6))).toBe('GIF89a')
    expect(at.bench.pack!.assets[label().clip!]).toMatchObject({ mime: 'image/gif', width: 40, height: 40 })
    at.pictures.remove('clip', label().clip!)
    await until(() => expect(label().clip).toBeNull())
  })

  it('are brought in from files; what is none is a sentence and changes nothing', async () => {
    const { bytes } = pngAsset(ballPixels())
    await at.pictures.bring('square', { name: 'ball.png', size: bytes.length, bytes: async () => bytes })
    expect(at.bench.pack!.assets[label().square!]!.source.file).toBe('ball.png')
    const before = at.bench.pack
    const text = new TextEncoder().encode('no picture at all')
    await at.pictures.bring('icon', { name: 'notes.png', size: text.length, bytes: async () => text })
    expect(at.notices.current).toMatchObject({ tone: 'error', text: expect.stringContaining('notes.png') })
    expect(at.bench.pack).toEqual(before)
  })
})

describe('the age guide', () => {
  it('stands in pencil from the parts; taking it leaves what was answered by hand', async () => {
    await set({ ageGuide: { fright: 'tense' } })
    expect(at.age.result.band).toBeNull()
    expect(at.age.suggested['fighting']).toBe('bumps')
    expect(at.age.pencilledBand).toBe('8')
    at.age.asSuggested()
    await until(() => expect(at.age.answers).toMatchObject({ fighting: 'bumps', fright: 'tense' }))
    expect(at.age.result.band).toBe('8')
  })

  it('tells who speaks against an answer', async () => {
    at.age.answer('fighting', 'none')
    await until(() => expect(at.age.denials.map((one) => one.because)).toContain('Old boot does harm'))
    at.age.answer('fighting', 'bumps')
    await until(() => expect(at.age.denials).toEqual([]))
  })
})

describe('the mail box', () => {
  const letter = (id: string, day: number): MailView => ({
    id,
    at: `2026-11-${day}T10:00:00.000Z`,
    kind: 'live',
    game: 'game-one',
    posting: 'posting-one',
    title: 'Puffin Catch',
    release: 1,
    postcode: 'GALE-HKW7',
    findings: [],
    text: '',
  })

  it('of a browser that never posted is empty, without asking for a key', async () => {
    await at.mailbox.refresh()
    expect(at.mailbox).toMatchObject({ state: 'ready', letters: [], unread: 0 })
    expect(asked).toEqual([])
  })

  it('counts what came since it was last opened, and keeps the marks while it is open', async () => {
    await at.keepKey('http://quay.invalid', 'k'.repeat(43))
    const answer = { letters: [letter('two', 21), letter('one', 19)], readUntil: '2026-11-20T00:00:00.000Z' }
    arcade = (path) => new Response(JSON.stringify(path.endsWith('/session') ? { ok: true } : answer))
    await at.mailbox.refresh()
    expect(at.mailbox.unread).toBe(1)
    await at.mailbox.markRead()
    expect(at.mailbox.unread).toBe(0)
    expect(at.mailbox.letters[0]!.at > at.mailbox.readUntil).toBe(true)
    expect(asked).toContain('POST /api/arcade/mail')
  })

  it('says nothing but that it failed where the arcade does not answer', async () => {
    await at.keepKey('http://quay.invalid', 'k'.repeat(43))
    await at.mailbox.refresh()
    expect(at.mailbox.state).toBe('failed')
    expect(at.notices.current).toBeNull()
  })
})
