import { bringIn, sureCut, spriteOf, type BroughtIn, type Incoming, type Workplace } from '@core/art/bring-in'
import { palette } from '@core/art/colours'
import { standOut } from '@core/art/contrast'
import { artPixels, enlargement } from '@core/art/crispness'
import { encodeGif } from '@core/art/gif'
import { findCells, lookAtCut } from '@core/art/find-cells'
import { borderColour } from '@core/art/key-out'
import { fairness, outlineOf, shapeArea } from '@core/art/outline'
import { aligned, framesOf, inCanvas, trimmed, type PixelsOf } from '@core/art/place'
import type { AlignBy } from '@core/art/align'
import { coverage, drawnBox, type Pixels } from '@core/art/pixels'
import { findRepeat } from '@core/art/repeat'
import { reworkSprite, type Rework } from '@core/art/rework'
import { asFairAs, boxShape, capsuleShape } from '@core/art/shapes'
import { drawnShare, standAgain } from '@core/art/stand-in'
import { spriteFromPicture, type SpriteWish } from '@core/art/strip'
import type { Finding } from '@core/check/finding'
import { fixAllSafe, type AllFixed } from '@core/check/fix-all'
import { ruleById } from '@core/check/registry'
import type { CheckContext, Fix } from '@core/check/rule'
import { makeRunner, type Runner } from '@core/check/runner'
import { UserError } from '@core/errors'
import type { Point } from '@core/game/types'
import type { AssetFacts, Mime } from '@core/pack/asset'
import type { Frame, SpriteContent, Strip } from '@core/kinds/sprite'
import { hashOf } from '@core/pack/hash'
import type { Pack } from '@core/pack/pack'
import { broken, mayDecode, newFacts } from '@core/pack/take-in'
import { buildParcel, type Parcel } from '@core/parcel/build'
import { openPackFile, savePackFile, saveRawPack } from '@core/parcel/pack-file'
import { ART_LIMITS, unzipSafely } from '@core/parcel/unzip'
import { decodeSound } from '@core/sound/decode'
import type { Samples } from '@core/sound/samples'
import type { Template } from '@core/template/template'
import { readFont, type FontFacts } from '@core/wording/font'
import widths from '@core/wording/widths.json'
import * as Comlink from 'comlink'
import { decodeExact, encodeSmall } from './png'
import { encoders } from './encoders'
import { soundWork } from './sound-work'
import { lendBytes, readBytes } from '../storage/assets'
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

/** The last picture that was decoded here, for the page to show without decoding it again. */
let shown: ImageBitmap | null = null

async function decodePicture(bytes: Uint8Array, mime: Mime, keep = false): Promise<Pixels> {
  if (!mayDecode(bytes)) throw new Error('more pixels than are taken')
  const bitmap = await createImageBitmap(new Blob([bytes as BlobPart], { type: mime }))
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  const ink = canvas.getContext('2d', { willReadFrequently: true })!
  ink.drawImage(bitmap, 0, 0)
  shown?.close()
  shown = keep ? bitmap : null
  if (!keep) bitmap.close()
  const { width, height, data } = ink.getImageData(0, 0, canvas.width, canvas.height)
  return { width, height, data }
}

/** Frames of an animated WebP, where the browser can take one apart. */
async function moving(bytes: Uint8Array, mime: Mime) {
  if (mime !== 'image/webp' || typeof ImageDecoder === 'undefined') return null
  const decoder = new ImageDecoder({ data: bytes as BufferSource, type: mime })
  try {
    await decoder.tracks.ready
    const count = decoder.tracks.selectedTrack?.frameCount ?? 1
    if (count < 2) return null
    const frames: { pixels: Pixels; delayMs: number }[] = []
    for (let i = 0; i < Math.min(count, 256); i++) {
      const { image } = await decoder.decode({ frameIndex: i })
      const canvas = new OffscreenCanvas(image.displayWidth, image.displayHeight)
      const ink = canvas.getContext('2d', { willReadFrequently: true })!
      ink.drawImage(image, 0, 0)
      const delayMs = Math.max(20, (image.duration ?? 100_000) / 1000)
      image.close()
      const { width, height, data } = ink.getImageData(0, 0, canvas.width, canvas.height)
      frames.push({ pixels: { width, height, data }, delayMs })
    }
    return { width: frames[0]!.pixels.width, height: frames[0]!.pixels.height, frames }
  } finally {
    decoder.close()
  }
}

const place: Workplace = {
  still: (bytes, mime, exact) =>
    exact && mime === 'image/png' ? decodeExact(bytes) : decodePicture(bytes, mime, !exact),
  moving,
  encode: encodeSmall,
  hash: async (bytes) => {
    const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes as BufferSource))
    return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')
  },
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
    // What is not there, or not yet, is asked for again the next time.
    void found.then((value) => {
      if (value === null && kept.get(hash) === found) kept.delete(hash)
    })
    return found
  }
  return Object.assign(get, { put: (hash: string, value: T) => keep(hash, Promise.resolve(value)) })
}

const pixelsOf = remember<Pixels>(40, async (hash, template, facts) => {
  const bytes = await assetBytes(hash, template)
  return bytes === null || facts === undefined ? null : decodePicture(bytes, facts.mime)
})
const samplesOf = remember<Samples>(24, async (hash, template, facts) => {
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
    encoders,
    encodePicture: encodeSmall,
    files: null,
  }
}

/** A context that also finds what a fix has just made and nobody has stored yet. */
function withMade(ctx: CheckContext, made: ReadonlyMap<string, Uint8Array>): CheckContext {
  const factsOf = (hash: string) => ctx.pack.assets[hash]
  return {
    ...ctx,
    bytes: async (hash) => made.get(hash) ?? ctx.bytes(hash),
    pixels: async (hash) => {
      const bytes = made.get(hash)
      const mime = factsOf(hash)?.mime
      return bytes === undefined || mime === undefined ? ctx.pixels(hash) : decodePicture(bytes, mime).catch(() => null)
    },
    samples: async (hash) => {
      const bytes = made.get(hash)
      const mime = factsOf(hash)?.mime
      return bytes === undefined || mime === undefined ? ctx.samples(hash) : decodeSound(bytes, mime).catch(() => null)
    },
  }
}

const runners = new Map<string, Runner>()

export interface TakenIn {
  hash: string
  facts: AssetFacts
  /** Everything to keep: the file itself, and the files it was made from. */
  files: Map<string, Uint8Array>
  originals: Record<string, AssetFacts>
  /** Pictures only. */
  crisp: boolean
  told: string[]
  /** The picture, decoded, where it could be handed over. */
  bitmap?: ImageBitmap
  /** What the wish asked for, made of it. */
  sprite?: SpriteContent
  /** A moving picture that is no sprite. */
  clip?: SpriteContent['clips'][string]
}

/** Decoded pixels of every file a sprite's frames lie in. */
async function pixelsFor(
  sprite: SpriteContent,
  assets: FactsTable,
  template: Template,
  exact = false,
): Promise<PixelsOf> {
  const found = new Map<string, Pixels>()
  for (const hash of new Set(framesOf(sprite).map((frame) => frame.asset))) {
    const facts = assets[hash]
    let pixels: Pixels | null = null
    if (exact && facts?.mime === 'image/png') {
      const bytes = await assetBytes(hash, template)
      pixels = bytes === null ? null : await decodeExact(bytes)
    } else pixels = await pixelsOf(hash, template, facts)
    if (pixels === null) throw broken(facts?.source.file ?? 'A picture of this part')
    found.set(hash, pixels)
  }
  return (hash) => found.get(hash)!
}

type FactsTable = Record<string, AssetFacts>

/** What the sprite editor tells about a drawing. */
export interface SpriteLook {
  palette: { colour: string; share: number }[]
  border: { r: number; g: number; b: number } | null
  /** 1 when it was not enlarged. */
  enlarged: number
  /** px of the art from top to bottom, null for smooth drawings. */
  art: number | null
  /** 0..1 of the canvas: box of what is drawn in the first frame. */
  drawn: { x: number; y: number; w: number; h: number } | null
}

const sounds = soundWork(samplesOf, encoders)

const workshop = {
  /**
   * Takes in a picture, several numbered ones, a moving one, or a sheet with its description; for a sprite also makes
   * its content. SVGs come already drawn. The files as they were, without their tags, are kept beside what was made.
   */
  takePictures: (
    incoming: Incoming[],
    imported: string,
    source: Partial<AssetFacts['source']>,
    wish?: SpriteWish,
    cut?: Strip,
    likeFacts: FactsTable = {},
    template?: Template,
    progress?: (share: number) => void,
  ) =>
    answer(async (): Promise<TakenIn> => {
      shown = null
      const asked = wish === undefined || template === undefined ? wish : await knowingWhere(wish, likeFacts, template)
      const clips = wish === undefined ? [] : [...wish.clips, ...wish.optionalClips]
      const taken = await bringIn(
        incoming,
        clips,
        imported,
        source,
        progress === undefined ? place : { ...place, progress },
      )
      pixelsOf.put(taken.hash, taken.pixels)
      const { hash, facts, files, originals, crisp, told } = taken
      const made: TakenIn = { hash, facts, files, originals, crisp, told, ...makeOf(taken, asked, cut) }
      const bitmap = shown as ImageBitmap | null
      shown = null
      return bitmap === null ? made : Comlink.transfer({ ...made, bitmap }, [bitmap])
    }),

  /** What is inside a ZIP that was dropped: pictures and sheet descriptions; all else is left out. */
  unpack: (name: string, bytes: Uint8Array) =>
    answer(async () =>
      [...unzipSafely(bytes, name, ART_LIMITS)]
        .filter(([file]) => /\.(png|apng|jpe?g|webp|gif|svg|json)$/i.test(file) && !/(^|\/)(\.|__MACOSX)/.test(file))
        .map(([file, content]) => ({ name: file, bytes: content })),
    ),

  takeSound: (...given: Parameters<typeof sounds.takeSound>) => answer(() => sounds.takeSound(...given)),
  takeRecording: (...given: Parameters<typeof sounds.takeRecording>) => answer(() => sounds.takeRecording(...given)),
  takeEffect: sounds.takeEffect,
  previewSound: sounds.previewSound,
  lookAt: sounds.lookAt,
  seam: sounds.seam,
  editSound: sounds.editSound,
  levels: sounds.levels,

  /** Cuts a picture that is in the store into a sprite. */
  cutSprite: (
    hash: string,
    facts: AssetFacts,
    template: Template,
    wish: SpriteWish,
    likeFacts: FactsTable,
    cut?: Strip,
  ) =>
    answer(async () => {
      const pixels = await pixelsOf(hash, template, facts)
      if (pixels === null) throw broken(facts.source.file)
      return spriteFromPicture(hash, pixels, cut ?? sureCut(pixels), await knowingWhere(wish, likeFacts, template))
    }),

  /** The cut that the picture itself proposes. */
  proposeCut: (hash: string, facts: AssetFacts, template: Template) =>
    answer(async () => {
      const pixels = await pixelsOf(hash, template, facts)
      if (pixels === null) throw broken(facts.source.file)
      return findCells(pixels)
    }),

  lookAtCut: (hash: string, facts: AssetFacts, template: Template, cut: Strip) =>
    answer(async () => {
      const pixels = await pixelsOf(hash, template, facts)
      if (pixels === null) throw broken(facts.source.file)
      return lookAtCut(pixels, cut)
    }),

  trim: (sprite: SpriteContent, assets: FactsTable, template: Template, margin: number) =>
    answer(async () => trimmed(sprite, await pixelsFor(sprite, assets, template), margin)),

  align: (sprite: SpriteContent, clip: string, by: AlignBy, assets: FactsTable, template: Template) =>
    answer(async () => aligned(sprite, clip, by, await pixelsFor(sprite, assets, template))),

  /** `like` is the template's drawing: what was cut out of its backdrop stands where that one stands. */
  rework: (
    sprite: SpriteContent,
    what: Rework,
    assets: FactsTable,
    template: Template,
    like?: SpriteContent,
    likeFacts: FactsTable = {},
  ) =>
    answer(async () => {
      const of = await pixelsFor(sprite, assets, template, true)
      const made = await reworkSprite(sprite, what, (hash) => assets[hash]!, of, place)
      for (const [hash, pixels] of made.pixels) pixelsOf.put(hash, pixels)
      let { sprite: next } = made
      if (what.do === 'key-out' && like !== undefined && made.files.size > 0) {
        const likeOf = await pixelsFor(like, likeFacts, template).catch(() => null)
        next = standAgain(next, (hash) => made.pixels.get(hash) ?? of(hash), like, likeOf)
      }
      return { sprite: next, assets: made.assets, files: made.files }
    }),

  /** A frame with its backdrop taken out, as it would look: for the preview, nothing is kept. */
  previewRework: (sprite: SpriteContent, frame: Frame, what: Rework, assets: FactsTable, template: Template) =>
    answer(async () => {
      const of = await pixelsFor(sprite, assets, template)
      const one = { ...sprite, clips: { one: { frames: [frame], fps: 1, mode: 'once' as const } } }
      const made = await reworkSprite(one, what, (hash) => assets[hash]!, of, {
        ...place,
        encode: async () => ({ bytes: new Uint8Array(1), mime: 'image/png' as const }),
        hash: async () => 'preview',
      })
      const pixels = made.pixels.get('preview')
      if (pixels === undefined) return null
      const bitmap = await createImageBitmap(
        new ImageData(new Uint8ClampedArray(pixels.data), pixels.width, pixels.height),
      )
      const at = Object.values(made.sprite.clips)[0]!.frames[0]!
      return Comlink.transfer({ bitmap, x: at.x, y: at.y, w: at.w, h: at.h }, [bitmap])
    }),

  async look(sprite: SpriteContent, frame: Frame, assets: FactsTable, template: Template): Promise<SpriteLook | null> {
    const of = await pixelsFor(sprite, assets, template).catch(() => null)
    if (of === null) return null
    const pixels = inCanvas(sprite, frame, of)
    const box = drawnBox(pixels)
    return {
      palette: palette(pixels),
      border: borderColour(pixels),
      enlarged: enlargement(pixels),
      art: artPixels(pixels),
      drawn:
        box === null
          ? null
          : {
              x: box.x / pixels.width,
              y: box.y / pixels.height,
              w: box.w / pixels.width,
              h: box.h / pixels.height,
            },
    }
  },

  /** Area of the shape over the drawn area; null when that cannot be told. */
  async fairness(
    shape: Point[],
    sprite: SpriteContent,
    frame: Frame,
    assets: FactsTable,
    template: Template,
  ): Promise<number | null> {
    const of = await pixelsFor(sprite, assets, template).catch(() => null)
    const ratio = of === null ? Infinity : fairness(shape, inCanvas(sprite, frame, of))
    return Number.isFinite(ratio) ? ratio : null
  },

  /** A hit shape for one frame, 0..1 of the canvas. */
  async shape(
    kind: 'outline' | 'box' | 'capsule' | 'fair',
    points: number,
    ratio: number,
    sprite: SpriteContent,
    frame: Frame,
    assets: FactsTable,
    template: Template,
  ): Promise<Point[] | null> {
    const of = await pixelsFor(sprite, assets, template).catch(() => null)
    if (of === null) return null
    const pixels = inCanvas(sprite, frame, of)
    if (kind === 'box') return boxShape(pixels)
    if (kind === 'capsule') return capsuleShape(pixels)
    if (kind === 'outline') return outlineOf(pixels, points)
    const base = frame.hitShape ?? sprite.hitShape
    return coverage(pixels) === 0 || shapeArea(base) === 0 ? null : asFairAs(base, pixels, ratio)
  },

  async repeatOf(sprite: SpriteContent, frame: Frame, assets: FactsTable, template: Template): Promise<number | null> {
    const of = await pixelsFor(sprite, assets, template).catch(() => null)
    return of === null ? null : findRepeat(inCanvas(sprite, frame, of))
  },

  /** How well drawings stand out from a backdrop: one answer a sprite, null where it cannot be told. */
  async standOut(sprites: SpriteContent[], ground: string, dim: number, assets: FactsTable, template: Template) {
    const behind = await pixelsOf(ground, template, assets[ground])
    return Promise.all(
      sprites.map(async (sprite) => {
        const of = await pixelsFor(sprite, assets, template).catch(() => null)
        return of === null || behind === null ? null : standOut(inCanvas(sprite, framesOf(sprite)[0]!, of), behind, dim)
      }),
    )
  },

  /** What a font file says of itself. */
  takeFont: (name: string, bytes: Uint8Array, imported: string, source: Partial<AssetFacts['source']>) =>
    answer(async (): Promise<TakenIn & { font: FontFacts }> => {
      const font = readFont(name, bytes)
      const hash = hashOf(bytes)
      const facts = newFacts(name, font.mime, bytes.length, {}, imported, {
        author: font.author.slice(0, 120),
        ...source,
      })
      return { hash, facts, files: new Map([[hash, bytes]]), originals: {}, crisp: false, told: [], font }
    }),

  makeGif: (frames: Pixels[], delayMs: number): Promise<Uint8Array> => encodeGif(frames, delayMs),

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

  /** Every fix that changes nothing on purpose, as one step. */
  fixAll: (template: Template, pack: Pack, playerBytes: number): Promise<AllFixed | null> =>
    fixAllSafe(pack, (next, made) => withMade(context(template, next, playerBytes), made)),

  build: (template: Template, pack: Pack, playerCode: string, typeface: Uint8Array): Promise<Answer<Parcel>> =>
    answer(() => {
      const ctx = context(template, pack, 0)
      return buildParcel({ template, pack, playerCode, typeface, bytes: ctx.bytes, pixels: ctx.pixels })
    }),

  /** Bytes that the page could not store: they are found here from now on. */
  lend: (files: ReadonlyMap<string, Uint8Array>): void => lendBytes(files),

  savePack: (pack: Pack, template: Template) => answer(() => savePackFile(pack, (hash) => assetBytes(hash, template))),

  saveRaw: (raw: { pack: unknown; history?: unknown }) => answer(() => saveRawPack(raw, readBytes)),

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

/** The wish with where the drawing it takes after lies in its canvas. */
async function knowingWhere(wish: SpriteWish, facts: FactsTable, template: Template): Promise<SpriteWish> {
  const of = await pixelsFor(wish.like, facts, template).catch(() => null)
  if (of === null) return wish
  return { ...wish, likeDrawn: drawnShare(inCanvas(wish.like, framesOf(wish.like)[0]!, of)) }
}

/** The content a wish asks for; without one, a moving picture's clip. */
function makeOf(taken: BroughtIn, wish: SpriteWish | undefined, cut?: Strip): Pick<TakenIn, 'sprite' | 'clip'> {
  if (wish !== undefined) return { sprite: spriteOf(taken, wish, cut) }
  const group = taken.groups === null ? undefined : Object.values(taken.groups)[0]
  return group === undefined || group.frames.length < 2
    ? {}
    : { clip: { frames: group.frames, fps: group.fps ?? 8, mode: 'loop' } }
}

export type Workshop = typeof workshop
Comlink.expose(workshop)
