import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { useBench } from './bench'
import type { Bringing } from './incoming'
import { useSwap } from './swap'

const words = (text: string): string[] =>
  text
    .replace(/^.*[/\\]/, '')
    .replace(/\.[a-z0-9]+$/i, '')
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean)

const SOUND = /\.(wav|mp3|ogg|oga|opus|flac|m4a)$/i
const FONT = /\.(ttf|otf|woff2)$/i

/** Several files for several parts: matched first, shown, then done as one step. */
export const useMany = defineStore('many', () => {
  const bench = useBench()
  const swap = useSwap()
  const open = ref(false)
  /** Parts chosen in the list, in its order. */
  const chosen = ref<string[]>([])
  const rows = shallowRef<{ what: Bringing; part: string }[]>([])

  const parts = computed(() => bench.template?.parts.filter((spec) => swap.wants(spec.id) !== null) ?? [])
  const wantOf = (what: Bringing) => (SOUND.test(what.name) ? 'sound' : FONT.test(what.name) ? 'typeface' : 'picture')

  /** By name first, then in order among the parts that were chosen (all of them when none were). */
  function match(files: readonly Bringing[]): void {
    const within = parts.value.filter((spec) => chosen.value.length === 0 || chosen.value.includes(spec.id))
    const free = new Set(within.map((spec) => spec.id))
    const found = files.map((what) => {
      const own = words(what.name)
      const best = within
        .filter((spec) => free.has(spec.id) && swap.wants(spec.id) === wantOf(what))
        .map((spec) => {
          const theirs = new Set([...words(spec.name), ...spec.id.split(/[^a-z0-9]+/)])
          return { part: spec.id, hits: own.filter((word) => theirs.has(word)).length }
        })
        .sort((a, b) => b.hits - a.hits)[0]
      if (best === undefined || best.hits === 0) return { what, part: '' }
      free.delete(best.part)
      return { what, part: best.part }
    })
    rows.value = found.map((row) => {
      if (row.part !== '' || chosen.value.length === 0) return row
      const next = within.find((spec) => free.has(spec.id) && swap.wants(spec.id) === wantOf(row.what))
      if (next === undefined) return row
      free.delete(next.id)
      return { ...row, part: next.id }
    })
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
  const partsFor = (what: Bringing) => parts.value.filter((spec) => swap.wants(spec.id) === wantOf(what))

  return { open, chosen, rows, parts, partsFor, ready, match, setPart, swapAll, toggle }
})
