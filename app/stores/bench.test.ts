import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { drawerFile, puffinCatch } from '../../tests/support/fixtures'
import { standInForBrowser } from '../../tests/support/app'
import { hashOf } from '@core/pack/hash'
import { emptyHistory } from '@core/pack/history'

const words = (text: string) => ({
  type: 'set-part' as const,
  part: 'win-words',
  content: { kind: 'wording' as const, text, scale: 1 },
})

async function stores() {
  vi.resetModules()
  standInForBrowser()
  const [{ useBench }, packs, { db }, assets, { useNotices }] = await Promise.all([
    import('./bench'),
    import('../storage/packs'),
    import('../storage/db'),
    import('../storage/assets'),
    import('./notices'),
  ])
  return { bench: useBench(), notices: useNotices(), useBench, ...packs, ...assets, db }
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
    expect(at.bench.setup!.dials['goal']).toBe(50)
    expect(at.bench.setup).not.toBe(before)
    expect(at.bench.before!.dials['goal']).toBe(200)
    at.bench.undo()
    expect(at.bench.setup!.dials['goal']).toBe(200)
    at.bench.redo()
    expect(at.bench.setup!.dials['goal']).toBe(50)
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
  it('leaves out rows it cannot read and harms none', async () => {
    await at.db().packs.put({ id: 'odd-row', rev: 1, changed: 'x', pack: { nonsense: true }, history: {} } as never)
    expect((await at.listPacks()).map((row) => row.id)).toEqual([id])
    expect(await at.db().packs.count()).toBe(2)
    await expect(at.loadPack('odd-row')).rejects.toThrow()
  })

  it('refuses a save over another revision', async () => {
    const row = (await at.loadPack(id))!
    await expect(at.savePack(row.pack, row.history, row.rev - 1)).rejects.toBeInstanceOf(at.SavedElsewhere)
    expect(await at.savePack(row.pack, row.history, row.rev)).toBe(row.rev + 1)
  })
})
