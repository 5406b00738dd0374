import { userError } from '../errors'
import type { Mime } from '../pack/asset'
import { tooLong } from '../art/take-in'
import { isOpus } from './kinds'
import type { Samples } from './samples'
import { isMonoMp3, soundSize } from './size'

type Decoded = { channelData: Float32Array[]; sampleRate: number }
interface Stream {
  decode(chunk: Uint8Array): Decoded
  flush?(): Decoded
  free(): void
}

/** Bytes that are unpacked at once: little where a few bytes may stand for seconds of silence. */
const CHUNK: Partial<Record<Mime, number>> = { 'audio/mpeg': 65536, 'audio/flac': 1024, 'audio/ogg': 2048 }
/** Samples of one channel that are taken at most: fifteen minutes at 48 kHz, and some. */
const MOST_SAMPLES = 16 * 60 * 48000
const MOST_CHANNELS = 8
/** Samples of all channels together: the same in stereo. */
const MOST_VALUES = 2 * MOST_SAMPLES

/** Looks at what a sound would unpack to, before it is. Throws a UserError that names it. */
export function checkSoundSize(bytes: Uint8Array, mime: Mime, name: string): void {
  const size = soundSize(bytes, mime)
  if (size === null) return
  if (size.channels > MOST_CHANNELS)
    throw userError(
      'sound-channels',
      `“${name}” says it has ${size.channels} channels; ${MOST_CHANNELS} is the most. Save it in mono or stereo.`,
    )
  // Counted in packets, an Ogg may be shorter than it could be: there the decoder has the last word.
  const slack = mime === 'audio/ogg' ? 8 : 1
  if (size.frames > MOST_SAMPLES * slack || size.frames * size.channels > MOST_VALUES * slack)
    throw tooLong(name, size.sampleRate > 0 ? size.frames / size.sampleRate : Number.POSITIVE_INFINITY)
}

/**
 * Decodes a whole WAV, MP3, FLAC, Ogg Vorbis or Ogg Opus file in pieces, and stops as soon as it holds more than
 * fifteen minutes, whatever its head says. Rejects with a UserError for that, with the decoder's own error otherwise,
 * and when the file has no samples.
 */
export async function decodeSound(bytes: Uint8Array, mime: Mime, name = 'This sound'): Promise<Samples> {
  checkSoundSize(bytes, mime, name)
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
    if (length > MOST_SAMPLES || length * piece.channelData.length > MOST_VALUES)
      throw tooLong(name, length / sampleRate)
    // Decoders may use their buffers again.
    pieces.push(piece.channelData.map((channel) => channel.slice()))
  }
  try {
    const step = CHUNK[mime] ?? 2048
    for (let at = 0; at < bytes.length; at += step) keep(stream.decode(bytes.subarray(at, at + step)))
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
  const heard = mime === 'audio/mpeg' && isMonoMp3(bytes) ? channels.slice(0, 1) : channels
  return whole({ channelData: heard, sampleRate })
}

function whole(decoded: Decoded): Samples {
  const channels = decoded.channelData.filter((channel) => channel.length > 0)
  if (channels.length === 0 || !(decoded.sampleRate > 0)) throw new Error('no samples')
  return { channels, sampleRate: decoded.sampleRate }
}

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
