import type { StageShape } from '@core/game/stage'
import { IS_PACK } from '@core/folder/beside-words'
import { newPack, Pack } from '@core/pack/pack'
import { emptyHistory } from '@core/pack/history'
import { CATALOGUE } from '@core/template/catalogue'
import type { Template } from '@core/template/template'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { bytesKept, keepBytes, keepMine } from '../storage/assets'
import type { ClosedRow, PackRow } from '../storage/db'
import { hasPack, listPacks, removePack, savePack } from '../storage/packs'
import { keepTemplate, templateIds } from '../storage/templates'
import type { Bringing } from './incoming'
import { lendUnstored } from '../workers/lend'
import { workshop } from '../workers/workshop'
import { useCare } from './care'
import { useNotices } from './notices'
import { useTemplates } from './templates'
import * as z from 'zod'

export type { ClosedRow, PackRow }

const Demos = z.object({ demos: z.array(z.string().regex(/^[a-z0-9-]+$/)) })

/** What a game that comes as a folder may weigh, packed or not. */
const MOST_GAME_BYTES = 120_000_000

/** What the ids of demo packs begin with. */
const DEMO = 'demo-'

/** The packs of this browser. */
export const useLibrary = defineStore('library', () => {
  const packs = shallowRef<PackRow[]>([])
  /** Rows that cannot be opened here: newer ones, damaged ones, and those of a template this Pack Post does not have. */
  const closed = shallowRef<ClosedRow[]>([])
  const ready = shallowRef(false)
  const care = useCare()
  const notices = useNotices()
  const templates = useTemplates()

  async function refresh(): Promise<void> {
    const found = await listPacks()
    const known = new Set<string>([...CATALOGUE, ...(await templateIds())])
    const isKnown = (template: string) => known.has(template)
    packs.value = found.packs.filter(({ pack }) => isKnown(pack.template.id))
    const strangers = found.packs.filter(({ pack }) => !isKnown(pack.template.id))
    closed.value = [
      ...strangers.map((row): ClosedRow => ({
        id: row.id,
        title: row.pack.label.title,
        why: `It is made with the template “${row.pack.template.id}”, which this Pack Post does not have. Update it, or save its data.`,
        changed: row.changed,
        raw: { pack: row.pack, history: row.history },
      })),
      ...found.closed,
    ]
    ready.value = true
  }

  const demosThere = (): string[] => (localStorage.getItem('pack-post:demos') ?? '').split(' ').filter(Boolean)

  /** Demo packs that ship and were not here yet. */
  async function demosMissing(): Promise<string[]> {
    const { demos } = Demos.parse(await (await fetch('/shipped/demo/index.json')).json())
    return demos.filter((one) => !demosThere().includes(one))
  }

  /** The first visit finds the demo packs already there. Deleted, they do not come back. */
  async function ensureDemos(): Promise<void> {
    try {
      for (const id of await demosMissing()) await unpackDemo(id)
    } catch {
      notices.warn('The demo packs could not be unpacked. Reload the page to try again; templates work all the same.')
    }
  }

  /** A link may lead to a demo pack before any other page was seen. False where there is no such, or it was deleted. */
  async function unpackNamed(pack: string): Promise<boolean> {
    const id = pack.startsWith(DEMO) ? pack.slice(DEMO.length) : ''
    if (id === '' || !(await demosMissing()).includes(id)) return false
    await unpackDemo(id)
    return true
  }

  /** Its pictures and sounds are fetched when they are wanted: a first look at the home screen is not nine games heavy. */
  async function unpackDemo(id: string): Promise<void> {
    const pack = Pack.parse(await (await fetch(`/shipped/demo/${id}/pack.json`)).json())
    if (!(await hasPack(pack.id))) await savePack(pack, emptyHistory(), 0)
    localStorage.setItem('pack-post:demos', [...demosThere(), id].join(' '))
  }

  async function open(): Promise<void> {
    await ensureDemos()
    await refresh()
  }

  /** Starts a pack: a copy; the template stays as it is. Returns its id. */
  async function start(template: Template, stage: StageShape = template.stages[0]!): Promise<string> {
    const pack = { ...newPack(template, crypto.randomUUID()), stage }
    await savePack(pack, emptyHistory(), 0)
    await refresh()
    return pack.id
  }

  /** Opens NAME.pack.zip as a pack of its own; one that is there already is kept beside it. Null when it cannot be opened. */
  async function openFile(file: File): Promise<string | null> {
    if (file.size === 0) {
      notices.warn(`“${file.name}” is empty (0 bytes). Save the pack again and drop it here.`)
      return null
    }
    if (file.size > 400_000_000) {
      notices.warn(`“${file.name}” is larger than a pack may be (400 MB).`)
      return null
    }
    const opened = await workshop().openPack(new Uint8Array(await file.arrayBuffer()), file.name)
    if (!opened.ok) {
      notices.warn(opened.message)
      return null
    }
    const { pack, bytes, template: own } = opened.value
    if (own !== undefined && !(await templateIds()).includes(own.id)) {
      void keepBytes(bytes)
      await bytesKept()
        .then(() => keepTemplate(own))
        .catch(() => undefined)
    }
    const known = await templates.load(pack.template.id).catch(() => null)
    if (known === null) {
      notices.warn(
        `“${file.name}” is made with the template “${pack.template.id}”, which this Pack Post does not have. Update it, then open the pack again.`,
      )
      return null
    }
    const there = await hasPack(pack.id)
    const id = there ? crypto.randomUUID() : pack.id
    try {
      void keepBytes(bytes)
      await bytesKept()
      for (const [hash, facts] of Object.entries(pack.assets)) await keepMine(hash, facts)
      await savePack({ ...pack, id }, emptyHistory(), 0)
    } catch {
      notices.warn(
        `This browser has no room for “${file.name}”. Save packs as files and throw them away here, then open it again.`,
      )
      return null
    }
    await refresh()
    notices.say(there ? `“${file.name}” is open as a second pack beside the one you have.` : `“${file.name}” is open.`)
    return id
  }

  /**
   * Opens a game's folder, or the ZIP it is in, as a template of this browser, and starts a pack of it. Its id; null when
   * it cannot be opened.
   */
  async function openGame(what: readonly Bringing[], name: string): Promise<string | null> {
    const total = what.reduce((sum, { size }) => sum + size, 0)
    if (total > MOST_GAME_BYTES) {
      notices.warn(
        `“${name}” has ${Math.round(total / 1e6)} MB; a game may have ${MOST_GAME_BYTES / 1e6}. Leave out what it does not load.`,
      )
      return null
    }
    const files = new Map<string, Uint8Array>()
    for (const one of what) files.set(one.name, await one.bytes())
    const { folderWork } = await import('../workers/folder')
    const opened = await folderWork().open(files, name)
    if (!opened.ok) {
      // A browser that saved a pack twice has put a number into its name.
      if (opened.code === IS_PACK) return openFile(new File([files.get(what[0]!.name)! as BlobPart], name))
      notices.warn(opened.message)
      return null
    }
    const { template, bytes } = opened.value
    try {
      void keepBytes(bytes)
      await bytesKept()
      if (!(await templateIds()).includes(template.id)) await keepTemplate(template)
    } catch {
      notices.warn(
        `This browser has no room for “${name}”. Save packs as files and throw them away here, then open it again.`,
      )
      return null
    }
    return start((await templates.load(template.id)) as Template)
  }

  /** The pack as a file to keep or hand on; null when something of it is missing. */
  async function saveFile(pack: Pack): Promise<Uint8Array | null> {
    await lendUnstored()
    const saved = await workshop().savePack(pack, await templates.load(pack.template.id))
    if (!saved.ok) {
      notices.warn(saved.message)
      return null
    }
    await care.filed(pack.id).catch(() => undefined)
    return saved.value
  }

  /** A row that cannot be opened here, as a file with all it names; null when even that failed. */
  async function saveRaw(row: ClosedRow): Promise<Uint8Array | null> {
    const saved = await workshop().saveRaw(JSON.parse(JSON.stringify(row.raw)) as ClosedRow['raw'])
    if (saved.ok) return saved.value
    notices.warn(saved.message)
    return null
  }

  async function remove(id: string): Promise<void> {
    await removePack(id)
    await refresh()
  }

  async function restore(row: PackRow): Promise<void> {
    await savePack(row.pack, row.history, 0)
    await refresh()
  }

  return {
    packs,
    closed,
    ready,
    open,
    unpackNamed,
    refresh,
    start,
    openFile,
    openGame,
    saveFile,
    saveRaw,
    remove,
    restore,
  }
})
