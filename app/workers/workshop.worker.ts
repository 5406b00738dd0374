import { fairness, outlineOf } from '@core/art/outline'
import { crop, looksLikePixelArt, type Pixels } from '@core/art/pixels'
import { guessStrip, spriteFromPicture, type SpriteWish } from '@core/art/strip'
import { encodePng } from '@core/art/png'
import type { Finding } from '@core/check/finding'
import { ruleById } from '@core/check/registry'
import type { CheckContext, Fix } from '@core/check/rule'
import { makeRunner, type Runner } from '@core/check/runner'
import { UserError } from '@core/errors'
import type { Point } from '@core/game/types'
import type { AssetFacts, Mime } from '@core/pack/asset'
import type { Frame } from '@core/pack/content'
import { hashOf } from '@core/pack/hash'
import type { Pack } from '@core/pack/pack'
import { broken, checkDuration, identify, newFacts } from '@core/pack/take-in'
import { buildParcel, type Parcel } from '@core/parcel/build'
import { openPackFile, savePackFile } from '@core/parcel/pack-file'
import { decodeSound } from '@core/sound/decode'
import { durationOf, type Samples } from '@core/sound/samples'
import type { Template } from '@core/template/template'
import widths from '@core/wording/widths.json'
import * as Comlink from 'comlink'
import { assetBytes } from './sources'

/** Comlink drops fields of errors, so failures a person can act on come back as values. */
export type Answer<T> = { ok: true; value: T } | { ok: false; code: string; message: string }

async function answer<T>(does: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { ok: true, value: await does() }
  } catch (error) {
    if (error instanceof UserError) return { ok: false, code: error.code, message: error.message }
    throw error
  }
}

async function decodePicture(bytes: Uint8Array, mime: Mime): Promise<Pixels> {
  const bitmap = await createImageBitmap(new Blob([bytes as BlobPart], { type: mime }), {
    colorSpaceConversion: 'none',
  })
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  const ink = canvas.getContext('2d', { willReadFrequently: true })!
  ink.drawImage(bitmap, 0, 0)
  bitmap.close()
  const { width, height, data } = ink.getImageData(0, 0, canvas.width, canvas.height)
  return { width, height, data }
}

type Make<T> = (hash: string, template: Template, facts: AssetFacts | undefined) => Promise<T | null>

/** The last few decoded files: a check asks for the same ones again and again. */
function remember<T>(most: number, make: Make<T>) {
  const kept = new Map<string, Promise<T | null>>()
  const keep = (hash: string, found: Promise<T | null>) => {
    kept.delete(hash)
    kept.set(hash, found)
    if (kept.size > most) kept.delete(kept.keys().next().value!)
  }
  const get: Make<T> = (hash, template, facts) => {
    const found = kept.get(hash) ?? make(hash, template, facts).catch(() => null)
    keep(hash, found)
    return found
  }
  return Object.assign(get, { put: (hash: string, value: T) => keep(hash, Promise.resolve(value)) })
}

const pixelsOf = remember<Pixels>(40, async (hash, template, facts) => {
  const bytes = await assetBytes(hash, template)
  return bytes === null || facts === undefined ? null : decodePicture(bytes, facts.mime)
})
const samplesOf = remember<Samples>(12, async (hash, template, facts) => {
  const bytes = await assetBytes(hash, template)
  return bytes === null || facts === undefined ? null : decodeSound(bytes, facts.mime)
})

function context(template: Template, pack: Pack, playerBytes: number): CheckContext {
  const facts = (hash: string) => pack.assets[hash] ?? template.assets[hash]?.facts
  return {
    template,
    pack,
    widths,
    playerBytes,
    bytes: (hash) => assetBytes(hash, template),
    pixels: (hash) => pixelsOf(hash, template, facts(hash)),
    samples: (hash) => samplesOf(hash, template, facts(hash)),
  }
}

const runners = new Map<string, Runner>()

export interface TakenIn {
  hash: string
  facts: AssetFacts
  /** Everything to keep: the file itself, and the original it was made from. */
  files: Map<string, Uint8Array>
  originals: Record<string, AssetFacts>
  /** Pictures only. */
  crisp: boolean
}

const workshop = {
  /**
   * Takes in a picture. GIF becomes its first frame as PNG; an SVG comes already drawn, as `drawn`. The file as it
   * was is kept beside what was made of it.
   */
  takePicture: (
    name: string,
    bytes: Uint8Array,
    imported: string,
    source: Partial<AssetFacts['source']>,
    drawn?: Uint8Array,
  ) =>
    answer(async (): Promise<TakenIn> => {
      const kind = identify(name, bytes, 'picture')
      const hash = hashOf(bytes)
      const shown = drawn ?? bytes
      const pixels = await decodePicture(shown, drawn === undefined ? kind.mime : 'image/png').catch(() => {
        throw broken(name)
      })
      const size = { width: pixels.width, height: pixels.height }
      const original = newFacts(name, kind.mime, bytes.length, size, imported, source)
      const crisp = looksLikePixelArt(pixels)
      pixelsOf.put(hash, pixels)
      if (kind.mime !== 'image/gif' && drawn === undefined)
        return { hash, facts: original, files: new Map([[hash, bytes]]), originals: {}, crisp }
      const png = encodePng(pixels)
      const made = hashOf(png)
      pixelsOf.put(made, pixels)
      const facts: AssetFacts = { ...original, mime: 'image/png', bytes: png.length, madeFrom: hash }
      return {
        hash: made,
        facts,
        files: new Map([
          [hash, bytes],
          [made, png],
        ]),
        originals: { [hash]: original },
        crisp,
      }
    }),

  takeSound: (name: string, bytes: Uint8Array, imported: string, source: Partial<AssetFacts['source']>) =>
    answer(async (): Promise<TakenIn> => {
      const kind = identify(name, bytes, 'sound')
      const samples = await decodeSound(bytes, kind.mime).catch(() => {
        throw broken(name)
      })
      const durationS = durationOf(samples)
      checkDuration(name, durationS)
      const hash = hashOf(bytes)
      return {
        hash,
        facts: newFacts(name, kind.mime, bytes.length, { durationS }, imported, source),
        files: new Map([[hash, bytes]]),
        originals: {},
        crisp: false,
      }
    }),

  /** Cuts a picture that is in the store into a sprite; without `cut`, by the best guess. */
  cutSprite: (
    hash: string,
    facts: AssetFacts,
    template: Template,
    wish: SpriteWish,
    cut?: { columns: number; rows: number },
  ) =>
    answer(async () => {
      const pixels = await pixelsOf(hash, template, facts)
      if (pixels === null) throw broken(facts.source.file)
      return spriteFromPicture(hash, pixels, cut ?? guessStrip(pixels.width, pixels.height), wish)
    }),

  async fairness(shape: Point[], frame: Frame, facts: AssetFacts, template: Template): Promise<number | null> {
    const pixels = await pixelsOf(frame.asset, template, facts)
    const ratio = pixels === null ? Infinity : fairness(shape, crop(pixels, frame))
    return Number.isFinite(ratio) ? ratio : null
  },

  async outline(frame: Frame, facts: AssetFacts, template: Template, points: number): Promise<Point[] | null> {
    const pixels = await pixelsOf(frame.asset, template, facts)
    return pixels === null ? null : outlineOf(crop(pixels, frame), points)
  },

  async check(template: Template, pack: Pack, playerBytes: number) {
    let runner = runners.get(pack.id)
    if (runner === undefined) {
      runner = makeRunner()
      runners.set(pack.id, runner)
    }
    return runner.run(context(template, pack, playerBytes))
  },

  async fix(template: Template, pack: Pack, finding: Finding): Promise<Fix | null> {
    return (await ruleById(finding.rule)?.fix?.(context(template, pack, 0), finding)) ?? null
  },

  build: (template: Template, pack: Pack, playerCode: string, typeface: Uint8Array): Promise<Answer<Parcel>> =>
    answer(() => {
      const ctx = context(template, pack, 0)
      return buildParcel({ template, pack, playerCode, typeface, bytes: ctx.bytes, pixels: ctx.pixels })
    }),

  savePack: (pack: Pack, template: Template) => answer(() => savePackFile(pack, (hash) => assetBytes(hash, template))),

  openPack: (bytes: Uint8Array, file: string) => answer(async () => openPackFile(bytes, file)),

  /** The shape of a sound for drawing: the largest level, 0..1, in each of `columns` equal stretches. */
  async peaks(hash: string, facts: AssetFacts, template: Template, columns: number): Promise<number[]> {
    const samples = await samplesOf(hash, template, facts)
    const channel = samples?.channels[0]
    if (channel === undefined) return []
    const out = new Array<number>(columns).fill(0)
    for (let i = 0; i < channel.length; i++) {
      const at = Math.min(columns - 1, Math.floor((i / channel.length) * columns))
      out[at] = Math.max(out[at]!, Math.abs(channel[i]!))
    }
    return out
  },
}

export type Workshop = typeof workshop
Comlink.expose(workshop)
