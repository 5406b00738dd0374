// Set-up that start and test share: plain Node, so that it runs before node_modules exists. Each step leaves a stamp
// (a hash of what it was made from), so that a second run is quick.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { CHROMIUM } from './chromium.mjs'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')
process.env.NUXT_TELEMETRY_DISABLED = '1'
const STAMPS = join(root, '.stamps')
const SOURCES = [
  'app',
  'core',
  'player',
  'server',
  'modules',
  'public',
  'templates',
  'drawer',
  'demo',
  'scripts/player-code.mjs',
  'nuxt.config.ts',
  'package-lock.json',
]

function filesBelow(path) {
  if (!existsSync(path)) return []
  if (statSync(path).isFile()) return [path]
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesBelow(join(path, name)))
}

function hashOf(paths) {
  const hash = createHash('sha256')
  for (const path of paths.flatMap((one) => filesBelow(join(root, one))))
    if (!path.endsWith('.test.ts')) hash.update(path).update(readFileSync(path))
  return hash.digest('hex')
}

const stamped = (name, hash) => existsSync(join(STAMPS, name)) && readFileSync(join(STAMPS, name), 'utf8') === hash
function stamp(name, hash) {
  mkdirSync(STAMPS, { recursive: true })
  writeFileSync(join(STAMPS, name), hash)
}

export const bin = (name) => join(root, 'node_modules/.bin', name)

/** Runs a command with its output shown; ends this process when it fails. */
export function run(what, command, args, options = {}) {
  console.log(`\n▸ ${what}`)
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options })
  if (result.status !== 0) {
    console.error(`\n${what} failed${result.error === undefined ? '' : `: ${result.error.message}`}.`)
    process.exit(result.status ?? 1)
  }
}

/**
 * Runs commands side by side, so many at once and in this order, and shows what each said when it ends; ends this
 * process when one fails, after the others.
 */
export async function together(jobs, atOnce = jobs.length) {
  console.log(`\n▸ ${jobs.map(([what]) => what).join(', ')}`)
  const one = ([what, command, args, options]) =>
    new Promise((resolve) => {
      const began = Date.now()
      const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], ...options })
      const said = []
      const end = (code) => {
        if (code === 0) options?.done?.()
        const seconds = Math.round((Date.now() - began) / 1000)
        console.log(`\n▸ ${what}, ${seconds} s${code === 0 ? '' : ': failed'}\n${Buffer.concat(said).toString()}`)
        resolve(code)
      }
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk))
      child.on('error', (error) => {
        said.push(Buffer.from(`${error.message}\n`))
        end(1)
      })
      child.on('close', (code) => end(code ?? 1))
    })
  const waiting = [...jobs]
  const codes = []
  const next = async () => {
    for (let job = waiting.shift(); job !== undefined; job = waiting.shift()) codes.push(await one(job))
  }
  await Promise.all(Array.from({ length: atOnce }, next))
  if (codes.some((code) => code !== 0)) process.exit(1)
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major > 20 || (major === 20 && minor >= 19)) return
  console.error(`Pack Post needs Node 20.19 or newer; this is ${process.versions.node}.`)
  process.exit(1)
}

const INSTALL = ['Installing packages', 'npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']]
const isInstalled = (hash) => existsSync(join(root, 'node_modules')) && stamped('install', hash)

export function install() {
  const hash = hashOf(['package-lock.json'])
  if (isInstalled(hash)) return
  run(...INSTALL)
  stamp('install', hash)
}

/** Packages of the registry and of Debian at once: each waits for its own server. */
export async function installWithTools() {
  const hash = hashOf(['package-lock.json'])
  const jobs = [...(isInstalled(hash) ? [] : [INSTALL]), ...missingTools({})]
  if (jobs.length > 0) await together(jobs)
  stamp('install', hash)
}

export function prepare() {
  run('Preparing types', bin('nuxt'), ['prepare'])
}

const BUILD = ['Building (some minutes, once)', bin('nuxt'), ['build']]
/** Room for what a job throws away at once: a tenth less of the processors. */
const ROOM = { ...process.env, NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=128` }
/** A folder of its own for what a build makes on the way, so that types can be checked in the usual one while it runs. */
const BESIDE = { ...ROOM, PACK_POST_BUILD_DIR: '.nuxt-build', PACK_POST_QUICK: '1' }
const isBuilt = (hash) => existsSync(join(root, '.output/server/index.mjs')) && stamped('build', hash)

export function build() {
  const hash = hashOf(SOURCES)
  if (isBuilt(hash)) return
  run(...BUILD)
  stamp('build', hash)
}

/** Builds beside other jobs, so many at once, where there is something to build; types have to be prepared. */
export async function buildBeside(jobs, atOnce) {
  const hash = hashOf(SOURCES)
  const done = () => stamp('build', hash)
  const roomy = jobs.map((job) => [...job, { env: ROOM }])
  await together(isBuilt(hash) ? roomy : [[...BUILD, { env: BESIDE, done }], ...roomy], atOnce)
}

/**
 * What tests and measurements need of Debian's packages: Chromium, zip and unzip to be compared with, nginx as somebody
 * else's server, PostgreSQL as the other database. The job that installs what is not there; none where all of it is.
 */
function missingTools(more) {
  const wanted = {
    'chromium-headless-shell': CHROMIUM,
    zip: '/usr/bin/zip',
    unzip: '/usr/bin/unzip',
    nginx: '/usr/sbin/nginx',
    postgresql: '/usr/share/doc/postgresql',
    ...more,
  }
  const missing = Object.entries(wanted).flatMap(([name, path]) => (existsSync(path) ? [] : [name]))
  if (missing.length === 0) return []
  const apt = 'apt-get -y -o DPkg::Lock::Timeout=600'
  const both = `${apt} update && ${apt} install --no-install-recommends "$@"`
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  return [[`Installing ${missing.join(', ')}`, 'sh', ['-c', both, 'sh', ...missing], { env }]]
}

export function debianTools(more = {}) {
  for (const job of missingTools(more)) run(...job)
}
