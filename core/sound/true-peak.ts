import type { Samples } from './samples'

/** BS.1770-4 Annex 2: the 48-tap interpolator, as its first two phases. The others are these, mirrored. */
const PHASES: readonly (readonly number[])[] = [
  [
    0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625, 0.97216796875,
    -0.102294921875, 0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125,
  ],
  [
    -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625,
    -0.2003173828125, 0.1015625, -0.0582275390625, 0.0330810546875, -0.0189208984375,
  ],
]
const TAPS = 12
const TABLE = Float64Array.from([...PHASES[0]!, ...PHASES[1]!])
/** No phase can make more of its input than this: the sum of its taps' sizes. */
const MOST = Math.max(...PHASES.map((taps) => taps.reduce((sum, tap) => sum + Math.abs(tap), 0)))
const BLOCK = 256

/** Largest level between and at the four interpolated points that follow sample `i - 6`. */
function around(channel: Float32Array, i: number): number {
  let a = 0
  let b = 0
  let c = 0
  let d = 0
  for (let k = 0; k < TAPS; k++) {
    const x = channel[i - k] ?? 0
    a += x * TABLE[k]!
    b += x * TABLE[TAPS + k]!
    c += x * TABLE[TAPS + TAPS - 1 - k]!
    d += x * TABLE[TAPS - 1 - k]!
  }
  return Math.max(Math.abs(a), Math.abs(b), Math.abs(c), Math.abs(d))
}

/** Largest level of the signal that a converter would make of the samples, 0..1 and above (1 is 0 dBTP). */
export function truePeak(samples: Samples): number {
  let most = 0
  for (const channel of samples.channels) {
    let before = 0
    for (let from = 0; from < channel.length + TAPS; from += BLOCK) {
      const to = Math.min(channel.length + TAPS, from + BLOCK)
      let loud = 0
      for (let i = from; i < Math.min(to, channel.length); i++) {
        const level = Math.abs(channel[i]!)
        if (level > loud) loud = level
      }
      if (loud > most) most = loud
      // Stretches that cannot reach what was already found are not interpolated.
      if (Math.max(loud, before) * MOST > most)
        for (let i = from; i < to; i++) {
          const level = around(channel, i)
          if (level > most) most = level
        }
      before = loud
    }
  }
  return most
}

/** The level around each sample, over all channels: what a limiter has to hold down. */
export function peakEnvelope(samples: Samples): Float32Array {
  const length = samples.channels[0]?.length ?? 0
  const out = new Float32Array(length)
  for (const channel of samples.channels)
    for (let i = 0; i < length; i++) {
      const own = Math.abs(channel[i]!)
      const level = Math.max(own, own > 0.25 ? around(channel, i + TAPS / 2) : 0)
      if (level > out[i]!) out[i] = level
    }
  return out
}

export const decibels = (level: number): number => (level > 0 ? 20 * Math.log10(level) : -Infinity)
export const levelOf = (db: number): number => 10 ** (db / 20)
