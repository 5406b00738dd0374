import { NO_EDIT, type EffectRecipe, type SoundEdit } from '../kinds/sound-edit'
import { UserError, userError } from '../errors'
import type { AssetFacts, Mime } from '../pack/asset'
import type { MusicContent, SoundContent } from '../kinds/audible'
import { hashOf } from '../pack/hash'
import { broken, checkDuration, identify, newFacts } from '../art/take-in'
import { decodeSound } from './decode'
import { isNothing, renderEdit } from './edit'
import { makeEffect } from './effect-maker'
import { encodeForParcel, type SoundEncoders } from './encode'
import { isOpus } from './kinds'
import { durationOf, type Samples } from './samples'
import { cutOff } from './size'
import { readSoundTags, stripSoundTags } from './tags'
import { encodeWav } from './wav'

export interface BroughtSound {
  hash: string
  facts: AssetFacts
  /** What is kept: the file that plays, and the one it was made from. */
  files: Map<string, Uint8Array>
  originals: Record<string, AssetFacts>
  samples: Samples
  /** Sentences to tell. */
  told: string[]
}

/** Files that every browser plays as they are. */
const playsAsIs = (bytes: Uint8Array, mime: Mime): boolean =>
  mime === 'audio/wav' || mime === 'audio/mpeg' || (mime === 'audio/ogg' && !isOpus(bytes))

/**
 * Takes a sound in: what it is, how long, who made it. What plays carries no tags; the file as it came is kept as its
 * original when it had to be packed anew. `decoded` is for kinds that only the browser can open. Throws UserErrors.
 */
export async function takeSound(
  name: string,
  bytes: Uint8Array,
  kind: 'sound' | 'music',
  imported: string,
  source: Partial<AssetFacts['source']>,
  encoders: SoundEncoders,
  decoded?: Samples,
): Promise<BroughtSound> {
  const { mime } = identify(name, bytes, 'sound')
  const tags = await readSoundTags(bytes, mime)
  if (tags.seconds !== null && tags.seconds > 0) checkDuration(name, tags.seconds)
  const samples =
    decoded ??
    (await decodeSound(bytes, mime, name).catch((error: unknown) => {
      throw error instanceof UserError ? error : mime === 'audio/mp4' ? cannotHere(name) : broken(name)
    }))
  const durationS = durationOf(samples)
  checkDuration(name, durationS)
  const credit = { author: tags.author, ...source }
  const told = cutShort(name, bytes, mime, durationS)
  const factsOf = (as: Mime, size: number): AssetFacts => newFacts(name, as, size, { durationS }, imported, credit)
  const plain = stripSoundTags(bytes, mime)
  // Music in MP3 has silence around it that opens its loop; everything else that is small already stays as it is.
  const keeps = plain !== null && playsAsIs(bytes, mime) && !(mime === 'audio/mpeg' && kind === 'music')
  const packed = keeps && mime !== 'audio/wav' ? null : await encodeForParcel(samples, encoders)
  if (keeps && (packed === null || plain.length <= packed.bytes.length)) {
    const hash = hashOf(plain)
    return { hash, facts: factsOf(mime, plain.length), files: new Map([[hash, plain]]), originals: {}, samples, told }
  }
  const origin = plain ?? bytes
  const from = hashOf(origin)
  const hash = hashOf(packed!.bytes)
  return {
    hash,
    facts: { ...factsOf(packed!.mime, packed!.bytes.length), madeFrom: from },
    files: new Map([
      [hash, packed!.bytes],
      [from, origin],
    ]),
    originals: { [from]: factsOf(mime, origin.length) },
    samples,
    told,
  }
}

function cutShort(name: string, bytes: Uint8Array, mime: Mime, seconds: number): string[] {
  const cut = mime === 'audio/mp4' ? null : cutOff(bytes, mime, seconds)
  if (cut === null) return []
  const whole = cut.toldS === null ? 'its end is missing' : `it says ${cut.toldS.toFixed(2)} s`
  return [
    `“${name}” is cut off at ${seconds.toFixed(2)} s (${whole}). What is there was taken; get the whole file again.`,
  ]
}

const cannotHere = (name: string) =>
  userError('sound-kind', `This browser cannot open “${name}”. Save it as WAV, MP3 or FLAC and drop it here.`)

/** A recording: kept without loss as its own original. */
export async function takeRecording(
  name: string,
  samples: Samples,
  kind: 'sound' | 'music',
  imported: string,
  source: Partial<AssetFacts['source']>,
  encoders: SoundEncoders,
): Promise<BroughtSound> {
  return takeSound(name, encodeWav(samples), kind, imported, source, encoders)
}

/** A made effect, given as CC0 like everything that is made here. */
export async function takeEffect(
  recipe: EffectRecipe,
  imported: string,
  encoders: SoundEncoders,
): Promise<BroughtSound> {
  const samples = makeEffect(recipe)
  const { bytes, mime } = await encodeForParcel(samples, encoders)
  const hash = hashOf(bytes)
  const facts = newFacts(
    `${recipe.kind}-${recipe.seed}.${mime === 'audio/wav' ? 'wav' : 'ogg'}`,
    mime,
    bytes.length,
    { durationS: durationOf(samples) },
    imported,
    { author: 'Made with the effect maker', licence: 'CC0-1.0' },
  )
  return { hash, facts, files: new Map([[hash, bytes]]), originals: {}, samples, told: [] }
}

/** The file an edit starts from: the original where it can be opened again, else what was made of it. */
export function editedFrom(
  content: SoundContent | MusicContent,
  factsOf: (hash: string) => AssetFacts | undefined,
): { from: string; edit: SoundEdit } | null {
  if (content.made !== undefined && factsOf(content.made.from) !== undefined) return content.made
  if (content.asset === null) return null
  const origin = factsOf(content.asset)?.madeFrom
  const known = origin === undefined ? undefined : factsOf(origin)
  const from = known !== undefined && known.mime !== 'audio/mp4' ? origin! : content.asset
  return { from, edit: { ...NO_EDIT, ...loopOf(content) } }
}

const loopOf = (content: SoundContent | MusicContent): Partial<SoundEdit> =>
  content.kind === 'music' ? { loopFromS: content.loopFromS ?? 0, loopToS: content.loopToS ?? 0 } : {}

export interface EditedSound<C> {
  content: C
  /** Absent where the original plays as it is. */
  asset?: { hash: string; facts: AssetFacts; bytes: Uint8Array }
}

/** The content after an edit, and the file it needs. `original` are the samples of the file `from`. */
export async function editSound<C extends SoundContent | MusicContent>(
  content: C,
  from: string,
  origin: AssetFacts,
  original: Samples,
  edit: SoundEdit,
  encoders: SoundEncoders,
): Promise<EditedSound<C>> {
  const { effect: _old, made: _before, ...rest } = content
  const loops = content.kind === 'music'
  const rendered = renderEdit(original, edit, loops)
  const loop = loops ? { loopFromS: rendered.loopFromS, loopToS: rendered.loopToS } : {}
  if (isNothing(edit) && origin.madeFrom === undefined && origin.mime !== 'audio/wav' && origin.mime !== 'audio/flac')
    return { content: { ...rest, asset: from, ...loop } as C }
  const { bytes, mime } = await encodeForParcel(rendered.samples, encoders)
  const hash = hashOf(bytes)
  const facts: AssetFacts = {
    ...origin,
    mime,
    bytes: bytes.length,
    durationS: durationOf(rendered.samples),
    madeFrom: from,
  }
  return { content: { ...rest, asset: hash, made: { from, edit }, ...loop } as C, asset: { hash, facts, bytes } }
}
