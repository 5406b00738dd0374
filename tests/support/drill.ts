import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { APIRequestContext } from '@playwright/test'
import type { PostingView, ScoreTicket } from '../../core/posting/protocol'
import { demoParcel, Maker } from './arcade-client'
import { puffinCatch } from './fixtures'
import { scoredPlay } from './plays'

export interface DrillOptions {
  /** At least; of postings, scores and plays one each is acknowledged at last, or five times as many kills are over. */
  kills: number
  /** Ports of the servers; games are on the ports after them. More than one needs a database for all. */
  ports: readonly number[]
  databaseUrl?: string
  seed?: number
}

export interface Drilled {
  kills: number
  /** What was acknowledged: postings, deletes, scores, plays. */
  postings: number
  deletes: number
  scores: number
  plays: number
  /** One sentence each: what was listed and broken, or acknowledged and gone. */
  wrong: string[]
}

interface Listed {
  game: string
  title: string
  playUrl: string
  postcode: string
}

/** A named row of chances, so that a drill can be had again. */
function chances(seed: number): () => number {
  let state = seed
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
}

/**
 * Kills servers without a word (SIGKILL) at random moments while games are posted, deleted and scored, starts them
 * again, and looks after each whether anything that is listed is broken, or anything that was acknowledged is gone.
 */
export async function drill(http: APIRequestContext, options: DrillOptions): Promise<Drilled> {
  const chance = chances(options.seed ?? 20261126)
  const data = mkdtempSync(join(tmpdir(), 'pack-post-drill-'))
  const done: Drilled = { kills: 0, postings: 0, deletes: 0, scores: 0, plays: 0, wrong: [] }
  const servers = new Map<number, ChildProcess>()
  const address = (port: number) => `http://localhost:${port}`
  const base = () => address(options.ports[Math.floor(chance() * options.ports.length)]!)

  async function begin(port: number): Promise<void> {
    const server = spawn(process.execPath, ['.output/server/index.mjs'], {
      stdio: 'ignore',
      env: {
        ...process.env,
        ...{ PORT: String(port), NUXT_DATA_DIR: data, NUXT_INSPECTION_SECONDS: '0.1', NUXT_RATE_SCALE: '1000' },
        ...{ NUXT_MAKER_BYTES: '100000000000', NUXT_UPLOAD_BYTES: '100000000000' },
        ...(options.databaseUrl === undefined ? {} : { NUXT_DATABASE_URL: options.databaseUrl }),
      },
    })
    servers.set(port, server)
    for (let i = 0; ; i++) {
      if ((await http.get(`${address(port)}/api/health`).catch(() => null))?.status() === 200) return
      if (server.exitCode !== null || i > 600) throw new Error(`The server on port ${port} did not start.`)
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
  }
  async function kill(port: number): Promise<void> {
    const server = servers.get(port)!
    const gone = new Promise((resolve) => server.once('exit', resolve))
    server.kill('SIGKILL')
    await gone
  }

  const postings = new Map<string, string>()
  const live = new Map<string, Listed>()
  const deleted = new Set<string>()
  let scored: Listed | null = null
  const scores: number[] = []

  const titled = (title: string) =>
    demoParcel((pack) => ({
      ...pack,
      label: {
        ...pack.label,
        title,
        privacy: { ...pack.label.privacy, scores: true, plays: true },
        ageGuide: { ...pack.label.ageGuide, strangers: 'scores' },
      },
    }))

  try {
    for (const port of options.ports) await begin(port)
    const first = await Maker.arrive(http, address(options.ports[0]!))
    const via = (url: string) => new Maker(http, url, first.key)
    const anywhere = () => via(base())
    const alone = await titled('Left alone')
    const began = performance.now()
    const settled = await first.send(alone, { visibility: 'public' })
    /** Longest life of a server between two kills, ms: what a posting takes here from its first byte until it is live. */
    const longest = performance.now() - began
    postings.set(settled.id, 'Left alone')
    const list = async (): Promise<Listed[]> => {
      const found: Listed[] = []
      let after = ''
      do {
        const answer = await http.get(`${base()}/api/arcade/games?band=15&after=${after}`)
        const page = (await answer.json()) as { games: Listed[]; next: string | null }
        found.push(...page.games)
        after = page.next ?? ''
      } while (after !== '')
      return found
    }
    scored = (await list())[0]!

    const lacking = () => Math.min(done.postings, done.scores, done.plays) === 0
    for (let round = 0; round < options.kills || (lacking() && round < options.kills * 5); round++) {
      const title = `Drill ${round}`
      const parcel = await titled(title)
      const acts = [
        async () => {
          const maker = anywhere()
          const answer = await maker.post(await maker.upload(parcel), { visibility: 'public' })
          if (answer.status() !== 200) return
          postings.set(((await answer.json()) as PostingView).id, title)
          done.postings++
        },
        async () => {
          const victim = [...live.values()].find((one) => one.game !== scored?.game && !deleted.has(one.game))
          if (victim === undefined || chance() < 0.5) return
          const maker = anywhere()
          const answer = await http.delete(`${maker.base}/api/arcade/games/${victim.game}`, {
            headers: maker.headers(),
          })
          if (answer.status() !== 200) return
          deleted.add(victim.game)
          done.deletes++
        },
        async () => {
          const path = `${base()}/api/arcade/games/${scored!.postcode}/scores`
          const ticket = (await (await http.post(`${path}/ticket`)).json()) as ScoreTicket
          const { proof, score } = scoredPlay(puffinCatch(), ticket.seed)
          const answer = await http.post(path, { data: { ticket, name: ticket.names[0], score, proof } })
          if (answer.status() !== 200) return
          scores.push(score)
          done.scores++
        },
        async () => {
          for (let i = 0; i < 20; i++) {
            const play = { event: 'began', seconds: 0, cause: '' }
            const answer = await http.post(`${base()}/api/arcade/games/${scored!.postcode}/plays`, { data: play })
            if (answer.status() === 200) done.plays++
          }
        },
      ].map((act) => act().catch(() => undefined))
      await new Promise((resolve) => setTimeout(resolve, chance() * longest))
      const port = options.ports[Math.floor(chance() * options.ports.length)]!
      await kill(port)
      await begin(port)
      await Promise.all(acts)
      done.kills++
      const wrong = (what: string) => done.wrong.push(`after kill ${round + 1}: ${what}`)
      await look(await list(), wrong)
    }
    // Whatever was taken comes to its end.
    for (const [id, title] of postings) {
      for (let i = 0; ; i++) {
        const view = await anywhere()
          .view(id)
          .catch(() => null)
        // Stopped in the middle three times, it is given up with a letter: told, and so not gone.
        if (view?.state === 'returned' && view.problem.includes('had to stop each time')) break
        if (view === null || view.state === 'live' || i > 600) {
          const isDeleted = [...deleted].some((game) => live.get(game)?.title === title)
          if (view?.state !== 'live' && !isDeleted)
            done.wrong.push(`“${title}” was taken and is ${view?.state ?? 'gone'}`)
          break
        }
        await new Promise((resolve) => setTimeout(resolve, 100))
      }
    }
    await look(await list(), (what) => done.wrong.push(`in the end: ${what}`))
    const table = (await (await http.get(`${base()}/api/arcade/games/${scored.postcode}/scores`)).json()) as {
      score: number
    }[]
    const best = [...scores].sort((a, b) => b - a).slice(0, 50)
    const kept = table.map((row) => row.score)
    if (best.some((score) => !kept.includes(score))) done.wrong.push('a score that was taken is not in the table')
    const figures = await http.get(`${base()}/api/arcade/games/${scored.game}/figures`, { headers: first.headers() })
    const { days } = (await figures.json()) as { days: { plays: number }[] }
    const counted = days.reduce((sum, day) => sum + day.plays, 0)
    if (counted < done.plays) done.wrong.push(`${done.plays} plays were counted and ${counted} are left`)
    return done
  } finally {
    for (const port of servers.keys()) await kill(port).catch(() => undefined)
    rmSync(data, { recursive: true, force: true })
  }

  /** Whatever is listed is whole: every file its own list names is there, as long as it should be. */
  async function look(games: readonly Listed[], wrong: (what: string) => void): Promise<void> {
    const titles = games.map((game) => game.title)
    if (new Set(titles).size !== titles.length) wrong('a title is listed twice')
    for (const game of games) {
      if (deleted.has(game.game)) wrong(`“${game.title}” was deleted and is listed`)
      // The same art in each: what is new this time is looked at closely, the rest by its list.
      const isNew = !live.has(game.game)
      live.set(game.game, game)
      const list = await http.get(`${game.playUrl}parcel.json`)
      if (list.status() !== 200) {
        wrong(`“${game.title}” has no list`)
        continue
      }
      if (!isNew) continue
      const { files } = (await list.json()) as { files: { name: string; bytes: number }[] }
      for (const file of [...files, { name: 'index.html', bytes: -1 }, { name: 'game.json', bytes: -1 }]) {
        const answer = await http.get(game.playUrl + file.name)
        if (answer.status() !== 200 || (file.bytes >= 0 && (await answer.body()).length !== file.bytes))
          wrong(`“${game.title}” lacks ${file.name}`)
      }
    }
  }
}
