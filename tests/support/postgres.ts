import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir, userInfo } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'

const LIBRARY = '/usr/lib/postgresql'

/** Folder of Debian's PostgreSQL programs, of the newest version there is; null when it is not installed. */
function programs(): string | null {
  if (!existsSync(LIBRARY)) return null
  const versions = readdirSync(LIBRARY).filter((name) => existsSync(join(LIBRARY, name, 'bin/initdb')))
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0]
  return newest === undefined ? null : join(LIBRARY, newest, 'bin')
}

const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const server = createServer()
    server.once('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number }
      server.close(() => resolve(port))
    })
  })

/** PostgreSQL refuses to run as root; Debian's package brings a user for it. */
const asNobodySpecial = (program: string, args: readonly string[]): [string, string[]] =>
  userInfo().uid === 0 ? ['runuser', ['-u', 'postgres', '--', program, ...args]] : [program, [...args]]

export interface Postgres {
  /** Address of a database of this server. */
  url(database: string): string
  stop(): Promise<void>
}

/** A PostgreSQL server of its own on a free port of this machine, with nothing in it. */
export async function startPostgres(): Promise<Postgres> {
  const bin = programs()
  if (bin === null) throw new Error('PostgreSQL is not installed: npm test installs Debian’s package “postgresql”.')
  const dir = mkdtempSync(join(tmpdir(), 'pack-post-postgres-'))
  if (userInfo().uid === 0) {
    const [uid, gid] = ['-u', '-g'].map((flag) => Number(execFileSync('id', [flag, 'postgres'])))
    chownSync(dir, uid!, gid!)
  }
  const data = join(dir, 'data')
  const [init, initArgs] = asNobodySpecial(join(bin, 'initdb'), [
    '-D',
    data,
    '-U',
    'arcade',
    '-A',
    'trust',
    '-E',
    'UTF8',
    '--locale=C.UTF-8',
    '--no-sync',
  ])
  execFileSync(init, initArgs, { stdio: 'pipe', cwd: dir })
  const port = await freePort()
  const [run, runArgs] = asNobodySpecial(join(bin, 'postgres'), [
    '-D',
    data,
    '-p',
    String(port),
    '-h',
    '127.0.0.1',
    '-k',
    dir,
  ])
  const server: ChildProcess = spawn(run, runArgs, { stdio: 'pipe', cwd: dir })
  const url = (database: string) => `postgres://arcade@127.0.0.1:${port}/${database}`
  await untilReady(url('postgres'), server)
  return {
    url,
    async stop() {
      const ended = new Promise((resolve) => server.once('exit', resolve))
      // Interrupt is its quick and clean end; runuser passes it on.
      execFileSync('pkill', ['-INT', '-f', `postgres -D ${data}`], { stdio: 'ignore' })
      await ended
      rmSync(dir, { recursive: true, force: true })
    },
  }
}

async function untilReady(url: string, server: ChildProcess): Promise<void> {
  let complaint = ''
  server.stderr?.on('data', (chunk: Buffer) => (complaint = (complaint + chunk.toString()).slice(-2000)))
  for (;;) {
    if (server.exitCode !== null) throw new Error(`PostgreSQL did not start: ${complaint}`)
    const client = new pg.Client({ connectionString: url })
    try {
      await client.connect()
      await client.end()
      return
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
  }
}

/** An empty database with a name of its own. */
export async function freshDatabase(url: (database: string) => string, name: string): Promise<string> {
  const client = new pg.Client({ connectionString: url('postgres') })
  await client.connect()
  await client.query(`create database "${name}"`)
  await client.end()
  return url(name)
}
