import { createServer, type Server } from 'node:http'
import { toNodeListener } from 'h3'
import { endApart } from '../arcade/apart'
import { sweep } from '../arcade/door'
import { rollUp } from '../arcade/plays'
import { sweepFiles } from '../arcade/sweep-files'
import { faultOf, log } from '../utils/log'
import { gamesPort } from '../utils/origins'
import { closeReplayer } from '../utils/plays'
import { startWork, stopWork } from '../utils/postings'
import { closeArcade, arcade } from '../utils/store'
import { endStreams } from '../utils/streams'
import { dropStaleUploads } from '../utils/uploads'

const HOUR_MS = 3_600_000
const ROLL_MS = 15_000
/** Longer than proxies in front keep theirs (60 s as a rule): a connection must not be closed while a request is on its way. */
const KEPT_MS = 65_000
/** What is being answered when the server is stopped may take this long. */
const LAST_MS = 2000

/** All that is served on the games' origin. */
const FOR_GAMES = /^\/(play|app|stage)\/|^\/api\/health$/

export default defineNitroPlugin((nitro) => {
  if (import.meta.prerender) return
  // Ours is quicker and ends event streams too.
  process.env['NITRO_SHUTDOWN_DISABLED'] = 'true'
  const servers = new Set<Server>()
  const settle = (server: Server) => {
    if (servers.has(server)) return
    servers.add(server)
    server.keepAliveTimeout = KEPT_MS
    server.headersTimeout = KEPT_MS + 1000
  }
  nitro.hooks.hook('request', (event) => {
    const { server } = event.node.req.socket as { server?: Server }
    if (server !== undefined) settle(server)
  })

  const listener = toNodeListener(nitro.h3App)
  const games = createServer((request, response) => {
    if (FOR_GAMES.test(request.url ?? '')) return void listener(request, response)
    response.writeHead(404, { 'content-type': 'text/plain', 'x-content-type-options': 'nosniff' }).end('Not here\n')
  })
  settle(games)
  const giveUp = (why: string) => {
    log.fatal(why)
    process.exit(1)
  }
  const listen = () => games.listen(gamesPort(), process.env['NITRO_HOST'] || process.env['HOST'])
  games.on('error', (error) => {
    // While it is worked on, the server before this one may still be closing.
    if (import.meta.dev) return void setTimeout(listen, 500)
    giveUp(
      `Games are served on port ${gamesPort()}, which cannot be had (${error.message}). Choose another with NUXT_GAMES_PORT.`,
    )
  })
  listen()

  const timers: NodeJS.Timeout[] = []
  const every = (ms: number, what: string, does: () => Promise<unknown>) => {
    const run = () => void does().catch((error: unknown) => log.error(faultOf(error), what))
    timers.push(setInterval(run, ms).unref())
    run()
  }
  arcade()
    .then(async ({ db, dialect, blobs }) => {
      await startWork()
      every(HOUR_MS, 'sweeping what is due', () => sweep(db))
      every(HOUR_MS, 'sweeping uploads', dropStaleUploads)
      every(HOUR_MS, 'sweeping files', () => sweepFiles({ db, blobs }))
      every(ROLL_MS, 'adding plays up', () => db.transaction().execute((at) => rollUp(at, dialect)))
    })
    .catch((error: unknown) => giveUp(error instanceof Error ? error.message : 'The arcade cannot be opened.'))

  let ending = false
  async function end(): Promise<void> {
    if (ending) return
    ending = true
    void stopWork()
    timers.forEach(clearInterval)
    endStreams()
    const closed = [...servers].map(
      (server) =>
        new Promise<void>((resolve) => {
          server.close(() => resolve())
          server.closeIdleConnections()
        }),
    )
    await Promise.race([Promise.all(closed), new Promise((resolve) => setTimeout(resolve, LAST_MS))])
    for (const server of servers) server.closeAllConnections()
    endApart()
    closeReplayer()
    await Promise.race([closeArcade(), new Promise((resolve) => setTimeout(resolve, 500))])
    process.exit(0)
  }
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => void end())
  process.once('exit', endApart)
})
