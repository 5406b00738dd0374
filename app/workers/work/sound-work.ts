import type { AssetFacts } from '@core/pack/asset'
import type { MusicContent, SoundContent } from '@core/kinds/audible'
import type { Template } from '@core/template/template'
import { levelOfPart, type Level } from '@core/sound/balance'
import { editSound, takeEffect, takeRecording, takeSound, type BroughtSound } from '@core/sound/bring-in'
import { renderEdit } from '@core/sound/edit'
import type { EffectRecipe, SoundEdit } from '@core/kinds/sound-edit'
import { loudnessAs, loudnessOf } from '@core/sound/loudness'
import { measure, type Samples } from '@core/sound/samples'
import { bestSeam, clickOf, seamMismatch, type Seam } from '@core/sound/seam'
import { decibels, truePeak } from '@core/sound/true-peak'
import { answer } from './answer'
import type { TakenIn } from './bring-work'
import type { WorkshopPlace } from './files'

export const soundTaken = (made: BroughtSound): TakenIn => ({
  hash: made.hash,
  facts: made.facts,
  files: made.files,
  originals: made.originals,
  crisp: false,
  told: made.told,
})

/** What people read beside a wave. */
export interface SoundLook {
  durationS: number
  channels: number
  /** LUFS: integrated for music, loudest moment for effects. */
  lufs: number
  peakDb: number
  headS: number
}

const look = (samples: Samples, kind: 'sound' | 'music'): SoundLook => {
  const { durationS, headS } = measure(samples)
  return {
    ...{ durationS, headS, channels: samples.channels.length },
    lufs: loudnessAs(kind, loudnessOf(samples)),
    peakDb: decibels(truePeak(samples)),
  }
}

export interface Preview {
  channels: Float32Array[]
  sampleRate: number
  loopFromS: number
  loopToS: number
  look: SoundLook
  /** How the seam of a loop stands. */
  seam: { mismatch: number; click: number } | null
  /** 10 ms before the seam and 10 ms after it, for drawing it close up. */
  close: { before: Float32Array; after: Float32Array } | null
}

const CLOSE_S = 0.01

function closeUp({ channels, sampleRate }: Samples, fromS: number, toS: number) {
  const channel = channels[0]!
  const count = Math.round(CLOSE_S * sampleRate)
  const from = Math.round(fromS * sampleRate)
  const to = toS > 0 ? Math.min(channel.length, Math.round(toS * sampleRate)) : channel.length
  return { before: channel.slice(Math.max(0, to - count), to), after: channel.slice(from, from + count) }
}

type Get = (hash: string, template: Template, facts: AssetFacts | undefined) => Promise<Samples | null>
type Facts = Record<string, AssetFacts>

/** Everything the sound workshop asks of the worker. */
export const soundWork = (
  { encoders, transfer }: Pick<WorkshopPlace, 'encoders' | 'transfer'>,
  { samplesOf }: { samplesOf: Get },
) => ({
  takeSound: (
    name: string,
    bytes: Uint8Array,
    kind: 'sound' | 'music',
    imported: string,
    source: Partial<AssetFacts['source']>,
    decoded?: Samples,
  ) => answer(() => takeSound(name, bytes, kind, imported, source, encoders, decoded).then(soundTaken)),

  takeRecording: (
    name: string,
    samples: Samples,
    kind: 'sound' | 'music',
    imported: string,
    source: Partial<AssetFacts['source']>,
  ) => answer(() => takeRecording(name, samples, kind, imported, source, encoders).then(soundTaken)),

  takeEffect: (recipe: EffectRecipe, imported: string) => takeEffect(recipe, imported, encoders).then(soundTaken),

  async previewSound(
    from: string,
    facts: AssetFacts,
    template: Template,
    edit: SoundEdit,
    kind: 'sound' | 'music',
  ): Promise<Preview | null> {
    const original = await samplesOf(from, template, facts)
    if (original === null) return null
    const { samples, loopFromS, loopToS } = renderEdit(original, edit, kind === 'music')
    const channels = samples.channels.map((channel) => channel.slice())
    const music = kind === 'music'
    const preview: Preview = {
      ...{ channels, sampleRate: samples.sampleRate, loopFromS, loopToS, look: look(samples, kind) },
      seam: music
        ? { mismatch: seamMismatch(samples, loopFromS, loopToS), click: clickOf(samples, loopFromS, loopToS) }
        : null,
      close: music ? closeUp(samples, loopFromS, loopToS) : null,
    }
    return transfer(
      preview,
      channels.map((channel) => channel.buffer),
    )
  },

  async lookAt(hash: string, facts: AssetFacts, template: Template, kind: 'sound' | 'music') {
    const samples = await samplesOf(hash, template, facts)
    return samples === null ? null : look(samples, kind)
  },

  async seam(
    hash: string,
    facts: AssetFacts,
    template: Template,
    edit: SoundEdit,
    reachS: number,
  ): Promise<Seam | null> {
    const original = await samplesOf(hash, template, facts)
    if (original === null) return null
    // On what is kept of it, before the blend: the seam is what the blend then covers.
    const { samples } = renderEdit(original, { ...edit, crossfadeS: 0, speed: 1, pitch: 0, gainDb: 0 }, true)
    return bestSeam(samples, edit.loopFromS, edit.loopToS, reachS)
  },

  async editSound<C extends SoundContent | MusicContent>(
    content: C,
    from: string,
    facts: AssetFacts,
    template: Template,
    edit: SoundEdit,
  ) {
    const samples = await samplesOf(from, template, facts)
    return samples === null ? null : editSound(content, from, facts, samples, edit, encoders)
  },

  /** The level of each sound, in the order asked; null where it cannot be told. */
  levels: (
    asked: { asset: string; kind: 'sound' | 'music'; gainDb: number }[],
    facts: Facts,
    template: Template,
  ): Promise<(Level | null)[]> =>
    Promise.all(
      asked.map(async ({ asset, kind, gainDb }) => {
        const samples = await samplesOf(asset, template, facts[asset])
        return samples === null ? null : levelOfPart(samples, { kind, gainDb })
      }),
    ),

  /** The shape of a sound for drawing: the largest level, 0..1, in each of `columns` equal stretches. */
  async peaks(hash: string, facts: AssetFacts, template: Template, columns: number): Promise<number[]> {
    const samples = await samplesOf(hash, template, facts)
    const channel = samples?.channels[0]
    if (channel === undefined) return []
    const out = new Array<number>(columns).fill(0)
    for (let i = 0; i < channel.length; i++) {
      const at = Math.min(columns - 1, Math.floor((i / channel.length) * columns))
      out[at] = Math.max(out[at]!, Math.abs(channel[i]!))
    }
    return out
  },
})
