import { fetchRules } from '@core/game/fetch-rules'
import { drawingIn } from '@core/kinds'
import { docOfLevel, makeSetup, SPLIT } from '@core/game/setup'
import { goneFor, type Command } from '@core/pack/commands'
import {
  emptyHistory,
  perform,
  redo as redoStep,
  sealHistory,
  undo as undoStep,
  type Edited,
  type History,
} from '@core/pack/history'
import type { AssetFacts } from '@core/pack/asset'
import type { SpriteContent } from '@core/kinds/drawing'
import { contentOf, newPack, type Pack } from '@core/pack/pack'
import { specOf, type PartSpec, type Template } from '@core/template/template'
import { lacking } from '@core/template/requires'
import { partInLevel } from '@core/template/levels'
import { fittedTo, levelOf, wholePart } from '@core/template/uses'
import { buildGameDoc } from '@core/template/game-doc'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw } from 'vue'
import * as z from 'zod'
import { bytesKept, keepBytes, keepNamed } from '../storage/assets'
import { leaveBehind, takeLeftBehind } from '../storage/left-behind'
import { loadPack, savePack, SavedElsewhere } from '../storage/packs'
import { useAssets } from './assets'
import { useCare } from './care'
import { useNotices } from './notices'
import { useTemplates } from './templates'

/** Saves follow each other no faster than this; the first of a row is at once, so that little is ever at stake. */
const SAVE_EVERY_MS = 350
/** A save that failed is tried again by itself, so that room made elsewhere is enough. */
const TRY_AGAIN_MS = 5000

/**
 * The pack on the bench. One way for data: an act becomes a command, the command the next pack; the stage, the
 * findings and the weigh-in are worked out from it.
 */
export const useBench = defineStore('bench', () => {
  const notices = useNotices()
  const templates = useTemplates()
  const care = useCare()
  const pictures = useAssets()
  const pack = shallowRef<Pack | null>(null)
  const base = shallowRef<Template | null>(null)
  /** The template, with a part of its own for every use that this pack has split off. */
  const template = computed(() =>
    base.value === null ? null : pack.value === null ? base.value : fittedTo(base.value, pack.value),
  )
  const history = shallowRef<History>(emptyHistory())
  const savedAt = ref('')
  /** From a save that failed to the next that did not. */
  const troubled = ref(false)
  const saving = ref<'saved' | 'waiting' | 'elsewhere' | 'failed'>('saved')
  /** Which part, and which entry of its cast, is in the inspector. */
  const selected = ref<{ part: string; entry: string }>({ part: '', entry: '' })
  /** Which level is at hand, by its id; empty in a game of one. */
  const chosenLevel = ref('')
  let rev = 0
  let lastSave = 0
  /** The pack whose shipped pictures and sounds were stored with its first change. */
  let keptFor = ''
  let running: Promise<void> | null = null
  let timer: ReturnType<typeof setTimeout> | null = null
  let again: ReturnType<typeof setTimeout> | null = null
  let channel: BroadcastChannel | null = null

  const setup = computed(() =>
    pack.value === null || template.value === null ? null : makeSetup(buildGameDoc(template.value, pack.value)),
  )
  /** The template's own content, for "before". */
  const before = computed(() => {
    if (base.value === null) return null
    const plain = newPack(base.value, 'template')
    return makeSetup(buildGameDoc(base.value, { ...plain, stage: pack.value?.stage ?? plain.stage }))
  })
  const levels = computed(() => pack.value?.levels ?? [])
  /** The level at hand: the one that was chosen, as long as it is there. */
  const level = computed(() =>
    levels.value.some(({ id }) => id === chosenLevel.value) ? chosenLevel.value : (levels.value[0]?.id ?? ''),
  )
  const levelIndex = computed(() =>
    Math.max(
      0,
      levels.value.findIndex(({ id }) => id === level.value),
    ),
  )
  /** What the game cannot run without, and has not. */
  const lacks = computed(() => (pack.value === null || base.value === null ? [] : lacking(base.value, pack.value)))
  /** The level at hand as a game of its own: what is worked out of one level is worked out of this. */
  const here = computed(() =>
    setup.value === null || levels.value.length === 0
      ? setup.value
      : makeSetup(docOfLevel(setup.value.doc, levelIndex.value)),
  )
  /** Every part once, as it is in the level at hand. */
  const shownParts = computed(() => {
    const all = template.value?.parts ?? []
    const own = new Set(all.filter(({ id }) => levelOf(id) === level.value).map(({ id }) => wholePart(id)))
    return all.filter(({ id }) => {
      const of = levelOf(id)
      return of === '' ? level.value === '' || id.includes(SPLIT) || !own.has(id) : of === level.value
    })
  })
  /** Takes a level in hand, with the part in the inspector as it is there. */
  function goToLevel(id: string): void {
    chosenLevel.value = id
    if (pack.value === null || levelOf(selected.value.part) === id) return
    const { part, entry } = selected.value
    const there = wholePart(part) === part || levelOf(part) !== '' ? partInLevel(pack.value, part, level.value) : part
    select(there, entry)
  }
  const canUndo = computed(() => history.value.past.at(-1)?.name ?? '')
  const canRedo = computed(() => history.value.future.at(-1)?.name ?? '')

  /** Parts a player would notice, and how many of them are the user's. */
  const tally = computed(() => {
    const counted = template.value?.parts.filter((spec) => !spec.fineAsIs && levelOf(spec.id) === '') ?? []
    // A part that is theirs in any of its places is theirs.
    const own = new Set(
      Object.keys(pack.value?.parts ?? {}).flatMap((key) => [key, ...(levelOf(key) === '' ? [] : [wholePart(key)])]),
    )
    return { all: counted.length, yours: counted.filter(({ id }) => own.has(id)).length }
  })

  async function open(id: string): Promise<boolean> {
    if (pack.value?.id === id) return true
    await settle()
    const row = await loadPack(id)
    if (row === null) return false
    const left = takeLeftBehind(id, row.rev)
    const of = row.pack.template.id
    const [found] = await Promise.all([templates.load(of), fetchRules(of)])
    base.value = found
    pack.value = (left ?? row).pack
    history.value = (left ?? row).history
    rev = row.rev
    savedAt.value = row.changed
    saving.value = 'saved'
    troubled.value = false
    if (left !== null) later()
    selected.value = rememberedSelection(id) ?? selected.value
    if (specOf(template.value!, selected.value.part) === undefined)
      selected.value = { part: firstPart(base.value), entry: '' }
    const { assets: own } = pack.value
    const { assets: theirs } = base.value
    void pictures.release((hash) => own[hash] !== undefined || theirs[hash] !== undefined)
    listen(id)
    return true
  }

  function listen(id: string): void {
    channel?.close()
    channel = new BroadcastChannel(`pack-post:${id}`)
    channel.onmessage = () => {
      // Another tab saved. With nothing unsaved here its state is simply taken over; else the user is asked.
      if (saving.value === 'saved') void reload().then(() => notices.say('Taken over from the other tab.'))
      else saving.value = 'elsewhere'
    }
  }

  async function reload(): Promise<void> {
    const row = pack.value === null ? null : await loadPack(pack.value.id)
    if (row === null) return
    if (timer !== null) clearTimeout(timer)
    timer = null
    pack.value = row.pack
    history.value = row.history
    rev = row.rev
    savedAt.value = row.changed
    saving.value = 'saved'
  }

  async function write(): Promise<void> {
    const current = pack.value
    if (current === null) return
    lastSave = performance.now()
    try {
      await bytesKept()
      rev = await savePack(current, history.value, rev)
      if (keptFor !== current.id) void keepNamed(Object.keys(current.assets)).catch(() => undefined)
      keptFor = current.id
      savedAt.value = new Date().toISOString()
      channel?.postMessage(rev)
      if (pack.value === current) saving.value = 'saved'
    } catch (error) {
      saving.value = error instanceof SavedElsewhere ? 'elsewhere' : 'failed'
      if (saving.value !== 'failed') return
      if (!troubled.value)
        notices.warn(
          'This browser could not save the pack (its storage may be full). Save it as a file now so that nothing is lost.',
        )
      troubled.value = true
      if (again !== null) clearTimeout(again)
      again = setTimeout(() => void save(), TRY_AGAIN_MS)
      return
    }
    troubled.value = false
  }

  function save(): Promise<void> {
    if (timer !== null) clearTimeout(timer)
    timer = null
    running ??= write().finally(() => {
      running = null
      // What changed while it was written is written next.
      if (saving.value === 'waiting') later()
    })
    return running
  }

  function later(): void {
    if (saving.value === 'elsewhere') return
    saving.value = 'waiting'
    if (timer !== null || running !== null) return
    const wait = SAVE_EVERY_MS - (performance.now() - lastSave)
    if (wait <= 0) void save()
    else timer = setTimeout(() => void save(), wait)
  }

  /** Saves what waits to be saved. */
  async function settle(): Promise<void> {
    if (again !== null) clearTimeout(again)
    again = null
    if (saving.value === 'failed') await save()
    while (timer !== null || running !== null) await save()
  }

  /**
   * The page goes away now, and the browser's database does not answer in time any more: what is not saved yet is left
   * where it can be put at once, and taken up when the pack is opened next.
   */
  function leave(): void {
    if (pack.value === null || (saving.value !== 'waiting' && saving.value !== 'failed')) return
    leaveBehind({ id: pack.value.id, rev, changed: '', pack: pack.value, history: history.value }, running !== null)
    void settle()
  }

  /** After both tabs changed the pack: this tab's state becomes a pack of its own. Returns its id. */
  async function keepAsCopy(): Promise<string> {
    const copy: Pack = {
      ...pack.value!,
      id: crypto.randomUUID(),
      label: { ...pack.value!.label, title: `${pack.value!.label.title} (copy)`.trim() },
      postings: [],
    }
    await savePack(copy, history.value, 0)
    await reload()
    return copy.id
  }

  function take(next: Edited): void {
    if (next.pack === pack.value && next.history === history.value) return
    pack.value = next.pack
    history.value = next.history
    stayInHand()
    later()
  }

  /** A part that was of one place only may be gone: then the whole one is in hand. */
  function stayInHand(): void {
    const { part, entry } = selected.value
    if (template.value !== null && specOf(template.value, part) === undefined) select(wholePart(part), entry)
  }

  /** Does a command as a named, undoable step; bytes it needs are kept before it shows. */
  async function act(
    name: string,
    command: Command,
    options: { mark?: string; files?: ReadonlyMap<string, Uint8Array> } = {},
  ): Promise<void> {
    care.begin()
    if (options.files !== undefined && options.files.size > 0) await keepBytes(options.files)
    // Commands are plain data. What comes from a component may be a proxy, which no store takes.
    const given = JSON.parse(JSON.stringify(command)) as Command
    if (pack.value === null) return
    const gone = goneFor(pack.value, given)
    if (gone !== null) return notices.warn(gone)
    take(perform(pack.value, history.value, name, given, options.mark))
  }

  function undo(): void {
    const next = pack.value === null ? null : undoStep(pack.value, history.value)
    if (next !== null) take(next)
  }

  function redo(): void {
    const next = pack.value === null ? null : redoStep(pack.value, history.value)
    if (next !== null) take(next)
  }

  /** What happened outside cannot be undone: postings are written past the history. */
  function record(change: (old: Pack) => Pack): void {
    if (pack.value === null) return
    pack.value = change(pack.value)
    later()
  }

  const spec = (part: string): PartSpec | undefined =>
    template.value === null ? undefined : specOf(template.value, part)
  const content = (part: string) =>
    pack.value === null || template.value === null ? undefined : contentOf(pack.value, template.value, part)
  const facts = (hash: string) => pack.value?.assets[hash] ?? template.value?.assets[hash]?.facts
  /** As the template has it, without what this pack split off. */
  const baseSpec = (part: string): PartSpec | undefined => (base.value === null ? undefined : specOf(base.value, part))
  /** The template as plain data, for the worker. */
  const plainTemplate = (): Template | null => (template.value === null ? null : toRaw(template.value))
  /** Facts on every file a sprite's frames lie in. */
  function factsOfSprite(sprite: SpriteContent): Record<string, AssetFacts> {
    const found: Record<string, AssetFacts> = {}
    for (const clip of Object.values(sprite.clips))
      for (const frame of clip.frames) {
        const own = facts(frame.asset)
        if (own !== undefined) found[frame.asset] = JSON.parse(JSON.stringify(own)) as AssetFacts
      }
    return found
  }
  function select(part: string, entry = ''): void {
    selected.value = { part, entry }
    // What is in one level only is looked at there.
    if (levelOf(part) !== '') chosenLevel.value = levelOf(part)
    sessionStorage.setItem(`pack-post:selected:${pack.value?.id ?? ''}`, JSON.stringify(selected.value))
  }
  /** The template knows more of itself now. What is met comes into hand, where nobody has taken or changed anything yet. */
  function learn(next: Template): void {
    base.value = Object.freeze(next)
    const { part } = selected.value
    const isFree = rememberedSelection(pack.value?.id ?? '') === null && pack.value?.parts[part] === undefined
    if (isFree && specOf(next, part)?.met !== true) selected.value = { part: firstPart(next), entry: '' }
  }
  const seal = () => {
    history.value = sealHistory(history.value)
  }

  return {
    pack,
    base,
    template,
    history,
    setup,
    before,
    savedAt,
    saving,
    troubled,
    selected,
    learn,
    ...{ lacks, levels, level, levelIndex, here, shownParts, goToLevel },
    tally,
    canUndo,
    canRedo,
    open,
    reload,
    save,
    revision: () => rev,
    settle,
    leave,
    keepAsCopy,
    act,
    undo,
    redo,
    record,
    spec,
    content,
    facts,
    baseSpec,
    plainTemplate,
    factsOfSprite,
    select,
    seal,
  }
})

/** The first thing a player meets in play: the one most people want to swap first. What was not met comes after all that was. */
function firstPart({ parts }: Template): string {
  const drawn = parts.filter(({ content }) => drawingIn(content) !== undefined)
  const met = drawn.filter((spec) => spec.met !== false)
  const first = [met, drawn].map((list) => list.find(({ moment }) => moment === 'play') ?? list[0])
  return (first[0] ?? first[1] ?? parts.find((spec) => spec.met === true) ?? parts[0]!).id
}

const Selection = z.object({ part: z.string(), entry: z.string() })

/** What was in the inspector before a reload of this tab. */
function rememberedSelection(id: string): { part: string; entry: string } | null {
  try {
    return Selection.parse(JSON.parse(sessionStorage.getItem(`pack-post:selected:${id}`) ?? ''))
  } catch {
    return null
  }
}
