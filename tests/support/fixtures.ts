import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import type { Pixels } from '../../core/art/pixels'
import { encodePng } from '../../core/art/png'
import type { CheckContext } from '../../core/check/rule'
import type { AssetFacts } from '../../core/pack/asset'
import type { SoundContent } from '../../core/kinds/audible'
import { hashOf } from '../../core/pack/hash'
import { newPack, Pack } from '../../core/pack/pack'
import { newFacts } from '../../core/art/take-in'
import { encodeWav } from '../../core/sound/wav'
import { CATALOGUE } from '../../core/template/catalogue'
import { Template } from '../../core/template/template'
import { fittedTo } from '../../core/template/uses'
import type { Widths } from '../../core/wording/fit'
import { encoders } from './sounds'
import { decodeAudio, decodePicture } from '../../server/inspector/decode'

export const root = join(import.meta.dirname, '../..')
const read = (path: string): Uint8Array => new Uint8Array(readFileSync(join(root, path)))

const readJson = (path: string): unknown => JSON.parse(new TextDecoder().decode(read(path)))

/** Every template that ships, by its id. */
export const TEMPLATES = Object.fromEntries(
  CATALOGUE.map((id) => [id, Template.parse(readJson(`templates/${id}/template.json`))]),
) as Record<(typeof CATALOGUE)[number], Template>
export const {
  windfall,
  updraft,
  skipline,
  ranks,
  stepstone,
  twosome,
  'claim-grid': claimGrid,
  'which-one': whichOne,
  roundabout,
} = TEMPLATES
const widths = readJson('core/wording/widths.json') as Widths
const demo = (id: string): Pack => Pack.parse(readJson(`demo/${id}/pack.json`))
export const breakwaterGull = (): Pack => demo('breakwater-gull')
export const puffinCatch = (): Pack => demo('puffin-catch')
/** Every demo pack that ships. */
export const demoPacks = (): Pack[] => (readJson('demo/index.json') as { demos: string[] }).demos.map(demo)
/** A template made of a folder that has one page and nothing else. */
export const folderTemplate = (licence: string): Template => ({
  ...{ ...windfall, kind: 'folder', id: 'f-0123456789', name: 'Pot Hauler', author: '', licence },
  folder: { page: 'index.html', files: {}, places: {}, terms: [], told: [] },
})
export const emptyPack = (): Pack => newPack(windfall, 'a-pack-for-tests')

const drawerIndex = readJson('drawer/saltwick/index.json') as {
  items: { file: string; hash: string }[]
}
export const drawerFile = (name: string): Uint8Array => read(`drawer/saltwick/${name}`)

/** Bytes by hash from the shipped folders and from `extra`. */
export function bytesFrom(extra: ReadonlyMap<string, Uint8Array> = new Map()) {
  return async (hash: string): Promise<Uint8Array | null> => {
    const own = extra.get(hash)
    if (own !== undefined) return own
    for (const template of Object.values(TEMPLATES)) {
      const shipped = template.assets[hash]
      if (shipped !== undefined) return read(`templates/${template.id}/${shipped.path}`)
    }
    const item = drawerIndex.items.find((one) => one.hash === hash)
    return item === undefined ? null : read(`drawer/saltwick/${item.file}`)
  }
}

/** A decoder that decodes a file of the shipped folders once, and one of `extra` once a context. */
function decoderOf<T>(how: (bytes: Uint8Array) => Promise<T | null>) {
  const shipped = new Map<string, Promise<T | null>>()
  return (extra: ReadonlyMap<string, Uint8Array>) => {
    const bytes = bytesFrom(extra)
    const own = new Map<string, Promise<T | null>>()
    return (hash: string): Promise<T | null> => {
      const kept = extra.has(hash) ? own : shipped
      const found = kept.get(hash) ?? bytes(hash).then((file) => (file === null ? null : how(file)))
      kept.set(hash, found)
      return found
    }
  }
}
const pixelsFrom = decoderOf(decodePicture)
const samplesFrom = decoderOf(decodeAudio)

export function contextFor(pack: Pack, extra: ReadonlyMap<string, Uint8Array> = new Map()): CheckContext {
  return {
    template: fittedTo(TEMPLATES[pack.template.id as keyof typeof TEMPLATES], pack),
    pack,
    widths,
    bytes: bytesFrom(extra),
    pixels: pixelsFrom(extra),
    samples: samplesFrom(extra),
    encoders,
    files: null,
    playerBytes: 25_000,
  }
}

/** A picture from a function of its pixels. */
export function picture(
  width: number,
  height: number,
  colour: (x: number, y: number) => [number, number, number, number],
): Pixels {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set(colour(x, y), (y * width + x) * 4)
  return { width, height, data }
}

export const CLEAR: [number, number, number, number] = [0, 0, 0, 0]

export const disc = (
  size: number,
  radius: number,
  ink: [number, number, number, number] = [200, 60, 40, 255],
  ground = CLEAR,
): Pixels =>
  picture(size, size, (x, y) => (Math.hypot(x + 0.5 - size / 2, y + 0.5 - size / 2) <= radius ? ink : ground))

/** A red ball on nothing: a clean sprite that is not of the shipped sets. */
export const ballPixels = (): Pixels => disc(96, 40, [215, 40, 60, 255])

export interface Made {
  hash: string
  bytes: Uint8Array
  facts: AssetFacts
}

const credit = { author: 'harbour-club', licence: 'CC0-1.0' }
const WHEN = '2026-11-23T00:00:00.000Z'

export function pngAsset(pixels: Pixels, source: Partial<AssetFacts['source']> = credit): Made {
  const bytes = encodePng(pixels)
  return {
    bytes,
    hash: hashOf(bytes),
    facts: newFacts(
      'drawn.png',
      'image/png',
      bytes.length,
      { width: pixels.width, height: pixels.height },
      WHEN,
      source,
    ),
  }
}

export function tone(seconds: number, options: { head?: number; level?: number; rate?: number } = {}): Made {
  const rate = options.rate ?? 22050
  const samples = Float32Array.from({ length: Math.round(seconds * rate) }, (_, i) =>
    i / rate < (options.head ?? 0) ? 0 : Math.sin((i / rate) * Math.PI * 880) * (options.level ?? 0.5),
  )
  const bytes = encodeWav({ channels: [samples], sampleRate: rate })
  return {
    bytes,
    hash: hashOf(bytes),
    facts: newFacts('tone.wav', 'audio/wav', bytes.length, { durationS: seconds }, WHEN, credit),
  }
}

/** A JPEG that says where it was taken (a made-up place in the sea) and by what, made with sharp. */
export async function locatedJpeg(orientation = 1): Promise<Uint8Array> {
  const plain = sharp({ create: { width: 64, height: 40, channels: 3, background: '#2c5f74' } })
  return new Uint8Array(
    await plain
      .withExif({
        IFD0: { Make: 'Quay Optics', Model: 'Gull 2' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 30/1 0/1', GPSLongitudeRef: 'W', GPSLongitude: '0/1 30/1 0/1' },
      })
      .withMetadata({ orientation })
      .jpeg()
      .toBuffer(),
  )
}

/** The pack with one part swapped for a picture. */
export function withSprite(
  pack: Pack,
  made: Made,
  change: Partial<Extract<Pack['parts'][string], { kind: 'sprite' }>> = {},
): Pack {
  const like = windfall.parts.find((spec) => spec.id === 'hero')!.content
  if (like.kind !== 'sprite') throw new Error('hero is a sprite')
  return {
    ...pack,
    assets: { ...pack.assets, [made.hash]: made.facts },
    parts: {
      ...pack.parts,
      hero: {
        ...like,
        clips: {
          stand: {
            frames: [{ asset: made.hash, x: 0, y: 0, w: made.facts.width, h: made.facts.height, hold: 1 }],
            fps: 4,
            mode: 'loop',
          },
        },
        strip: { columns: 1, rows: 1 },
        ...change,
      },
    },
  }
}

export function withSound(pack: Pack, part: string, made: Made, change: Partial<SoundContent> = {}): Pack {
  return {
    ...pack,
    assets: { ...pack.assets, [made.hash]: made.facts },
    parts: { ...pack.parts, [part]: { kind: 'sound', asset: made.hash, gainDb: 0, ...change } },
  }
}
