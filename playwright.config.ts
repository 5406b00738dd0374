import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './scripts/chromium.mjs'

const port = 3456

export default defineConfig({
  testDir: 'tests/e2e',
  // Limits only end a test that hangs; how fast things are is the benchmark's business. A shared machine was seen to
  // give these tests 6 % of its processors for minutes (`st` of vmstat), where a bench of five seconds takes eighty.
  timeout: 600_000,
  expect: { timeout: 150_000 },
  workers: 2,
  // Tests of one file go to both workers, so that neither waits for a long file at the end.
  fullyParallel: true,
  retries: 0,
  reporter: process.env['CI'] === undefined ? 'list' : [['list'], ['./tests/support/closing-line.ts']],
  outputDir: 'test-results',
  use: {
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    // Recording every step costs a quarter of the time: TRACE=1 when a failure is to be looked at.
    trace: process.env['TRACE'] === undefined ? 'off' : 'retain-on-failure',
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        // Threads that help to collect, and small heaps of new things, take from the tests what they have of two busy processors.
        '--js-flags=--single-threaded-gc --min-semi-space-size=16',
        '--disable-dev-shm-usage',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
        // A microphone that hums, and nobody to be asked for it.
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
      ],
    },
  },
  webServer: {
    command: 'node tests/support/serve.mjs',
    env: { PORT: String(port) },
    url: `http://localhost:${port}/api/arcade/games`,
    reuseExistingServer: false,
    timeout: 300_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 3000 },
  },
})
