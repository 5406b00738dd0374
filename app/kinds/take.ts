import {
  addEntries,
  likeForCast,
  rowsForEntries,
  swapEntry,
  swappedPicture,
  swappedSound,
  swapPart,
  wishOf,
  type Swap,
} from '@core/art/swap'
import type { SpriteWish } from '@core/art/strip'
import type { PartContent } from '@core/kinds'
import type { Audible } from '@core/kinds/audible'
import type { CastContent } from '@core/kinds/cast'
import type { SpriteContent, Strip } from '@core/kinds/drawing'
import type { PictureContent } from '@core/kinds/picture'
import type { TypefaceContent } from '@core/kinds/typeface'
import type { PartSpec } from '@core/template/template'
import type { FontFacts } from '@core/wording/font'
import type { Bringing } from '../stores/incoming'
import type { TakenIn } from '../workers/work/bring-work'

/** What takes files in, keeps their bytes and says what was done to them. All throw UserErrors. */
export interface Hands {
  pictures(what: readonly Bringing[], height: number, wish?: SpriteWish, cut?: Strip): Promise<TakenIn>
  sound(what: Bringing, kind: 'sound' | 'music'): Promise<TakenIn>
  font(what: Bringing): Promise<TakenIn & { font: FontFacts }>
}

/** Where the files go: a part as it is now, and one of its entries, or none. */
export interface Target<C extends PartContent> {
  spec: PartSpec
  content: C
  entry: string
  /** What looks dress: where there is none yet, the first takes after it. */
  dressed?: SpriteContent
}

/** How files become a kind's content, as a step. At least one file is given; the first counts where one is taken. */
export type Take<C extends PartContent> = (hands: Hands, what: readonly Bringing[], at: Target<C>) => Promise<Swap>

/** px per unit do not matter here: a backdrop is as high as a stage. */
const PICTURE_HEIGHT = 10

export const takeSprite: Take<SpriteContent> = async (hands, what, { spec, content }) => {
  const like = spec.content.kind === 'sprite' ? spec.content : content
  const taken = await hands.pictures(what, content.height, wishOf(spec, like), what[0]!.cut)
  return swapPart(spec, content, taken.sprite!, taken)
}

export const takePicture: Take<PictureContent> = async (hands, what, { spec, content }) => {
  const taken = await hands.pictures(what, PICTURE_HEIGHT)
  return swapPart(spec, content, swappedPicture(content, taken), taken)
}

export const takeAudible: Take<Audible> = async (hands, what, { spec, content }) => {
  const taken = await hands.sound(what[0]!, content.kind)
  return swapPart(spec, content, swappedSound(content, taken), taken)
}

export const takeTypeface: Take<TypefaceContent> = async (hands, what, { spec, content }) => {
  const made = await hands.font(what[0]!)
  const next = { kind: 'typeface', name: made.font.family.slice(0, 80), asset: made.hash, glyphs: null } as const
  return swapPart(spec, content, next, made)
}

/** On an entry: its drawing. On the cast itself: one more entry, or one for each row of files. */
export const takeCast: Take<CastContent> = async (hands, what, { spec, content, entry, dressed }) => {
  const like = likeForCast(spec, content, entry, dressed)
  const old = content.entries.find((one) => one.id === entry)
  const wish = wishOf(spec, like)
  if (old !== undefined)
    return swapEntry(spec, content, old, await hands.pictures(what, like.height, wish, what[0]!.cut), what[0]!.name)
  const rows = []
  for (const files of rowsForEntries(what))
    rows.push({ taken: await hands.pictures(files, like.height, wish, files[0]!.cut), files })
  return addEntries(spec, content, rows)
}
