import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const path = (to: string) => fileURLToPath(new URL(to, import.meta.url))

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '@core': path('./core'), '~': path('./app'), '@player': path('./player') } },
  test: {
    include: [
      'core/**/*.test.ts',
      'player/**/*.test.ts',
      'server/**/*.test.ts',
      'app/**/*.test.ts',
      'tests/unit/**/*.test.ts',
      'scripts/**/*.test.ts',
    ],
    globalSetup: ['tests/support/postgres-global.ts'],
    // One more than cores: files that wait for a process of their own leave theirs to others.
    maxWorkers: 3,
    // For a shared machine with two cores; nothing here waits on the clock.
    testTimeout: 30_000,
    server: { deps: { inline: ['vuetify'] } },
  },
})
