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

/** CRC-8 of a FLAC frame's head, bit by bit: another way than the product's. */
export function crc8ForTests(bytes: readonly number[]): number {
  let crc = 0
  for (const byte of bytes)
    for (let bit = 7; bit >= 0; bit--) {
      const out = ((crc >> 7) & 1) ^ ((byte >> bit) & 1)
      crc = (crc << 1) & 255
      if (out === 1) crc ^= 7
    }
  return crc
}

function crc16(bytes: readonly number[]): number {
  let crc = 0
  for (const byte of bytes) {
    crc ^= byte << 8
    for (let k = 0; k < 8; k++) crc = crc & 0x8000 ? ((crc << 1) ^ 0x8005) & 0xffff : (crc << 1) & 0xffff
  }
  return crc
}

/** A FLAC file of frames that hold 65,536 equal samples each (constant subframes); its head says `told` samples. */
export function flacOfSilence(frames: number, channels: number, told: number): Uint8Array {
  const head = [0x66, 0x4c, 0x61, 0x43, 0x80, 0, 0, 34, 0xff, 0xff, 0xff, 0xff, 0, 0, 0, 0, 0, 0]
  const rate = 48000
  const high = Math.floor(told / 2 ** 32)
  head.push(rate >> 12, (rate >> 4) & 255, ((rate & 15) << 4) | ((channels - 1) << 1), (15 << 4) | high)
  head.push(
    ...[24, 16, 8, 0].map((shift) => Math.floor((told % 2 ** 32) / 2 ** shift) & 255),
    ...Array<number>(16).fill(0),
  )
  const all = [...head]
  for (let i = 0; i < frames; i++) {
    const number = i < 128 ? [i] : [0xc0 | (i >> 6), 0x80 | (i & 63)]
    const frame = [0xff, 0xf8, 0x70 | 10, ((channels - 1) << 4) | 8, ...number, 0xff, 0xff]
    frame.push(crc8ForTests(frame))
    for (let c = 0; c < channels; c++) frame.push(0, 0, 0)
    const crc = crc16(frame)
    all.push(...frame, crc >> 8, crc & 255)
  }
  return Uint8Array.from(all)
}
