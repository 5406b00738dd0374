import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'
import { sql } from 'kysely'
import { arcade } from './store'

const registry = new Registry()
collectDefaultMetrics({ register: registry })

const requests = new Histogram({
  name: 'arcade_request_seconds',
  help: 'Time to answer, by kind of address and status.',
  labelNames: ['kind', 'status'],
  buckets: [0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5],
  registers: [registry],
})
const held = new Gauge({
  name: 'arcade_rows',
  help: 'What the arcade holds.',
  labelNames: ['what'],
  registers: [registry],
})

/** The kind of an address: never the address itself, which may lead to somebody's game. */
export const kindOf = (path: string): string =>
  /^\/(api\/arcade|api\/stage|api|arcade|play|app|stage|packs|_nuxt|shipped)\b/.exec(path)?.[1] ?? 'page'

export const countRequest = (path: string, status: number, seconds: number): void =>
  requests.observe({ kind: kindOf(path), status: String(status) }, seconds)

export async function metricsText(): Promise<{ text: string; type: string }> {
  const { db } = await arcade()
  const { rows } = await sql<{ what: string; n: number }>`
    select 'games_live' as what, count(*) as n from games where live is not null
    union all select 'makers', count(*) from makers
    union all select 'postings_waiting', count(*) from postings where state in ('sent', 'in-inspection')
    union all select 'reports_open', count(*) from reports where closed = 0
    union all select 'uploads', count(*) from uploads`.execute(db)
  for (const { what, n } of rows) held.set({ what }, Number(n))
  return { text: await registry.metrics(), type: registry.contentType }
}
