import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import { afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { demoParcel } from '../../tests/support/arcade-client'
import { arcadeHere, DATABASES, type ArcadeHere } from '../../tests/support/arcade-here'
import { backup, check, restore } from './backup'
import * as keeper from './keeper'

let parcel: Uint8Array
beforeAll(async () => {
  parcel = await demoParcel()
})
const dir = mkdtempSync(join(tmpdir(), 'pack-post-backup-'))
const MADE = '2026-11-26T10:00:00.000Z'

describe.each(DATABASES)('the keeper of an arcade on %s', (database) => {
  let at: ArcadeHere
  let owner: string
  beforeEach(async () => {
    at = await arcadeHere(database)
    owner = await at.maker()
  })
  afterEach(() => at.close())
  const named = (name: string) => keeper.gameNamed(at.arcade, name)

  it('finds a game by postcode, link or id, and says when there is none', async () => {
    const row = await at.send(parcel, owner)
    const link = at.view.linkOf((await at.rows.readGame(at.db, row.game))!)
    for (const name of [row.postcode, row.postcode.toLowerCase(), link, `https://arcade.example${link}`, row.game])
      expect((await named(name)).id).toBe(row.game)
    await expect(named('KELP-47QX')).rejects.toThrow('There is no game “KELP-47QX” here')
  })

  it('reads reports, closes them, hides a game with a letter, and shows it again', async () => {
    const row = await at.send(parcel, owner, { visibility: 'public' })
    await at.door.addReport(at.db, { game: row.game, reason: 'unkind', text: 'It is rude' })
    await at.door.addReport(at.db, { game: row.game, reason: 'copied', text: '' })
    const reports = await keeper.openReports(at.arcade)
    expect(reports.map((one) => one.text)).toContain('It is rude')
    expect(await keeper.closeReports(at.arcade, { report: reports[0]!.id })).toBe(1)
    expect(await keeper.closeReports(at.arcade, { game: row.game })).toBe(1)
    expect(await keeper.openReports(at.arcade)).toEqual([])

    const ticket = await at.store.ticketFor(await named(row.game), 1)
    await keeper.hideGame(at.arcade, await named(row.game), 'Please take the rude word out.')
    expect((await at.lists.listGames(at.db, at.arcade.dialect, {})).games).toEqual([])
    expect(await at.auth.maySee(await named(row.game), at.auth.NOBODY)).toBe(false)
    expect(await at.store.ticketFor(await named(row.game), 1)).not.toBe(ticket)
    expect((await at.view.ownerView(await named(row.game))).hidden).toBe(true)
    const letterOf = async () => (await at.mail.mailOf(at.db, owner)).letters.find((one) => one.kind === 'keeper')
    expect((await letterOf())!.text).toBe('Please take the rude word out.')
    // Its maker can change who sees it, which shows it to nobody.
    await at.games.setVisibility(row.game, 'public')
    expect((await at.lists.listGames(at.db, at.arcade.dialect, {})).games).toEqual([])
    await keeper.showGame(at.arcade, await named(row.game))
    expect((await at.lists.listGames(at.db, at.arcade.dialect, {})).games).toHaveLength(1)
    expect((await keeper.auditLog(at.arcade, 10)).map((one) => one.act)).toEqual([
      'show',
      'hide',
      'close reports',
      'close reports',
    ])
  })

  it('takes a game down for good: the letter stays, the postcode leads to nothing', async () => {
    const row = await at.send(parcel, owner)
    await keeper.takeDown(at.arcade, await named(row.game), 'This was somebody else’s.')
    await expect(named(row.postcode)).rejects.toThrow('There is no game')
    const { letters } = await at.mail.mailOf(at.db, owner)
    expect(letters).toMatchObject([{ kind: 'keeper', text: 'This was somebody else’s.' }])
  })

  it('shuts a maker out, games and all, and lets them in again', async () => {
    const row = await at.send(parcel, owner, { visibility: 'public' })
    const { maker, key } = await at.makers.newMaker(at.db)
    expect(await keeper.shutOut(at.arcade, owner, 'Enough.')).toBe(1)
    expect((await named(row.game)).hidden).toBe(true)
    expect(await keeper.shutOut(at.arcade, maker, 'You too.')).toBe(0)
    await expect(at.auth.requireMaker(`Bearer ${key}`)).rejects.toMatchObject({ slug: 'banned' })
    await keeper.letIn(at.arcade, maker)
    expect(await at.auth.requireMaker(`Bearer ${key}`)).toBe(maker)
    await expect(keeper.shutOut(at.arcade, 'f'.repeat(64), 'x')).rejects.toThrow('There is no maker')
  })

  it.each(DATABASES)('moves everything by a backup, made while it serves, to %s', async (other) => {
    const row = await at.send(parcel, owner, { visibility: 'public' })
    await at.send(parcel, owner)
    const invite = await at.games.addInvite(row.game, 'Quay choir')
    await at.plays.countPlay(row.game, 1, { event: 'lost', seconds: 9, cause: 'boot' })
    await at.door.addReport(at.db, { game: row.game, reason: 'broken', text: 'Bell' })
    const file = join(dir, `${database}-${other}.tar.gz`)
    const writing = at.send(parcel, owner)
    const head = await backup(at.arcade, file, MADE)
    await writing
    expect(head.files).toBeGreaterThan(10)
    const view = await at.view.gameView(await named(row.game), at.auth.NOBODY, 'http://g.example')
    const secret = at.arcade.secret
    await at.close()

    at = await arcadeHere(other)
    await expect(restore({ ...at.arcade }, join(dir, 'nowhere'))).rejects.toThrow('There is no file')
    await restore(at.arcade, file)
    const config = at.config
    const folder = at.dir
    await at.close()
    at = await arcadeHere(other, { folder, config })
    expect(at.arcade.secret).toBe(secret)
    expect(await at.view.gameView(await named(row.game), at.auth.NOBODY, 'http://g.example')).toEqual(view)
    expect(await at.rows.isInvited(at.db, row.game, [at.store.hashKey(invite.key)])).toBe(true)
    expect((await at.plays.figuresNow(row.game))[0]!.stops).toEqual({ boot: 1 })
    expect((await at.lists.listGames(at.db, at.arcade.dialect, { q: 'puffin' })).games).toHaveLength(1)
    expect((await check(at.arcade)).wrong).toEqual([])
    // And it goes on: what numbers itself begins after what was there.
    await at.plays.countPlay(row.game, 1, { event: 'lost', seconds: 9, cause: 'boot' })
    expect((await at.plays.figuresNow(row.game))[0]!.stops).toEqual({ boot: 2 })
    await expect(restore(at.arcade, file)).rejects.toThrow('This arcade is not empty')
  })

  it('is told what is wrong: files that are gone or changed', async () => {
    const row = await at.send(parcel, owner)
    expect(await check(at.arcade)).toMatchObject({ games: 1, releases: 1, wrong: [] })
    const [file] = await at.rows.filesOf(at.db, row.game, 1)
    await at.arcade.blobs.remove(file!.hash)
    const { wrong } = await check(at.arcade)
    expect(wrong[0]).toBe(`${row.postcode}, release 1: the file ${file!.name} is missing or not what it was.`)
    await expect(backup(at.arcade, join(dir, 'no.tar.gz'), MADE)).rejects.toThrow('is not what it was, or gone')
  })

  it('restores nothing of a file that is damaged, cut off, or something else', async () => {
    await at.send(parcel, owner)
    const good = join(dir, `${database}-good.tar.gz`)
    await backup(at.arcade, good, MADE)
    await at.close()
    at = await arcadeHere(database)
    const bytes = readFileSync(good)
    const tar = gunzipSync(bytes)
    const flipped = Buffer.from(tar)
    flipped[Math.floor(tar.length / 2)]! ^= 1
    for (const [name, bad] of [
      ['cut', bytes.subarray(0, Math.floor(bytes.length / 2))],
      ['flipped', gzipSync(flipped)],
      ['text', Buffer.from('not a backup at all, only words')],
      ['empty', Buffer.alloc(0)],
    ] as const) {
      const file = join(dir, `${database}-${name}.tar.gz`)
      writeFileSync(file, bad)
      await expect(restore(at.arcade, file), name).rejects.toThrow('Nothing was restored')
      expect(await at.db.selectFrom('games').selectAll().execute()).toEqual([])
    }
  })
})
