import { until } from '@vueuse/core'
import { ref } from 'vue'

/** Stages that are on their way to the screen. */
const coming = ref(0)

/** Says that a stage is on its way; what comes back says, once, that it is there or will not come. */
export function stageComes(): () => void {
  coming.value++
  let here = false
  return () => {
    if (!here) coming.value--
    here = true
  }
}

/** Resolves when no stage is on its way: what looks at pictures and sounds in the background leaves it the processor. */
export const stageFirst = (): Promise<unknown> => until(coming).toBe(0)
