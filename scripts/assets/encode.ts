import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { createEncoder } from 'wasm-media-encoders'
import { RATE } from './synth'

async function encode(mime: 'audio/ogg' | 'audio/mpeg', samples: Float32Array): Promise<Uint8Array> {
  const file = mime === 'audio/ogg' ? 'ogg' : 'mp3'
  const wasm = readFileSync(
    join(dirname(createRequire(import.meta.url).resolve('wasm-media-encoders/wasm/ogg.wasm')), `${file}.wasm`),
  )
  const url = `data:application/wasm;base64,${wasm.toString('base64')}`
  const sound = { channels: 1, sampleRate: RATE } as const
  if (mime === 'audio/mpeg') {
    const encoder = await createEncoder(mime, url)
    encoder.configure({ ...sound, bitrate: 128 })
    return Buffer.concat([encoder.encode([samples]).slice(), encoder.finalize().slice()])
  }
  const encoder = await createEncoder(mime, url)
  encoder.configure({ ...sound, vbrQuality: 3, oggSerialNo: 1 })
  return Buffer.concat([encoder.encode([samples]).slice(), encoder.finalize().slice()])
}

/** Ogg Vorbis, mono; the stream's serial number is fixed so that the same samples give the same file. */
export const encodeOgg = (samples: Float32Array): Promise<Uint8Array> => encode('audio/ogg', samples)

/** MP3, mono, 128 kbit/s: for tests of taking in. */
export const encodeMp3 = (samples: Float32Array): Promise<Uint8Array> => encode('audio/mpeg', samples)
