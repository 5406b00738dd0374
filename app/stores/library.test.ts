import { plainName } from '@core/pack/entries'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { bytesFrom, demoPacks, puffinCatch, windfall } from '../../tests/support/fixtures'
import { standInForBrowser } from '../../tests/support/app'
import { UserError } from '@core/errors'
import { unzipSafely } from '@core/parcel/unzip'
import { zipFiles } from '@core/parcel/zip'
import { openPackFile, savePackFile, saveRawPack } from '@core/parcel/pack-file'
import { until } from '../../tests/support/until'

/** The worker's part, in this thread. */
const workshop = {
  openPack: async (bytes: Uint8Array, name: string) => {
    try {
      return { ok: true, value: openPackFile(bytes, name) }
    } catch (error) {
      if (error instanceof UserError) return { ok: false, code: error.code, message: error.message }
      throw error
    }
  },
  savePack: async () => ({ ok: true, value: await savePackFile(puffinCatch(), bytesFrom()) }),
  saveRaw: async (raw: { pack: unknown }) => ({ ok: true, value: await saveRawPack(raw, bytesFrom()) }),
}

async function stores() {
  vi.resetModules()
  const pinia = standInForBrowser(workshop)
  const [{ useLibrary }, { useNotices }, { db }, assets, { useDrawer }, { fileWord }] = await Promise.all([
    import('./library'),
    import('./notices'),
    import('../storage/db'),
    import('../storage/assets'),
    import('./drawer'),
    import('../composables/download'),
  ])
  return {
    library: useLibrary(pinia),
    notices: useNotices(pinia),
    drawer: useDrawer(pinia),
    db,
    fileWord,
    ...assets,
  }
}
let at: Awaited<ReturnType<typeof stores>>
beforeEach(async () => {
  at = await stores()
})

const file = (bytes: Uint8Array, name = 'puffin.pack.zip') => new File([bytes as BlobPart], name)

describe('the library', () => {
  it('has the demo pack at the first visit, and not again once it was thrown away', async () => {
    await at.library.open()
    const titles = demoPacks().map((pack) => pack.label.title)
    expect(at.library.packs.map((row) => row.pack.label.title).sort()).toEqual(titles.sort())
    // What they name is fetched when it is wanted, and is in the browser from then on.
    const stored = () => at.db().assets.count()
    expect(await stored()).toBe(0)
    const named = new Set(at.library.packs.flatMap(({ pack }) => Object.keys(pack.assets)))
    for (const hash of named) expect(await at.readBytes(hash)).not.toBeNull()
    expect(await stored()).toBe(named.size)
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('Failed to fetch')))
    for (const hash of named) expect(await at.readBytes(hash)).not.toBeNull()
    const [row, ...others] = at.library.packs
    await at.library.remove(row!.id)
    await at.library.open()
    expect(at.library.packs.map((one) => one.id)).toEqual(others.map((one) => one.id))
    await at.library.restore(row!)
    expect(at.library.packs).toHaveLength(titles.length)
  })

  it('unpacks one demo pack for a link that leads to it first, and none that was thrown away or never was', async () => {
    expect(await at.library.unpackNamed('demo-puffin-catch')).toBe(true)
    await at.library.refresh()
    expect(at.library.packs.map(({ id }) => id)).toEqual(['demo-puffin-catch'])
    await at.library.remove('demo-puffin-catch')
    for (const id of ['demo-puffin-catch', 'demo-nothing', 'a-pack', 'demo-'])
      expect(await at.library.unpackNamed(id)).toBe(false)
    // The others are there with the first look at all of them.
    await at.library.open()
    expect(at.library.packs).toHaveLength(demoPacks().length - 1)
  })

  it('starts a pack as a copy with an id of its own, nothing of it swapped', async () => {
    const one = await at.library.start(windfall)
    const two = await at.library.start(windfall)
    expect(one).not.toBe(two)
    expect(at.library.packs.every((row) => Object.keys(row.pack.parts).length === 0)).toBe(true)
    expect(at.library.packs[0]!.pack.label.visibility).toBe('only-me')
  })

  it('opens a pack file, and a second time beside the first', async () => {
    const saved = await savePackFile(puffinCatch(), bytesFrom())
    const first = await at.library.openFile(file(saved))
    const second = await at.library.openFile(file(saved))
    expect(first).toBe('demo-puffin-catch')
    expect(second).not.toBe(first)
    expect(at.library.packs).toHaveLength(2)
    expect(at.notices.current!.text).toContain('second pack beside')
    expect((await at.listMine()).length).toBe(Object.keys(puffinCatch().assets).length)
  })

  it('lists packs it cannot open, and gives their data out as a file with all it names', async () => {
    const newer = { ...puffinCatch(), version: 2, shape: 'tall' }
    const strange = { ...puffinCatch(), id: 'strange-template', template: { id: 'unheard-of', version: '1.0' } }
    await at.db().packs.bulkPut([
      { id: 'newer-row', rev: 1, changed: 'a', pack: newer, history: {} },
      { id: strange.id, rev: 1, changed: 'b', pack: strange, history: { past: [], future: [] } },
    ] as never)
    await at.library.refresh()
    expect(at.library.packs).toEqual([])
    expect(at.library.closed.map((row) => row.id)).toEqual(['strange-template', 'newer-row'])
    expect(at.library.closed[0]!.why).toContain('template “unheard-of”')
    const files = unzipSafely((await at.library.saveRaw(at.library.closed[1]!))!, 'raw')
    expect(JSON.parse(new TextDecoder().decode(files.get('pack.json')))).toEqual(newer)
    const named = Object.keys(puffinCatch().assets).length
    expect([...files.keys()].filter((name) => name.startsWith('assets/')).length).toBeGreaterThanOrEqual(named)
    // Opened by a version that knows the format, it is a pack file like any other.
    files.set('pack.json', new TextEncoder().encode(JSON.stringify({ ...newer, version: 1 })))
    expect(openPackFile(zipFiles(files), 'raw').pack).toMatchObject({ id: 'demo-puffin-catch', shape: 'tall' })
  })

  it('keeps nothing of a pack file this browser has no room for, and says so', async () => {
    vi.spyOn(at.db().assets, 'bulkPut').mockRejectedValue(new Error('quota'))
    expect(await at.library.openFile(file(await savePackFile(puffinCatch(), bytesFrom())))).toBeNull()
    expect(at.notices.current!.text).toContain('no room for “puffin.pack.zip”')
    expect(await at.db().packs.count()).toBe(0)
  })

  it('tells what is wrong with a file in one sentence and keeps nothing of it', async () => {
    const told = async (made: File) => {
      expect(await at.library.openFile(made)).toBeNull()
      return at.notices.current!.text
    }
    expect(await told(file(new Uint8Array(0)))).toContain('is empty (0 bytes)')
    expect(await told(file(new TextEncoder().encode('no zip at all, only a row of words')))).toContain(
      'not a whole ZIP',
    )
    const strange = { ...puffinCatch(), template: { id: 'unheard-of', version: '1.0' } }
    expect(await told(file(await savePackFile(strange, bytesFrom())))).toContain(
      'template “unheard-of”, which this Pack Post does not have',
    )
    expect(await at.db().packs.count()).toBe(0)
    expect(await at.db().assets.count()).toBe(0)
  })
})

describe('the drawer', () => {
  it('finds by every word, in name and description, and keeps sets apart', async () => {
    await at.drawer.load()
    expect(at.drawer.shipped.length).toBeGreaterThan(20)
    at.drawer.query = 'red claws'
    expect(at.drawer.shown.map((piece) => piece.name)).toEqual(['crab'])
    at.drawer.query = 'GULL'
    expect(at.drawer.shown.map((piece) => piece.name)).toEqual([
      'gull',
      'flying gull',
      'gull at the breakwater',
      'gull cry',
    ])
    at.drawer.set = 'sounds'
    expect(at.drawer.shown.map((piece) => piece.name)).toEqual(['gull cry'])
    at.drawer.query = 'submarine'
    expect(at.drawer.shown).toEqual([])
    at.drawer.query = ''
    at.drawer.set = 'mine'
    expect(at.drawer.shown).toEqual([])
  })

  it('searches the sets from packages by word, likeness, colour and shape, each fetched only then', async () => {
    await at.drawer.load()
    expect(at.drawer.icons.sets.value.map((set) => set.id)).toEqual(['fluent-emoji-flat', 'noto', 'game-icons'])
    expect(at.drawer.icons.pieces.value).toEqual([])
    at.drawer.query = 'sailboat'
    await until(() => expect(at.drawer.shown.length).toBeGreaterThan(1))
    expect(at.drawer.icons.pieces.value.length).toBeGreaterThan(7000)
    at.drawer.set = 'fluent-emoji-flat'
    at.drawer.query = ''
    const all = at.drawer.shown.length
    expect(all).toBeGreaterThan(1500)
    at.drawer.colour = 'green'
    const green = at.drawer.shown
    expect(green.length).toBeLessThan(all / 3)
    expect(green.map((piece) => piece.name)).toContain('frog')
    at.drawer.shape = 'tall'
    expect(at.drawer.shown.every((piece) => piece.shape === 'tall' && piece.colours.includes('green'))).toBe(true)
    expect(at.drawer.shown.length).toBeLessThan(green.length)
    at.drawer.colour = at.drawer.shape = ''
    at.drawer.query = 'puppy'
    expect(at.drawer.shown.some((piece) => piece.name.includes('dog'))).toBe(true)
    at.drawer.query = 'boat'
    expect(at.drawer.shown.some((piece) => piece.name.includes('worship'))).toBe(false)
  })

  it('finds seven thousand pieces while somebody types', async () => {
    await at.drawer.load()
    at.drawer.query = 'a'
    await until(() => expect(at.drawer.icons.pieces.value.length).toBeGreaterThan(7000))
    for (const query of ['f', 'fr', 'fro', 'frog']) {
      at.drawer.query = query
      expect(at.drawer.shown.length).toBeGreaterThan(0)
    }
    expect(at.drawer.shown.every((piece) => `${piece.name} ${piece.words}`.includes('frog'))).toBe(true)
  })

  it('brings pieces with their author, licence and cut', async () => {
    await at.drawer.load()
    const puffin = at.drawer.byId('saltwick/puffin.png')!
    expect(puffin.bringing.source).toMatchObject({ author: 'Pack Post', licence: 'CC0-1.0' })
    expect(puffin.bringing.cut).toEqual({ columns: 4, rows: 3 })
    expect((await puffin.bringing.bytes()).length).toBe(puffin.bringing.size)
    expect(at.drawer.byId('saltwick/nothing')).toBeUndefined()
  })
})

describe('names', () => {
  it('of files become names of things, and titles become names of files', () => {
    expect(plainName('old_boot-2.png')).toBe('Old boot 2')
    expect(plainName('.png')).toBe('Thing')
    expect(plainName('x'.repeat(200)).length).toBeLessThanOrEqual(60)
    expect(at.fileWord('Puffin Catch!')).toBe('puffin-catch')
    expect(at.fileWord('  ')).toBe('game')
    expect(at.fileWord('../../etc/passwd')).toBe('etc-passwd')
    expect(at.fileWord('Où est le phare ?')).not.toContain(' ')
  })
})
