import { bringIn, spriteOf, sureCut, type Incoming } from '@core/art/bring-in'
import { encodeGif } from '@core/art/gif'
import type { Pixels } from '@core/art/pixels'
import { spriteFromPicture, type SpriteWish } from '@core/art/strip'
import { UserError } from '@core/errors'
import type { AssetFacts } from '@core/pack/asset'
import type { Strip } from '@core/kinds/sprite'
import { hashOf } from '@core/pack/hash'
import { newFacts } from '@core/pack/take-in'
import { ART_LIMITS, unzipSafely } from '@core/parcel/unzip'
import { takeSound } from '@core/sound/bring-in'
import { readFont } from '@core/wording/font'
import { soundTaken } from '../../app/workers/sound-work'
import { decodePicture } from '../../server/inspector/decode'
import { drawerFile } from './fixtures'
import { encoders } from './sounds'
import { workplace } from './workplace'

const decoded = new Map<string, Pixels>()
async function answer<T>(does: () => Promise<T>) {
  try {
    return { ok: true, value: await does() }
  } catch (error) {
    if (error instanceof UserError) return { ok: false, code: error.code, message: error.message }
    throw error
  }
}
/** The worker’s part for stores under test, in this thread and with the server’s decoders. */
export const workshopHere = {
  takePictures: (
    incoming: Incoming[],
    imported: string,
    source: Partial<AssetFacts['source']>,
    wish?: SpriteWish,
    cut?: Strip,
  ) =>
    answer(async () => {
      const taken = await bringIn(incoming, wish?.clips ?? [], imported, source, workplace)
      decoded.set(taken.hash, taken.pixels)
      const { hash, facts, files, originals, crisp, told } = taken
      return {
        ...{ hash, facts, files, originals, crisp, told },
        ...(wish === undefined ? {} : { sprite: spriteOf(taken, wish, cut) }),
      }
    }),
  takeSound: (
    name: string,
    bytes: Uint8Array,
    kind: 'sound' | 'music',
    imported: string,
    source: Partial<AssetFacts['source']>,
  ) => answer(async () => soundTaken(await takeSound(name, bytes, kind, imported, source, encoders))),
  unpack: (name: string, bytes: Uint8Array) =>
    answer(async () =>
      [...unzipSafely(bytes, name, ART_LIMITS)].map(([file, content]) => ({ name: file, bytes: content })),
    ),
  takeFont: (name: string, bytes: Uint8Array, imported: string, source: Partial<AssetFacts['source']>) =>
    answer(async () => {
      const font = readFont(name, bytes)
      const hash = hashOf(bytes)
      const facts = newFacts(name, font.mime, bytes.length, {}, imported, source)
      return { hash, facts, files: new Map([[hash, bytes]]), originals: {}, crisp: false, told: [], font }
    }),
  cutSprite: (hash: string, _facts: unknown, _template: unknown, wish: SpriteWish, _like: unknown, cut?: Strip) =>
    answer(async () => {
      const pixels = decoded.get(hash) ?? (await decodePicture(drawerFile('puffin.png')))!
      return spriteFromPicture(hash, pixels, cut ?? sureCut(pixels), wish)
    }),
  makeGif: (frames: Pixels[], delayMs: number) => encodeGif(frames, delayMs),
  look: async (sprite: { crisp: boolean }) => ({ art: sprite.crisp ? 30 : null }),
}
