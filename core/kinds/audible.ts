import * as z from 'zod'
import type { SoundDoc } from '../game/types'
import { EffectRecipe, SoundEdit } from './sound-edit'
import type { Face, Kind } from './kind'
import { Hash } from './values'

/** A null asset is silence on purpose. `made` says what was done to which file, `effect` what it was worked out from. */
const audible = {
  asset: Hash.nullable(),
  gainDb: z.number().min(-40).max(12),
  made: z.object({ from: Hash, edit: SoundEdit }).optional(),
  effect: EffectRecipe.optional(),
}
export const SoundContent = z.object({
  kind: z.literal('sound'),
  ...audible,
  /** dB the music steps back by while this sounds: for speech. */
  duckDb: z.number().min(-24).max(0).optional(),
})
export type SoundContent = z.infer<typeof SoundContent>
/** From `loopFromS` to `loopToS` (0: the end) it goes round; what comes before is played once. */
export const MusicContent = z.object({
  kind: z.literal('music'),
  ...audible,
  loopFromS: z.number().min(0).max(3600).optional(),
  loopToS: z.number().min(0).max(3600).optional(),
})
export type MusicContent = z.infer<typeof MusicContent>

export type Audible = SoundContent | MusicContent
export const isAudible = (content: { kind: string } | undefined): content is Audible =>
  content?.kind === 'sound' || content?.kind === 'music'
const soundDoc = ({ kind: _kind, made: _made, effect: _effect, ...doc }: Audible): SoundDoc => doc
const assets = ({ asset }: Audible): string[] => (asset === null ? [] : [asset])
const face = ({ asset }: Audible): Face =>
  asset === null ? { face: 'figure', text: 'silent' } : { face: 'wave', asset }
const heard = {
  wants: 'sound',
  takesMany: false,
  splits: true,
  assets,
  texts: () => [],
  said: () => [],
  face,
  drawings: () => [],
  redrawn: <C extends Audible>(content: C) => content,
  felt: null,
  filled: ({ asset }: Audible) => asset !== null,
} as const

export const sound: Kind<SoundContent> = {
  ...heard,
  kind: 'sound',
  schema: SoundContent,
  toDoc: (content, { put, part }) => put('sound', part, soundDoc(content)),
  summary: () => 'sound',
}

export const music: Kind<MusicContent> = {
  ...heard,
  kind: 'music',
  schema: MusicContent,
  toDoc: (content, { put, part }) => put('music', part, soundDoc(content)),
  summary: () => 'music',
}
