import { assetsOf, kindOf, type PartContent } from '../kinds'
import type { CastContent, CastEntry } from '../kinds/cast'
import type { SpriteContent } from '../kinds/drawing'
import { fieldsOf } from '../kinds/field'
import type { Label } from '../label/label'
import type { AssetFacts } from '../pack/asset'
import { edit, type Command } from '../pack/commands'
import { withEntry } from '../pack/entries'
import { contentOf, factsOf, type Pack } from '../pack/pack'
import { SPLIT } from '../game/setup'
import { addLevel, inLevel, renameLevel } from './levels'
import { differsByLevel } from './uses'
import type { PartSpec, Template } from './template'

/** A pack with its template. */
export interface Game {
  pack: Pack
  template: Template
}

/** Fields of a label that are worth taking along. */
export const TAKEN_FIELDS = {
  tags: 'Tags',
  short: 'Short line',
  description: 'Description',
  howTo: 'How to play',
} as const
export type TakenField = keyof typeof TAKEN_FIELDS

/** One thing of another pack, and where in this one it may go. */
export interface Takable {
  /** `hero`, or `good/herring` for one entry of a cast. */
  key: string
  name: string
  /** What it is there: the part's name, for an entry. */
  of: string
  content: PartContent
  entry: CastEntry | undefined
  targets: PartSpec[]
  /** The part it is for as far as can be told; empty where its maker has to say. */
  target: string
}

/** Words and numbers mean something in their own place only; drawings, pictures and sounds go wherever their kind does. */
const movable = (content: PartContent): boolean => kindOf(content).wants !== null

/** Everything its maker swapped in another pack that has a place in this one, in the order of its parts. */
export function takableFrom(from: Game, into: Game): Takable[] {
  const found: Takable[] = []
  for (const spec of from.template.parts) {
    const content = from.pack.parts[spec.id]
    if (content === undefined) continue
    const alike = into.template.parts.filter((one) => one.content.kind === content.kind)
    const targets = movable(content) ? alike : alike.filter((one) => one.id === spec.id)
    if (targets.length === 0) continue
    const same = targets.find((one) => one.id === spec.id)
    const role = spec.as === undefined ? undefined : targets.find((one) => one.as === spec.as)
    const target = (same ?? role)?.id ?? ''
    const row = { of: '', content, entry: undefined, targets, target }
    if (content.kind !== 'cast') found.push({ ...row, key: spec.id, name: spec.name })
    else
      for (const entry of content.entries)
        found.push({ ...row, key: `${spec.id}/${entry.id}`, name: entry.name, of: spec.name, entry })
  }
  return found
}

/** A drawing in the place of another one: as high as that stands, with its first clip where it lacks one. */
function fitted(sprite: SpriteContent, spec: PartSpec, like: SpriteContent | undefined): SpriteContent {
  const first = Object.values(sprite.clips)[0]!
  const wanted = spec.clips ?? Object.keys(like?.clips ?? sprite.clips)
  const optional = (spec.optionalClips ?? []).filter((name) => sprite.clips[name] !== undefined)
  const clips = Object.fromEntries([...wanted, ...optional].map((name) => [name, sprite.clips[name] ?? first]))
  return { ...sprite, clips, height: like?.height ?? sprite.height }
}

/** Facts of a content's files and of what they were made from, with their credits. */
function assetsFor(content: PartContent, { pack, template }: Game): Record<string, AssetFacts> {
  const all: Record<string, AssetFacts> = {}
  const wanted = assetsOf(content)
  for (let hash = wanted.pop(); hash !== undefined; hash = wanted.pop()) {
    const facts = factsOf(pack, template, hash)
    if (facts === undefined || all[hash] !== undefined) continue
    all[hash] = facts
    if (facts.madeFrom !== undefined && facts.madeFrom !== null) wanted.push(facts.madeFrom)
  }
  return all
}

/** A level of another pack; of a game of one, that whole game. */
export interface TakableLevel {
  /** Empty for a game of one level. */
  id: string
  name: string
}

/** Levels that may come into this game, behind its own. */
export function levelsFrom(from: Game, into: Game): TakableLevel[] {
  if (into.template.levels === undefined) return []
  const { levels, label } = from.pack
  return levels.length > 0 ? levels : [{ id: '', name: (label.title || from.template.name).slice(0, 60) }]
}

/** The part of `into` that a part of another template is in a level: the same one, or what is the same to the game. */
function counterpart(spec: PartSpec, { template }: Game): PartSpec | undefined {
  const alike = template.parts.filter((one) => one.content.kind === spec.content.kind && !one.id.includes(SPLIT))
  return (
    alike.find((one) => one.id === spec.id) ??
    (spec.as === undefined || !movable(spec.content) ? undefined : alike.find((one) => one.as === spec.as))
  )
}

/**
 * Levels of another pack as levels of this one: each with all that its maker made of it, whether only there or in all
 * levels of that pack. How many still have room follows from the template; the others are left.
 */
export function takeLevels(from: Game, into: Game, ids: readonly string[]): Taking {
  const assets: Record<string, AssetFacts> = {}
  const foreign = from.template.id !== into.template.id
  let pack = into.pack
  const commands: Command[] = []
  for (const id of ids) {
    const made = addLevel(pack, into.template)
    const level = levelsFrom(from, into).find((one) => one.id === id)
    if (made === null || level === undefined) break
    const named = renameLevel(edit(pack, made.command)[0], made.id, level.name)
    const own = from.template.parts.flatMap((spec): Command[] => {
      if (!differsByLevel(from.template, spec.id) || spec.id.includes(SPLIT)) return []
      const target = counterpart(spec, into)
      const content = from.pack.parts[inLevel(spec.id, id)] ?? from.pack.parts[spec.id]
      if (content === undefined || target === undefined || !differsByLevel(into.template, target.id)) return []
      Object.assign(assets, assetsFor(content, from))
      const like = target.content.kind === 'sprite' ? target.content : undefined
      const next = content.kind === 'sprite' && foreign ? fitted(content, target, like) : content
      return [{ type: 'set-part', part: inLevel(target.id, made.id), content: next, assets: assetsFor(content, from) }]
    })
    const all: Command = { type: 'all', commands: [made.command, named, ...own] }
    commands.push(all)
    pack = edit(pack, all)[0]
  }
  return { assets, command: { type: 'all', commands } }
}

export interface Taking {
  /** Files whose bytes have to be at hand. */
  assets: Record<string, AssetFacts>
  command: Command
}

/**
 * Takes what was chosen, each for its target, and fields of the label, as one command. Within one template a drawing
 * stays just as it is; from another it is as high as what it stands in for.
 */
export function takeCommand(from: Game, into: Game, chosen: readonly Takable[], fields: readonly TakenField[]): Taking {
  const assets: Record<string, AssetFacts> = {}
  const parts = new Map<string, PartContent>()
  const foreign = from.template.id !== into.template.id
  for (const { content, entry, target } of chosen) {
    const spec = into.template.parts.find((one) => one.id === target)
    const now = spec === undefined ? undefined : (parts.get(target) ?? contentOf(into.pack, into.template, target))
    if (spec === undefined || now === undefined) continue
    let next = content
    if (content.kind === 'sprite' && foreign)
      next = fitted(content, spec, spec.content.kind === 'sprite' ? spec.content : undefined)
    if (entry !== undefined && now.kind === 'cast') {
      const like = spec.content.kind === 'cast' ? spec.content.entries[0]?.sprite : undefined
      const sprite = foreign ? fitted(entry.sprite, spec, like) : entry.sprite
      const cast: CastContent = now
      next = withEntry(cast, { ...fieldsOf(spec.fields ?? [], entry), id: entry.id, name: entry.name, sprite })
      Object.assign(assets, assetsFor(sprite, from))
    } else Object.assign(assets, assetsFor(content, from))
    parts.set(target, next)
  }
  const commands: Command[] = [...parts].map(([part, content]) => ({
    ...{ type: 'set-part', part, from: contentOf(into.pack, into.template, part), content, assets },
  })) as Command[]
  if (fields.length > 0) {
    const change: Partial<Label> = Object.fromEntries(fields.map((field) => [field, from.pack.label[field]]))
    commands.push({ type: 'set-label', change })
  }
  return { assets, command: { type: 'all', commands } }
}
