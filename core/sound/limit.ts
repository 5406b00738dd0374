import type { Samples } from './samples'
import { peakEnvelope } from './true-peak'

/** A limiter looks this far ahead and behind, so that it turns down gently. */
const REACH_S = 0.004

/**
 * Holds the true peak at `ceiling` (0..1): the gain each moment needs is spread by a minimum over a few milliseconds
 * and smoothed by a mean over the same stretch, which can never be above what was needed.
 */
export function limit(samples: Samples, ceiling: number): Samples {
  const envelope = peakEnvelope(samples)
  if (!envelope.some((level) => level > ceiling)) return samples
  const length = envelope.length
  const reach = Math.max(8, Math.round(samples.sampleRate * REACH_S))
  // A hair more than needed, for the curve of the gain itself makes new peaks between samples.
  const held = ceiling * 0.985
  const gain = new Float32Array(length)
  for (let i = 0; i < length; i++) gain[i] = envelope[i]! > held ? held / envelope[i]! : 1
  const low = slidingMin(gain, reach)
  const smooth = new Float32Array(length)
  let sum = 0
  for (let i = -reach; i <= reach; i++) sum += low[Math.max(0, Math.min(length - 1, i))]!
  for (let i = 0; i < length; i++) {
    smooth[i] = sum / (reach * 2 + 1)
    sum += low[Math.min(length - 1, i + reach + 1)]! - low[Math.max(0, i - reach)]!
  }
  return {
    sampleRate: samples.sampleRate,
    channels: samples.channels.map((channel) => channel.map((value, i) => value * smooth[i]!)),
  }
}

/** Smallest value within `reach` on both sides, by a queue of candidates in rising order. */
function slidingMin(values: Float32Array, reach: number): Float32Array {
  const out = new Float32Array(values.length)
  const queue = new Int32Array(values.length)
  let head = 0
  let tail = 0
  for (let i = 0; i < values.length + reach; i++) {
    if (i < values.length) {
      while (tail > head && values[queue[tail - 1]!]! >= values[i]!) tail--
      queue[tail++] = i
    }
    const at = i - reach
    if (at < 0) continue
    while (queue[head]! < at - reach) head++
    out[at] = values[queue[head]!]!
  }
  return out
}
