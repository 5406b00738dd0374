// Sets up what is missing, then hands over to scripts/arcade.ts.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { bin, checkNode, install, root } from './setup.mjs'

checkNode()
install()
const { status } = spawnSync(
  bin('tsx'),
  ['--tsconfig', join(root, 'scripts/tsconfig.json'), join(root, 'scripts/arcade.ts'), ...process.argv.slice(2)],
  { stdio: 'inherit', env: { ...process.env, NUXT_DATA_DIR: process.env.NUXT_DATA_DIR ?? join(root, '.data') } },
)
process.exit(status ?? 1)
