import type { Pixels } from '../art/pixels'
import type { Command } from '../pack/commands'
import type { AssetFacts } from '../pack/asset'
import { assetsOf, drawingsIn, kindOf, type PartContent } from '../kinds'
import type { SpriteContent } from '../kinds/drawing'
import { contentOf, type Pack } from '../pack/pack'
import type { SoundEncoders } from '../sound/encode'
import type { Samples } from '../sound/samples'
import type { PartSpec, Template } from '../template/template'
import { wholePart } from '../template/uses'
import type { Widths } from '../wording/fit'
import type { Evidence, Facts, Finding, Severity, Subject } from './finding'

/** What rules may ask. Decoders are handed in, so the same rules run in a worker, on the server and in tests. */
export interface CheckContext {
  template: Template
  pack: Pack
  widths: Widths
  /** Null when the bytes are not there. */
  bytes(hash: string): Promise<Uint8Array | null>
  /** Null when the bytes are not there or cannot be decoded. */
  pixels(hash: string): Promise<Pixels | null>
  samples(hash: string): Promise<Samples | null>
  /** For fixes that write sounds; null where nothing is fixed. */
  encoders: SoundEncoders | null
  /** Packs a picture as small as can be; PNG without it. */
  encodePicture?(pixels: Pixels): Promise<{ bytes: Uint8Array; mime: 'image/png' | 'image/webp' }>
  /** Every file of a received parcel; null while a pack is on the bench. */
  files: ReadonlyMap<string, Uint8Array> | null
  /** Bytes of the player that goes into the parcel. */
  playerBytes: number
}

export interface Fix {
  /** Name of the undo step. */
  name: string
  command: Command
  /** Bytes the command's assets need, by hash. */
  bytes: Record<string, Uint8Array>
}

export interface Hit {
  facts: Facts
  evidence: Evidence
  severity?: Severity
  subject?: Subject
  /** False where the rule's fix has nothing to do for this one. */
  fixable?: boolean
}

/** One file a rule. Appends what it finds and does not throw. */
export interface Rule {
  id: string
  severity: Severity
  /** It asks the rules of our engine: silent where a game plays itself. */
  engine?: boolean
  /** One line for the table of rules in the docs. */
  about: string
  subjects(ctx: CheckContext): Subject[]
  /** Everything the answer for a subject depends on; the runner keeps the answer while this stays the same. */
  reads(ctx: CheckContext, subject: Subject): unknown
  run(ctx: CheckContext, subject: Subject): Promise<Hit[]>
  /** The fix changes nothing a maker chose on purpose: it may be done together with others, without a look. */
  safe?: boolean
  /** Null when this one cannot be fixed by itself after all. */
  fix?(ctx: CheckContext, finding: Finding): Promise<Fix | null>
}

/** A sprite wherever it stands: a part of its own or one entry of a cast. */
export interface SpriteAt {
  subject: Subject
  spec: PartSpec
  sprite: SpriteContent
  /** The template's sprite it is compared with. */
  reference: SpriteContent
  name: string
}

/** Every sprite that is the pack's own. */
export function ownSprites(ctx: CheckContext): SpriteAt[] {
  const found: SpriteAt[] = []
  for (const spec of ctx.template.parts) {
    const own = ctx.pack.parts[spec.id]
    if (own === undefined) continue
    // A look is compared with what it dresses.
    const dressed = ctx.template.parts.find((one) => one.id === spec.dresses)?.content
    const references = drawingsIn(dressed ?? spec.content)
    drawingsIn(own).forEach(({ entry, name, sprite }, i) => {
      const like = references.find((one) => one.entry === entry) ?? references[i % Math.max(1, references.length)]
      // An entry that is still the template's is not theirs to mend.
      if (like === undefined || (entry !== '' && firstAsset(sprite) === firstAsset(like.sprite))) return
      const subject = { part: spec.id, ...(entry === '' ? {} : { entry }) }
      found.push({ subject, spec, sprite, reference: like.sprite, name: name || spec.name })
    })
  }
  return found
}

/** The same without tiles: those fill their cells, touch each other and have no outline of their own. */
export function standingSprites(ctx: CheckContext): SpriteAt[] {
  const tiles = new Set(ctx.template.parts.flatMap(({ course }) => course?.tiles ?? []))
  return ownSprites(ctx).filter(({ spec }) => !tiles.has(wholePart(spec.id)))
}

export const spriteAt = (ctx: CheckContext, subject: Subject): SpriteAt | undefined =>
  ownSprites(ctx).find((one) => one.subject.part === subject.part && one.subject.entry === subject.entry)

export const firstFrame = (sprite: SpriteContent) => Object.values(sprite.clips)[0]!.frames[0]!
/** Where the first frame lies in its file, px. */
export const firstBox = (sprite: SpriteContent) => {
  const { x, y, w, h } = firstFrame(sprite)
  return { x, y, w, h }
}
export const firstAsset = (sprite: SpriteContent): string => firstFrame(sprite).asset

/** The command that puts a changed sprite where the old one stands. */
export function replaceSprite(
  ctx: CheckContext,
  subject: Subject,
  sprite: SpriteContent,
  assets: Pack['assets'] = {},
): Command {
  const from = contentOf(ctx.pack, ctx.template, subject.part!)!
  const content = kindOf(from).redrawn(from, subject.entry ?? '', sprite)
  return { type: 'set-part', part: subject.part!, from, content, assets }
}

/** Every asset of the pack's own parts once, under the first part that uses it, as far as its facts are wanted. */
export function ownAssets(ctx: CheckContext, wanted: (facts: AssetFacts) => boolean): Subject[] {
  const found = new Map<string, Subject>()
  for (const spec of ctx.template.parts) {
    const own = ctx.pack.parts[spec.id]
    if (own === undefined) continue
    for (const asset of assetsOf(own)) {
      const facts = ctx.pack.assets[asset]
      if (facts !== undefined && wanted(facts) && !found.has(asset)) found.set(asset, { part: spec.id, asset })
    }
  }
  return [...found.values()]
}

/** Own contents of one or more kinds. */
export function ownParts<K extends PartContent['kind']>(
  ctx: CheckContext,
  ...kinds: K[]
): { spec: PartSpec; content: Extract<PartContent, { kind: K }> }[] {
  return ctx.template.parts.flatMap((spec) => {
    const content = ctx.pack.parts[spec.id]
    return content !== undefined && (kinds as string[]).includes(content.kind)
      ? [{ spec, content: content as Extract<PartContent, { kind: K }> }]
      : []
  })
}
