import { watch, type Ref } from 'vue'
import { useBench } from '~/stores/bench'

/**
 * What is in hand while one pack is open: plain data, back to how it began when another pack is opened. A store outlives
 * the pack, and what was hidden, filtered or picked in the last one is nothing of the next.
 */
export function perPack<T>(held: Ref<T>): Ref<T> {
  const bench = useBench()
  const first = JSON.stringify(held.value)
  let last = bench.pack?.id
  watch(
    () => bench.pack?.id,
    (id) => {
      if (id === undefined || id === last) return
      if (last !== undefined) held.value = JSON.parse(first) as T
      last = id
    },
    // At once: who opens a pack may put something into hand right after.
    { flush: 'sync' },
  )
  return held
}
