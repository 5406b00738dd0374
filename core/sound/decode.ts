import type { Mime } from '../pack/asset'
import type { Samples } from './samples'

/**
 * Decodes a whole WAV, MP3 or Ogg Vorbis file. Rejects with the decoder's own error, or when the file has no
 * samples. The decoders are pure JavaScript or WebAssembly and are loaded when first needed.
 */
export async function decodeSound(bytes: Uint8Array, mime: Mime): Promise<Samples> {
  const decoded = await decoderFor(mime)(bytes)
  const channels = decoded.channelData.filter((channel) => channel.length > 0)
  if (channels.length === 0 || !(decoded.sampleRate > 0)) throw new Error('no samples')
  return { channels, sampleRate: decoded.sampleRate }
}

type Decoded = { channelData: Float32Array[]; sampleRate: number }

function decoderFor(mime: Mime): (bytes: Uint8Array) => Promise<Decoded> {
  switch (mime) {
    case 'audio/wav':
      return async (bytes) => (await import('@audio/decode-wav')).default(bytes)
    case 'audio/mpeg':
      return async (bytes) => (await import('@audio/decode-mp3')).default(bytes)
    case 'audio/ogg':
      return async (bytes) => (await import('@audio/decode-vorbis')).default(bytes)
    default:
      throw new Error(`${mime} is not a sound`)
  }
}
