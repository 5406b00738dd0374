import type { Mime } from '../pack/asset'
import { isOpus } from './kinds'

/** How much a sound file unpacks to, told before it is decoded. */
export interface SoundSize {
  channels: number
  /** Samples of one channel, at most; 0 where only decoding tells. */
  frames: number
  /** Hz; 0 where the file does not say. */
  sampleRate: number
}

const view = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
const ascii = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length))

/** RIFF WAVE: the format and data chunks. Packed formats have at least a bit for each sample. */
function wavSize(bytes: Uint8Array): SoundSize | null {
  const v = view(bytes)
  let format: { channels: number; bits: number; sampleRate: number } | null = null
  for (let at = 12; at + 8 <= bytes.length;) {
    const id = ascii(bytes, at, 4)
    const size = v.getUint32(at + 4, true)
    if (id === 'fmt ' && at + 24 <= bytes.length)
      format = {
        channels: v.getUint16(at + 10, true),
        sampleRate: v.getUint32(at + 12, true),
        bits: Math.max(1, v.getUint16(at + 22, true)),
      }
    if (id === 'data' && format !== null) {
      const { channels, bits, sampleRate } = format
      const held = Math.min(size, bytes.length - at - 8)
      return { channels, sampleRate, frames: channels === 0 ? 0 : Math.floor((held * 8) / (bits * channels)) }
    }
    at += 8 + size + (size & 1)
  }
  return format === null ? null : { channels: format.channels, sampleRate: format.sampleRate, frames: 0 }
}

/** CRC-8 with polynomial 0x07, from 0 (RFC 9639, 9.1.8). */
const CRC8 = Uint8Array.from({ length: 256 }, (_, i) => {
  let value = i
  for (let k = 0; k < 8; k++) value = value & 0x80 ? ((value << 1) ^ 0x07) & 255 : (value << 1) & 255
  return value
})

/** Block size of the frame whose head begins at `at`; 0 where there is none (RFC 9639, 9.1). */
function flacBlock(bytes: Uint8Array, at: number): number {
  if (bytes[at] !== 0xff || (bytes[at + 1]! & 0xfe) !== 0xf8) return 0
  const code = bytes[at + 2]! >> 4
  const rate = bytes[at + 2]! & 15
  if (code === 0 || rate === 15 || bytes[at + 3]! >> 4 > 10 || (bytes[at + 3]! & 1) !== 0) return 0
  // The number of the frame or sample, coded like UTF-8.
  let end = at + 5
  for (let bit = 0x80; (bytes[at + 4]! & bit) !== 0 && bit > 1; bit >>= 1) if (bit !== 0x80) end++
  let block = code === 1 ? 192 : code <= 5 ? 576 << (code - 2) : code >= 8 ? 256 << (code - 8) : 0
  if (code === 6) block = bytes[end++]! + 1
  if (code === 7) {
    block = ((bytes[end]! << 8) | bytes[end + 1]!) + 1
    end += 2
  }
  end += rate === 12 ? 1 : rate === 13 || rate === 14 ? 2 : 0
  if (end >= bytes.length) return 0
  let crc = 0
  for (let i = at; i < end; i++) crc = CRC8[crc ^ bytes[i]!]!
  return crc === bytes[end] ? block : 0
}

/** FLAC: what its head says, or what its frames say where that is more. A frame of silence takes a dozen bytes. */
function flacSize(bytes: Uint8Array): SoundSize | null {
  if (bytes.length < 42) return null
  const sampleRate = (bytes[18]! << 12) | (bytes[19]! << 4) | (bytes[20]! >> 4)
  const channels = ((bytes[20]! >> 1) & 7) + 1
  const told = (bytes[21]! & 15) * 2 ** 32 + view(bytes).getUint32(22)
  let counted = 0
  for (let at = 42; at + 6 < bytes.length; at++) counted += flacBlock(bytes, at)
  return { channels, sampleRate, frames: Math.max(told, counted) }
}

/** Samples of the longest packet there is: Opus 120 ms at 48 kHz (RFC 6716, 2.1.4), Vorbis half its largest block. */
const LONGEST_OPUS = 5760

/** Ogg: packets are counted by the lacing of its pages (RFC 3533, 6), so that no page's own word is needed. */
function oggSize(bytes: Uint8Array): SoundSize | null {
  const first = 27 + (bytes[26] ?? 0)
  const opus = isOpus(bytes)
  if (!opus && ascii(bytes, first + 1, 6) !== 'vorbis') return null
  if (first + 29 > bytes.length) return null
  const channels = bytes[first + (opus ? 9 : 11)]!
  const sampleRate = opus ? 48000 : view(bytes).getUint32(first + 12, true)
  const longest = opus ? LONGEST_OPUS : 2 ** (bytes[first + 28]! >> 4) / 2
  let packets = 0
  for (let at = 0; at + 27 <= bytes.length && ascii(bytes, at, 4) === 'OggS';) {
    const segments = bytes[at + 26]!
    let body = 0
    for (let i = 0; i < segments && at + 27 + i < bytes.length; i++) {
      const size = bytes[at + 27 + i]!
      body += size
      if (size < 255) packets++
    }
    at += 27 + segments + body
  }
  return { channels, sampleRate, frames: packets * longest }
}

/** Null where nothing can be said: then the decoder counts while it unpacks. */
export function soundSize(bytes: Uint8Array, mime: Mime): SoundSize | null {
  switch (mime) {
    case 'audio/wav':
      return wavSize(bytes)
    case 'audio/flac':
      return flacSize(bytes)
    case 'audio/ogg':
      return oggSize(bytes)
    default:
      return null
  }
}

/** First frame's place in an MP3, past an ID3v2 tag (id3.org 2.4.0, 3.1); -1 for none. */
function mp3Frame(bytes: Uint8Array): number {
  let at = 0
  if (ascii(bytes, 0, 3) === 'ID3' && bytes.length > 10)
    at = 10 + ((bytes[6]! & 127) << 21) + ((bytes[7]! & 127) << 14) + ((bytes[8]! & 127) << 7) + (bytes[9]! & 127)
  for (; at + 4 < bytes.length; at++) if (bytes[at] === 0xff && (bytes[at + 1]! & 0xe0) === 0xe0) return at
  return -1
}

/** Whether an MP3 says that it has one channel (ISO 11172-3, 2.4.2.3): decoders give such a one twice. */
export function isMonoMp3(bytes: Uint8Array): boolean {
  const at = mp3Frame(bytes)
  return at >= 0 && bytes[at + 3]! >> 6 === 3
}

/** Seconds an MP3 should run by the frames its first one counts (the Xing or Info head); null where it does not say. */
function mp3Told(bytes: Uint8Array): number | null {
  const at = mp3Frame(bytes)
  if (at < 0 || at + 60 > bytes.length) return null
  const version = (bytes[at + 1]! >> 3) & 3
  const rates = [44100, 48000, 32000]
  const rate = rates[(bytes[at + 2]! >> 2) & 3]
  if (rate === undefined || version === 1) return null
  const [sampleRate, frame] = version === 3 ? [rate, 1152] : [version === 2 ? rate / 2 : rate / 4, 576]
  const mono = isMonoMp3(bytes)
  const head = at + 4 + (version === 3 ? (mono ? 17 : 32) : mono ? 9 : 17)
  if (!/^(Xing|Info)$/.test(ascii(bytes, head, 4)) || (bytes[head + 7]! & 1) === 0) return null
  return (view(bytes).getUint32(head + 8) * frame) / sampleRate
}

/** A file says that it runs longer than there is of it. */
export interface CutOff {
  /** Seconds that it says; null where it only lacks its end. */
  toldS: number | null
}

/** Seconds under which a difference is rounding, or the padding of an MP3's first and last frames. */
const SLACK_S = 0.02
const MP3_SLACK_S = 0.12

/** Whether a sound ends before its own end; `seconds` is what was decoded. Null for a whole one. */
export function cutOff(bytes: Uint8Array, mime: Mime, seconds: number): CutOff | null {
  const told = toldSeconds(bytes, mime)
  if (told !== null && told - seconds > Math.max(mime === 'audio/mpeg' ? MP3_SLACK_S : SLACK_S, told * 0.02))
    return { toldS: told }
  if (mime !== 'audio/ogg') return null
  // The last page says that it is the last (RFC 3533, 6, flag 4).
  let last = -1
  for (let at = 0; at + 27 <= bytes.length && ascii(bytes, at, 4) === 'OggS';) {
    last = at
    let body = 0
    for (let i = 0; i < bytes[at + 26]!; i++) body += bytes[at + 27 + i] ?? 0
    at += 27 + bytes[at + 26]! + body
    if (at > bytes.length) return { toldS: null }
  }
  return last >= 0 && (bytes[last + 5]! & 4) === 0 ? { toldS: null } : null
}

function toldSeconds(bytes: Uint8Array, mime: Mime): number | null {
  if (mime === 'audio/mpeg') return mp3Told(bytes)
  if (mime === 'audio/flac') {
    const size = flacSize(bytes)
    return size === null || size.sampleRate === 0 ? null : size.frames / size.sampleRate
  }
  if (mime !== 'audio/wav') return null
  const v = view(bytes)
  let perSecond = 0
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = v.getUint32(at + 4, true)
    if (ascii(bytes, at, 4) === 'fmt ' && at + 20 <= bytes.length) perSecond = v.getUint32(at + 16, true)
    // Written while it was recorded: the length was to come and never did.
    if (ascii(bytes, at, 4) === 'data')
      return perSecond === 0 || size === 0 || size >= 0x7fffffff ? null : size / perSecond
    at += 8 + size + (size & 1)
  }
  return null
}
