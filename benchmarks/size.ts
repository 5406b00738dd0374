import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { request as makeHttp, type APIRequestContext } from '@playwright/test'
import autocannon from 'autocannon'
import type { Database } from '../server/arcade/database'
import { openDatabase } from '../server/arcade/database'
import { filesOf, readRelease } from '../server/arcade/games'
import { demoParcel, Maker } from '../tests/support/arcade-client'
import { drill } from '../tests/support/drill'
import { freshDatabase, startPostgres } from '../tests/support/postgres'
import { seedGame } from '../tests/support/seed'
import { median, type Row } from './report'

const PORT = 3484
const base = `http://localhost:${PORT}`
/** Few and many. */
const SIZES = [100, 10_000] as const
/** Requests of each kind, each for another game or word, so that no page is a kept one. */
const ASKED = 40
const AT_ONCE = 500

async function serve(dir: string): Promise<{ server: ChildProcess; startedMs: number }> {
  const began = performance.now()
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    stdio: 'ignore',
    env: {
      ...process.env,
      ...{ PORT: String(PORT), NUXT_DATA_DIR: dir, NUXT_INSPECTION_SECONDS: '0', NUXT_RATE_SCALE: '1000000' },
    },
  })
  for (;;) {
    const answer = await fetch(`${base}/api/arcade/games`).catch(() => null)
    if (answer?.status === 200) return { server, startedMs: performance.now() - began }
    await new Promise((resolve) => setTimeout(resolve, 10))
  }
}
async function stop(server: ChildProcess): Promise<void> {
  const gone = new Promise((resolve) => server.once('exit', resolve))
  server.kill('SIGTERM')
  await gone
}

const WORDS = ['puffin', 'tide', 'crab', 'gull', 'lantern', 'fog', 'bell', 'quay', 'kelp', 'herring', 'tug', 'buoy']

/** A word of its own for a game, that no other begins like. */
const numbered = (i: number): string => `n${String(i).padStart(5, '0')}`

/** One game posted as anybody would, and copies of its record under other titles: as many as asked. */
async function fill(dir: string, http: APIRequestContext, count: number): Promise<void> {
  const { server } = await serve(dir)
  const maker = await Maker.arrive(http, base)
  const { game } = await maker.send(await demoParcel(), { visibility: 'public' })
  await stop(server)
  const database: Database = await openDatabase(dir, '')
  const { db, dialect } = database
  const { owner } = await db.selectFrom('games').select('owner').where('id', '=', game).executeTakeFirstOrThrow()
  const files = await filesOf(db, game, 1)
  const record = (await readRelease(db, game, 1))!
  for (let at = 0; at < count; at += AT_ONCE)
    await db.transaction().execute(async (transaction) => {
      for (let i = at; i < Math.min(count, at + AT_ONCE); i++)
        await seedGame(transaction, dialect, owner, {
          title: `Harbour ${WORDS[i % WORDS.length]} ${WORDS[Math.floor(i / 12) % WORDS.length]} ${numbered(i)}`,
          short: record.label.short,
          tags: [WORDS[i % 7]!, WORDS[i % 5]!, `tag ${i % 50}`],
          band: i % 9 === 0 ? '15' : 'everyone',
          bytes: record.bytes + i,
          updated: new Date(Date.UTC(2026, 0, 1) + i * 60_000).toISOString(),
          files,
          privacy: { plays: true },
        })
    })
  await database.close()
}

interface Measured {
  started: number
  list: number
  /** Questions that one game answers. */
  searchOne: number
  /** Two words: none or one of few games, a full page of many. */
  search: number
  /** Questions that every game answers: a full page both times. */
  searchFull: number
  feed: number
  page: number
  html: number
  rss: number
}

async function measure(dir: string): Promise<Measured> {
  const { server, startedMs } = await serve(dir)
  const database = await openDatabase(dir, '')
  const rows = await database.db
    .selectFrom('games')
    .select(['id', 'postcode', 'token'])
    .where('title', '!=', 'Puffin Catch')
    .limit(ASKED * 4)
    .execute()
  await database.close()
  const ask = async (path: (i: number) => string): Promise<number> => {
    const times: number[] = []
    for (let i = 0; i < ASKED; i++) {
      const began = performance.now()
      const answer = await fetch(path(i))
      await answer.arrayBuffer()
      if (answer.status !== 200) throw new Error(`${path(i)}: ${answer.status}`)
      times.push(performance.now() - began)
    }
    return median(times)
  }
  const row = (i: number) => rows[i % rows.length]!
  // Once each without counting: code is read then.
  await ask(() => `${base}/arcade`)
  const measured = {
    started: startedMs,
    list: await ask((i) => `${base}/arcade?tag=tag+${i}&band=15`),
    searchOne: await ask((i) => `${base}/api/arcade/games?q=harbour+${numbered(i)}`),
    search: await ask((i) => `${base}/api/arcade/games?q=${WORDS[i % 12]}+${WORDS[(i * 7) % 12]}`),
    searchFull: await ask((i) => `${base}/api/arcade/games?q=harbour&sort=${['new', 'title', 'short-load'][i % 3]}`),
    feed: await ask(() => `${base}/arcade/feed.atom`),
    page: await ask((i) => `${base}/arcade/${row(i).postcode.toLowerCase()}`),
    html: await ask((i) => `http://localhost:${PORT + 1}/app/${row(i).id}/${row(i).token}/game.html`),
    rss: Number(readFileSync(`/proc/${server.pid}/statm`, 'utf8').split(' ')[1]) * 4096,
  }
  await stop(server)
  return measured
}

/** Plays counted for a few seconds, as fast as they are acknowledged, and whether all of them are there. */
async function playsRow(dir: string, http: APIRequestContext): Promise<Row> {
  const { server } = await serve(dir)
  const database = await openDatabase(dir, '')
  const game = await database.db
    .selectFrom('games')
    .select(['id', 'postcode'])
    .where('title', '!=', 'Puffin Catch')
    .executeTakeFirstOrThrow()
  const result = await autocannon({
    url: base,
    connections: 100,
    duration: 6,
    requests: [
      {
        method: 'POST',
        path: `/api/arcade/games/${game.postcode.toLowerCase()}/plays`,
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ event: 'lost', seconds: 31, cause: 'crab pot' }),
      },
    ],
  })
  await http.get(`${base}/api/health`)
  await stop(server)
  const logged = await database.db
    .selectFrom('play_log')
    .select((at) => at.fn.countAll<number>().as('n'))
    .where('game', '=', game.id)
    .executeTakeFirst()
  const days = await database.db.selectFrom('figures').select('record').where('game', '=', game.id).execute()
  const counted =
    Number(logged?.n ?? 0) +
    days.reduce((sum, day) => sum + (JSON.parse(day.record) as { finishes: number }).finishes, 0)
  await database.close()
  return {
    what: 'plays counted, each on the disk before it is acknowledged',
    measured: `${Math.round(result.requests.average)}/s, ${result.non2xx + result.errors} errors, ${result['2xx']} acknowledged, ${counted} there`,
    goal: '1000/s',
  }
}

/** An arcade with few games and one with many, the very same questions put to both. */
export async function sizeRows(): Promise<Row[]> {
  const http = await makeHttp.newContext()
  const dirs = SIZES.map((size) => mkdtempSync(join(tmpdir(), `pack-post-size-${size}-`)))
  try {
    // The large one first: a disk that still takes in 10,000 games holds up the start that follows for seconds.
    for (const [i, size] of [...SIZES.entries()].reverse()) await fill(dirs[i]!, http, size)
    const [few, many] = [await measure(dirs[0]!), await measure(dirs[1]!)]
    const ratio = (what: string, key: keyof Measured): Row => ({
      what: `${what}, with 10,000 games and with 100`,
      measured: `${(many[key] / few[key]).toFixed(2)}x: ${many[key].toFixed(1)} ms and ${few[key].toFixed(1)} ms`,
      goal: 'under 2x',
    })
    return [
      ratio('list page', 'list'),
      ratio('search that one game answers', 'searchOne'),
      ratio('search that 24 games of many answer and none or one of few', 'search'),
      ratio('search that all games answer (24 each)', 'searchFull'),
      ratio('feed', 'feed'),
      ratio('game page', 'page'),
      ratio('game in one file', 'html'),
      {
        what: 'first answer after a start, 10,000 games',
        measured: `${Math.round(many.started)} ms (100 games: ${Math.round(few.started)} ms)`,
        goal: 'under 1500 ms',
      },
      {
        what: 'memory of the server after all that, 10,000 games',
        measured: `${Math.round(many.rss / 1e6)} MB (100 games: ${Math.round(few.rss / 1e6)} MB)`,
        goal: 'under 250 MB',
      },
      await playsRow(dirs[1]!, http),
    ]
  } finally {
    await http.dispose()
    for (const dir of dirs) rmSync(dir, { recursive: true, force: true })
  }
}

/** The long form of the drill that `npm test` does shortly. */
export async function drillRows(): Promise<Row[]> {
  const http = await makeHttp.newContext()
  const postgres = await startPostgres()
  const row = async (what: string, options: Parameters<typeof drill>[1]): Promise<Row> => {
    const { kills, postings, deletes, scores, plays, wrong } = await drill(http, options)
    return {
      what: `killed without a word, ${what}`,
      measured: `${kills} kills over ${postings} postings, ${deletes} deletes, ${scores} scores, ${plays} plays: ${wrong.length} things wrong ${wrong.slice(0, 3).join('; ')}`,
      goal: 'nothing wrong',
    }
  }
  try {
    return [
      await row('on the database in the folder', { kills: 100, ports: [PORT] }),
      await row('on PostgreSQL', { kills: 100, ports: [PORT], databaseUrl: await freshDatabase(postgres.url, 'one') }),
      await row('two servers on PostgreSQL', {
        ...{ kills: 100, ports: [PORT, PORT + 2] },
        databaseUrl: await freshDatabase(postgres.url, 'two'),
      }),
    ]
  } finally {
    await http.dispose()
    await postgres.stop()
  }
}
