import type { SoundEncoders } from '@core/sound/encode'
import { createEncoder } from 'wasm-media-encoders'
import oggWasm from 'wasm-media-encoders/wasm/ogg?url'

/** Ogg Vorbis; the stream's number is fixed, so that the same samples give the same file. */
export const encoders: SoundEncoders = {
  async vorbis(samples, vbrQuality) {
    const encoder = await createEncoder('audio/ogg', oggWasm)
    const channels = samples.channels.length === 1 ? 1 : 2
    encoder.configure({ channels, sampleRate: samples.sampleRate, vbrQuality, oggSerialNo: 1 })
    const parts = [encoder.encode(samples.channels).slice(), encoder.finalize().slice()]
    const out = new Uint8Array(parts[0]!.length + parts[1]!.length)
    out.set(parts[0]!)
    out.set(parts[1]!, parts[0]!.length)
    return out
  },
}
