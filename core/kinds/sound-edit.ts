import * as z from 'zod'

const seconds = z.number().min(0).max(3600)

/** What was done to a sound, in the order it is done. The file it was done to stays, so all of it can be changed again. */
export const SoundEdit = z.object({
  /** The stretch of the original that is kept; `toS` 0 is its end. */
  fromS: seconds,
  toS: seconds,
  mono: z.boolean(),
  /** Times as fast. Without `keepPitch` it gets as much higher, like a tape. */
  speed: z.number().min(0.25).max(4),
  keepPitch: z.boolean(),
  /** Semitones on top. */
  pitch: z.number().min(-24).max(24),
  gainDb: z.number().min(-40).max(40),
  fadeInS: seconds,
  fadeOutS: seconds,
  /** Music: the part that goes round, in seconds of what is kept, before speed. `loopToS` 0 is its end. */
  loopFromS: seconds,
  loopToS: seconds,
  crossfadeS: z.number().min(0).max(5),
})
export type SoundEdit = z.infer<typeof SoundEdit>

export const NO_EDIT: SoundEdit = {
  fromS: 0,
  toS: 0,
  mono: false,
  speed: 1,
  keepPitch: true,
  pitch: 0,
  gainDb: 0,
  fadeInS: 0,
  fadeOutS: 0,
  loopFromS: 0,
  loopToS: 0,
  crossfadeS: 0,
}

/** A short effect worked out from a kind, a seed and a handful of dials, all 0..1 and 0.5 as the kind has it. */
export const EffectRecipe = z.object({
  kind: z.enum(['jump', 'pick-up', 'hit', 'win', 'lose', 'press', 'whoosh', 'splash', 'bell']),
  seed: z.int().min(0).max(0xffffffff),
  height: z.number().min(0).max(1),
  length: z.number().min(0).max(1),
  roughness: z.number().min(0).max(1),
  brightness: z.number().min(0).max(1),
})
export type EffectRecipe = z.infer<typeof EffectRecipe>
export type EffectKind = EffectRecipe['kind']

export const EFFECT_KINDS = EffectRecipe.shape.kind.options
export const EFFECT_DIALS = ['height', 'length', 'roughness', 'brightness'] as const
