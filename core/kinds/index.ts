import * as z from 'zod'
import { music, sound } from './audible'
import { cast } from './cast'
import { choice } from './choice'
import { colour } from './colour'
import { course } from './course'
import { deck } from './deck'
import { dial } from './dial'
import type { Drawing, SpriteContent } from './drawing'
import type { Kind } from './kind'
import { layout } from './layout'
import { picture } from './picture'
import { spot } from './spot'
import { sprite } from './sprite'
import { story } from './story'
import { onOff } from './switch'
import { typeface } from './typeface'
import { way } from './way'
import { wording } from './wording'

/** Every kind of part there is: a module each. */
export const KINDS = [
  ...([sprite, picture, sound, music, wording, story, typeface, dial, cast] as const),
  ...([choice, onOff, colour, course, deck, spot, way, layout] as const),
] as const

type ContentOf<K> = K extends Kind<infer C> ? C : never
export type PartContent = ContentOf<(typeof KINDS)[number]>
export type PartKind = PartContent['kind']
export type OfKind<K extends PartKind> = Extract<PartContent, { kind: K }>

const MEMBERS: readonly (keyof Kind<PartContent>)[] = [
  ...(['kind', 'schema', 'wants', 'takesMany', 'splits', 'assets', 'toDoc', 'texts', 'said'] as const),
  ...(['face', 'drawings', 'redrawn', 'felt', 'filled', 'summary'] as const),
]

/** A list of kinds by name; throws where two have one, and where a module lacks something that is asked of all. */
export function kindsByName<K extends { kind: string }>(kinds: readonly K[]): ReadonlyMap<string, K> {
  const found = new Map<string, K>()
  for (const one of kinds) {
    for (const member of MEMBERS) if (!(member in one)) throw new Error(`The kind “${one.kind}” has no “${member}”.`)
    if (found.has(one.kind)) throw new Error(`Two kinds of part are called “${one.kind}”.`)
    found.set(one.kind, one)
  }
  return found
}
const byName = kindsByName<Kind<PartContent>>(KINDS as unknown as readonly Kind<PartContent>[])

/** The module of a content's kind. */
export const kindOf = (content: Pick<PartContent, 'kind'>): Kind<PartContent> => byName.get(content.kind)!

type Schemas = [z.ZodObject<{ kind: z.ZodLiteral<string> }>, ...z.ZodObject<{ kind: z.ZodLiteral<string> }>[]]
export const PartContent = z.discriminatedUnion(
  'kind',
  KINDS.map((one) => one.schema) as unknown as Schemas,
) as unknown as z.ZodType<PartContent>

/** Every asset a content uses, each once, in order of first use. */
export const assetsOf = (content: PartContent): string[] => [...new Set(kindOf(content).assets(content))]

/** Every sprite in a content. */
export const drawingsIn = (content: PartContent | undefined): Drawing[] =>
  content === undefined ? [] : kindOf(content).drawings(content)

/** The sprite of a content's entry, or its own; undefined where there is none. */
export const drawingIn = (content: PartContent | undefined, entry = ''): Drawing | undefined =>
  drawingsIn(content).find((one) => one.entry === entry)

/** The one that another takes after: its own, or where an entry is not in it, its first. */
export const likeIn = (content: PartContent | undefined, entry = ''): SpriteContent | undefined =>
  (drawingIn(content, entry) ?? drawingsIn(content)[0])?.sprite
