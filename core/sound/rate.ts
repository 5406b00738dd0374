import type { Samples } from './samples'

const HALF_TAPS = 16

const sinc = (x: number): number => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x))
/** Blackman window over -1..1. */
const window = (x: number): number =>
  Math.abs(x) >= 1 ? 0 : 0.42 + 0.5 * Math.cos(Math.PI * x) + 0.08 * Math.cos(2 * Math.PI * x)

/**
 * Reads a channel `ratio` times as fast: shorter and higher by that much above 1. Band-limited by a windowed sinc of
 * 32 taps, so that nothing above half the rate folds back.
 */
export function readFaster(channel: Float32Array, ratio: number): Float32Array {
  if (ratio === 1) return channel
  const out = new Float32Array(Math.max(1, Math.floor(channel.length / ratio)))
  const cut = Math.min(1, 1 / ratio)
  const reach = HALF_TAPS / cut
  for (let i = 0; i < out.length; i++) {
    const at = i * ratio
    let sum = 0
    for (let k = Math.max(0, Math.ceil(at - reach)); k <= Math.min(channel.length - 1, at + reach); k++)
      sum += channel[k]! * sinc((k - at) * cut) * cut * window((k - at) / reach)
    out[i] = sum
  }
  return out
}

export const toRate = (samples: Samples, sampleRate: number): Samples =>
  samples.sampleRate === sampleRate
    ? samples
    : { sampleRate, channels: samples.channels.map((one) => readFaster(one, samples.sampleRate / sampleRate)) }

/**
 * `factor` times as long at the same pitch: windows of 40 ms are laid over each other, each taken from where it
 * continues the one before best (WSOLA: Verhelst and Roelands, ICASSP 1993). All channels move together.
 */
export function stretch(samples: Samples, factor: number): Samples {
  if (factor === 1) return samples
  const { sampleRate, channels } = samples
  const length = channels[0]?.length ?? 0
  const size = Math.max(64, Math.round(sampleRate * 0.04)) & ~1
  const hop = size / 2
  const slack = Math.round(sampleRate * 0.01)
  const total = Math.max(1, Math.round(length * factor))
  const guide = mixed(channels)
  const out = channels.map(() => new Float32Array(total + size))
  const share = new Float32Array(total + size)
  let from = 0
  for (let to = 0; to < total; to += hop) {
    const ideal = Math.round(to / factor)
    from = to === 0 ? 0 : bestStart(guide, from + hop, ideal, slack, hop)
    for (let i = 0; i < size; i++) {
      const rise = 0.5 - 0.5 * Math.cos((Math.PI * 2 * (i + 0.5)) / size)
      for (let c = 0; c < channels.length; c++) out[c]![to + i]! += (channels[c]![from + i] ?? 0) * rise
      share[to + i]! += rise
    }
  }
  for (const channel of out) for (let i = 0; i < total; i++) if (share[i]! > 0.001) channel[i]! /= share[i]!
  return { sampleRate, channels: out.map((channel) => channel.slice(0, total)) }
}

function mixed(channels: readonly Float32Array[]): Float32Array {
  if (channels.length === 1) return channels[0]!
  const out = new Float32Array(channels[0]!.length)
  for (const channel of channels) for (let i = 0; i < out.length; i++) out[i]! += channel[i]! / channels.length
  return out
}

/** Where, within `slack` of `ideal`, the sound goes on most like it does at `wanted`. */
function bestStart(guide: Float32Array, wanted: number, ideal: number, slack: number, size: number): number {
  let best = ideal
  let most = -Infinity
  for (let at = Math.max(0, ideal - slack); at <= ideal + slack; at += 2) {
    let alike = 0
    for (let i = 0; i < size; i += 4) alike += (guide[at + i] ?? 0) * (guide[wanted + i] ?? 0)
    if (alike > most) {
      most = alike
      best = at
    }
  }
  return best
}
