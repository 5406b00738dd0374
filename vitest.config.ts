import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'
import { takenOnce } from './tests/support/taken-once'

const path = (to: string) => fileURLToPath(new URL(to, import.meta.url))

/** What every project says alike. */
const here = (name: string, folders: readonly string[], more: object) => ({
  extends: true as const,
  test: { name, include: folders.map((at) => `${at}/**/*.test.ts`), ...more },
})

export default defineConfig({
  plugins: [vue(), takenOnce()],
  resolve: { alias: { '@core': path('./core'), '~': path('./app'), '@player': path('./player') } },
  test: {
    // Nothing here waits on the clock: limits only end what hangs (tests/support/until.ts).
    testTimeout: 300_000,
    hookTimeout: 300_000,
    server: { deps: { inline: ['vuetify'] } },
    projects: [
      // The core keeps nothing between two calls, so that its files may share what they import.
      here('core', ['core'], { isolate: false, maxWorkers: 2, sequence: { groupOrder: 0 } }),
      // Stores and pages are made anew by each test; what lies in modules is what a tab would share as well.
      here('app', ['app', 'player', 'scripts'], { isolate: false, maxWorkers: 2, sequence: { groupOrder: 0 } }),
      // An arcade starts processes of its own and a database that others ask too.
      here('server', ['server'], {
        globalSetup: ['tests/support/postgres-global.ts'],
        maxWorkers: 1,
        sequence: { groupOrder: 1 },
      }),
    ],
  },
})
