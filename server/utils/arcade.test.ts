import { mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { strToU8 } from 'fflate'
import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoParcel, forge } from '../../tests/support/arcade-client'
import { puffinCatch } from '../../tests/support/fixtures'
import { standInForNitro } from '../../tests/support/nitro'
import type { GameRecord, PostingRow } from './records'

let parcel: Uint8Array
beforeAll(async () => {
  parcel = await demoParcel()
})

/** Fresh modules and a fresh data folder: the arcade keeps what it opened. */
async function arcadeAnew(folder?: string) {
  vi.resetModules()
  const dir = standInForNitro(folder)
  const [store, postings, uploads, auth, problem, view] = await Promise.all([
    import('./store'),
    import('./postings'),
    import('./uploads'),
    import('./auth'),
    import('./problem'),
    import('./game-view'),
  ])
  return { dir, ...store, ...postings, ...uploads, ...auth, ...problem, ...view }
}
let at: Awaited<ReturnType<typeof arcadeAnew>>
beforeEach(async () => {
  at = await arcadeAnew()
})

const OWNER = 'a'.repeat(64)
const holderOf = (keyHash: string) => ({ keyHash, invites: [] })
let uploads = 0

/** A finished upload as the upload server leaves it. */
function uploaded(bytes: Uint8Array, owner = OWNER): string {
  const id = (uploads++).toString(16).padStart(32, '0')
  mkdirSync(join(at.dir, 'uploads'), { recursive: true })
  writeFileSync(join(at.dir, 'uploads', id), bytes)
  writeFileSync(
    join(at.dir, 'uploads', `${id}.json`),
    JSON.stringify({ id, size: bytes.length, offset: bytes.length, metadata: { owner } }),
  )
  return id
}

async function settled(id: string): Promise<PostingRow> {
  await vi.waitFor(
    async () => {
      expect((await at.readPosting(id))?.state).toMatch(/live|returned/)
    },
    { timeout: 15_000 },
  )
  return (await at.readPosting(id))!
}

const send = async (bytes: Uint8Array, change: Partial<Parameters<typeof at.post>[1]> = {}) => {
  const row = await at.post(OWNER, { upload: uploaded(bytes), visibility: 'unlisted', note: 'first', ...change })
  return settled(row.id)
}

describe('postings', () => {
  it('go through every state in order and become a game that can be found', async () => {
    const row = await send(parcel)
    expect(row.states.map((one) => one.state)).toEqual(['sent', 'in-inspection', 'cleared', 'live'])
    const game = (await at.gameByPostcode(row.postcode))!
    expect(game).toMatchObject({ live: 1, visibility: 'unlisted', owner: OWNER })
    const view = (await at.gameView(game, at.NOBODY))!
    expect(view).toMatchObject({ title: 'Puffin Catch', template: 'Windfall', mine: false, release: 1 })
    expect(view.controls.length).toBeGreaterThan(1)
    expect((await at.gameView(game, holderOf(OWNER)))!.mine).toBe(true)
    expect(at.viewOf(row)).not.toHaveProperty('owner')
    expect(at.viewOf(row)).not.toHaveProperty('upload')
    await vi.waitFor(() => expect(readdirSync(join(at.dir, 'uploads'))).toEqual([]))
  })

  it('count releases of one game, also over a returned one, and keep the link', async () => {
    const first = await send(parcel)
    const bad = await send(strToU8('no zip at all, just a row of words'), { game: first.game })
    expect(bad).toMatchObject({ state: 'returned', release: 2, postcode: first.postcode })
    const third = await send(parcel, { game: first.game, visibility: 'public' })
    expect(third).toMatchObject({ state: 'live', release: 3, postcode: first.postcode })
    const game = (await at.readGame(first.game))!
    expect(game.live).toBe(3)
    expect(game.releases.map((one) => one.release)).toEqual([1, 3])
    expect(game.visibility).toBe('public')
  })

  it('are refused for an upload of somebody else, one that is not whole, and another owner’s game', async () => {
    const request = (upload: string, game?: string) => ({
      upload,
      visibility: 'unlisted' as const,
      note: '',
      ...(game === undefined ? {} : { game }),
    })
    await expect(at.post(OWNER, request(uploaded(parcel, 'b'.repeat(64))))).rejects.toMatchObject({ status: 404 })
    await expect(at.post(OWNER, request('f'.repeat(32)))).rejects.toMatchObject({ status: 404 })
    const half = uploaded(parcel)
    writeFileSync(join(at.dir, 'uploads', half), parcel.slice(0, 100))
    await expect(at.post(OWNER, request(half))).rejects.toMatchObject({ status: 400 })
    const first = await send(parcel)
    await expect(at.post('c'.repeat(64), request(uploaded(parcel, 'c'.repeat(64)), first.game))).rejects.toMatchObject({
      status: 403,
    })
    await expect(at.post(OWNER, request(uploaded(parcel), 'game-nowhere'))).rejects.toMatchObject({ status: 404 })
  })

  it('that were on their way when the server stopped are taken up again', async () => {
    const row = await at.post(OWNER, { upload: uploaded(parcel), visibility: 'public', note: '' })
    await settled(row.id)
    const stopped: PostingRow = {
      ...row,
      id: 'posting-stopped',
      upload: uploaded(parcel),
      state: 'in-inspection',
      release: 9,
    }
    await at.writePosting(stopped)
    await at.takeUpAgain()
    expect((await settled('posting-stopped')).state).toBe('live')
  })

  it('tell everybody who listens', async () => {
    const heard: string[] = []
    const row = await at.post(OWNER, { upload: uploaded(parcel), visibility: 'unlisted', note: '' })
    at.changes.on(row.id, (view: { state: string }) => heard.push(view.state))
    await settled(row.id)
    await vi.waitFor(() => expect(heard).toEqual(['in-inspection', 'cleared', 'live'].slice(-heard.length)))
    expect(heard.at(-1)).toBe('live')
  })
})

describe('records that cannot be read', () => {
  it('are put aside and counted when they make no sense', async () => {
    await send(parcel)
    const { storage } = await at.arcade()
    await storage.setItem('games:game-torn', '{"id":"game-to')
    await storage.setItem('postings:posting-odd', { id: 'posting-odd', state: 'flying' })
    const dir = at.dir
    at = await arcadeAnew(dir)
    const told = vi.spyOn(console, 'error').mockImplementation(() => undefined)
    expect(await at.readAllRecords()).toEqual({ records: 2, aside: 2 })
    expect(told.mock.calls.flat().join(' ')).toContain('games:game-torn')
    told.mockRestore()
    expect(readdirSync(join(dir, 'arcade', 'aside', 'games'))).toEqual(['game-torn'])
    expect(await at.allGames()).toHaveLength(1)
  })

  it('stop the start when the disk gives no answer, instead of being left out of the lists', async () => {
    await send(parcel)
    at = await arcadeAnew(at.dir)
    const { storage } = await at.arcade()
    const real = storage.getItem.bind(storage)
    storage.getItem = (async (key: string) => {
      if (key.startsWith('games:')) throw Object.assign(new Error('too many open files'), { code: 'EMFILE' })
      return real(key)
    }) as typeof storage.getItem
    await expect(at.allGames()).rejects.toThrow('too many open files')
  })

  it('keep the days of a game whose counts were spoilt', async () => {
    const game = (await send(parcel)).game
    const { storage } = await at.arcade()
    const stops = { constructor: 'function Object() { [native code] }1', won: 3 }
    const day = { day: '2026-11-23', release: 1, plays: 9, finishes: 3, won: 3, lengths: [3], stops }
    await storage.setItem(`figures:${game}`, { id: game, days: [day] })
    at = await arcadeAnew(at.dir)
    expect((await at.figures.get(game))!.days).toEqual([{ ...day, stops: { won: 3 } }])
  })
})

describe('a full disk', () => {
  it('while files are written: nothing is listed, and the maker is told', async () => {
    const { storage } = await at.arcade()
    const real = storage.setItemRaw.bind(storage)
    let written = 0
    storage.setItemRaw = async (key, value) => {
      if (++written > 5) throw Object.assign(new Error('no space'), { code: 'ENOSPC' })
      return real(key, value)
    }
    const row = await send(parcel, { visibility: 'public' })
    expect(row.state).toBe('returned')
    expect(row.problem).toContain('no room left')
    const games = await at.allGames()
    expect(games.every((game) => game.live === 0)).toBe(true)
    expect(await Promise.all(games.map((game) => at.gameView(game, holderOf(OWNER))))).toEqual([null])
  })

  it('is told as problem details with status 507', () => {
    expect(at.asProblem(Object.assign(new Error('x'), { code: 'ENOSPC' }))).toMatchObject({
      status: 507,
      type: 'urn:pack-post:disk-full',
    })
  })
})

describe('problems', () => {
  it('tell faults of ours without their insides', () => {
    const problem = at.asProblem(new Error('password is hunter2'))
    expect(problem.status).toBe(500)
    expect(JSON.stringify(problem)).not.toContain('hunter2')
  })
})

describe('storage', () => {
  it('writes whole records or none, and reads damaged ones as not there', async () => {
    const { storage, dir } = await at.arcade()
    await storage.setItem('games:one', { id: 'one' })
    expect(await storage.getItem('games:one')).toEqual({ id: 'one' })
    expect(readdirSync(join(dir, 'arcade/games'))).toEqual(['one'])
    writeFileSync(join(dir, 'arcade/games/two'), '{"id": "tw')
    expect(await at.readGame('two').catch(() => null)).toBeNull()
    expect(await at.readGame('one')).toBeNull()
    writeFileSync(join(dir, 'arcade/games/three.1234.part'), '{"half": tr')
    expect(await at.allGames()).toEqual([])
  })

  it('takes no key that leads out of its folder', async () => {
    const { storage } = await at.arcade()
    expect(await storage.getItem('games:..:..:secret').catch(() => null)).toBeNull()
  })
})

describe('keys and tickets', () => {
  const game = (change: Partial<GameRecord> = {}): GameRecord => ({
    id: 'game-x',
    owner: OWNER,
    postcode: 'KELP-47QX',
    visibility: 'only-me',
    epoch: 1,
    live: 1,
    releases: [],
    invites: [],
    created: '',
    updated: '',
    ...change,
  })

  it('are 256 bits, kept only as hashes', async () => {
    const key = at.newKey()
    expect(key).toMatch(/^[A-Za-z0-9_-]{43}$/)
    expect(at.newKey()).not.toBe(key)
    const { storage, dir } = await at.arcade()
    await storage.setItem(`keys:${at.hashKey(key)}`, { created: '' })
    expect(await at.requireMaker(`Bearer ${key}`)).toBe(at.hashKey(key))
    expect(JSON.stringify(readdirSync(dir, { recursive: true }))).not.toContain(key)
    for (const wrong of [
      undefined,
      '',
      'Bearer',
      `Basic ${key}`,
      `Bearer ${at.newKey()}`,
      `Bearer ${'x'.repeat(5000)}`,
    ])
      await expect(at.requireMaker(wrong)).rejects.toMatchObject({ status: expect.any(Number) as number })
  })

  it('change with who can see it, the release and the game', async () => {
    const tickets = await Promise.all([
      at.ticketFor(game(), 1),
      at.ticketFor(game({ epoch: 2 }), 1),
      at.ticketFor(game(), 2),
      at.ticketFor(game({ id: 'game-y' }), 1),
    ])
    expect(new Set(tickets).size).toBe(4)
    expect(await at.ticketFor(game(), 1)).toBe(tickets[0])
  })

  it('decide who may see what', () => {
    expect(at.maySee(game(), at.NOBODY)).toBe(false)
    expect(at.maySee(game(), holderOf(OWNER))).toBe(true)
    expect(at.maySee(game(), holderOf('b'.repeat(64)))).toBe(false)
    expect(at.maySee(game({ visibility: 'invited' }), at.NOBODY)).toBe(false)
    expect(at.maySee(game({ visibility: 'unlisted' }), at.NOBODY)).toBe(true)
    expect(at.maySee(game({ visibility: 'public' }), at.NOBODY)).toBe(true)
    expect(at.sameText('abc', 'abd')).toBe(false)
    expect(at.sameText('abc', 'ab')).toBe(false)
  })
})

/** What the thread does, in this one. */
async function inspected(bytes: Uint8Array) {
  const { inspect } = await import('../inspector/inspect')
  const { shelf } = await import('./templates')
  return inspect(bytes, await shelf())
}

describe('inspection', () => {
  it('agrees with the check: the same findings on a received parcel as on the pack', async () => {
    const { makeRunner } = await import('@core/check/runner')
    const { contextFor } = await import('../../tests/support/fixtures')
    const pack = puffinCatch()
    const backdrop = pack.parts['backdrop']
    const labelled = { ...pack, label: { ...pack.label, cover: backdrop?.kind === 'picture' ? backdrop.asset : null } }
    const own = (await makeRunner().run(contextFor(labelled))).findings.map((finding) => finding.id)
    const received = (await inspected(parcel)).findings.map((finding) => finding.id)
    expect(received).toEqual(own)
  })

  it('looks at the bytes and not at what the sender says of them', async () => {
    const lying = forge(parcel, (files) => {
      const name = [...files.keys()].find((one) => one.startsWith('assets/') && one.endsWith('.png'))!
      files.set(name, strToU8('not a picture any more'))
    })
    const { findings } = await inspected(lying)
    expect(findings.some((finding) => finding.severity === 'must')).toBe(true)
  })

  it('does not know templates that the arcade does not have', async () => {
    const other = forge(
      parcel,
      (files) => {
        const manifest = JSON.parse(new TextDecoder().decode(files.get('parcel.json'))) as { template: { id: string } }
        manifest.template.id = 'unheard-of'
        files.set('parcel.json', strToU8(JSON.stringify(manifest)))
      },
      false,
    )
    await expect(inspected(other)).rejects.toThrow('does not know the template “unheard-of”')
  })
})

describe('decoding', () => {
  it('gives null for what is too large, damaged or no picture, and never throws', async () => {
    const { decodeAudio, decodePicture } = await import('../inspector/decode')
    const vast = new Uint8Array(64)
    vast.set([
      0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0xea, 0x60, 0, 0, 0xea,
      0x60, 8, 6,
    ])
    for (const bytes of [
      vast,
      new Uint8Array(0),
      strToU8('<svg xmlns="x" width="9" height="9"></svg>'),
      strToU8('words words words words'),
    ]) {
      expect(await decodePicture(bytes)).toBeNull()
      expect(await decodeAudio(bytes)).toBeNull()
    }
  })
})
