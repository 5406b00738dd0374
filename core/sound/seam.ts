import type { Samples } from './samples'

/** A loop's jump from `toS` back to `fromS`, seconds. */
export interface Seam {
  fromS: number
  toS: number
  /** How unlike the two sides are, 0 (the same) to about 1 (nothing in common). */
  mismatch: number
}

const WINDOW_S = 0.02

/** Mean square difference of the stretches around two places, against how loud they are. */
function unlike(channels: readonly Float32Array[], a: number, b: number, reach: number): number {
  let gap = 0
  let loud = 0
  for (const channel of channels)
    for (let i = -reach; i < reach; i++) {
      const x = channel[a + i] ?? 0
      const y = channel[b + i] ?? 0
      gap += (x - y) * (x - y)
      loud += x * x + y * y
    }
  return loud < 1e-9 ? 0 : gap / loud
}

/** Samples where the first channel rises through zero, within `from`..`to`. */
function crossings(channel: Float32Array, from: number, to: number): number[] {
  const found: number[] = []
  for (let i = Math.max(1, from); i < Math.min(channel.length, to); i++)
    if (channel[i - 1]! <= 0 && channel[i]! > 0) found.push(i)
  return found
}

const thin = (places: number[], most: number): number[] =>
  places.length <= most
    ? places
    : places.filter((_, i) => Math.floor((i * most) / places.length) !== Math.floor(((i - 1) * most) / places.length))

/**
 * The seam near `fromS` and `toS` (0: the end) that is heard least: both ends at a rising zero crossing, and the sound
 * around one most like the sound around the other. `reachS` is how far either end may move.
 */
export function bestSeam(samples: Samples, fromS: number, toS: number, reachS: number): Seam {
  const { channels, sampleRate } = samples
  const length = channels[0]?.length ?? 0
  const at = (s: number) => Math.round(s * sampleRate)
  const end = toS > 0 ? Math.min(length, at(toS)) : length
  const reach = at(reachS)
  const around = Math.max(8, at(WINDOW_S))
  const starts = thin(
    crossings(channels[0]!, at(fromS) - Math.min(reach, at(0.15)), at(fromS) + Math.min(reach, at(0.15))),
    24,
  )
  if (fromS === 0) starts.unshift(0)
  const ends = crossings(channels[0]!, Math.max(end - reach, at(fromS) + around), Math.min(length, end + reach) + 1)
  if (end === length) ends.push(length)
  let best: Seam = { fromS, toS: end / sampleRate, mismatch: seamMismatch(samples, fromS, end / sampleRate) }
  // A start at the very head has nothing before it: what follows both ends is all there is to compare.
  for (const start of starts)
    for (const stop of ends) {
      if (stop - start < around * 4) continue
      const mismatch = unlike(channels, start, stop, around)
      if (mismatch < best.mismatch - 1e-6) best = { fromS: start / sampleRate, toS: stop / sampleRate, mismatch }
    }
  return best
}

/** How unlike both sides of a seam are, 0..1; the end of the file counts as followed by its start. */
export function seamMismatch(samples: Samples, fromS: number, toS: number): number {
  const { channels, sampleRate } = samples
  const length = channels[0]?.length ?? 0
  const from = Math.round(fromS * sampleRate)
  const to = toS > 0 ? Math.min(length, Math.round(toS * sampleRate)) : length
  const around = Math.max(8, Math.round(WINDOW_S * sampleRate))
  // At the ends of a file one side is missing: the jump itself is judged there.
  if (from < around || to > length - around) return Math.min(1, clickOf(samples, fromS, toS) / 12)
  return unlike(channels, from, to, around)
}

/**
 * How much the step over a seam stands out: its size against the largest step between neighbours nearby. Under about
 * 2 nobody hears it; from 4 on it clicks.
 */
export function clickOf(samples: Samples, fromS: number, toS: number): number {
  const { channels, sampleRate } = samples
  let worst = 0
  for (const channel of channels) {
    const from = Math.min(channel.length - 1, Math.round(fromS * sampleRate))
    const to = toS > 0 ? Math.min(channel.length, Math.round(toS * sampleRate)) : channel.length
    if (to < 2) continue
    const step = Math.abs(channel[from]! - channel[to - 1]!)
    const near = Math.round(sampleRate * 0.05)
    let usual = 0
    for (let i = Math.max(1, to - near); i < to; i++) usual = Math.max(usual, Math.abs(channel[i]! - channel[i - 1]!))
    for (let i = from + 1; i < Math.min(channel.length, from + near); i++)
      usual = Math.max(usual, Math.abs(channel[i]! - channel[i - 1]!))
    // Steps far under anything audible never click, however quiet the rest is.
    worst = Math.max(worst, step / Math.max(usual, 0.004))
  }
  return worst
}

/**
 * Blends the sound before the seam's end into what comes before its start (or after its end, where the loop begins at
 * the head), over `fadeS`, with equal power. Gives back the samples and the loop they hold.
 */
export function crossfade(samples: Samples, seam: { fromS: number; toS: number }, fadeS: number) {
  const { channels, sampleRate } = samples
  const length = channels[0]?.length ?? 0
  const from = Math.round(seam.fromS * sampleRate)
  let to = seam.toS > 0 ? Math.min(length, Math.round(seam.toS * sampleRate)) : length
  const fade = Math.min(Math.round(fadeS * sampleRate), Math.floor((to - from) / 3))
  if (fade < 2) return { samples, fromS: from / sampleRate, toS: to / sampleRate }
  const before = from >= fade
  // Nothing before the start and nothing after the end: the loop gives up its tail to be blended in.
  if (!before && length - to < fade) to -= fade
  const out = channels.map((channel) => {
    const made = channel.slice()
    for (let i = 0; i < fade; i++) {
      const t = ((i + 0.5) / fade) * (Math.PI / 2)
      if (before) made[to - fade + i] = channel[to - fade + i]! * Math.cos(t) + channel[from - fade + i]! * Math.sin(t)
      else made[from + i] = channel[to + i]! * Math.cos(t) + channel[from + i]! * Math.sin(t)
    }
    return made
  })
  return { samples: { channels: out, sampleRate }, fromS: from / sampleRate, toS: to / sampleRate }
}
