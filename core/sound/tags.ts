import type { Mime } from '../pack/asset'
import { isOpus } from './kinds'

export interface SoundTags {
  title: string
  author: string
  /** As the file words it; not an SPDX id. */
  licence: string
}

/** What a sound file says of its maker; empty when it says nothing or cannot be read. */
export async function readSoundTags(bytes: Uint8Array, mime: Mime): Promise<SoundTags & { seconds: number | null }> {
  const none = { title: '', author: '', licence: '', seconds: null }
  try {
    const { parseBuffer } = await import('music-metadata')
    const { common, format } = await parseBuffer(bytes, { mimeType: mime, size: bytes.length }, { skipCovers: true })
    return {
      title: (common.title ?? '').slice(0, 120),
      author: (common.artist ?? common.composer?.[0] ?? '').slice(0, 120),
      licence: (common.license ?? common.copyright ?? '').slice(0, 60),
      seconds: format.duration ?? null,
    }
  } catch {
    // The reader rejects what it does not know; the decoder has the last word on whether it is a sound.
    return none
  }
}

const ascii = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length))

/**
 * The same sound without tags, for the files that travel as they are. Null when that cannot be done without touching
 * the sound: the file is then packed anew.
 */
export function stripSoundTags(bytes: Uint8Array, mime: Mime): Uint8Array | null {
  switch (mime) {
    case 'audio/wav':
      return stripWav(bytes)
    case 'audio/mpeg':
      return stripMp3(bytes)
    case 'audio/ogg':
      return isOpus(bytes) ? null : blankVorbisComments(bytes)
    default:
      return null
  }
}

/** RIFF: format and data are all that is needed to play. */
function stripWav(bytes: Uint8Array): Uint8Array | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const keep: Uint8Array[] = []
  let extra = false
  for (let at = 12; at + 8 <= bytes.length;) {
    const id = ascii(bytes, at, 4)
    const size = view.getUint32(at + 4, true)
    const end = Math.min(bytes.length, at + 8 + size + (size & 1))
    if (id === 'fmt ' || id === 'data' || id === 'fact') keep.push(bytes.subarray(at, end))
    else extra = true
    at = end
  }
  if (!extra) return bytes
  const out = new Uint8Array(12 + keep.reduce((sum, part) => sum + part.length, 0))
  out.set(bytes.subarray(0, 12))
  let at = 12
  for (const part of keep) {
    out.set(part, at)
    at += part.length
  }
  new DataView(out.buffer).setUint32(4, out.length - 8, true)
  return out
}

/** ID3v2 in front (its size is in four bytes of seven bits), ID3v1 (128 bytes) and APEv2 behind. */
function stripMp3(bytes: Uint8Array): Uint8Array {
  let from = 0
  while (ascii(bytes, from, 3) === 'ID3' && from + 10 <= bytes.length) {
    const size = [6, 7, 8, 9].reduce((sum, i) => sum * 128 + (bytes[from + i]! & 127), 0)
    from = Math.min(bytes.length, from + 10 + size + (bytes[from + 5]! & 0x10 ? 10 : 0))
  }
  let to = bytes.length
  if (to - from >= 128 && ascii(bytes, to - 128, 3) === 'TAG') to -= 128
  if (to - from >= 32 && ascii(bytes, to - 32, 8) === 'APETAGEX') {
    const size = new DataView(bytes.buffer, bytes.byteOffset + to - 20, 4).getUint32(0, true)
    to = Math.max(from, to - size - (bytes[to - 9]! & 0x80 ? 32 : 0))
  }
  return bytes.subarray(from, to)
}

/** Ogg's checksum: CRC-32 with polynomial 0x04c11db7, from 0, neither mirrored nor inverted (RFC 3533, 6). */
const CRC = Uint32Array.from({ length: 256 }, (_, i) => {
  let value = i << 24
  for (let k = 0; k < 8; k++) value = value & 0x80000000 ? (value << 1) ^ 0x04c11db7 : value << 1
  return value >>> 0
})

/** A comment longer than this (a picture, mostly) would leave a hole as long: such files are packed anew. */
const MOST_COMMENT = 8192

/**
 * Writes an empty comment over the second packet of an Ogg Vorbis file (Vorbis I, 5), as long as the one it had, and
 * makes the checksums of the pages it lies on right again.
 */
function blankVorbisComments(bytes: Uint8Array): Uint8Array | null {
  const out = bytes.slice()
  const view = new DataView(out.buffer)
  const places: number[] = []
  const pages: [number, number][] = []
  let packet = 0
  for (let at = 0; at + 27 <= out.length && packet < 2;) {
    if (ascii(out, at, 4) !== 'OggS') return null
    const segments = out[at + 26]!
    let body = at + 27 + segments
    const first = places.length
    for (let i = 0; i < segments; i++) {
      const size = out[at + 27 + i]!
      if (packet === 1) for (let k = 0; k < size; k++) places.push(body + k)
      body += size
      if (size < 255) packet++
    }
    if (places.length > first) pages.push([at, body])
    if (places.length > MOST_COMMENT || body > out.length) return null
    at = body
  }
  // 3 "vorbis", vendor length, vendor, number of comments, framing bit.
  const length = places.length
  if (length < 16 || ascii(Uint8Array.from(places.slice(0, 7).map((i) => out[i]!)), 1, 6) !== 'vorbis') return null
  const content = new Uint8Array(length).fill(32)
  content.set([3, ...new TextEncoder().encode('vorbis')])
  const fields = new DataView(content.buffer)
  fields.setUint32(7, length - 16, true)
  fields.setUint32(length - 5, 0, true)
  content[length - 1] = 1
  places.forEach((place, i) => (out[place] = content[i]!))
  for (const [from, to] of pages) {
    view.setUint32(from + 22, 0, true)
    let crc = 0
    for (let i = from; i < to; i++) crc = ((crc << 8) ^ CRC[((crc >>> 24) ^ out[i]!) & 255]!) >>> 0
    view.setUint32(from + 22, crc, true)
  }
  return out
}
