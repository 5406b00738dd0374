import type { Readable } from 'node:stream'
import { diskBlobs } from './blobs-disk'
import { s3Blobs } from './blobs-s3'

/** Bytes from `start` to `end`, both inclusive. */
export interface Range {
  start: number
  end: number
}

/** Files by the SHA-256 of what is in them: the same bytes are there once, and never change. */
export interface Blobs {
  has(hash: string): Promise<boolean>
  /** Stores bytes under their own hash, whole or not at all. */
  put(hash: string, bytes: Uint8Array): Promise<void>
  /** Null when there is none. */
  get(hash: string): Promise<Buffer | null>
  stream(hash: string, range?: Range): Promise<Readable | null>
  /** Every blob with when it was written (ms), in no order. */
  list(): AsyncIterable<{ hash: string; written: number; bytes: number }>
  remove(hash: string): Promise<void>
  /** Throws when nothing can be written now. */
  ready(): Promise<void>
  /** Clears up after a server that was killed while it wrote; only for whoever has the place to themselves. */
  tidy(): Promise<void>
}

/** `url`: empty for a folder on disk, `s3://bucket?endpoint=…&region=…` for an S3-compatible store. */
export const openBlobs = (dir: string, url: string): Blobs => (url === '' ? diskBlobs(dir) : s3Blobs(url))
