import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { sql } from 'kysely'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { openDatabase, SQLITE_FILE, type Database } from './database'
import { changeGame, removeGame } from './games'
import { listGames } from './lists'
import { STEPS } from './migrations'

/** The database of the release before the search knew games by numbers: three public games, one unlisted, one hidden. */
const RELEASED = new URL('../../tests/fixtures/released/arcade-1.db.gz', import.meta.url)

let dir: string
let now: Database
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'pack-post-steps-'))
  writeFileSync(join(dir, SQLITE_FILE), gunzipSync(readFileSync(RELEASED)))
  now = await openDatabase(dir, '')
})
afterEach(async () => {
  await now.close()
  rmSync(dir, { recursive: true, force: true })
})

const titles = async (q: string) =>
  (await listGames(now.db, now.dialect, { q })).games.map((game) => game.release!.label.title).sort()

describe('a database of an earlier release', () => {
  it('is brought up to this version once, and finds what it found', async () => {
    expect(await titles('tide')).toEqual(['Tide'])
    expect(await titles('ti')).toEqual(['Tide', 'Tidy harbour'])
    expect(await titles('harbour')).toEqual(['Buoy', 'Tidy harbour'])
    expect(await titles('harbor')).toEqual(['Buoy', 'Tidy harbour'])
    expect(await titles('link')).toEqual([])
    await now.close()
    now = await openDatabase(dir, '')
    const done = await sql<{ name: string }>`select name from kysely_migration order by name`.execute(now.db)
    expect(done.rows.map(({ name }) => name)).toEqual(STEPS.map(([name]) => name))
    expect(await titles('tide')).toEqual(['Tide'])
  })

  it('goes on from there: a game is hidden, shown again and removed, and its words with it', async () => {
    const { id } = await now.db.selectFrom('games').select('id').where('title', '=', 'Buoy').executeTakeFirstOrThrow()
    const words = async () =>
      (await sql<{ n: number }>`select count(*) as n from games_text`.execute(now.db)).rows[0]!.n
    const before = await words()
    await changeGame(now.db, now.dialect, id, { hidden: true })
    expect(await titles('buoy')).toEqual([])
    await changeGame(now.db, now.dialect, id, { hidden: false })
    expect(await titles('buoy')).toEqual(['Buoy'])
    expect(await words()).toBe(before)
    await removeGame(now.db, now.dialect, id)
    expect(await titles('buoy')).toEqual([])
    expect(await words()).toBe(before - 1)
  })
})
