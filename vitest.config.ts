import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const path = (to: string) => fileURLToPath(new URL(to, import.meta.url))

/** What measures time has the machine to itself. */
const ALONE = ['core/growth.test.ts']

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '@core': path('./core'), '~': path('./app'), '@player': path('./player') } },
  test: {
    // Nothing here waits on the clock: limits only end what hangs (tests/support/until.ts).
    testTimeout: 300_000,
    hookTimeout: 300_000,
    server: { deps: { inline: ['vuetify'] } },
    projects: [
      {
        extends: true,
        test: {
          name: 'beside each other',
          include: ['core', 'player', 'app', 'tests/unit', 'scripts'].map((at) => `${at}/**/*.test.ts`),
          exclude: ALONE,
          maxWorkers: 2,
          sequence: { groupOrder: 0 },
        },
      },
      {
        // An arcade starts processes of its own and a database that others ask too; growth is told by time.
        extends: true,
        test: {
          name: 'one after the other',
          include: ['server/**/*.test.ts', ...ALONE],
          globalSetup: ['tests/support/postgres-global.ts'],
          maxWorkers: 1,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
})
