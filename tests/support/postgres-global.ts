import type { TestProject } from 'vitest/node'
import { startPostgres } from './postgres'

declare module 'vitest' {
  export interface ProvidedContext {
    /** Address of the test server's own database; others are made beside it. */
    postgres: string
  }
}

/** One PostgreSQL for a whole run of unit tests, started when a test file wants it is too late for vitest: so, always. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const server = await startPostgres()
  project.provide('postgres', server.url('postgres'))
  return server.stop
}
