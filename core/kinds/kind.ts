import type { DocKind, GameDoc, PartDocs, Role, TextBox } from '../game/types'
import type { StageShape } from '../game/stage'
import type { FieldSpec } from './field'
import type { Drawing, SpriteContent } from './drawing'
import type * as z from 'zod'

/** What a file must be to be dropped on a part. */
export type Want = 'picture' | 'sound' | 'typeface'

/** One text in a content: which line of it, and how it is set. */
export interface KindText {
  /** Line of a story; empty where the content is one text. */
  line: string
  text: string
  box: TextBox
  scale: number
  shrinkTo?: number
  /** Font file of its own; empty for the game's lettering. */
  typeface: string
}

/** A content's face, where it is shown small: in the list, in findings. */
export type Face =
  | { face: 'picture'; asset: string; frame?: { x: number; y: number; w: number; h: number } }
  | { face: 'wave'; asset: string }
  | { face: 'words'; text: string }
  | { face: 'figure'; text: string }

/** Where a part's texts are set. */
export interface TextPlace {
  box: TextBox | undefined
  shape: StageShape
}

/** Where a content goes in the game's document. */
export interface DocPlace {
  doc: GameDoc
  part: string
  /** Leaves what the game gets of it, under the part's own id or that of one of its lines. */
  put<K extends DocKind>(kind: K, part: string, doc: PartDocs[K]): void
  /** The template's box of the part, for texts. */
  box: TextBox | undefined
  /** What the template lets entries say of themselves. */
  fields: readonly FieldSpec[]
  /** What it is to the game, where the game has a word for it. */
  as: Role | undefined
  /** A file of the game, by its asset; undefined where it is gone. */
  fileOf(hash: string): string | undefined
}

/** What a content leaves in the game's document. */
export type DocOf<C extends { kind: string }> = C['kind'] extends DocKind ? PartDocs[C['kind']] : never

/**
 * Everything shared code has to know of a kind of part. One module a kind, one line in the list of kinds: nothing else
 * tells kinds apart but the modules of the app that show them.
 */
export interface Kind<C extends { kind: string }> {
  kind: C['kind']
  /** The only definition of the content; its type follows from it. */
  schema: z.ZodType<C>
  /** What may be dropped on it; null where it takes no file. */
  wants: Want | null
  /** It takes several files at once: frames of a drawing, things of a kind. */
  takesMany: boolean
  /** It may be something else in one of its places only. */
  splits: boolean
  /** Every asset it uses, in order of first use; one may come twice. */
  assets(content: C): string[]
  /** Puts it into what the game gets. */
  toDoc(content: C, to: DocPlace): void
  /** Every text in it that players read in a box of its own. */
  texts(content: C, at: TextPlace): KindText[]
  /** Every word in it, for those who look for words: names too. */
  said(content: C): string[]
  face(content: C): Face
  /** Every sprite in it; of pictures that are no sprites, none. */
  drawings(content: C): Drawing[]
  /** The same with another sprite for an entry, empty for its own; itself where it has no such. */
  redrawn(content: C, entry: string, sprite: SpriteContent): C
  /** What of it in a game's document changes how that plays, as plain data; null for what is only seen, heard or read. */
  felt: ((doc: DocOf<C>) => unknown) | null
  /** Whether there is anything in it: a game that cannot run without a part asks that. */
  filled(content: C): boolean
  /** In a few words, for the list of parts: `sprite, 3 clips`. */
  summary(content: C): string
}
