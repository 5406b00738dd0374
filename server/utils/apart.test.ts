import { mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoParcel } from '../../tests/support/arcade-client'
import { root } from '../../tests/support/fixtures'
import { standInForNitro } from '../../tests/support/nitro'
import { UserError } from '@core/errors'
import { bundleInspector } from '../../modules/inspector'
import type { Inspected } from '../inspector/inspect'
import { apart, type JobLimits } from './apart'
import { shelf } from './templates'

const LIMITS: JobLimits = { most: 60_000, heap: 256, late: new UserError('It took too long.', 'late') }
const thread = (body: string) =>
  new URL(
    `data:text/javascript,${encodeURIComponent(`import { parentPort, workerData } from 'node:worker_threads';${body}`)}`,
  )

describe('a job in a thread of its own', () => {
  it('gives what it answers', async () => {
    const answer = await apart(thread('parentPort.postMessage({ ok: true, value: workerData * 2 })'), 21, LIMITS)
    expect(answer).toBe(42)
  })

  it('fails with the sentence the job ended with', async () => {
    const file = thread(`parentPort.postMessage({ ok: false, code: 'torn', message: 'The parcel is torn.' })`)
    await expect(apart(file, null, LIMITS)).rejects.toMatchObject({ name: 'UserError', code: 'torn' })
  })

  it('is ended when it takes too long', async () => {
    await expect(apart(thread('for (;;) {}'), null, { ...LIMITS, most: 50 })).rejects.toThrow('It took too long.')
  })

  it('that dies, runs out of memory or ends without an answer is an error, and the server lives on', async () => {
    await expect(apart(thread(`throw new Error('broken')`), null, LIMITS)).rejects.toThrow('broken')
    await expect(apart(thread('process.exit(3)'), null, LIMITS)).rejects.toThrow('ended early (3)')
    const greedy = thread('const all = []; for (;;) all.push(new Array(1e6).fill(Math.random()))')
    await expect(apart(greedy, null, { ...LIMITS, heap: 16 })).rejects.toMatchObject({
      code: 'ERR_WORKER_OUT_OF_MEMORY',
    })
  })
})

describe('the inspection as it is built', () => {
  const folder = mkdtempSync(join(root, 'node_modules', '.inspector-'))
  const file = join(folder, 'inspector.mjs')
  beforeAll(async () => {
    standInForNitro()
    await bundleInspector(root, file)
  })
  afterAll(() => rmSync(folder, { recursive: true, force: true }))

  it('reads a parcel in its thread and hands back all of it', async () => {
    const bytes = await demoParcel()
    const found = await apart<Inspected>(pathToFileURL(file), { bytes, shelf: await shelf() }, LIMITS)
    expect(found.manifest.label.title).toBe('Puffin Catch')
    expect(found.files.get('index.html')).toBeInstanceOf(Uint8Array)
    expect(found.findings.filter((finding) => finding.severity === 'must')).toEqual([])
  })

  it('says what it cannot read', async () => {
    const torn = (await demoParcel()).subarray(0, 2000)
    await expect(apart(pathToFileURL(file), { bytes: torn, shelf: await shelf() }, LIMITS)).rejects.toMatchObject({
      name: 'UserError',
    })
  })
})
