// `npm run node-versions`: starts Pack Post and runs the unit and contract tests on each version of Node it is said to
// run on. The versions come as packages of the registry, so nothing is downloaded from elsewhere.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build, checkNode, debianTools, install, prepare, root } from './setup.mjs'

const VERSIONS = ['20.19.0', '22.12.0', '24.0.0']

checkNode()
install()
debianTools()
prepare()
build()

/** The program of a version, from the registry's package for this system, in a folder of its own. */
function nodeOf(version) {
  const name = `node-${process.platform === 'win32' ? 'win' : process.platform}-${process.arch}`
  const folder = join(root, '.stamps', `node-${version}`)
  const program = join(folder, 'node_modules', name, 'bin', process.platform === 'win32' ? 'node.exe' : 'node')
  if (!existsSync(program)) {
    mkdirSync(folder, { recursive: true })
    writeFileSync(join(folder, 'package.json'), '{"private":true}')
    const args = ['install', '--no-audit', '--no-fund', '--loglevel=error', `${name}@${version}`]
    spawnSync('npm', args, { cwd: folder, stdio: 'inherit' })
  }
  return existsSync(program) ? program : null
}

/** Whether the built server answers on that Node, and how long it took. */
async function starts(node) {
  const data = mkdtempSync(join(tmpdir(), 'pack-post-node-'))
  const began = performance.now()
  const server = spawn(node, [join(root, '.output/server/index.mjs')], {
    stdio: 'ignore',
    env: { ...process.env, PORT: '3498', NUXT_DATA_DIR: data },
  })
  const gone = new Promise((resolve) => server.once('exit', resolve))
  try {
    while (server.exitCode === null && performance.now() - began < 30_000) {
      const answer = await fetch('http://localhost:3498/api/health').catch(() => null)
      if (answer?.status === 200) return Math.round(performance.now() - began)
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
    return null
  } finally {
    server.kill('SIGTERM')
    await gone
    rmSync(data, { recursive: true, force: true })
  }
}

let failed = false
for (const version of VERSIONS) {
  const node = nodeOf(version)
  if (node === null) {
    console.log(`\n▸ Node ${version} cannot be had from the registry here.`)
    failed = true
    continue
  }
  const real = spawnSync(node, ['--version'], { encoding: 'utf8' }).stdout.trim()
  const ms = await starts(node)
  console.log(`\n▸ Node ${real}: ${ms === null ? 'does not start' : `starts in ${ms} ms`}`)
  const { status } = spawnSync(node, [join(root, 'node_modules/vitest/vitest.mjs'), 'run', ...process.argv.slice(2)], {
    cwd: root,
    stdio: 'inherit',
  })
  if (ms === null || status !== 0) failed = true
  console.log(`▸ Node ${real}: unit and contract tests ${status === 0 ? 'passed' : 'failed'}`)
}
process.exit(failed ? 1 : 0)
