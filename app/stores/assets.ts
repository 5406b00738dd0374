import type { Mime } from '@core/pack/asset'
import { mayDecode } from '@core/art/take-in'
import type { Template } from '@core/template/template'
import { defineStore } from 'pinia'
import { bytesKept } from '../storage/assets'
import { assetBytes } from '../workers/sources'

/** Decoded pictures and object URLs by hash, outside of any reactive state. */
export const useAssets = defineStore('assets', () => {
  const bitmaps = new Map<string, ImageBitmap>()
  const loading = new Map<string, Promise<ImageBitmap | null>>()
  const urls = new Map<string, Promise<string>>()

  async function bytesOf(hash: string, template: Template): Promise<Uint8Array | null> {
    await bytesKept().catch(() => undefined)
    return assetBytes(hash, template)
  }

  async function decode(hash: string, mime: Mime, bytes: Uint8Array | null): Promise<ImageBitmap | null> {
    if (bytes === null || !mayDecode(bytes)) return null
    try {
      const bitmap = await createImageBitmap(new Blob([bytes as BlobPart], { type: mime }))
      bitmaps.set(hash, bitmap)
      return bitmap
    } catch {
      return null
    }
  }

  /** Null when the bytes are gone or broken; the check tells about those. */
  function bitmap(hash: string, mime: Mime, template: Template): Promise<ImageBitmap | null> {
    let found = loading.get(hash)
    if (found === undefined) {
      found = bytesOf(hash, template).then((bytes) => decode(hash, mime, bytes))
      loading.set(hash, found)
    }
    return found
  }

  /** Begins to decode a picture that has just come in, while the rest of its swap is worked out. */
  function prime(hash: string, mime: Mime, bytes: Uint8Array): void {
    if (!loading.has(hash)) loading.set(hash, decode(hash, mime, bytes))
  }

  /** A picture that is decoded already. */
  function put(hash: string, bitmap_: ImageBitmap): void {
    if (loading.has(hash)) return bitmap_.close()
    bitmaps.set(hash, bitmap_)
    loading.set(hash, Promise.resolve(bitmap_))
  }

  /** Lets everything go that is not of the pack that is open: pictures are large. */
  async function release(keeps: (hash: string) => boolean): Promise<void> {
    for (const [hash, found] of [...loading]) {
      if (keeps(hash)) continue
      loading.delete(hash)
      bitmaps.delete(hash)
      ;(await found)?.close()
    }
    for (const [hash, found] of [...urls]) {
      if (keeps(hash)) continue
      urls.delete(hash)
      URL.revokeObjectURL(await found)
    }
  }

  function url(hash: string, mime: Mime, template: Template): Promise<string> {
    let found = urls.get(hash)
    if (found === undefined) {
      found = bytesOf(hash, template).then((bytes) =>
        bytes === null ? '' : URL.createObjectURL(new Blob([bytes as BlobPart], { type: mime })),
      )
      urls.set(hash, found)
    }
    return found
  }

  return { bitmaps: () => bitmaps as ReadonlyMap<string, ImageBitmap>, bitmap, prime, put, url, bytesOf, release }
})
