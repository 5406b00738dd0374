import { kindOf } from '@core/kinds'
import type { Want } from '@core/kinds/kind'
import { matchFiles } from '@core/template/match-files'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { useBench } from './bench'
import { wantOf, type Bringing } from './incoming'
import { useSwap } from './swap'

/** Several files for several parts: matched first, shown, then done as one step. */
export const useMany = defineStore('many', () => {
  const bench = useBench()
  const swap = useSwap()
  const open = ref(false)
  /** Parts chosen in the list, in its order. */
  const chosen = ref<string[]>([])
  const rows = shallowRef<{ what: Bringing; want: Want; part: string }[]>([])

  const parts = computed(() => bench.template?.parts.filter((spec) => swap.wants(spec.id) !== null) ?? [])
  /** By name first, then in order among the parts that were chosen. What a file is, its bytes say and not its ending. */
  async function match(files: readonly Bringing[]): Promise<void> {
    const within = parts.value.filter((spec) => chosen.value.length === 0 || chosen.value.includes(spec.id))
    const wanted = await Promise.all(files.map(async (what) => ({ name: what.name, want: await wantOf(what) })))
    const found = matchFiles(
      wanted,
      within.map((spec) => ({ spec, want: swap.wants(spec.id)!, many: kindOf(spec.content).takesMany })),
      chosen.value.length > 0,
    )
    rows.value = files.map((what, i) => ({ what, want: wanted[i]!.want, part: found[i]! }))
    open.value = rows.value.length > 0
  }

  const setPart = (index: number, part: string): void => {
    rows.value = rows.value.map((row, i) => (i === index ? { ...row, part } : row))
  }
  const ready = computed(() => rows.value.filter((row) => row.part !== ''))
  async function swapAll(): Promise<void> {
    if (!(await swap.putMany(ready.value))) return
    open.value = false
    chosen.value = []
  }
  const toggle = (part: string): void => {
    chosen.value = chosen.value.includes(part) ? chosen.value.filter((one) => one !== part) : [...chosen.value, part]
  }

  /** Parts that take a file of this kind: a sound is never offered to a figure. */
  const partsFor = (want: Want) => parts.value.filter((spec) => swap.wants(spec.id) === want)

  return { open, chosen, rows, parts, partsFor, ready, match, setPart, swapAll, toggle }
})
