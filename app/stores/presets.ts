import type { Label } from '@core/label/label'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { PresetRow } from '../storage/db'
import { dropPreset, keepPreset, listPresets } from '../storage/presets'
import { useBench } from './bench'
import { useNotices } from './notices'
import { plain } from './swap'

/** "As I always say it": what is the same on every label of one maker. */
export const usePresets = defineStore('presets', () => {
  const bench = useBench()
  const notices = useNotices()
  const presets = shallowRef<PresetRow[]>([])

  async function refresh(): Promise<void> {
    presets.value = await listPresets()
  }

  async function keep(name: string): Promise<void> {
    const label = bench.pack?.label
    if (label === undefined || name.trim() === '') return
    const { author, tags, visibility, privacy, copies } = label
    await keepPreset(plain({ name: name.trim().slice(0, 60), says: { author, tags, visibility, privacy, copies } }))
    await refresh()
    notices.say(`“${name.trim()}” is kept for your other labels.`)
  }

  /** Tags are added to those that are there; everything else is said as in the preset. */
  async function use(row: PresetRow): Promise<void> {
    const label = bench.pack?.label
    if (label === undefined) return
    // Who sees a game that is posted is changed on purpose only, never by the way.
    const { visibility, ...rest } = row.says
    const posted = (bench.pack?.postings.length ?? 0) > 0
    const change: Partial<Label> = {
      ...rest,
      ...(posted ? {} : { visibility }),
      tags: [...new Set([...label.tags, ...row.says.tags])].slice(0, 30),
    }
    await bench.act(`Say it as in “${row.name}”`, { type: 'set-label', change })
  }

  async function drop(name: string): Promise<void> {
    await dropPreset(name)
    await refresh()
  }

  return { presets, refresh, keep, use, drop }
})
