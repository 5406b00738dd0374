import { changesSince } from '@core/posting/changes'
import { nextAct } from '@core/posting/next-act'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { useBench } from './bench'
import { useCheck } from './check'

/** The one thing to do next with the pack on the bench. */
export const useNext = defineStore('next', () => {
  const bench = useBench()
  const check = useCheck()
  const act = computed(() => {
    const { pack, template } = bench
    if (pack === null || template === null) return null
    const last = pack.postings.at(-1) ?? null
    const live = pack.postings.findLast((one) => one.state === 'live')
    return nextAct({
      yours: bench.tally.yours,
      label: pack.label,
      must: check.state === 'done' ? check.must.length : null,
      labelOpen: check.labelOpen,
      last,
      changed: live === undefined ? null : changesSince(template, pack, live.fingerprint).length,
    })
  })
  return { act }
})
