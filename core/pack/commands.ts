import type { StageShape } from '../game/stage'
import { create } from 'mutative'
import { emptyWords, type Label } from '../label/label'
import type { PartContent } from '../kinds'
import type { Level } from './level'
import { mergeInto, same } from './merge'
import type { AssetFacts, Source } from './asset'
import type { Pack } from './pack'

/** Every change of a pack is one of these. Each is plain data, so it can be logged, tested and sent by a fix. */
export type Command =
  /**
   * What a part is to be. With `from`, the content this was worked out on, only what differs between the two is changed
   * on the part as it is by then: whatever came in meanwhile stays.
   */
  | { type: 'set-part'; part: string; from?: PartContent; content: PartContent; assets?: Record<string, AssetFacts> }
  | { type: 'reset-part'; part: string }
  /** With `from` as above, the label it was worked out on. */
  | { type: 'set-label'; from?: Label; change: Partial<Label>; assets?: Record<string, AssetFacts> }
  | { type: 'set-source'; asset: string; source: Partial<Source> }
  | { type: 'set-pixels'; pixels: number }
  | { type: 'set-stage'; stage: StageShape }
  /** The row of levels, and with `from` only what differs from it. */
  | { type: 'set-levels'; from: Level[]; levels: Level[] }
  | { type: 'set-main-language'; tag: string; name: string }
  | { type: 'add-language'; tag: string; name: string }
  | { type: 'remove-language'; tag: string }
  /** Texts of another language; null takes one out. */
  | { type: 'set-words'; tag: string; words: Record<string, string | null> }
  | { type: 'set-notes'; notes: string }
  /** Why a finding is left as it is; null looks at it again. */
  | { type: 'keep-finding'; finding: string; reason: string | null }
  | { type: 'all'; commands: Command[] }

/**
 * Why a command would do nothing to this pack by now, as a sentence; null when it would do what was meant. Asked before
 * something is done that was worked out a while ago.
 */
export function goneFor(pack: Pack, command: Command): string | null {
  switch (command.type) {
    case 'set-part': {
      const latest = pack.parts[command.part]
      const { from, content } = command
      if (latest === undefined || from?.kind !== 'cast' || content.kind !== 'cast' || latest.kind !== 'cast')
        return null
      const there = new Set(latest.entries.map((entry) => entry.id))
      const was = new Map(from.entries.map((entry) => [entry.id, entry]))
      const meant = content.entries.filter((entry) => was.has(entry.id) && !same(was.get(entry.id), entry))
      const lost = meant.filter((entry) => !there.has(entry.id))
      return meant.length > 0 && lost.length === meant.length
        ? `“${lost[0]!.name}” was taken out meanwhile, so nothing was done to it.`
        : null
    }
    case 'set-levels': {
      const { from, levels } = command
      const renamed = levels.filter(({ id, name }) => from.some((one) => one.id === id && one.name !== name))
      return renamed.length > 0 && renamed.every(({ id }) => !pack.levels.some((one) => one.id === id))
        ? 'That level was taken out meanwhile, so nothing was done to it.'
        : null
    }
    case 'set-source':
      return pack.assets[command.asset] === undefined ? 'That file is not in the pack any more.' : null
    case 'set-words':
      return pack.languages.some((one) => one.tag === command.tag)
        ? null
        : 'That language was taken out meanwhile, so its words were not written.'
    case 'all': {
      const gone = command.commands.map((one) => goneFor(pack, one))
      return gone.length > 0 && gone.every((one) => one !== null) ? gone[0]! : null
    }
    default:
      return null
  }
}

function setPart(draft: Pack, part: string, from: PartContent | undefined, content: PartContent): void {
  const latest = draft.parts[part]
  if (latest === undefined || from === undefined || latest.kind !== from.kind || from.kind !== content.kind)
    draft.parts[part] = content
  else mergeInto(latest, from, content)
}

function apply(draft: Pack, command: Command): void {
  if ('assets' in command && command.assets !== undefined) {
    for (const [hash, facts] of Object.entries(command.assets)) draft.assets[hash] ??= facts
  }
  switch (command.type) {
    case 'set-part':
      setPart(draft, command.part, command.from, command.content)
      break
    case 'reset-part':
      Reflect.deleteProperty(draft.parts, command.part)
      break
    case 'set-label':
      if (command.from === undefined) Object.assign(draft.label, command.change)
      else mergeInto(draft.label, command.from, { ...command.from, ...command.change })
      break
    case 'set-source': {
      const facts = draft.assets[command.asset]
      if (facts !== undefined) Object.assign(facts.source, command.source)
      break
    }
    case 'set-pixels':
      draft.pixels = command.pixels
      break
    case 'set-stage':
      draft.stage = command.stage
      break
    case 'set-levels':
      mergeInto(draft as unknown as Record<string, unknown>, { levels: command.from }, { levels: command.levels })
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
