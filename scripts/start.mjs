// `npm start`: sets up what is missing, then runs Pack Post and its arcade on one port.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { bin, build, checkNode, install, root } from './setup.mjs'

checkNode()
install()
build()

const port = process.env.PORT ?? '3000'
const dataDir = process.env.NUXT_DATA_DIR ?? join(root, '.data')
// Spawned directly, not through npm, so that stopping this stops the server too.
const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, PORT: port, NUXT_DATA_DIR: dataDir },
})
// The server writes lines of JSON, for programs that gather them; whoever starts it by hand reads what they say.
const plain = process.stdout.isTTY
createInterface({ input: server.stdout }).on('line', (line) => {
  if (line.startsWith('Listening')) {
    console.log(`\nPack Post is at http://localhost:${port}\nStop it with Ctrl+C.`)
    samples()
  } else console.log(plain || line.includes('"level":60') ? (messageOf(line) ?? line) : line)
})
/** A new arcade begins with the demo games; that they cannot be posted stops nothing. */
function samples() {
  const args = ['--tsconfig', join(root, 'scripts/tsconfig.json'), join(root, 'scripts/demo-games.ts')]
  const child = spawn(bin('tsx'), [...args, `http://localhost:${port}`, dataDir], {
    stdio: ['ignore', 'inherit', 'pipe'],
  })
  child.on(
    'exit',
    (code) => code !== 0 && console.log('The sample games could not be posted; the arcade starts empty.'),
  )
}
function messageOf(line) {
  try {
    const { msg, fault } = JSON.parse(line)
    return fault === undefined ? msg : `${msg}: ${fault}`
  } catch {
    return null
  }
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
