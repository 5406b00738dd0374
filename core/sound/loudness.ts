import type { Samples } from './samples'

/**
 * Loudness after ITU-R BS.1770-4: K-weighting, blocks of 400 ms every 100 ms, gated at -70 LUFS and at 10 LU under
 * what is left. All in LUFS (dB on the loudness scale); -Infinity for silence.
 */
export interface Loudness {
  integrated: number
  /** Loudest 400 ms; a shorter sound counts with the silence around it. */
  momentary: number
}

interface Biquad {
  b0: number
  b1: number
  b2: number
  a1: number
  a2: number
}

/**
 * The two filters of BS.1770-4 Annex 1 at any rate: its 48 kHz coefficients traced back to the analogue prototype
 * (a high shelf of +4 dB at 1682 Hz and a high pass at 38 Hz) and mapped by the bilinear transform.
 */
function kWeighting(sampleRate: number): [Biquad, Biquad] {
  const shelf = () => {
    const k = Math.tan((Math.PI * 1681.974450955533) / sampleRate)
    const q = 0.7071752369554196
    const high = 10 ** (3.999843853973347 / 20)
    const band = high ** 0.4996667741545416
    const a0 = 1 + k / q + k * k
    return {
      b0: (high + (band * k) / q + k * k) / a0,
      b1: (2 * (k * k - high)) / a0,
      b2: (high - (band * k) / q + k * k) / a0,
      a1: (2 * (k * k - 1)) / a0,
      a2: (1 - k / q + k * k) / a0,
    }
  }
  const pass = () => {
    const k = Math.tan((Math.PI * 38.13547087602444) / sampleRate)
    const q = 0.5003270373238773
    const a0 = 1 + k / q + k * k
    return { b0: 1, b1: -2, b2: 1, a1: (2 * (k * k - 1)) / a0, a2: (1 - k / q + k * k) / a0 }
  }
  return [shelf(), pass()]
}

/** Mean square of each tenth of a second after K-weighting. What is left over at the end counts as a part of one. */
function tenths(channel: Float32Array, sampleRate: number, weights: [Biquad, Biquad]): Float64Array {
  const [f, g] = weights
  const size = Math.max(1, Math.round(sampleRate / 10))
  const out = new Float64Array(Math.ceil(channel.length / size))
  let f1 = 0
  let f2 = 0
  let g1 = 0
  let g2 = 0
  for (let block = 0, at = 0; block < out.length; block++) {
    const end = Math.min(channel.length, at + size)
    let sum = 0
    for (; at < end; at++) {
      const x = channel[at]!
      const y = f.b0 * x + f1
      f1 = f.b1 * x - f.a1 * y + f2
      f2 = f.b2 * x - f.a2 * y
      const z = y + g1
      g1 = -2 * y - g.a1 * z + g2
      g2 = y - g.a2 * z
      sum += z * z
    }
    out[block] = sum / size
  }
  return out
}

/** Surround channels count 1.5 dB more (BS.1770-4, table 3: left, right, centre, low effects, left and right surround). */
const CHANNEL_WEIGHTS = [1, 1, 1, 0, 1.41, 1.41]
const weightOf = (index: number, count: number): number =>
  count === 5 ? (index < 3 ? 1 : 1.41) : (CHANNEL_WEIGHTS[index] ?? 0)

const lufs = (power: number): number => (power > 0 ? -0.691 + 10 * Math.log10(power) : -Infinity)
const power = (level: number): number => 10 ** ((level + 0.691) / 10)

const GATE = power(-70)

/** Takes any rate and 1 to 6 channels. */
export function loudnessOf(samples: Samples): Loudness {
  const weights = kWeighting(samples.sampleRate)
  const count = samples.channels.length
  let parts = new Float64Array(0)
  samples.channels.forEach((channel, index) => {
    const weight = weightOf(index, count)
    if (weight === 0) return
    const own = tenths(channel, samples.sampleRate, weights)
    if (parts.length === 0) parts = new Float64Array(own.length)
    for (let i = 0; i < own.length; i++) parts[i]! += own[i]! * weight
  })
  const whole = Math.floor((samples.channels[0]?.length ?? 0) / Math.max(1, Math.round(samples.sampleRate / 10)))
  const blocks: number[] = []
  for (let i = 0; i + 4 <= whole; i++) blocks.push((parts[i]! + parts[i + 1]! + parts[i + 2]! + parts[i + 3]!) / 4)
  return { integrated: integrate(blocks), momentary: lufs(loudest(parts)) }
}

/** The loudest run of four tenths, silence before and after included. */
function loudest(parts: Float64Array): number {
  let most = 0
  for (let i = -3; i < parts.length; i++) {
    let sum = 0
    for (let k = 0; k < 4; k++) sum += parts[i + k] ?? 0
    if (sum / 4 > most) most = sum / 4
  }
  return most
}

function integrate(blocks: readonly number[]): number {
  const mean = (gate: number) => {
    let sum = 0
    let count = 0
    for (const block of blocks)
      if (block > gate) {
        sum += block
        count++
      }
    return count === 0 ? 0 : sum / count
  }
  const loud = mean(GATE)
  return loud === 0 ? -Infinity : lufs(mean(Math.max(GATE, loud / 10)))
}

/** How loud a part counts as: music by its whole length, an effect by its loudest moment. LUFS. */
export const loudnessAs = (kind: 'sound' | 'music', loudness: Loudness): number =>
  kind === 'music' && Number.isFinite(loudness.integrated) ? loudness.integrated : loudness.momentary
