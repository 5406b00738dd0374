import { mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoParcel } from '../../tests/support/arcade-client'
import { puffinCatch } from '../../tests/support/fixtures'
import { standInForNitro } from '../../tests/support/nitro'
import { scoredPlay } from '../../tests/support/plays'
import type { Pack } from '@core/pack/pack'
import type { PostRequest } from '@core/posting/protocol'

const OWNER = 'a'.repeat(64)
const open = (pack: Pack): Pack => ({
  ...pack,
  label: {
    ...pack.label,
    privacy: { ...pack.label.privacy, scores: true, plays: true },
    ageGuide: { ...pack.label.ageGuide, strangers: 'scores' },
    copies: { allowed: true, licence: 'CC0-1.0' },
  },
})

let parcel: Uint8Array
beforeAll(async () => {
  parcel = await demoParcel(open)
})

async function arcadeAnew() {
  vi.resetModules()
  const dir = standInForNitro()
  const [store, postings, games, auth, view, plays, mail, copies, serve] = await Promise.all([
    import('./store'),
    import('./postings'),
    import('./games'),
    import('./auth'),
    import('./game-view'),
    import('./plays'),
    import('./mail'),
    import('./copies'),
    import('./serve-game'),
  ])
  const { reports, ...tables } = store
  return { dir, ...tables, ...postings, ...games, ...auth, ...view, ...plays, ...mail, ...copies, ...serve, reports }
}
let at: Awaited<ReturnType<typeof arcadeAnew>>
beforeEach(async () => {
  at = await arcadeAnew()
})

let uploads = 0
function uploaded(bytes: Uint8Array): string {
  const id = (uploads++).toString(16).padStart(32, '0')
  mkdirSync(join(at.dir, 'uploads'), { recursive: true })
  writeFileSync(join(at.dir, 'uploads', id), bytes)
  const info = { id, size: bytes.length, offset: bytes.length, metadata: { owner: OWNER } }
  writeFileSync(join(at.dir, 'uploads', `${id}.json`), JSON.stringify(info))
  return id
}
async function send(change: Partial<PostRequest> = {}, until = /live|returned|held/) {
  const row = await at.post(OWNER, { upload: uploaded(parcel), visibility: 'unlisted', note: 'first', ...change })
  await vi.waitFor(async () => expect((await at.readPosting(row.id))?.state).toMatch(until), { timeout: 15_000 })
  return (await at.readPosting(row.id))!
}
const live = async (game: string) => (await at.readGame(game))!.live

describe('after it is cleared', () => {
  it('a release is held until its maker lets it go, and is not played before', async () => {
    const row = await send({ goLive: { when: 'hand' } })
    expect(row.states.map((one) => one.state)).toEqual(['sent', 'in-inspection', 'cleared', 'held'])
    expect(await live(row.game)).toBe(0)
    const gone = await at.letGo(row.id)
    expect(gone.state).toBe('live')
    expect(await live(row.game)).toBe(1)
    await expect(at.letGo(row.id)).rejects.toMatchObject({ status: 409 })
    expect(readdirSync(join(at.dir, 'uploads'))).toEqual([])
  })

  it('a release goes live at its time, also when the server was off then', async () => {
    const soon = new Date(Date.now() + 2000).toISOString()
    const row = await send({ goLive: { when: 'at', at: soon } }, /live/)
    expect(row.states.map((one) => one.state)).toEqual(['sent', 'in-inspection', 'cleared', 'held', 'live'])
    expect(row.states.at(-1)!.at >= soon).toBe(true)
    const later = await send({ goLive: { when: 'at', at: new Date(Date.now() + 9e6).toISOString() } }, /held/)
    await at.writePosting({ ...later, goLive: { when: 'at', at: new Date(Date.now() - 1000).toISOString() } })
    await at.takeUpAgain()
    expect((await at.readPosting(later.id))!.state).toBe('live')
  })

  it('a title that was taken while it was held sends it back', async () => {
    const held = await send({ visibility: 'public', goLive: { when: 'hand' } })
    const other = await send({ visibility: 'public' })
    expect(other.state).toBe('live')
    const row = await at.letGo(held.id)
    expect(row.state).toBe('returned')
    expect(row.findings.map((one) => one.rule)).toContain('title-taken')
  })

  it('a second release takes the place of the first, which can be put back or taken off', async () => {
    const first = await send()
    const second = await send({ game: first.game })
    const states = async () => [
      (await at.readPosting(first.id))!.state,
      (await at.readPosting(second.id))!.state,
      await live(first.game),
    ]
    expect(await states()).toEqual(['withdrawn', 'live', 2])
    await at.setLive(first.game, 1)
    expect(await states()).toEqual(['live', 'withdrawn', 1])
    const before = await at.ticketFor((await at.readGame(first.game))!, 1)
    await at.setLive(first.game, 0)
    expect(await states()).toEqual(['withdrawn', 'withdrawn', 0])
    expect(await at.gameView((await at.readGame(first.game))!, at.NOBODY)).toBeNull()
    await at.setLive(first.game, 1)
    // Addresses that were out before it was taken off do not work again.
    expect(await at.ticketFor((await at.readGame(first.game))!, 1)).not.toBe(before)
    await expect(at.setLive(first.game, 9)).rejects.toMatchObject({ status: 409 })
  })

  it('a server that was stopped between the game and its postings puts them right', async () => {
    const first = await send()
    const second = await send({ game: first.game })
    await at.writePosting({ ...(await at.readPosting(second.id))!, state: 'cleared' })
    await at.writePosting({ ...(await at.readPosting(first.id))!, state: 'live' })
    await at.takeUpAgain()
    await vi.waitFor(async () => expect((await at.readPosting(second.id))!.state).toBe('live'), { timeout: 5000 })
    expect((await at.readPosting(first.id))!.state).toBe('withdrawn')
  })

  it('deleted for good, nothing of it is left, and its postcode leads to no other game', async () => {
    const row = await send()
    await at.countPlay(row.game, 1, { event: 'began', seconds: 0, cause: '' })
    await at.deleteGame((await at.readGame(row.game))!)
    expect(await at.readGame(row.game)).toBeNull()
    expect(await at.readPosting(row.id)).toBeNull()
    expect(await at.gameByPostcode(row.postcode)).toBeNull()
    const { storage } = await at.arcade()
    expect(await storage.hasItem(`postcodes:${row.postcode}`)).toBe(true)
    expect((await storage.getKeys()).filter((key) => key.includes(row.game))).toEqual([])
  })
})

describe('invites', () => {
  it('open a game to whoever has one, until it is taken back', async () => {
    const row = await send({ visibility: 'invited' })
    const invite = await at.addInvite(row.game, 'Quay choir')
    const visitor = { keyHash: null, invites: [at.hashKey(invite.key)] }
    const game = async () => (await at.readGame(row.game))!
    expect(at.maySee(await game(), visitor)).toBe(true)
    expect(at.maySee(await game(), { keyHash: null, invites: [at.hashKey('another')] })).toBe(false)
    expect(JSON.stringify(await game())).not.toContain(invite.key)
    expect(at.ownerView(await game()).invites).toEqual([
      { id: invite.id, name: 'Quay choir', made: invite.made, used: null },
    ])
    const path = (await at.gameView(await game(), visitor))!.playPath
    await at.revokeInvite(row.game, invite.id)
    expect(at.maySee(await game(), visitor)).toBe(false)
    expect((await at.gameView(await game(), { keyHash: OWNER, invites: [] }))!.playPath).not.toBe(path)
    await expect(at.revokeInvite(row.game, invite.id)).rejects.toMatchObject({ status: 404 })
  })
})

describe('scores', () => {
  async function played() {
    const row = await send()
    const game = (await at.readGame(row.game))!
    const ticket = await at.newTicket(game)
    return { game, ticket, ...scoredPlay(puffinCatch(), ticket.seed) }
  }

  it('are taken when the play, played again, makes them', async () => {
    const { game, ticket, proof, score } = await played()
    const rows = await at.takeScore(game, { ticket, name: ticket.names[0]!, score, proof })
    expect(rows).toMatchObject([{ score, release: 1 }])
    expect(rows[0]!.name).toMatch(/^[A-Z][a-z]+ [A-Z][a-z]+$/)
    expect(await at.tableOf(game.id)).toEqual(rows)
    await expect(at.takeScore(game, { ticket, name: ticket.names[1]!, score, proof })).rejects.toMatchObject({
      status: 409,
    })
  })

  it('that are made up are refused, whatever is made up about them', async () => {
    const { game, ticket, proof, score } = await played()
    const good = { ticket, name: ticket.names[0]!, score, proof }
    const forged = [
      { ...good, score: score + 5 },
      { ...good, proof: { ...proof, runs: proof.runs.slice(0, 50) } },
      { ...good, proof: { ...proof, seed: ticket.seed + 1 } },
      { ...good, ticket: { ...ticket, seed: ticket.seed + 1 }, proof: { ...proof, seed: ticket.seed + 1 } },
      { ...good, ticket: { ...ticket, until: ticket.until + 1e9 } },
      { ...good, ticket: { ...ticket, mac: 'x'.repeat(43) } },
      { ...good, name: (ticket.names[0]! + 1) % 1600 },
    ]
    for (const one of forged) await expect(at.takeScore(game, one)).rejects.toMatchObject({ status: 409 })
    expect(await at.tableOf(game.id)).toEqual([])
    const other = (await at.readGame((await send()).game))!
    await expect(at.takeScore(other, good)).rejects.toMatchObject({ status: 409 })
  })
})

describe('counts and addresses', () => {
  it('add up by day and release, whatever comes at the same time', async () => {
    const { game } = await send()
    await Promise.all(
      Array.from({ length: 40 }, (_, i) =>
        at.countPlay(game, 1 + (i % 2), { event: i % 4 < 2 ? 'began' : 'lost', seconds: 20, cause: 'Old boot' }),
      ),
    )
    const { days } = (await at.figures.get(game))!
    expect(days.map((day) => [day.release, day.plays, day.finishes])).toEqual([
      [1, 10, 10],
      [2, 10, 10],
    ])
  })

  it('e-mail addresses go when they are due', async () => {
    await at.keepEmail('game-x', 'tern@club.example', 30)
    await at.keepEmail('game-x', 'tern@club.example', 30)
    expect(await at.emailsOf('game-x')).toHaveLength(1)
    await at.emails.set({ id: 'game-x', rows: [{ email: 'gull@club.example', until: '2020-01-01T00:00:00.000Z' }] })
    await at.dropDueEmails()
    expect((await at.emails.get('game-x'))!.rows).toEqual([])
  })
})

describe('mail', () => {
  it('has a letter for every turn, and reports of players', async () => {
    const row = await send({ goLive: { when: 'hand' } })
    await at.letGo(row.id)
    const report = { reason: 'copied' as const, text: 'I drew that puffin' }
    await at.reports.set({ id: 'report-1', game: row.game, at: new Date().toISOString(), ...report })
    const { letters } = await at.mailOf(OWNER)
    expect(letters.map((letter) => letter.kind).sort()).toEqual(['held', 'live', 'report'])
    expect(letters.find((letter) => letter.kind === 'report')!.text).toContain('I drew that puffin')
    expect(letters.every((letter) => letter.title === 'Puffin Catch')).toBe(true)
    expect((await at.mailOf('b'.repeat(64))).letters).toEqual([])
  })
})

describe('a copy', () => {
  it('opens as a pack with the parts, their credits and where it came from', async () => {
    const { openPackFile } = await import('@core/parcel/pack-file')
    const row = await send()
    const game = (await at.readGame(row.game))!
    const bytes = await at.packOf(game, at.liveRelease(game)!, 'https://arcade.example')
    const { pack } = openPackFile(bytes, 'copy.pack.zip')
    expect(pack.parts).toEqual(puffinCatch().parts)
    expect(pack.label).toMatchObject({ title: '', author: '', visibility: 'only-me', copies: { allowed: false } })
    expect(pack.lineage).toMatchObject([
      { title: 'Puffin Catch', author: 'harbour-club', postcode: row.postcode, licence: 'CC0-1.0' },
    ])
    expect(pack.postings).toEqual([])
  })
})

describe('files of a game', () => {
  it('are found by name and only by name', async () => {
    const row = await send()
    expect((await at.gameFiles(row.game, 1)).has('game.json')).toBe(true)
    expect(await at.gameFile(row.game, 1, 'nothing.png')).toBeNull()
    expect(await at.gameFile(row.game, 9, 'game.json')).toBeNull()
  })
})
