import type { Workplace } from '@core/art/bring-in'
import { type PixelsOf, framesOf } from '@core/art/place'
import type { Pixels } from '@core/art/pixels'
import type { AssetFacts, Mime } from '@core/pack/asset'
import type { SpriteContent } from '@core/kinds/drawing'
import { broken } from '@core/art/take-in'
import { decodeSound } from '@core/sound/decode'
import type { SoundEncoders } from '@core/sound/encode'
import type { Samples } from '@core/sound/samples'
import type { Template } from '@core/template/template'

/** What a workshop asks of where it stands: the worker with the browser's decoders, or a test with the server's. */
export interface WorkshopPlace extends Workplace {
  /** Bytes of a file of the pack or the template; null where they are not there. */
  bytesOf(hash: string, template: Template): Promise<Uint8Array | null>
  /** Bytes of a file of this browser's own. */
  readBytes(hash: string): Promise<Uint8Array | null>
  /** Bytes that could not be stored, to be found from now on. */
  lendBytes(files: ReadonlyMap<string, Uint8Array>): void
  decode(bytes: Uint8Array, mime: Mime): Promise<Pixels>
  /** Without rounding what is half see-through, for work on pixels; PNG only. */
  decodeExact(bytes: Uint8Array): Promise<Pixels>
  /** The picture that was decoded last, ready to be shown, once; null where nothing can be handed over. */
  handOver(): ImageBitmap | null
  /** Pixels as a picture that is handed over. */
  toShow(pixels: Pixels): Promise<ImageBitmap>
  /** Marks what goes to the page without being copied. */
  transfer<T>(value: T, parts: Transferable[]): T
  encoders: SoundEncoders
}

export type FactsTable = Record<string, AssetFacts>
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

/** Decoded files of one workshop. */
export function workFiles(place: WorkshopPlace) {
  const pixelsOf = remember<Pixels>(40, async (hash, template, facts) => {
    const bytes = await place.bytesOf(hash, template)
    return bytes === null || facts === undefined ? null : place.decode(bytes, facts.mime)
  })
  const samplesOf = remember<Samples>(24, async (hash, template, facts) => {
    const bytes = await place.bytesOf(hash, template)
    return bytes === null || facts === undefined ? null : decodeSound(bytes, facts.mime)
  })

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
        const bytes = await place.bytesOf(hash, template)
        pixels = bytes === null ? null : await place.decodeExact(bytes)
      } else pixels = await pixelsOf(hash, template, facts)
      if (pixels === null) throw broken(facts?.source.file ?? 'A picture of this part')
      found.set(hash, pixels)
    }
    return (hash) => found.get(hash)!
  }

  type FactsTable = Record<string, AssetFacts>

  return { pixelsOf, samplesOf, pixelsFor }
}
export type WorkFiles = ReturnType<typeof workFiles>
