import { create } from 'mutative'
import { emptyWords, type Label } from '../label/label'
import { PartId, type CastContent, type CastEntry, type PartContent } from './content'
import type { AssetFacts, Source } from './asset'
import type { Pack } from './pack'

/** Every change of a pack is one of these. Each is plain data, so it can be logged, tested and sent by a fix. */
export type Command =
  | { type: 'set-part'; part: string; content: PartContent; assets?: Record<string, AssetFacts> }
  | { type: 'reset-part'; part: string }
  | {
      type: 'cast-add'
      part: string
      from: CastContent
      entry: CastEntry
      at?: number
      assets?: Record<string, AssetFacts>
    }
  | { type: 'cast-remove'; part: string; from: CastContent; entry: string }
  | { type: 'cast-duplicate'; part: string; from: CastContent; entry: string }
  | { type: 'cast-move'; part: string; from: CastContent; entry: string; to: number }
  | {
      type: 'cast-set'
      part: string
      from: CastContent
      entry: string
      change: Partial<Omit<CastEntry, 'id'>>
      assets?: Record<string, AssetFacts>
    }
  | { type: 'set-label'; change: Partial<Label>; assets?: Record<string, AssetFacts> }
  | { type: 'set-source'; asset: string; source: Partial<Source> }
  | { type: 'set-pixels'; pixels: number }
  | { type: 'set-main-language'; tag: string; name: string }
  | { type: 'add-language'; tag: string; name: string }
  | { type: 'remove-language'; tag: string }
  /** Texts of another language; null takes one out. */
  | { type: 'set-words'; tag: string; words: Record<string, string | null> }
  | { type: 'set-notes'; notes: string }
  /** Why a finding is left as it is; null looks at it again. */
  | { type: 'keep-finding'; finding: string; reason: string | null }
  | { type: 'all'; commands: Command[] }

function castOf(draft: Pack, part: string, from: CastContent): CastContent {
  const own = draft.parts[part]
  if (own?.kind === 'cast') return own
  // The template's entries become the pack's own with the first change to one of them.
  draft.parts[part] = structuredCopy(from)
  return draft.parts[part] as CastContent
}

const structuredCopy = (from: CastContent): CastContent => JSON.parse(JSON.stringify(from)) as CastContent

/** An id that no entry has yet: `boot`, `boot-2`, `boot-3`. */
export function freeEntryId(cast: CastContent, wish: string): string {
  const word =
    wish
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '')
      .slice(0, 30) || 'thing'
  const taken = new Set(cast.entries.map((entry) => entry.id))
  let id = word
  for (let n = 2; taken.has(id); n++) id = `${word}-${n}`
  return PartId.parse(id)
}

function apply(draft: Pack, command: Command): void {
  if ('assets' in command && command.assets !== undefined) {
    for (const [hash, facts] of Object.entries(command.assets)) draft.assets[hash] ??= facts
  }
  switch (command.type) {
    case 'set-part':
      draft.parts[command.part] = command.content
      break
    case 'reset-part':
      Reflect.deleteProperty(draft.parts, command.part)
      break
    case 'cast-add': {
      const cast = castOf(draft, command.part, command.from)
      cast.entries.splice(command.at ?? cast.entries.length, 0, {
        ...command.entry,
        id: freeEntryId(cast, command.entry.id),
      })
      break
    }
    case 'cast-remove': {
      const cast = castOf(draft, command.part, command.from)
      cast.entries = cast.entries.filter((entry) => entry.id !== command.entry)
      break
    }
    case 'cast-duplicate': {
      const cast = castOf(draft, command.part, command.from)
      const at = cast.entries.findIndex((entry) => entry.id === command.entry)
      if (at < 0) break
      const twin = JSON.parse(JSON.stringify(cast.entries[at])) as CastEntry
      cast.entries.splice(at + 1, 0, { ...twin, id: freeEntryId(cast, twin.id), name: `${twin.name} copy` })
      break
    }
    case 'cast-move': {
      const cast = castOf(draft, command.part, command.from)
      const at = cast.entries.findIndex((entry) => entry.id === command.entry)
      if (at < 0) break
      const [entry] = cast.entries.splice(at, 1)
      cast.entries.splice(Math.max(0, Math.min(cast.entries.length, command.to)), 0, entry!)
      break
    }
    case 'cast-set': {
      const cast = castOf(draft, command.part, command.from)
      const entry = cast.entries.find((one) => one.id === command.entry)
      if (entry !== undefined) Object.assign(entry, command.change)
      break
    }
    case 'set-label':
      Object.assign(draft.label, command.change)
      break
    case 'set-source': {
      const facts = draft.assets[command.asset]
      if (facts !== undefined) Object.assign(facts.source, command.source)
      break
    }
    case 'set-pixels':
      draft.pixels = command.pixels
      break
    case 'set-main-language':
      draft.language = { tag: command.tag, name: command.name }
      break
    case 'add-language':
      if (command.tag !== draft.language.tag && !draft.languages.some((one) => one.tag === command.tag))
        draft.languages.push({ tag: command.tag, name: command.name, words: {} })
      break
    case 'remove-language':
      draft.languages = draft.languages.filter((one) => one.tag !== command.tag)
      draft.label.languages = Object.fromEntries(
        Object.entries(draft.label.languages).filter(([tag]) => tag !== command.tag),
      )
      break
    case 'set-words': {
      const language = draft.languages.find((one) => one.tag === command.tag)
      if (language === undefined) break
      for (const [key, text] of Object.entries(command.words))
        if (text === null) Reflect.deleteProperty(language.words, key)
        else language.words[key] = text
      break
    }
    case 'keep-finding':
      if (command.reason === null) Reflect.deleteProperty(draft.kept, command.finding)
      else draft.kept[command.finding] = command.reason.slice(0, 300)
      break
    case 'set-notes':
      draft.notes = command.notes
      break
    case 'all':
      for (const one of command.commands) apply(draft, one)
      break
  }
}

/** Words that are asked for once: a wording of the game, and the field of the label that says the same. */
const SAID_ONCE = [
  { part: 'title-words', field: 'title' },
  { part: 'tagline-words', field: 'short' },
] as const

const wordsOf = (pack: Pack, part: string): string => {
  const content = pack.parts[part]
  return content?.kind === 'wording' ? content.text : ''
}
const wordsIn = (pack: Pack, tag: string, part: string): string =>
  pack.languages.find((one) => one.tag === tag)?.words[part] ?? ''

/** The label follows the game's own words, until somebody has written something else on it. */
function sayOnce(before: Pack, draft: Pack): void {
  for (const { part, field } of SAID_ONCE) {
    const [was, is] = [wordsOf(before, part), wordsOf(draft, part)]
    const said = before.label[field]
    if (was !== is && draft.label[field] === said && (said === '' || said === was)) draft.label[field] = is
    for (const { tag } of draft.languages) {
      const [was, is] = [wordsIn(before, tag, part), wordsIn(draft, tag, part)]
      const said = before.label.languages[tag]?.[field] ?? ''
      if (was === is || (draft.label.languages[tag]?.[field] ?? '') !== said || (said !== '' && said !== was)) continue
      draft.label.languages[tag] = { ...emptyWords(), ...draft.label.languages[tag], [field]: is }
    }
  }
}

/** The next pack, and the patches there and back (JSON-patch shaped, from mutative). The given pack stays as it is. */
export function edit(pack: Pack, command: Command) {
  return create(
    pack,
    (draft) => {
      apply(draft as Pack, command)
      sayOnce(pack, draft as Pack)
    },
    { enablePatches: true },
  )
}
