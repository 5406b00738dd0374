/** One contract for both databases: kept whole, so that it is the same list for each. */
import { readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { strToU8 } from 'fflate'
import { afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { Pack } from '@core/pack/pack'
import { demoParcel, forge } from '../../tests/support/arcade-client'
import { arcadeHere, DATABASES, type ArcadeHere } from '../../tests/support/arcade-here'
import { puffinCatch } from '../../tests/support/fixtures'
import { startS3 } from '../../tests/support/s3'
import { scoredPlay } from '../../tests/support/plays'
import { until } from '../../tests/support/until'

/** What every arcade keeps to, whichever database is under it. */
const open = (pack: Pack): Pack => ({
  ...pack,
  label: {
    ...pack.label,
    privacy: { ...pack.label.privacy, scores: true, plays: true },
    ageGuide: { ...pack.label.ageGuide, strangers: 'scores' },
    copies: { allowed: true, licence: 'CC0-1.0' },
  },
})
const ORIGIN = 'http://games.example'

let parcel: Uint8Array
beforeAll(async () => {
  parcel = await demoParcel(open)
})

describe.each(DATABASES)('an arcade on %s', (database) => {
  let at: ArcadeHere
  let owner: string
  beforeEach(async () => {
    at = await arcadeHere(database)
    owner = await at.maker()
  })
  afterEach(() => at.close())

  const send = (change: Parameters<ArcadeHere['send']>[2] = {}, until?: RegExp) => at.send(parcel, owner, change, until)
  const game = async (id: string) => (await at.rows.readGame(at.db, id))!
  const state = async (id: string) => (await at.records.readPosting(at.db, id))!.state
  const viewOf = async (id: string, maker: string | null = null) =>
    at.view.gameView(await game(id), { maker, invites: [] }, ORIGIN)

  describe('postings', () => {
    it('go through every state in order and become a game that can be found', async () => {
      const row = await send()
      expect(row.states.map((one) => one.state)).toEqual(['sent', 'in-inspection', 'cleared', 'live'])
      const found = (await at.rows.gameByPostcode(at.db, row.postcode))!
      expect(found).toMatchObject({ live: 1, visibility: 'unlisted', owner })
      const view = (await at.view.gameView(found, at.auth.NOBODY, ORIGIN))!
      expect(view).toMatchObject({ title: 'Puffin Catch', template: 'Windfall', mine: false, release: 1 })
      expect(view.playUrl).toMatch(/^http:\/\/games\.example\/play\/game-[0-9a-f]+\/[\w-]+\/$/)
      expect(view.controls.length).toBeGreaterThan(1)
      expect((await viewOf(row.game, owner))!.mine).toBe(true)
      const told = await at.postings.viewOf(row)
      for (const secret of ['owner', 'upload', 'attempts']) expect(told).not.toHaveProperty(secret)
      await until(() => expect(readdirSync(join(at.dir, 'uploads'))).toEqual([]))
    })

    it('make a game with its postcode at the first clearance, and not before', async () => {
      const bad = await at.send(strToU8('no zip at all, just a row of words'), owner)
      expect(bad).toMatchObject({ state: 'returned', postcode: '', release: 1 })
      expect(await at.rows.readGame(at.db, bad.game)).toBeNull()
      expect(await at.db.selectFrom('postcodes').selectAll().execute()).toEqual([])
      // The game was promised: its maker goes on with it, and nobody else.
      const good = await send({ game: bad.game })
      expect(good).toMatchObject({ state: 'live', release: 2, game: bad.game })
      const other = await at.maker()
      await expect(at.send(parcel, other, { game: 'game-never-promised' })).rejects.toMatchObject({ status: 404 })
    })

    it('count releases of one game, also over a returned one, and keep the link', async () => {
      const first = await send()
      const bad = await at.send(strToU8('no zip at all, just a row of words'), owner, { game: first.game })
      expect(bad).toMatchObject({ state: 'returned', release: 2, postcode: first.postcode })
      const third = await send({ game: first.game, visibility: 'public' })
      expect(third).toMatchObject({ state: 'live', release: 3, postcode: first.postcode })
      expect(await game(first.game)).toMatchObject({ live: 3, visibility: 'public' })
      const { releases } = await at.view.ownerView(await game(first.game))
      expect(releases.map((one) => one.release)).toEqual([1, 3])
    })

    it('are refused for an upload of somebody else, one that is not whole or was used, and another owner’s game', async () => {
      const other = await at.maker()
      const ask = async (upload: string, more: object = {}, who = owner) =>
        at.postings.post(who, { upload, visibility: 'unlisted', note: '', ...more })
      await expect(ask(await at.uploaded(parcel, other))).rejects.toMatchObject({ status: 404 })
      await expect(ask('f'.repeat(32))).rejects.toMatchObject({ status: 404 })
      await expect(ask(await at.uploaded(parcel.slice(0, 100), owner, parcel.length))).rejects.toMatchObject({
        status: 400,
      })
      const once = await at.uploaded(parcel, owner)
      const both = await Promise.allSettled([ask(once), ask(once)])
      expect(both.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
      const first = await send()
      await expect(ask(await at.uploaded(parcel, other), { game: first.game }, other)).rejects.toMatchObject({
        status: 403,
        slug: 'not-yours',
      })
    })

    it('of one game at the same moment get a number each', async () => {
      const first = await send()
      const rows = await Promise.all([1, 2, 3].map(() => send({ game: first.game })))
      expect(rows.map((row) => row.release).sort()).toEqual([2, 3, 4])
    })

    it('wait in a row that has an end, and whose turn it is goes by maker', async () => {
      await at.postings.stopWork()
      const uploads = await Promise.all(Array.from({ length: 11 }, () => at.uploaded(parcel, owner)))
      const post = (upload: string, who = owner) => at.postings.post(who, { upload, visibility: 'unlisted', note: '' })
      for (const upload of uploads.slice(0, 10)) await post(upload)
      await expect(post(uploads[10]!)).rejects.toMatchObject({ status: 503 })
      const other = await at.maker()
      const late = await post(await at.uploaded(parcel, other), other)
      const claim = () => at.records.claimPosting(at.db, at.arcade.dialect, Date.now(), Date.now() + 60_000)
      expect((await claim())!.owner).toBe(owner)
      // Nine of the first maker's came earlier, but the other one was not served yet.
      expect((await claim())!.id).toBe(late.id)
      expect((await claim())!.owner).toBe(owner)
    })

    it('that were on their way when the server stopped are taken up again, twice, and then returned with a letter', async () => {
      await at.postings.stopWork()
      const row = await at.postings.post(owner, {
        upload: await at.uploaded(parcel, owner),
        visibility: 'unlisted',
        note: '',
      })
      const killed = () => at.records.claimPosting(at.db, at.arcade.dialect, Date.now(), Date.now() - 1)
      expect((await killed())!.attempts).toBe(1)
      await at.postings.startWork()
      expect((await at.reached(row.id, /live/)).attempts).toBe(2)
      await at.postings.stopWork()
      const second = await at.postings.post(owner, {
        upload: await at.uploaded(parcel, owner),
        visibility: 'unlisted',
        note: '',
      })
      for (let i = 0; i < 3; i++) await killed()
      await at.postings.startWork()
      const given = await at.reached(second.id, /returned/)
      expect(given.problem).toContain('had to stop each time')
      const { letters } = await at.mail.mailOf(at.db, owner)
      expect(letters.find((letter) => letter.posting === second.id)).toMatchObject({ kind: 'returned' })
    })

    it('that were cleared when the server stopped, and not yet played, are played after the next start', async () => {
      const row = await send({ goLive: { when: 'hand' } })
      await at.postings.stopWork()
      await at.db.updateTable('postings').set({ state: 'cleared', go_live: '{"when":"cleared"}' }).execute()
      expect(await at.postings.inspectNext()).toBe(true)
      expect(await state(row.id)).toBe('live')
    })

    it('tell everybody who listens', async () => {
      const heard: string[] = []
      at.arcade.heard.on('posting', (id: string) => heard.push(id))
      const row = await send()
      await until(() => expect(heard.filter((id) => id === row.id).length).toBeGreaterThanOrEqual(3))
    })
  })

  describe('after it is cleared', () => {
    it('a release is held until its maker lets it go, and is not played before', async () => {
      const row = await send({ goLive: { when: 'hand' } })
      expect(row.states.map((one) => one.state)).toEqual(['sent', 'in-inspection', 'cleared', 'held'])
      expect((await game(row.game)).live).toBe(0)
      expect((await at.postings.letGo(row.id)).state).toBe('live')
      expect((await game(row.game)).live).toBe(1)
      await expect(at.postings.letGo(row.id)).rejects.toMatchObject({ status: 409 })
    })

    it('a release goes live at its time, also when the server was off then', async () => {
      const soon = new Date(Date.now() + 4000).toISOString()
      const row = await send({ goLive: { when: 'at', at: soon } }, /live/)
      expect(row.states.map((one) => one.state)).toEqual(['sent', 'in-inspection', 'cleared', 'held', 'live'])
      expect(row.states.at(-1)!.at >= soon).toBe(true)
      const later = await send({ goLive: { when: 'at', at: new Date(Date.now() + 9e6).toISOString() } }, /held/)
      await at.db
        .updateTable('postings')
        .set({ due: Date.now() - 1000 })
        .where('id', '=', later.id)
        .execute()
      await at.postings.letDueGo()
      expect(await state(later.id)).toBe('live')
    })

    it('a title that was taken while it was held sends it back', async () => {
      const held = await send({ visibility: 'public', goLive: { when: 'hand' } })
      expect((await send({ visibility: 'public' })).state).toBe('live')
      const row = await at.postings.letGo(held.id)
      expect(row.state).toBe('returned')
      expect(row.findings.map((one) => one.rule)).toContain('title-taken')
    })

    it('a second release takes the place of the first, which can be put back or taken off', async () => {
      const first = await send()
      const second = await send({ game: first.game })
      const states = async () => [await state(first.id), await state(second.id), (await game(first.game)).live]
      expect(await states()).toEqual(['withdrawn', 'live', 2])
      const off = async () =>
        (await at.mail.mailOf(at.db, owner)).letters.filter(
          ({ kind, game: of }) => kind === 'withdrawn' && of === first.game,
        )
      // The first one made room: nobody is alarmed.
      expect(await off()).toEqual([])
      await at.games.setLive(await game(first.game), 1)
      expect(await states()).toEqual(['live', 'withdrawn', 1])
      const before = await at.store.ticketFor(await game(first.game), 1)
      await at.games.setLive(await game(first.game), 0)
      expect(await states()).toEqual(['withdrawn', 'withdrawn', 0])
      expect((await off()).map((letter) => letter.release)).toEqual([1])
      expect(await viewOf(first.game)).toBeNull()
      await at.games.setLive(await game(first.game), 1)
      // Addresses that were out before it was taken off do not work again.
      expect(await at.store.ticketFor(await game(first.game), 1)).not.toBe(before)
      await expect(at.games.setLive(await game(first.game), 9)).rejects.toMatchObject({ status: 409 })
    })

    it('deleted for good, nothing of it is left, and its postcode leads to no other game', async () => {
      const row = await send()
      await at.plays.countPlay(row.game, 1, { event: 'began', seconds: 0, cause: '' })
      await at.games.deleteGame(await game(row.game))
      expect(await at.rows.readGame(at.db, row.game)).toBeNull()
      expect(await at.records.readPosting(at.db, row.id)).toBeNull()
      expect(await at.rows.gameByPostcode(at.db, row.postcode)).toBeNull()
      const codes = await at.db.selectFrom('postcodes').selectAll().execute()
      expect(codes).toEqual([{ code: row.postcode, game: null }])
      for (const table of ['releases', 'release_files', 'figures', 'play_log', 'scores', 'emails', 'reports'] as const)
        expect(await at.db.selectFrom(table).selectAll().execute(), table).toEqual([])
    })

    it('deleted while a release of it is inspected, it stays deleted', async () => {
      const first = await send()
      const inspect = at.postings
      await inspect.stopWork()
      const row = await inspect.post(owner, {
        upload: await at.uploaded(parcel, owner),
        visibility: 'public',
        note: '',
        game: first.game,
      })
      // In the middle of it: its first file is just being stored.
      const { blobs } = at.arcade
      const put = blobs.put.bind(blobs)
      let deleted = false
      blobs.put = async (hash, bytes) => {
        if (!deleted) {
          deleted = true
          expect(await state(row.id)).toBe('in-inspection')
          await at.games.deleteGame(await game(first.game))
        }
        return put(hash, bytes)
      }
      expect(await inspect.inspectNext()).toBe(true)
      expect(deleted).toBe(true)
      expect(await at.rows.readGame(at.db, first.game)).toBeNull()
      expect(await at.records.readPosting(at.db, row.id)).toBeNull()
      expect(await at.db.selectFrom('release_files').selectAll().execute()).toEqual([])
      expect((await at.lists.listGames(at.db, at.arcade.dialect, {})).games).toEqual([])
    })
  })

  describe('titles', () => {
    it('belong to one public game: at clearance, at visibility, and when a release is put back', async () => {
      const one = await send({ visibility: 'public' })
      const two = await send({ visibility: 'public' })
      expect(two).toMatchObject({
        state: 'returned',
        findings: expect.arrayContaining([expect.objectContaining({ rule: 'title-taken' })]),
      })
      const three = await send({ visibility: 'unlisted' })
      await expect(at.games.setVisibility(three.game, 'public')).rejects.toMatchObject({ status: 409 })
      expect((await game(three.game)).visibility).toBe('unlisted')
      // Off the arcade its title is free; put back, it is another's.
      await at.games.setLive(await game(one.game), 0)
      await at.games.setVisibility(three.game, 'public')
      await expect(at.games.setLive(await game(one.game), 1)).rejects.toMatchObject({ status: 409 })
      expect((await game(one.game)).live).toBe(0)
      expect(await at.postings.titleTaken('  PUFFIN   catch ', one.game)).toBe(true)
    })
  })

  describe('who may see what', () => {
    it('invites open a game to whoever has one, until it is taken back', async () => {
      const row = await send({ visibility: 'invited' })
      const invite = await at.games.addInvite(row.game, 'Quay choir')
      const visitor = { maker: null, invites: [at.store.hashKey(invite.key)] }
      expect(await at.auth.maySee(await game(row.game), visitor)).toBe(true)
      expect(await at.auth.maySee(await game(row.game), { invites: [at.store.hashKey('another')], maker: null })).toBe(
        false,
      )
      expect(JSON.stringify(await at.db.selectFrom('invites').selectAll().execute())).not.toContain(invite.key)
      const { invites } = await at.view.ownerView(await game(row.game))
      expect(invites).toEqual([{ id: invite.id, name: 'Quay choir', made: invite.made, used: null }])
      expect(await at.games.useInvite(row.game, invite.key)).toBe(true)
      const before = (await viewOf(row.game, owner))!.playUrl
      await at.games.revokeInvite(row.game, invite.id)
      expect(await at.auth.maySee(await game(row.game), visitor)).toBe(false)
      expect((await viewOf(row.game, owner))!.playUrl).not.toBe(before)
      await expect(at.games.revokeInvite(row.game, invite.id)).rejects.toMatchObject({ status: 404 })
    })

    it('goes by visibility, owner and the keeper’s word', async () => {
      const row = await send({ visibility: 'only-me' })
      const sees = async (maker: string | null) => at.auth.maySee(await game(row.game), { invites: [], maker })
      expect([await sees(null), await sees(owner), await sees(await at.maker())]).toEqual([false, true, false])
      await at.games.setVisibility(row.game, 'unlisted')
      expect(await sees(null)).toBe(true)
      await at.games.alterGame(row.game, { hidden: true, newAddresses: true })
      expect([await sees(null), await sees(owner)]).toEqual([false, true])
    })

    it('games that are not public get postcodes nobody finds by trying, and links nobody guesses', async () => {
      const hidden = await send()
      expect(hidden.postcode).toMatch(/^[A-Z]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}$/)
      const link = at.view.linkOf(await game(hidden.game))
      expect(link).toMatch(/^\/arcade\/[a-z]{4}-[a-z0-9]{4}-[a-z0-9]{4}~[\w-]{16}$/)
      expect((await at.postings.viewOf(hidden)).link).toBe(link)
      const shown = await send({ visibility: 'public' })
      expect(shown.postcode).toMatch(/^[A-Z]{4}-[A-Z0-9]{4}$/)
      expect(at.view.linkOf(await game(shown.game))).toBe(`/arcade/${shown.postcode.toLowerCase()}`)
    })
  })

  describe('keys', () => {
    it('are 256 bits, kept only as hashes, can be changed, and end every session with them', async () => {
      const { maker, key } = await at.makers.newMaker(at.db)
      expect(key).toMatch(/^[A-Za-z0-9_-]{43}$/)
      expect(await at.auth.requireMaker(`Bearer ${key}`)).toBe(maker)
      const session = await at.makers.newSession(at.db, maker, at.store.hashKey(key))
      expect(await at.makers.makerOfSession(at.db, session)).toBe(maker)
      for (const table of ['makers', 'keys', 'sessions'] as const) {
        const kept = JSON.stringify(await at.db.selectFrom(table).selectAll().execute())
        expect(kept).not.toContain(key)
        expect(kept).not.toContain(session)
      }
      const next = await at.makers.changeKey(at.db, maker)
      expect(await at.auth.requireMaker(`Bearer ${next}`)).toBe(maker)
      await expect(at.auth.requireMaker(`Bearer ${key}`)).rejects.toMatchObject({ slug: 'wrong-key' })
      expect(await at.makers.makerOfSession(at.db, session)).toBeNull()
      await at.db.updateTable('makers').set({ banned: 1 }).where('id', '=', maker).execute()
      await expect(at.auth.requireMaker(`Bearer ${next}`)).rejects.toMatchObject({ slug: 'banned' })
      for (const wrong of [undefined, '', 'Bearer', `Basic ${key}`, `Bearer ${'x'.repeat(5000)}`])
        await expect(at.auth.requireMaker(wrong)).rejects.toMatchObject({ status: expect.any(Number) as number })
    })
  })

  describe('scores', () => {
    async function played() {
      const row = await send()
      const its = await game(row.game)
      const ticket = await at.plays.newTicket(its)
      return { its, ticket, ...scoredPlay(puffinCatch(), ticket.seed) }
    }

    it('are taken once, when the play, played again, makes them', async () => {
      const { its, ticket, proof, score } = await played()
      const good = { ticket, name: ticket.names[0]!, score, proof }
      const rows = await at.plays.takeScore(its, good)
      expect(rows).toMatchObject([{ score, release: 1 }])
      expect(await at.plays.tableOf(its.id)).toEqual(rows)
      const again = at.plays.takeScore(its, { ...good, name: ticket.names[1]! })
      await expect(again).rejects.toThrow('was sent for this play already')
    })

    it('of one play written down in other ways are one score', async () => {
      const { its, ticket, proof, score } = await played()
      const split = proof.runs.flatMap((_, i) => {
        if (i % 5 !== 0) return []
        const [count, ...input] = proof.runs.slice(i, i + 5)
        return count! > 1 ? [1, ...input, count! - 1, ...input] : [count!, ...input]
      })
      const longer = [...split, 500, 0, -1, -1, 0]
      const ways = [split, longer, proof.runs].map((runs) => ({ ...proof, runs }))
      const taken = await Promise.allSettled(
        ways.map((one) => at.plays.takeScore(its, { ticket, name: ticket.names[0]!, score, proof: one })),
      )
      expect(taken.filter((one) => one.status === 'fulfilled')).toHaveLength(1)
      // Also without the ticket in the way: their names are the same.
      await at.db.deleteFrom('tickets').execute()
      for (const one of ways)
        await expect(at.plays.takeScore(its, { ticket, name: ticket.names[0]!, score, proof: one })).rejects.toThrow(
          'in the table already',
        )
      expect(await at.plays.tableOf(its.id)).toHaveLength(1)
    })

    it('that are made up are refused, whatever is made up about them', async () => {
      const { its, ticket, proof, score } = await played()
      const good = { ticket, name: ticket.names[0]!, score, proof }
      const forged = [
        { ...good, score: score + 5 },
        { ...good, proof: { ...proof, runs: proof.runs.slice(0, 50) } },
        { ...good, proof: { ...proof, seed: ticket.seed + 1 } },
        { ...good, proof: { ...proof, plays: 13 } },
        { ...good, ticket: { ...ticket, seed: ticket.seed + 1 }, proof: { ...proof, seed: ticket.seed + 1 } },
        { ...good, ticket: { ...ticket, until: ticket.until + 1e9 } },
        { ...good, ticket: { ...ticket, mac: 'x'.repeat(43) } },
        { ...good, name: (ticket.names[0]! + 1) % 1600 },
      ]
      for (const one of forged) await expect(at.plays.takeScore(its, one)).rejects.toMatchObject({ status: 409 })
      expect(await at.plays.tableOf(its.id)).toEqual([])
      const other = await game((await send()).game)
      await expect(at.plays.takeScore(other, good)).rejects.toMatchObject({ status: 409 })
    })
  })

  describe('counts and addresses', () => {
    it('add up by day and release, whatever comes at the same time, and over a restart', async () => {
      const { game: id } = await send()
      await Promise.all(
        Array.from({ length: 40 }, (_, i) =>
          at.plays.countPlay(id, 1 + (i % 2), { event: i % 4 < 2 ? 'began' : 'lost', seconds: 20, cause: 'Old boot' }),
        ),
      )
      await at.plays.countPlay(id, 1, { event: 'lost', seconds: 20, cause: 'constructor' })
      await at.plays.countPlay(id, 1, { event: 'lost', seconds: 20, cause: '<b>__proto__</b>' })
      const days = await at.plays.figuresNow(id)
      expect(days.map((day) => [day.release, day.plays, day.finishes])).toEqual([
        [1, 10, 12],
        [2, 10, 10],
      ])
      expect(days[0]!.stops).toMatchObject({ 'Old boot': 10, constructor: 1, bprotob: 1 })
      await Promise.all([at.plays.figuresNow(id), at.plays.figuresNow(id)])
      expect(await at.plays.figuresNow(id)).toEqual(days)
      await at.plays.countPlay('game-gone', 1, { event: 'began', seconds: 0, cause: '' })
    })

    it('e-mail addresses go when they are due; a full list says so and drops none', async () => {
      const { game: id } = await send()
      const later = new Date(Date.now() + 86_400_000).toISOString()
      expect(await at.door.keepEmail(at.db, id, 'tern@club.example', later)).toBe(true)
      expect(await at.door.keepEmail(at.db, id, 'tern@club.example', later)).toBe(true)
      await at.db.insertInto('emails').values({ game: id, email: 'old@club.example', until: '2020-01-01' }).execute()
      expect((await at.door.emailsOf(at.db, id)).map((row) => row.email)).toEqual(['tern@club.example'])
      expect(await at.door.sweep(at.db)).toBe(1)
      const many = Array.from({ length: at.door.MOST_EMAILS - 1 }, (_, i) => ({
        game: id,
        email: `${i}@a.example`,
        until: later,
      }))
      for (let i = 0; i < many.length; i += 200)
        await at.db
          .insertInto('emails')
          .values(many.slice(i, i + 200))
          .execute()
      expect(await at.door.keepEmail(at.db, id, 'one-more@club.example', later)).toBe(false)
      expect(await at.door.keepEmail(at.db, id, 'tern@club.example', later)).toBe(true)
      expect(await at.door.emailsOf(at.db, id)).toHaveLength(at.door.MOST_EMAILS)
    })

    it('uploads: what is on its way has a quota, is forgotten when it fails, and expires', async () => {
      await at.uploaded(parcel, owner)
      expect(await at.uploadRows.bytesOnTheWay(at.db, owner, 'elsewhere')).toEqual({ maker: parcel.length, address: 0 })
      expect(await at.uploadRows.bytesOnTheWay(at.db, 'nobody', 'here')).toEqual({ maker: 0, address: parcel.length })
      await at.db.updateTable('uploads').set({ created: 1000 }).execute()
      expect(await at.uploads.dropStaleUploads()).toBe(1)
      expect(readdirSync(join(at.dir, 'uploads'))).toEqual([])
      await at.send(strToU8('no zip at all, just a row of words'), owner)
      await until(async () => expect(await at.db.selectFrom('uploads').selectAll().execute()).toEqual([]))
    })
  })

  describe('mail', () => {
    it('has a letter for every turn, reports of players, and what the keeper wrote', async () => {
      const row = await send({ goLive: { when: 'hand' } })
      await at.postings.letGo(row.id)
      await at.door.addReport(at.db, { game: row.game, reason: 'copied', text: 'I drew that puffin' })
      await at.door.writeLetter(at.db, owner, row.game, 'Please say where the puffin is from.')
      const { letters } = await at.mail.mailOf(at.db, owner)
      expect(letters.map((letter) => letter.kind).sort()).toEqual(['held', 'keeper', 'live', 'report'])
      expect(letters.find((letter) => letter.kind === 'report')!.text).toContain('I drew that puffin')
      expect(letters.every((letter) => letter.title === 'Puffin Catch' && letter.postcode === row.postcode)).toBe(true)
      expect((await at.mail.mailOf(at.db, await at.maker())).letters).toEqual([])
    })
  })

  describe('files', () => {
    it('are the arcade’s own page, player and document, whatever the parcel brought', async () => {
      const evil = forge(parcel, (files) => {
        files.set('index.html', strToU8('<script>location="https://evil.example"</script>'))
        files.set('player.js', strToU8('fetch("https://evil.example")'))
        files.set('credits.html', strToU8('<form action="https://evil.example">'))
        files.set('extra.html', strToU8('<p>hello</p>'))
      })
      const row = await at.send(evil, owner)
      // The check of addresses sends these back; without one, they are simply not kept.
      const quiet = forge(parcel, (files) => {
        files.set('index.html', strToU8('<script>top.x=1</script>'))
        files.set('player.js', strToU8('top.x=1'))
        files.set('extra.html', strToU8('<p>hello</p>'))
      })
      const kept = row.state === 'live' ? row : await at.send(quiet, owner)
      expect(kept.state).toBe('live')
      const files = await at.serve.gameFiles(kept.game, 1)
      const text = (name: string) => new TextDecoder().decode(files.get(name))
      expect(text('index.html')).toContain('<script src="player.js"></script>\n<script src="start.js"></script>')
      expect(text('index.html').match(/<script/g)).toHaveLength(2)
      expect(text('player.js')).toBe('var PackPostPlayer={play(){}}')
      expect(text('credits.html')).not.toContain('form')
      expect(files.has('extra.html')).toBe(false)
      expect(JSON.parse(text('game.json'))).toMatchObject({ format: 'pack-post-game', title: 'Puffin Catch' })
      expect([...files.keys()].filter((name) => name.startsWith('assets/')).length).toBeGreaterThan(5)
    })

    it('are found by name and only by name, are there once, and are swept when nothing names them', async () => {
      const first = await send()
      const count = async () => {
        let n = 0
        for await (const _ of at.arcade.blobs.list()) n++
        return n
      }
      const before = await count()
      const second = await send()
      // The same art again: only what differs (its list says another game) is new, if anything.
      expect((await count()) - before).toBeLessThanOrEqual(1)
      expect(await at.serve.gameFile(first.game, 1, 'nothing.png')).toBeNull()
      expect(await at.serve.gameFile(first.game, 9, 'game.json')).toBeNull()
      const { sweepFiles } = await import('./sweep-files')
      expect(await sweepFiles(at.arcade, 0)).toMatchObject({ files: 0 })
      await at.games.deleteGame(await game(first.game))
      expect((await at.serve.gameFiles(second.game, 1)).get('game.json')).toBeDefined()
      await at.games.deleteGame(await game(second.game))
      expect(await sweepFiles(at.arcade)).toMatchObject({ files: 0 })
      expect((await sweepFiles(at.arcade, 0)).files).toBeGreaterThanOrEqual(before)
      expect(await count()).toBe(0)
    })

    it('of one maker have a limit', async () => {
      await at.close()
      at = await arcadeHere(database, { config: { makerBytes: 1000 } })
      owner = await at.maker()
      const row = await send()
      expect(row.state).toBe('returned')
      expect(row.problem).toContain('All your games together')
      expect(await at.rows.readGame(at.db, row.game)).toBeNull()
    })

    it('with no room left on the disk, nothing is listed and the maker is told', async () => {
      at.arcade.blobs.put = async () => {
        throw Object.assign(new Error('no space'), { code: 'ENOSPC' })
      }
      const row = await send({ visibility: 'public' })
      expect(row.state).toBe('returned')
      expect(row.problem).toContain('no room left')
      expect(await at.rows.readGame(at.db, row.game)).toBeNull()
    })

    it('where the templates cannot be laid out for it, the maker is told, and the next one is looked at', async () => {
      const shelf = join(at.arcade.tmp, 'shelf')
      writeFileSync(shelf, 'in the way')
      const row = await send()
      expect(row.state).toBe('returned')
      expect(row.problem).toContain('could not look at this parcel')
      rmSync(shelf)
      expect((await send()).state).toBe('live')
    })
  })

  describe('a copy', () => {
    it('opens as a pack with the parts, their credits and where it came from', async () => {
      const { openPackFile } = await import('@core/parcel/pack-file')
      const row = await send()
      const bytes = await at.copies.packOf(await game(row.game), 'https://arcade.example')
      const { pack } = openPackFile(bytes, 'copy.pack.zip')
      expect(pack.parts).toEqual(puffinCatch().parts)
      expect(pack.label).toMatchObject({ title: '', author: '', visibility: 'only-me', copies: { allowed: false } })
      expect(pack.lineage).toMatchObject([
        { title: 'Puffin Catch', author: 'harbour-club', postcode: row.postcode, licence: 'CC0-1.0' },
      ])
      expect(pack.postings).toEqual([])
    })
  })

  describe('with its files in an S3 store', () => {
    it('takes an upload, a posting and a play from there', async () => {
      const s3 = await startS3()
      await at.close()
      at = await arcadeHere(database, { config: { filesUrl: s3.url } })
      owner = await at.maker()
      const { key } = await at.makers.newMaker(at.db)
      const server = await at.uploads.uploadServer()
      const ask = (path: string, init: RequestInit) =>
        server.handleWeb(
          new Request(`http://quay.invalid${path}`, {
            ...init,
            headers: { authorization: `Bearer ${key}`, 'tus-resumable': '1.0.0', ...init.headers },
          }),
        )
      const made = await ask('/api/arcade/uploads', {
        method: 'POST',
        headers: { 'upload-length': String(parcel.length), 'upload-metadata': `filetype ${btoa('application/zip')}` },
      })
      expect(made.status).toBe(201)
      const location = new URL(made.headers.get('location')!, 'http://quay.invalid').pathname
      const sent = await ask(location, {
        method: 'PATCH',
        headers: { 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
        body: parcel as BodyInit,
      })
      expect(sent.status, await sent.clone().text()).toBe(204)
      const maker = await at.auth.requireMaker(`Bearer ${key}`)
      const row = await at.postings.post(maker, {
        upload: location.split('/').at(-1)!,
        visibility: 'unlisted',
        note: '',
      })
      expect((await at.reached(row.id, /live|returned/)).state).toBe('live')
      expect((await at.serve.gameFiles(row.game, 1)).has('game.json')).toBe(true)
      await at.close()
      await s3.stop()
      at = await arcadeHere(database)
    })
  })

  describe('a restart', () => {
    it('finds everything as it was', async () => {
      const row = await send({ visibility: 'public' })
      const before = await viewOf(row.game)
      await at.close()
      at = await arcadeHere(database, { folder: at.dir, config: at.config })
      expect(await viewOf(row.game)).toEqual(before)
    })
  })
})
