import { expect, type APIRequestContext, type APIResponse } from '@playwright/test'
import { strToU8 } from 'fflate'
import { buildParcel } from '../../core/parcel/build'
import { stableJson } from '../../core/pack/stable-json'
import { hashOf } from '../../core/pack/hash'
import type { Pack } from '../../core/pack/pack'
import { ParcelManifest } from '../../core/parcel/manifest'
import { unzipSafely } from '../../core/parcel/unzip'
import { zipFiles } from '../../core/parcel/zip'
import { PostingView, Problem } from '../../core/posting/protocol'
import { buildPlayer } from '../../scripts/player-code.mjs'
import { bytesFrom, contextFor, puffinCatch, root, TEMPLATES } from './fixtures'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

/** A maker who talks to the arcade without the editor. */
export class Maker {
  constructor(
    readonly http: APIRequestContext,
    readonly base: string,
    readonly key: string,
  ) {}

  static async arrive(http: APIRequestContext, base: string): Promise<Maker> {
    const answer = await http.post(`${base}/api/arcade/keys`)
    return new Maker(http, base, ((await answer.json()) as { key: string }).key)
  }

  headers(extra: Record<string, string> = {}): Record<string, string> {
    return { authorization: `Bearer ${this.key}`, ...extra }
  }

  createUpload(bytes: number, type = 'application/zip'): Promise<APIResponse> {
    return this.http.post(`${this.base}/api/arcade/uploads`, {
      headers: this.headers({
        'tus-resumable': '1.0.0',
        'upload-length': String(bytes),
        'upload-metadata': `filetype ${Buffer.from(type).toString('base64')}`,
      }),
    })
  }

  sendPart(location: string, offset: number, part: Uint8Array): Promise<APIResponse> {
    return this.http.fetch(new URL(location, this.base).href, {
      method: 'PATCH',
      headers: this.headers({
        'tus-resumable': '1.0.0',
        'upload-offset': String(offset),
        'content-type': 'application/offset+octet-stream',
      }),
      data: Buffer.from(part),
    })
  }

  async upload(bytes: Uint8Array): Promise<string> {
    const made = await this.createUpload(bytes.length)
    expect(made.status()).toBe(201)
    const location = made.headers()['location']!
    expect((await this.sendPart(location, 0, bytes)).status()).toBe(204)
    return location.split('/').at(-1)!
  }

  post(upload: string, change: Record<string, unknown> = {}): Promise<APIResponse> {
    return this.http.post(`${this.base}/api/arcade/postings`, {
      headers: this.headers(),
      data: { upload, visibility: 'unlisted', note: '', ...change },
    })
  }

  async view(id: string): Promise<PostingView> {
    const answer = await this.http.get(`${this.base}/api/arcade/postings/${id}`, { headers: this.headers() })
    return PostingView.parse(await answer.json())
  }

  /** Posts a parcel and waits until the arcade is done with it. */
  async send(bytes: Uint8Array, change: Record<string, unknown> = {}): Promise<PostingView> {
    const answer = await this.post(await this.upload(bytes), change)
    expect(answer.status(), await answer.text()).toBe(200)
    const { id } = PostingView.parse(await answer.json())
    await expect.poll(async () => (await this.view(id)).state).toMatch(/live|returned/)
    return this.view(id)
  }
}

export async function problemOf(answer: APIResponse): Promise<Problem> {
  return Problem.parse(JSON.parse(await answer.text()))
}

/** The demo pack with a cover, as a parcel built by the real code. */
export const demoParcel = (change: (pack: Pack) => Pack = (pack) => pack): Promise<Uint8Array> =>
  parcelOf(puffinCatch(), change)

const players = new Map<string, Promise<string>>()
/** The player of a template, built once. */
function playerOf(template: string): Promise<string> {
  const built = players.get(template) ?? buildPlayer(template)
  players.set(template, built)
  return built
}

/** A pack with its backdrop as cover, as a parcel built by the real code. */
export async function parcelOf(pack: Pack, change: (pack: Pack) => Pack = (pack) => pack): Promise<Uint8Array> {
  const backdrop = pack.parts['backdrop']
  const cover = backdrop?.kind === 'picture' ? backdrop.asset : null
  const ready = change({ ...pack, label: { ...pack.label, cover } })
  const typeface = readFileSync(
    join(
      root,
      'node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
    ),
  )
  const { zip } = await buildParcel({
    template: TEMPLATES[ready.template.id as keyof typeof TEMPLATES],
    pack: ready,
    playerCode: await playerOf(ready.template.id),
    typeface: new Uint8Array(typeface),
    bytes: bytesFrom(),
    pixels: contextFor(ready).pixels,
  })
  return zip
}

/** A parcel with some files changed, its list put right as a forger would. */
export function forge(zip: Uint8Array, change: (files: Map<string, Uint8Array>) => void, relist = true): Uint8Array {
  const files = unzipSafely(zip, 'parcel')
  change(files)
  if (relist) {
    const manifest = ParcelManifest.parse(JSON.parse(new TextDecoder().decode(files.get('parcel.json'))))
    manifest.files = [...files]
      .filter(([name]) => name !== 'parcel.json')
      .map(([name, bytes]) => ({ name, bytes: bytes.length, sha256: hashOf(bytes) }))
    files.set('parcel.json', strToU8(stableJson(manifest)))
  }
  return zipFiles(files)
}

/** Posts a pack as a maker of its own; the link it is played from. */
export async function linkOf(request: APIRequestContext, baseURL: string, pack: Pack): Promise<string> {
  const maker = await Maker.arrive(request, baseURL)
  const view = await maker.send(await parcelOf(pack))
  expect(view.state, JSON.stringify(view)).toBe('live')
  return `${baseURL}/arcade/${view.postcode.toLowerCase()}`
}
