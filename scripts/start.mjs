// `npm start`: sets up what is missing, then runs Pack Post and its arcade on one port.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { build, checkNode, install, root } from './setup.mjs'

checkNode()
install()
build()

const port = process.env.PORT ?? '3000'
// Spawned directly, not through npm, so that stopping this stops the server too.
const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, PORT: port, NUXT_DATA_DIR: process.env.NUXT_DATA_DIR ?? join(root, '.data') },
})
// The server writes lines of JSON, for programs that gather them; whoever starts it by hand reads what they say.
const plain = process.stdout.isTTY
createInterface({ input: server.stdout }).on('line', (line) => {
  if (line.startsWith('Listening')) console.log(`\nPack Post is at http://localhost:${port}\nStop it with Ctrl+C.`)
  else console.log(plain || line.includes('"level":60') ? (messageOf(line) ?? line) : line)
})
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
