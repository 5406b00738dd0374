import { today } from '@core/game/doc-versions'
import { makeSetup } from '@core/game/setup'
import type { GameDoc } from '@core/game/types'
import { drawnHashes } from '../../tests/support/drawn'
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { unzipSync } from 'fflate'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { arcadeHere, DATABASES, type ArcadeHere } from '../../tests/support/arcade-here'
import { root } from '../../tests/support/fixtures'

const released = join(root, 'tests/fixtures/released')
interface Facts {
  key: string
  score: number
  invite: { key: string; id: string }
  open: { game: string; postcode: string }
  second: { id: string }
  hidden: { game: string; postcode: string }
  invited: { game: string; postcode: string }
  returned: { id: string; game: string }
}
const facts = JSON.parse(readFileSync(join(released, 'data-1.json'), 'utf8')) as Facts

/** A data folder as version 1 left it. */
function oldFolder(): string {
  const dir = mkdtempSync(join(tmpdir(), 'pack-post-old-'))
  for (const [name, bytes] of Object.entries(unzipSync(new Uint8Array(readFileSync(join(released, 'data-1.zip')))))) {
    if (name.endsWith('/')) continue
    mkdirSync(dirname(join(dir, name)), { recursive: true })
    writeFileSync(join(dir, name), bytes)
  }
  return dir
}
const list = (dir: string) => readdirSync(dir, { recursive: true }).map(String).sort()

describe.each(DATABASES)('a folder of version 1, taken over by %s', (database) => {
  let at: ArcadeHere | null = null
  afterEach(async () => {
    await at?.close()
    at = null
  })
  const begin = async (folder: string) => (at = await arcadeHere(database, { folder }))

  it('keeps every game, link, postcode, key, invite, score, figure, report and letter', async () => {
    const it = await begin(oldFolder())
    const { db } = it
    const owner = await it.auth.requireMaker(`Bearer ${facts.key}`)
    const open = (await it.rows.gameByPostcode(db, facts.open.postcode))!
    expect(open).toMatchObject({ id: facts.open.game, owner, live: 2, visibility: 'public' })
    expect((await it.view.ownerView(open)).releases.map((one) => one.release)).toEqual([1, 2])
    expect((await it.rows.gameByPostcode(db, facts.hidden.postcode))!.visibility).toBe('unlisted')
    const invited = (await it.rows.gameByPostcode(db, facts.invited.postcode))!
    const visitor = { maker: null, invites: [it.store.hashKey(facts.invite.key)] }
    expect(await it.auth.maySee(invited, visitor)).toBe(true)
    expect(await it.auth.maySee(invited, it.auth.NOBODY)).toBe(false)
    expect(await it.plays.tableOf(open.id)).toMatchObject([{ score: facts.score, release: 2 }])
    expect(await it.plays.figuresNow(open.id)).toMatchObject([{ plays: 1, finishes: 1, stops: { 'crab pot': 1 } }])
    const { letters, readUntil } = await it.mail.mailOf(db, owner)
    expect(letters.map((letter) => letter.kind)).toContain('report')
    expect(letters.find((letter) => letter.posting === facts.returned.id)).toMatchObject({ kind: 'returned' })
    expect(readUntil).not.toBe('')
    expect((await it.records.readPosting(db, facts.second.id))!.state).toBe('live')
    const { games } = await it.lists.listGames(db, it.arcade.dialect, { q: 'puffin' })
    expect(games.map((game) => game.id)).toEqual([open.id])
  })

  it('plays as before, on the arcade’s own page and player', async () => {
    const folder = oldFolder()
    const before = JSON.parse(
      readFileSync(join(folder, 'arcade/files', facts.open.game, '2/game.json'), 'utf8'),
    ) as GameDoc
    const it = await begin(folder)
    const files = await it.serve.gameFiles(facts.open.game, 2)
    const played = JSON.parse(new TextDecoder().decode(files.get('game.json'))) as GameDoc
    expect(played.version).toBe(2)
    expect(drawnHashes(makeSetup(played))).toEqual(drawnHashes(makeSetup(today(before))))
    expect(played.credits).toEqual(before.credits)
    // What came after it stands as it was then.
    expect(played.parts.choice).toEqual({
      'lives-shown': 'marks',
      'screen-change': 'cut',
      'screen-change-time': 'calm',
      'sound-volume-start': 'full',
      'music-volume-start': 'three-quarters',
      overlap: 'hero',
    })
    expect(played.parts.switch).toEqual({ 'points-fly': true })
    expect(new TextDecoder().decode(files.get('index.html'))).toContain('start.js')
    expect(new TextDecoder().decode(files.get('player.js'))).toBe('var PackPostPlayer={play(){}}')
    const { assets } = before
    for (const { file } of Object.values(assets)) expect(files.has(file), file).toBe(true)
  })

  it('is kept aside, whole, and taken over once', async () => {
    const folder = oldFolder()
    const before = list(join(folder, 'arcade'))
    const it = await begin(folder)
    expect(list(join(folder, 'arcade-before-the-database'))).toEqual(before)
    expect(existsSync(join(folder, 'arcade'))).toBe(false)
    const settings = it.config
    await it.close()
    at = await arcadeHere(database, { folder, config: settings })
    expect(await at.rows.gameByPostcode(at.db, facts.open.postcode)).not.toBeNull()
  })

  it('with records that make no sense: those are named, and everything else is there', async () => {
    const folder = oldFolder()
    writeFileSync(join(folder, 'arcade/games/game-torn'), '{"id":"game-to')
    writeFileSync(join(folder, 'arcade/postings/posting-odd'), '{"id":"posting-odd","state":"flying"}')
    const figures = join(folder, 'arcade/figures', facts.open.game)
    const spoilt = JSON.parse(readFileSync(figures, 'utf8')) as { days: { stops: Record<string, unknown> }[] }
    spoilt.days[0]!.stops['constructor'] = 'function Object() { [native code] }1'
    writeFileSync(figures, JSON.stringify(spoilt))
    const { log } = await import('../utils/log')
    void log
    const it = await begin(folder)
    expect(await it.rows.gameByPostcode(it.db, facts.open.postcode)).not.toBeNull()
    expect(await it.plays.figuresNow(facts.open.game)).toMatchObject([{ plays: 1, stops: { 'crab pot': 1 } }])
    expect(existsSync(join(folder, 'arcade-before-the-database/games/game-torn'))).toBe(true)
  })

  it('whose disk gives no answer stops the start, with nothing changed', async () => {
    const folder = oldFolder()
    const before = list(join(folder, 'arcade'))
    vi.resetModules()
    vi.doMock('node:fs/promises', async (original) => {
      const real = await original<typeof import('node:fs/promises')>()
      return {
        ...real,
        readFile: async (path: string, ...rest: [never]) => {
          if (String(path).includes('/games/'))
            throw Object.assign(new Error('too many open files'), { code: 'EMFILE' })
          return real.readFile(path, ...rest)
        },
      }
    })
    await expect(arcadeHere(database, { folder })).rejects.toThrow('too many open files')
    vi.doUnmock('node:fs/promises')
    expect(list(join(folder, 'arcade'))).toEqual(before)
  })

  it('with two public games of one title: one stays public, the other is unlisted and not lost', async () => {
    const folder = oldFolder()
    const games = join(folder, 'arcade/games')
    const twin = JSON.parse(readFileSync(join(games, facts.open.game), 'utf8')) as Record<string, unknown>
    writeFileSync(
      join(games, 'game-zz-twin'),
      JSON.stringify({ ...twin, id: 'game-zz-twin', postcode: 'WAVE-4444', invites: [] }),
    )
    cpSync(join(folder, 'arcade/files', facts.open.game), join(folder, 'arcade/files/game-zz-twin'), {
      recursive: true,
    })
    const it = await begin(folder)
    expect((await it.rows.readGame(it.db, facts.open.game))!.visibility).toBe('public')
    expect(await it.rows.readGame(it.db, 'game-zz-twin')).toMatchObject({ visibility: 'unlisted', live: 2 })
  })
})
