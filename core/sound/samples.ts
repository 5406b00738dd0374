/** Planar samples, -1..1, one array a channel, all of the same length. */
export interface Samples {
  channels: Float32Array[]
  sampleRate: number
}

export const durationOf = (s: Samples): number => (s.channels[0]?.length ?? 0) / s.sampleRate

export interface SoundMeasure {
  /** Largest sample, 0..1 and above when clipped in a float file. */
  peak: number
  /** Share of samples at full scale in runs of three or more, 0..1. */
  clippedShare: number
  /** Seconds before the level first passes -48 dB of full scale. */
  headS: number
  durationS: number
  /** Root mean square over everything, 0..1. */
  rms: number
}

const FLOOR = 0.004
const CLIP = 0.9985

/** One pass over all samples. */
export function measure(samples: Samples): SoundMeasure {
  const length = samples.channels[0]?.length ?? 0
  let peak = 0
  let sum = 0
  let clipped = 0
  let head = length
  for (const channel of samples.channels) {
    let run = 0
    for (let i = 0; i < length; i++) {
      const level = Math.abs(channel[i]!)
      sum += level * level
      if (level > peak) peak = level
      if (level > FLOOR && i < head) head = i
      run = level >= CLIP ? run + 1 : 0
      if (run === 3) clipped += 3
      else if (run > 3) clipped++
    }
  }
  const count = Math.max(1, length * samples.channels.length)
  return {
    peak,
    clippedShare: clipped / count,
    headS: head / samples.sampleRate,
    durationS: length / samples.sampleRate,
    rms: Math.sqrt(sum / count),
  }
}
