import type { Pack } from '@core/pack/pack'
import { buildParcel, type Parcel } from '@core/parcel/build'
import { openPackFile, savePackFile, saveRawPack } from '@core/parcel/pack-file'
import type { Template } from '@core/template/template'
import { answer, type Answer } from './answer'
import { contextOf } from './check-work'
import type { WorkFiles, WorkshopPlace } from './files'

/** Parcels and pack files. */
export function parcelWork(place: WorkshopPlace, files: WorkFiles) {
  const context = contextOf(place, files)
  return {
    build: (template: Template, pack: Pack, playerCode: string, typeface: Uint8Array): Promise<Answer<Parcel>> =>
      answer(() => {
        const ctx = context(template, pack, 0)
        return buildParcel({ template, pack, playerCode, typeface, bytes: ctx.bytes, pixels: ctx.pixels })
      }),

    /** Bytes that the page could not store: they are found here from now on. */
    lend: (lent: ReadonlyMap<string, Uint8Array>): void => place.lendBytes(lent),

    savePack: (pack: Pack, template: Template) =>
      answer(() => savePackFile(pack, (hash) => place.bytesOf(hash, template), template)),

    saveRaw: (raw: { pack: unknown; history?: unknown }) =>
      answer(() => saveRawPack(raw, (hash) => place.readBytes(hash))),

    openPack: (bytes: Uint8Array, file: string) => answer(async () => openPackFile(bytes, file)),
  }
}
