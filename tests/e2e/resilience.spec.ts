import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type APIRequestContext } from '@playwright/test'
import { demoParcel, Maker } from '../support/arcade-client'
import { PostingView } from '../../core/posting/protocol'

const PORT = 3467
const base = `http://localhost:${PORT}`

function serve(data: string, inspectionSeconds: string): ChildProcess {
  return spawn(process.execPath, ['.output/server/index.mjs'], {
    stdio: 'ignore',
    env: { ...process.env, PORT: String(PORT), NUXT_DATA_DIR: data, NUXT_INSPECTION_SECONDS: inspectionSeconds },
  })
}

async function up(request: APIRequestContext): Promise<void> {
  await expect
    .poll(async () => (await request.get(`${base}/api/arcade/games`).catch(() => null))?.status() ?? 0, {
      timeout: 20_000,
    })
    .toBe(200)
}

async function kill(server: ChildProcess): Promise<void> {
  const gone = new Promise((resolve) => server.once('exit', resolve))
  server.kill('SIGKILL')
  await gone
}

test('killed while it receives and while it inspects: nothing is half-posted, the upload resumes, the posting goes on', async ({
  request,
}) => {
  const data = mkdtempSync(join(tmpdir(), 'pack-post-kill-'))
  const parcel = await demoParcel()
  let server = serve(data, '30')
  try {
    await up(request)
    const maker = await Maker.arrive(request, base)
    const made = await maker.createUpload(parcel.length)
    const location = made.headers()['location']!
    const half = Math.floor(parcel.length / 2)
    expect((await maker.sendPart(location, 0, parcel.slice(0, half))).status()).toBe(204)
    await kill(server)

    server = serve(data, '30')
    await up(request)
    const head = await request.fetch(new URL(location, base).href, {
      method: 'HEAD',
      headers: maker.headers({ 'tus-resumable': '1.0.0' }),
    })
    expect(Number(head.headers()['upload-offset'])).toBe(half)
    expect((await maker.sendPart(location, half, parcel.slice(half))).status()).toBe(204)
    const answer = await maker.post(location.split('/').at(-1)!, { visibility: 'public' })
    const { id } = PostingView.parse(await answer.json())
    await expect.poll(async () => (await maker.view(id)).state).toBe('in-inspection')
    await kill(server)

    server = serve(data, '0')
    await up(request)
    await expect.poll(async () => (await maker.view(id)).state, { timeout: 20_000 }).toBe('live')
    const games = (await (await request.get(`${base}/api/arcade/games`)).json()) as unknown[]
    expect(games).toHaveLength(1)
    // The upload is not needed any more, and no half-written file is left.
    expect(readdirSync(join(data, 'uploads'))).toEqual([])
    const everything = readdirSync(data, { recursive: true }).map(String)
    expect(everything.filter((name) => name.endsWith('.part'))).toEqual([])
  } finally {
    await kill(server)
    rmSync(data, { recursive: true, force: true })
  }
})
