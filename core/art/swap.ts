import { UserError } from '../errors'
import { assetsOf, drawingIn, kindOf, likeIn, type PartContent } from '../kinds'
import type { CastContent, CastEntry } from '../kinds/cast'
import type { SpriteContent } from '../kinds/drawing'
import { fieldsOf } from '../kinds/field'
import type { PictureContent } from '../kinds/picture'
import type { MusicContent, SoundContent } from '../kinds/audible'
import type { AssetFacts } from '../pack/asset'
import type { Command } from '../pack/commands'
import { changedEntry, freeEntryId, plainName, withEntry } from '../pack/entries'
import { same } from '../pack/merge'
import type { PartSpec } from '../template/template'
import { groupNumbered } from './numbered'
import type { SpriteWish } from './strip'

/** What came in, as far as a swap needs it: the file, and what a wish made of it. */
export interface Taken {
  hash: string
  facts: AssetFacts
  /** What the file was made from. */
  originals: Record<string, AssetFacts>
  crisp: boolean
  sprite?: SpriteContent
  clip?: SpriteContent['clips'][string]
}

/** A swap as a step: what undo calls it, and what it does. */
export interface Swap {
  name: string
  command: Command
  /** The part that got one entry more, or several. */
  added?: string
}

const assetsOfTaken = ({ originals, hash, facts }: Taken): Record<string, AssetFacts> => ({
  ...originals,
  [hash]: facts,
})

/** What a part asks of a drawing that is to take after `like`. */
export const wishOf = (spec: PartSpec, like: SpriteContent): SpriteWish => ({
  clips: spec.clips ?? Object.keys(like.clips).slice(0, 1),
  optionalClips: spec.optionalClips ?? [],
  like,
  ...(spec.column === true ? { column: true } : {}),
  ...(spec.crumbles === true ? { crumbles: true } : {}),
})

/** Another content for a part, made of what came in. */
export const swapPart = (spec: PartSpec, from: PartContent, content: PartContent, taken: Taken): Swap => ({
  name: `Swap ${spec.name}`,
  command: { type: 'set-part', part: spec.id, from, content, assets: assetsOfTaken(taken) },
})

/** How it fills and what was done to it stays; what moved in the old picture does not. */
export function swappedPicture({ clip: _old, ...rest }: PictureContent, taken: Taken): PictureContent {
  const moving = taken.clip === undefined ? {} : { clip: taken.clip }
  return { ...rest, asset: taken.hash, crisp: taken.crisp, ...moving }
}

/** Its loudness in the game stays. Another file has another loop, and no edit yet. */
export function swappedSound<C extends SoundContent | MusicContent>(old: C, taken: Taken): C {
  const { made: _edit, effect: _recipe, ...rest } = old
  return { ...rest, asset: taken.hash, ...(old.kind === 'music' ? { loopFromS: 0, loopToS: 0 } : {}) } as C
}

/** The drawing that new ones for a cast take after; looks take after what they dress. Throws a UserError where there is none. */
export function likeForCast(spec: PartSpec, cast: CastContent, entry: string, dressed?: SpriteContent): SpriteContent {
  const like = drawingIn(cast, entry)?.sprite ?? likeIn(spec.content) ?? dressed
  if (like === undefined) throw new UserError(`${spec.name} has nobody to take after. Reset it first.`, 'cast-empty')
  return like
}

/** An entry's drawing and name, of a file. */
export function swapEntry(spec: PartSpec, cast: CastContent, old: CastEntry, taken: Taken, file: string): Swap {
  const content = changedEntry(cast, old.id, { sprite: taken.sprite!, name: plainName(file) })
  return {
    name: `Swap ${old.name}`,
    command: { type: 'set-part', part: spec.id, from: cast, content, assets: assetsOfTaken(taken) },
  }
}

/** Files by the entries they are for: one each, numbered ones together, a sheet with its description whole. */
export const rowsForEntries = <F extends { name: string }>(files: readonly F[]): (readonly F[])[] =>
  files.some(({ name }) => /\.json$/i.test(name)) ? [files] : groupNumbered(files).map((row) => row.files)

/** One entry more for each row of files, named after it. */
export function addEntries(
  spec: PartSpec,
  cast: CastContent,
  rows: readonly { taken: Taken; files: readonly { name: string }[] }[],
): Swap {
  let content = cast
  let last = ''
  const assets: Record<string, AssetFacts> = {}
  for (const { taken, files } of rows) {
    const file = files[0]!.name
    last = plainName(files.length > 1 ? file.replace(/[\s._-]*\(?\d+\)?(?=\.[a-z]+$)/i, '') : file)
    const made = {
      id: freeEntryId(content, last),
      name: last,
      sprite: taken.sprite!,
      ...fieldsOf(spec.fields ?? [], {}),
    }
    content = withEntry(content, made)
    Object.assign(assets, assetsOfTaken(taken))
  }
  return {
    name: rows.length === 1 ? `Add ${last}` : `Add ${rows.length} to ${spec.name}`,
    command: { type: 'set-part', part: spec.id, from: cast, content, assets },
    added: spec.id,
  }
}

/** A drawing cut anew, with what was set by hand: how fast its clips run, and how. */
export function withOldSpeeds(made: SpriteContent, old: SpriteContent): SpriteContent {
  const clips = Object.entries(made.clips).map(([name, clip]) => {
    const before = old.clips[name]
    const kept = before !== undefined && before.frames.length > 1
    return [name, kept ? { ...clip, fps: before.fps, mode: before.mode } : clip] as const
  })
  return { ...made, clips: Object.fromEntries(clips) }
}

/** What was worked out on a drawing is of no use for another one. Throws a UserError then. */
export function stillDrawn(now: SpriteContent | undefined, old: SpriteContent): void {
  if (now !== undefined && same(assetsOf(now).sort(), assetsOf(old).sort())) return
  throw new UserError('The drawing was swapped meanwhile, so nothing was done to it. Press it again.', 'gone')
}

/** Another sprite where one stood that something was worked out on, in whatever the part is by then. */
export function redraw(
  part: string,
  content: PartContent,
  entry: string,
  { old, sprite }: { old: SpriteContent; sprite: SpriteContent },
  assets: Record<string, AssetFacts> = {},
): Command {
  const { redrawn } = kindOf(content)
  return {
    type: 'set-part',
    part,
    from: redrawn(content, entry, old),
    content: redrawn(content, entry, sprite),
    assets,
  }
}
