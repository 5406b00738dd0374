// The built server with a data folder of its own, for one run of the tests.
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const data = mkdtempSync(join(tmpdir(), 'pack-post-test-'))
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  stdio: 'inherit',
  env: {
    ...process.env,
    NUXT_DATA_DIR: data,
    NUXT_INSPECTION_SECONDS: '0.2',
    NUXT_RATE_SCALE: '100',
    NUXT_WEBDAV_HOSTS: 'http://127.0.0.1:3470',
  },
})
const stop = () => server.kill('SIGTERM')
process.on('SIGTERM', stop)
process.on('SIGINT', stop)
server.on('exit', (code) => {
  rmSync(data, { recursive: true, force: true })
  process.exit(code ?? 0)
})
