import type { Samples } from './samples'

/** RIFF/WAVE, 16-bit PCM, the samples' own rate and channels. Values outside -1..1 are held at full scale. */
export function encodeWav(samples: Samples): Uint8Array {
  const channels = samples.channels.length
  const length = samples.channels[0]?.length ?? 0
  const bytes = new Uint8Array(44 + length * channels * 2)
  const view = new DataView(bytes.buffer)
  const word = (at: number, text: string) =>
    bytes.set(
      [...text].map((c) => c.charCodeAt(0)),
      at,
    )
  word(0, 'RIFF')
  view.setUint32(4, bytes.length - 8, true)
  word(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, channels, true)
  view.setUint32(24, samples.sampleRate, true)
  view.setUint32(28, samples.sampleRate * channels * 2, true)
  view.setUint16(32, channels * 2, true)
  view.setUint16(34, 16, true)
  word(36, 'data')
  view.setUint32(40, length * channels * 2, true)
  let at = 44
  for (let i = 0; i < length; i++)
    for (const channel of samples.channels) {
      const value = Math.max(-1, Math.min(1, channel[i]!))
      view.setInt16(at, Math.round(value * 32767), true)
      at += 2
    }
  return bytes
}
