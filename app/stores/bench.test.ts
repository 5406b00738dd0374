import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { drawerFile, puffinCatch } from '../../tests/support/fixtures'
import { standInForBrowser } from '../../tests/support/app'
import { hashOf } from '@core/pack/hash'
import { emptyHistory } from '@core/pack/history'
import { until } from '../../tests/support/until'

const words = (text: string) => ({
  type: 'set-part' as const,
  part: 'win-words',
  content: { kind: 'wording' as const, text, scale: 1 },
})

async function stores() {
  vi.resetModules()
  const pinia = standInForBrowser()
  const [{ useBench }, packs, { db }, assets, { useNotices }] = await Promise.all([
    import('./bench'),
    import('../storage/packs'),
    import('../storage/db'),
    import('../storage/assets'),
    import('./notices'),
  ])
  return { bench: useBench(pinia), notices: useNotices(pinia), useBench, ...packs, ...assets, db }
}
let at: Awaited<ReturnType<typeof stores>>
/** Another pack in each test: tabs of one pack hear each other. */
let id = ''
let count = 0

beforeEach(async () => {
  at = await stores()
  id = `pack-on-bench-${count++}`
  await at.savePack({ ...puffinCatch(), id }, emptyHistory(), 0)
  await at.bench.open(id)
})
afterEach(async () => {
  await at.bench.settle()
})

describe('the bench', () => {
  it('opens a pack with its template, and says so of one that is not there', async () => {
    expect(at.bench.template!.id).toBe('windfall')
    expect(at.bench.tally).toEqual({ all: 17, yours: 13 })
    expect(await at.bench.open('nobody-has-this')).toBe(false)
    expect(at.bench.pack!.id).toBe(id)
  })

  it('saves by itself, the last of many changes too, and the undo history with it', async () => {
    for (let i = 0; i < 20; i++) await at.bench.act('Write', words(`text ${i}`))
    await at.bench.settle()
    const row = (await at.loadPack(id))!
    expect(row.pack.parts['win-words']).toMatchObject({ text: 'text 19' })
    expect(row.history.past).toHaveLength(20)
    expect(at.bench.saving).toBe('saved')
  })

  it('takes up what was not saved yet when the page went away, once, and nothing that is out of date', async () => {
    const { leaveBehind } = await import('../storage/left-behind')
    await at.savePack({ ...puffinCatch(), id: `${id}-other` }, emptyHistory(), 0)
    const reopened = async () => {
      await at.bench.open(`${id}-other`)
      await at.bench.open(id)
      return at.bench.pack!.notes
    }
    const row = (await at.loadPack(id))!
    const left = (notes: string, rev: number) => ({ ...row, rev, pack: { ...row.pack, notes } })
    leaveBehind(left('typed last', row.rev), false)
    expect(await reopened()).toBe('typed last')
    await at.bench.settle()
    expect((await at.loadPack(id))!.pack.notes).toBe('typed last')
    leaveBehind(left('from before', row.rev), false)
    expect(await reopened()).toBe('typed last')
    leaveBehind(left('while a save was on its way', row.rev), true)
    expect(await reopened()).toBe('while a save was on its way')
    localStorage.setItem(`pack-post:left:${id}`, '{"row":')
    expect(await reopened()).toBe('while a save was on its way')
  })

  it('leaves nothing behind when everything is saved', async () => {
    await at.bench.settle()
    at.bench.leave()
    expect(localStorage.getItem(`pack-post:left:${id}`)).toBeNull()
    await at.bench.act('One', words('one'))
    await at.bench.act('Two', words('two'))
    at.bench.leave()
    expect(localStorage.getItem(`pack-post:left:${id}`)).toContain('two')
  })

  it('derives stage and tally from the pack alone', async () => {
    const before = at.bench.setup
    await at.bench.act('Set goal', { type: 'set-part', part: 'goal', content: { kind: 'dial', value: 50 } })
    expect(at.bench.setup!.get('dial', 'goal')).toBe(50)
    expect(at.bench.setup).not.toBe(before)
    expect(at.bench.before!.get('dial', 'goal')).toBe(200)
    at.bench.undo()
    expect(at.bench.setup!.get('dial', 'goal')).toBe(200)
    at.bench.redo()
    expect(at.bench.setup!.get('dial', 'goal')).toBe(50)
    await at.bench.act('Reset hero', { type: 'reset-part', part: 'hero' })
    expect(at.bench.tally.yours).toBe(12)
    expect(at.bench.content('hero')).toEqual(at.bench.spec('hero')!.content)
  })

  it('keeps bytes before the part that needs them shows', async () => {
    const bytes = drawerFile('gull.png')
    const hash = hashOf(bytes)
    await at.bench.act('Write', words('x'), { files: new Map([[hash, bytes]]) })
    expect(hashOf((await at.readBytes(hash))!)).toBe(hash)
  })

  it('keeps with the first change what the pack names of the shipped set', async () => {
    const named = Object.keys(puffinCatch().assets)
    expect(await at.db().assets.count()).toBe(0)
    await at.bench.act('Write', words('Mine now'))
    await at.bench.settle()
    await until(async () => expect((await at.db().assets.toCollection().primaryKeys()).sort()).toEqual(named.sort()))
  })

  it('does not overwrite what another tab saved: it asks, and keeps both when told so', async () => {
    const there = (await at.loadPack(id))!
    await at.savePack({ ...there.pack, notes: 'from the other tab' }, there.history, there.rev)
    await at.bench.act('Write', words('mine'))
    await at.bench.settle()
    expect(at.bench.saving).toBe('elsewhere')
    expect((await at.loadPack(id))!.pack.notes).toBe('from the other tab')
    const copy = await at.bench.keepAsCopy()
    expect((await at.loadPack(copy))!.pack.parts['win-words']).toMatchObject({ text: 'mine' })
    expect((await at.loadPack(copy))!.pack.label.title).toBe('Puffin Catch (copy)')
    expect(at.bench.pack!.notes).toBe('from the other tab')
    expect(at.bench.saving).toBe('saved')
  })

  it('takes the other tab’s state when told so', async () => {
    const there = (await at.loadPack(id))!
    await at.savePack({ ...there.pack, notes: 'newer' }, there.history, there.rev)
    await at.bench.act('Write', words('mine'))
    await at.bench.settle()
    await at.bench.reload()
    expect(at.bench.pack!.notes).toBe('newer')
    await at.bench.act('Write', words('again'))
    await at.bench.settle()
    expect((await at.loadPack(id))!.pack.parts['win-words']).toMatchObject({ text: 'again' })
  })

  it('says when the browser cannot save, and goes on', async () => {
    vi.spyOn(at.db().packs, 'put').mockRejectedValueOnce(new Error('quota'))
    await at.bench.act('Write', words('mine'))
    await at.bench.settle()
    expect(at.bench.saving).toBe('failed')
    expect(at.notices.current!.text).toContain('Save it as a file now')
    await at.bench.act('Write', words('mine again'))
    await at.bench.settle()
    expect(at.bench.saving).toBe('saved')
  })

  it('keeps postings outside of undo', async () => {
    at.bench.record((pack) => ({ ...pack, notes: 'posted' }))
    expect(at.bench.canUndo).toBe('')
    await at.bench.settle()
    expect((await at.loadPack(id))!.pack.notes).toBe('posted')
  })
})

describe('storage', () => {
  it('shows rows it cannot open as closed, says why, and harms none', async () => {
    const newer = { ...puffinCatch(), version: 2, shape: 'tall' }
    await at
      .db()
      .packs.bulkPut([
        { id: 'odd-row', rev: 1, changed: 'x', pack: { nonsense: true }, history: {} },
        { id: 'newer-row', rev: 1, changed: 'y', pack: newer, history: {} },
        { id: 'bare-row' },
      ] as never)
    const { packs, closed } = await at.listPacks()
    expect(packs.map((row) => row.id)).toEqual([id])
    expect(closed.map((row) => row.id)).toEqual(['newer-row', 'odd-row', 'bare-row'])
    expect(closed[0]).toMatchObject({ title: 'Puffin Catch', why: expect.stringContaining('newer Pack Post') })
    expect(closed[1]!.why).toContain('damaged')
    expect(closed[0]!.raw.pack).toEqual(newer)
    expect(await at.db().packs.count()).toBe(4)
    await expect(at.loadPack('odd-row')).rejects.toThrow('damaged')
  })

  it('keeps fields it does not know, over opening, editing and saving', async () => {
    const { pack } = (await at.loadPack(id))!
    const backdrop = { ...pack.parts['backdrop'], tilt: 3 }
    const odd = { ...pack, id: `${id}-odd`, mood: 'windy', parts: { ...pack.parts, backdrop } }
    await at.savePack(odd as never, emptyHistory(), 0)
    await at.bench.open(odd.id)
    await at.bench.act('Write', words('changed'))
    await at.bench.settle()
    const stored = (await at.db().packs.get(odd.id))!.pack as unknown as typeof odd
    expect(stored).toMatchObject({ mood: 'windy', parts: { backdrop: { tilt: 3 }, 'win-words': { text: 'changed' } } })
  })

  it('opens a pack whose history makes no sense, without its history', async () => {
    await at.db().packs.update(id, { history: { past: 'lost' } as never })
    expect(await at.loadPack(id)).toMatchObject({ id, history: emptyHistory() })
  })

  it('never saves a pack that names bytes which are not there: tries again, tells, and hands them out meanwhile', async () => {
    const bytes = drawerFile('puffin.png')
    const hash = hashOf(bytes)
    const put = vi.spyOn(at.db().assets, 'bulkPut').mockRejectedValue(new Error('quota'))
    const before = (await at.loadPack(id))!
    await at.bench.act('Swap', words('with a picture'), { files: new Map([[hash, bytes]]) })
    await at.bench.act('Write', words('and more'))
    await at.bench.settle()
    expect(at.bench.troubled).toBe(true)
    expect(at.notices.current!.text).toContain('Save it as a file now')
    expect((await at.loadPack(id))!.rev).toBe(before.rev)
    expect(await at.readBytes(hash)).toEqual(bytes)
    expect([...at.unstoredBytes().keys()]).toContain(hash)
    put.mockRestore()
    await at.bench.save()
    expect(at.bench).toMatchObject({ troubled: false, saving: 'saved' })
    expect((await at.db().assets.get(hash))!.bytes).toEqual(bytes)
    expect((await at.loadPack(id))!.pack.parts['win-words']).toMatchObject({ text: 'and more' })
    expect(at.unstoredBytes().size).toBe(0)
  })

  it('asks the browser with the first edit to keep what is here, and reminds of a file after many saves, until put off', async () => {
    let asked = 0
    vi.stubGlobal('navigator', {
      storage: {
        persist: async () => ++asked > 0,
        persisted: async () => asked > 0,
        estimate: async () => ({ quota: 900, usage: 400 }),
      },
    })
    const { useCare } = await import('./care')
    const care = useCare()
    await at.bench.act('Write', words('one'))
    await at.bench.act('Write', words('two'))
    await at.bench.settle()
    expect(asked).toBe(1)
    await care.follow(id, at.bench.revision())
    expect(care.room).toEqual({ left: 500, persisted: true })
    expect(care.due).toBe(false)
    await care.follow(id, 100)
    expect(care.due).toBe(true)
    await care.putOff()
    expect(care.due).toBe(false)
    await care.follow(id, 100)
    expect(care.due).toBe(false)
    await care.filed(id)
    expect(care.row!.filedRev).toBe(at.bench.revision())
    vi.unstubAllGlobals()
  })

  it('refuses a save over another revision', async () => {
    const row = (await at.loadPack(id))!
    await expect(at.savePack(row.pack, row.history, row.rev - 1)).rejects.toBeInstanceOf(at.SavedElsewhere)
    expect(await at.savePack(row.pack, row.history, row.rev)).toBe(row.rev + 1)
  })
})
