import * as z from 'zod'
import { emptyLabel, Label, labelAssets } from '../label/label'
import { PostingRecord } from './posting-record'
import type { Template } from '../template/template'
import { AssetFacts } from './asset'
import { Level, MOST_LEVELS } from './level'
import { SHAPES } from '../game/stage'
import { LANGUAGE_TAG } from '../label/languages'
import { assetsOf, PartContent } from '../kinds'
import { Hash, PartId, PartKey, WordKey } from '../kinds/values'

/** Texts of the game by wording part (and `part#line` of a story), in one more language. */
export const Language = z.object({
  tag: z.string().regex(LANGUAGE_TAG).max(35),
  name: z.string().max(60),
  words: z.record(WordKey, z.string().max(2000)),
})
export type Language = z.infer<typeof Language>
/** What the parts themselves are written in. */
export const MainLanguage = Language.omit({ words: true })
export const ENGLISH = { tag: 'en', name: 'English' } as const

/** The pack or game that this one was made from. Lines are added and never taken away. */
export const LineageLine = z.object({
  title: z.string().max(200),
  author: z.string().max(120),
  /** Where it is posted. */
  host: z.string().max(300),
  postcode: z.string().max(20),
  /** SPDX id of the terms it was copied under. */
  licence: z.string().max(60),
  at: z.string().max(40),
  /** What its parts were, so that it can be told what is new here. */
  fingerprint: z.record(z.string(), z.string().max(64)),
})
export type LineageLine = z.infer<typeof LineageLine>

/** "I know, keep it": why a finding was left as it is, by the finding's id. */
export const Kept = z.record(z.string().max(200), z.string().min(1).max(300))

export const PACK_FORMAT = 'pack-post-pack'
export const PACK_VERSION = 1

/** The user's copy of a template: only what differs from it, and the label. Immutable; commands make the next one. */
export const Pack = z.object({
  format: z.literal(PACK_FORMAT),
  version: z.literal(PACK_VERSION),
  id: z.string().regex(/^[a-z0-9-]{8,64}$/),
  template: z.object({ id: PartId, version: z.string().max(20) }),
  parts: z.record(PartKey, PartContent),
  /** Shape of the stage. */
  stage: z.enum(SHAPES).default('wide'),
  /** In their order; none in a game of one level. */
  levels: z.array(Level).max(MOST_LEVELS).default([]),
  /** px of a world unit when the whole game is drawn pixel by pixel; 0 for smooth. */
  pixels: z.int().min(0).max(64).default(0),
  language: MainLanguage.default({ ...ENGLISH }),
  languages: z.array(Language).max(20).default([]),
  assets: z.record(Hash, AssetFacts),
  label: Label,
  notes: z.string().max(20000),
  postings: z.array(PostingRecord).max(500),
  createdFrom: z.string().max(200),
  lineage: z.array(LineageLine).max(100).default([]),
  kept: Kept.default({}),
})
export type Pack = z.infer<typeof Pack>

export function newPack(template: Template, id: string): Pack {
  return {
    format: PACK_FORMAT,
    version: PACK_VERSION,
    id,
    template: { id: template.id, version: template.version },
    parts: {},
    stage: template.stages[0]!,
    levels: [],
    pixels: 0,
    language: { ...ENGLISH },
    languages: [],
    assets: {},
    label: { ...emptyLabel(), category: template.category },
    notes: '',
    postings: [],
    createdFrom: `template:${template.id}@${template.version}`,
    lineage: [],
    kept: {},
  }
}

/** A part's content as it plays: the pack's own, else the template's. */
export function contentOf(pack: Pack, template: Template, part: string): PartContent | undefined {
  return pack.parts[part] ?? template.parts.find((spec) => spec.id === part)?.content
}

/** Facts on an asset, whether it is the pack's or the template's. */
export function factsOf(pack: Pack, template: Template, hash: string): AssetFacts | undefined {
  return pack.assets[hash] ?? template.assets[hash]?.facts
}

/** Assets that the parts and the label really use, and the originals they were made from. */
export function usedAssets(pack: Pack): Set<string> {
  const used = new Set<string>()
  for (const content of Object.values(pack.parts)) for (const hash of assetsOf(content)) used.add(hash)
  for (const hash of labelAssets(pack.label)) used.add(hash)
  for (const hash of [...used]) {
    let from = pack.assets[hash]?.madeFrom
    while (from !== undefined && !used.has(from)) {
      used.add(from)
      from = pack.assets[from]?.madeFrom
    }
  }
  return used
}
