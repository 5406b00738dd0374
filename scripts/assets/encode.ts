import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { createEncoder } from 'wasm-media-encoders'
import { RATE } from './synth'

/** Ogg Vorbis, mono; the stream's serial number is fixed so that the same samples give the same file. */
export async function encodeOgg(samples: Float32Array): Promise<Uint8Array> {
  const wasm = readFileSync(createRequire(import.meta.url).resolve('wasm-media-encoders/wasm/ogg.wasm'))
  const encoder = await createEncoder('audio/ogg', `data:application/wasm;base64,${wasm.toString('base64')}`)
  encoder.configure({ channels: 1, sampleRate: RATE, vbrQuality: 3, oggSerialNo: 1 })
  const chunks: Uint8Array[] = [encoder.encode([samples]).slice(), encoder.finalize().slice()]
  return Buffer.concat(chunks)
}
