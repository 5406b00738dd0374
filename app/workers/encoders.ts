import type { SoundEncoders } from '@core/sound/encode'
import type { Samples } from '@core/sound/samples'
import { createEncoder } from 'wasm-media-encoders'
import mp3Wasm from 'wasm-media-encoders/wasm/mp3?url'
import oggWasm from 'wasm-media-encoders/wasm/ogg?url'

type Encoder = Pick<Awaited<ReturnType<typeof createEncoder>>, 'encode' | 'finalize'>
function whole(encoder: Encoder, { channels }: Samples): Uint8Array {
  const parts = [encoder.encode(channels).slice(), encoder.finalize().slice()]
  const out = new Uint8Array(parts[0]!.length + parts[1]!.length)
  out.set(parts[0]!)
  out.set(parts[1]!, parts[0]!.length)
  return out
}
const channelsOf = ({ channels }: Samples): 1 | 2 => (channels.length === 1 ? 1 : 2)

/** Ogg Vorbis; the stream's number is fixed, so that the same samples give the same file. */
export const encoders: SoundEncoders = {
  async vorbis(samples, vbrQuality) {
    const encoder = await createEncoder('audio/ogg', oggWasm)
    const { sampleRate } = samples
    encoder.configure({ channels: channelsOf(samples), sampleRate, vbrQuality, oggSerialNo: 1 })
    return whole(encoder, samples)
  },
}

/** MP3 of a quality (LAME's V, 0 the best) that nobody tells from the original on a phone. */
export async function encodeMp3(samples: Samples): Promise<Uint8Array> {
  const encoder = await createEncoder('audio/mpeg', mp3Wasm)
  encoder.configure({ channels: channelsOf(samples), sampleRate: samples.sampleRate, vbrQuality: 3 })
  return whole(encoder, samples)
}
