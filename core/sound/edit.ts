import { NO_EDIT, type SoundEdit } from '../kinds/sound-edit'
import { limit } from './limit'
import { readFaster, stretch } from './rate'
import type { Samples } from './samples'
import { crossfade } from './seam'
import { levelOf } from './true-peak'

/** dBTP that nothing made here goes over (EBU R 128). */
export const CEILING_DBTP = -1

export interface Rendered {
  samples: Samples
  /** Seconds of what came out; `loopToS` 0 is its end. */
  loopFromS: number
  loopToS: number
}

const slice = (samples: Samples, from: number, to: number): Samples => ({
  sampleRate: samples.sampleRate,
  channels: samples.channels.map((channel) => channel.slice(from, to)),
})

export function toMono(samples: Samples): Samples {
  if (samples.channels.length < 2) return samples
  const out = new Float32Array(samples.channels[0]!.length)
  for (const channel of samples.channels)
    for (let i = 0; i < out.length; i++) out[i]! += channel[i]! / samples.channels.length
  return { sampleRate: samples.sampleRate, channels: [out] }
}

export const withGain = (samples: Samples, gainDb: number): Samples =>
  gainDb === 0
    ? samples
    : { ...samples, channels: samples.channels.map((channel) => channel.map((value) => value * levelOf(gainDb))) }

/** A cut that is not at silence is faded over this, so that it does not click. */
const EDGE_S = 0.003

/** Fades both ends over the times given (s), in a quarter sine. Gives back new channels. */
export function fade(samples: Samples, inS: number, outS: number): Samples {
  const count = samples.channels[0]?.length ?? 0
  const rise = Math.min(count, Math.round(inS * samples.sampleRate))
  const fall = Math.min(count, Math.round(outS * samples.sampleRate))
  if (rise === 0 && fall === 0) return samples
  return {
    sampleRate: samples.sampleRate,
    channels: samples.channels.map((channel) => {
      const out = channel.slice()
      for (let i = 0; i < rise; i++) out[i]! *= Math.sin(((i / rise) * Math.PI) / 2)
      for (let i = 0; i < fall; i++) out[count - 1 - i]! *= Math.sin(((i / fall) * Math.PI) / 2)
      return out
    }),
  }
}

/** Half a semitone either way is not worth the smear of stretching. */
function atSpeed(samples: Samples, edit: SoundEdit): { samples: Samples; shorter: number } {
  const semitones = edit.pitch + (edit.keepPitch ? 0 : 12 * Math.log2(edit.speed))
  const ratio = 2 ** (semitones / 12)
  const longer = ratio / edit.speed
  const stretched = Math.abs(longer - 1) < 1e-6 ? samples : stretch(samples, longer)
  if (ratio === 1) return { samples: stretched, shorter: edit.speed }
  return {
    samples: { ...stretched, channels: stretched.channels.map((channel) => readFaster(channel, ratio)) },
    shorter: edit.speed,
  }
}

/** Does an edit to the original's samples, and holds the true peak at -1 dBTP. `loops` keeps both ends unfaded. */
export function renderEdit(original: Samples, edit: SoundEdit, loops: boolean): Rendered {
  const rate = original.sampleRate
  const length = original.channels[0]?.length ?? 0
  const from = Math.min(length - 1, Math.round(edit.fromS * rate))
  const to = edit.toS > 0 ? Math.max(from + 1, Math.min(length, Math.round(edit.toS * rate))) : length
  let samples = from > 0 || to < length ? slice(original, from, to) : original
  if (edit.mono) samples = toMono(samples)
  let loopFromS = edit.loopFromS
  let loopToS = edit.loopToS
  if (loops && edit.crossfadeS > 0) {
    const blended = crossfade(samples, { fromS: loopFromS, toS: loopToS }, edit.crossfadeS)
    samples = blended.samples
    loopFromS = blended.fromS
    loopToS = blended.toS
  }
  const sped = atSpeed(samples, edit)
  samples = withGain(sped.samples, edit.gainDb)
  const edges = loops ? 0 : EDGE_S
  samples = fade(
    samples,
    Math.max(edit.fadeInS, from > 0 ? edges : 0),
    Math.max(edit.fadeOutS, to < length ? edges : 0),
  )
  const endS = (samples.channels[0]?.length ?? 0) / rate
  const held = (s: number) => Math.min(endS, s / sped.shorter)
  return {
    samples: limit(samples, levelOf(CEILING_DBTP)),
    loopFromS: held(loopFromS),
    // What was shortened for the crossfade still ends where its samples do, unless more of it follows.
    loopToS: loopToS === 0 ? 0 : held(loopToS),
  }
}

/** Nothing to do: what plays is the file itself. */
export const isNothing = (edit: SoundEdit): boolean =>
  (Object.keys(NO_EDIT) as (keyof SoundEdit)[]).every(
    (key) => edit[key] === NO_EDIT[key] || key === 'loopFromS' || key === 'loopToS' || key === 'keepPitch',
  )
