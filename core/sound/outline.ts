import type { Samples } from './samples'

/**
 * Lowest and highest level of all channels in each of `columns` equal stretches of `fromS`..`toS` (0: the end), as
 * pairs [min, max, min, max…], -1..1.
 */
export function minMax(samples: Samples, fromS: number, toS: number, columns: number): Float32Array {
  const out = new Float32Array(columns * 2)
  const length = samples.channels[0]?.length ?? 0
  const from = Math.max(0, fromS * samples.sampleRate)
  const to = toS > 0 ? Math.min(length, toS * samples.sampleRate) : length
  const each = (to - from) / columns
  for (const channel of samples.channels)
    for (let c = 0; c < columns; c++) {
      const start = Math.floor(from + c * each)
      // Zoomed in to less than a sample a column, neighbours are shared so that no column is empty.
      const stop = Math.max(start + 1, Math.min(length, Math.ceil(from + (c + 1) * each)))
      for (let i = start; i < stop; i++) {
        const level = channel[i] ?? 0
        if (level < out[c * 2]!) out[c * 2] = level
        if (level > out[c * 2 + 1]!) out[c * 2 + 1] = level
      }
    }
  return out
}
