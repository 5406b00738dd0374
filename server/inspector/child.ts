import { readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { UserError } from '@core/errors'
import { Template } from '@core/template/template'
import { sha256 } from '../sha256'
import { inspect, type Shelf } from './inspect'
import { InspectorJob, type InspectorAnswer } from './job'
import type * as z from 'zod'

/** A process of its own, with limits set by whoever starts it: it reads one parcel, answers in one line, and ends. */
function shelfIn(folder: string): Shelf {
  const ids = new Set(readdirSync(folder, { withFileTypes: true }).flatMap((at) => (at.isDirectory() ? [at.name] : [])))
  return {
    has: (id) => ids.has(id),
    get(id) {
      if (!ids.has(id)) return undefined
      const template = Template.parse(JSON.parse(readFileSync(join(folder, id, 'template.json'), 'utf8')))
      const assets = new Map<string, Uint8Array>()
      for (const [hash, { path }] of Object.entries(template.assets))
        assets.set(hash, new Uint8Array(readFileSync(join(folder, id, path))))
      return { template, assets }
    },
  }
}

const say = (answer: z.input<typeof InspectorAnswer>) =>
  process.stdout.write(`${JSON.stringify(answer)}\n`, () => process.exit(0))

async function main(): Promise<void> {
  const job = InspectorJob.parse(JSON.parse(readFileSync(0, 'utf8')))
  try {
    const { manifest, folder, findings, kept } = await inspect(
      new Uint8Array(readFileSync(job.parcel)),
      shelfIn(job.shelf),
    )
    const files = [...kept].map(([name, bytes]) => ({ name, hash: sha256(bytes), bytes: bytes.length }))
    for (const [i, bytes] of [...kept.values()].entries()) writeFileSync(join(job.out, files[i]!.hash), bytes)
    say({ ok: true, value: { manifest, folder, findings, files } })
  } catch (error) {
    if (!(error instanceof UserError)) throw error
    say({ ok: false, code: error.code, message: error.message })
  }
}
void main()
