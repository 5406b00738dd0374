import { newPack, Pack } from '@core/pack/pack'
import { emptyHistory } from '@core/pack/history'
import type { Template } from '@core/template/template'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { keepBytes, keepMine } from '../storage/assets'
import type { PackRow } from '../storage/db'
import { listPacks, loadPack, removePack, savePack } from '../storage/packs'
import { workshop } from '../workers/workshop'
import { useNotices } from './notices'
import { useTemplates } from './templates'
import * as z from 'zod'

export type { PackRow }

const Demos = z.object({ demos: z.array(z.string().regex(/^[a-z0-9-]+$/)) })
const DrawerIndex = z.object({ items: z.array(z.object({ file: z.string(), hash: z.string() })) })

/** The packs of this browser. */
export const useLibrary = defineStore('library', () => {
  const packs = shallowRef<PackRow[]>([])
  const ready = shallowRef(false)
  const notices = useNotices()
  const templates = useTemplates()

  async function refresh(): Promise<void> {
    packs.value = await listPacks()
    ready.value = true
  }

  const demosThere = (): string[] => (localStorage.getItem('pack-post:demos') ?? '').split(' ').filter(Boolean)

  /** The first visit finds the demo packs already there. Deleted, they do not come back. */
  async function ensureDemos(): Promise<void> {
    try {
      const { demos } = Demos.parse(await (await fetch('/shipped/demo/index.json')).json())
      for (const id of demos.filter((one) => !demosThere().includes(one))) await unpackDemo(id)
    } catch {
      notices.warn('The demo packs could not be unpacked. Reload the page to try again; templates work all the same.')
    }
  }

  async function unpackDemo(id: string): Promise<void> {
    const pack = Pack.parse(await (await fetch(`/shipped/demo/${id}/pack.json`)).json())
    const index = DrawerIndex.parse(await (await fetch('/shipped/drawer/saltwick/index.json')).json())
    const files = new Map<string, Uint8Array>()
    await Promise.all(
      index.items
        .filter((item) => pack.assets[item.hash] !== undefined)
        .map(async (item) =>
          files.set(
            item.hash,
            new Uint8Array(await (await fetch(`/shipped/drawer/saltwick/${item.file}`)).arrayBuffer()),
          ),
        ),
    )
    await keepBytes(files)
    if ((await loadPack(pack.id)) === null) await savePack(pack, emptyHistory(), 0)
    localStorage.setItem('pack-post:demos', [...demosThere(), id].join(' '))
  }

  async function open(): Promise<void> {
    await ensureDemos()
    await refresh()
  }

  /** Starts a pack: a copy; the template stays as it is. Returns its id. */
  async function start(template: Template): Promise<string> {
    const pack = newPack(template, crypto.randomUUID())
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
    const { pack, bytes } = opened.value
    const known = await templates.load(pack.template.id).catch(() => null)
    if (known === null) {
      notices.warn(
        `“${file.name}” is made with the template “${pack.template.id}”, which this Pack Post does not have. Update it, then open the pack again.`,
      )
      return null
    }
    const there = await loadPack(pack.id)
    const id = there === null ? pack.id : crypto.randomUUID()
    await keepBytes(bytes)
    for (const [hash, facts] of Object.entries(pack.assets)) await keepMine(hash, facts)
    await savePack({ ...pack, id }, emptyHistory(), 0)
    await refresh()
    notices.say(
      there === null ? `“${file.name}” is open.` : `“${file.name}” is open as a second pack beside the one you have.`,
    )
    return id
  }

  /** The pack as a file to keep or hand on; null when something of it is missing. */
  async function saveFile(pack: Pack): Promise<Uint8Array | null> {
    const saved = await workshop().savePack(pack, await templates.load(pack.template.id))
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

  return { packs, ready, open, refresh, start, openFile, saveFile, remove, restore }
})
