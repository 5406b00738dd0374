import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { createEncoder } from 'wasm-media-encoders'
import type { SoundEncoders } from '../../core/sound/encode'
import type { Samples } from '../../core/sound/samples'

/** A file written by ffmpeg (tests/fixtures/sound). */
export const soundFixture = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(join(import.meta.dirname, '../fixtures/sound', name)))

const wasm = (name: string): string =>
  join(dirname(createRequire(import.meta.url).resolve('wasm-media-encoders/wasm/ogg.wasm')), name)

/** The encoders of the app, outside of a browser. */
export const encoders: SoundEncoders = {
  async vorbis(samples, vbrQuality) {
    const encoder = await createEncoder(
      'audio/ogg',
      `data:application/wasm;base64,${readFileSync(wasm('ogg.wasm')).toString('base64')}`,
    )
    const channels = samples.channels.length === 1 ? 1 : 2
    encoder.configure({ channels, sampleRate: samples.sampleRate, vbrQuality, oggSerialNo: 1 })
    return Buffer.concat([encoder.encode(samples.channels).slice(), encoder.finalize().slice()])
  },
}

export type Shape = (t: number) => number

/** One channel of a formula of time (s). */
export const wave = (seconds: number, shape: Shape, rate = 48000): Float32Array =>
  Float32Array.from({ length: Math.round(seconds * rate) }, (_, i) => shape(i / rate))

export const sine =
  (hz: number, dbfs: number, phase = 0): Shape =>
  (t) =>
    10 ** (dbfs / 20) * Math.sin(Math.PI * 2 * hz * t + phase)

export const stereo = (channel: Float32Array, sampleRate = 48000): Samples => ({
  channels: [channel, channel],
  sampleRate,
})
export const mono = (channel: Float32Array, sampleRate = 48000): Samples => ({ channels: [channel], sampleRate })
