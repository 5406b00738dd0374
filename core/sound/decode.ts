import type { Mime } from '../pack/asset'
import { tooLong } from '../pack/take-in'
import type { Samples } from './samples'

type Decoded = { channelData: Float32Array[]; sampleRate: number }
interface Stream {
  decode(chunk: Uint8Array): Decoded
  flush?(): Decoded
  free(): void
}

const CHUNK = 65536
/** Samples of one channel that are taken at most: fifteen minutes at 48 kHz, and some. */
const MOST_SAMPLES = 16 * 60 * 48000

/**
 * Decodes a whole WAV, MP3, FLAC, Ogg Vorbis or Ogg Opus file in pieces, and stops as soon as it holds more than
 * fifteen minutes, whatever its head says. Rejects with a UserError for that, with the decoder's own error otherwise,
 * and when the file has no samples.
 */
export async function decodeSound(bytes: Uint8Array, mime: Mime, name = 'This sound'): Promise<Samples> {
  const make = await streamFor(bytes, mime)
  if (make === null) return whole(await (await import('@audio/decode-wav')).default(bytes))
  const stream = await make()
  const pieces: Float32Array[][] = []
  let sampleRate = 0
  let length = 0
  const keep = (piece: Decoded | undefined) => {
    const count = piece?.channelData[0]?.length ?? 0
    if (piece === undefined || count === 0) return
    sampleRate ||= piece.sampleRate
    length += count
    if (length > MOST_SAMPLES) throw tooLong(name, length / sampleRate)
    // Decoders may use their buffers again.
    pieces.push(piece.channelData.map((channel) => channel.slice()))
  }
  try {
    for (let at = 0; at < bytes.length; at += CHUNK) keep(stream.decode(bytes.subarray(at, at + CHUNK)))
    keep(stream.flush?.())
  } finally {
    stream.free()
  }
  const channels = Array.from({ length: pieces[0]?.length ?? 0 }, () => new Float32Array(length))
  let at = 0
  for (const piece of pieces) {
    channels.forEach((channel, i) => channel.set(piece[i] ?? piece[0]!, at))
    at += piece[0]!.length
  }
  return whole({ channelData: channels, sampleRate })
}

function whole(decoded: Decoded): Samples {
  const channels = decoded.channelData.filter((channel) => channel.length > 0)
  if (channels.length === 0 || !(decoded.sampleRate > 0)) throw new Error('no samples')
  return { channels, sampleRate: decoded.sampleRate }
}

/** Ogg is a wrapper: the first packet tells what is inside. */
export const isOpus = (bytes: Uint8Array): boolean => String.fromCharCode(...bytes.subarray(28, 36)) === 'OpusHead'

async function streamFor(bytes: Uint8Array, mime: Mime): Promise<(() => Promise<Stream>) | null> {
  switch (mime) {
    case 'audio/wav':
      return null
    case 'audio/mpeg':
      return (await import('@audio/decode-mp3')).decoder
    case 'audio/flac':
      return (await import('@audio/decode-flac')).decoder
    case 'audio/ogg':
      return isOpus(bytes)
        ? (await import('@audio/decode-opus')).decoder
        : (await import('@audio/decode-vorbis')).decoder
    default:
      throw new Error(`${mime} is not a sound that is decoded here`)
  }
}
