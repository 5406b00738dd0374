import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { useWorkbench } from './workbench'

export type Desk = '' | 'sound' | 'mix' | 'wording' | 'dry-run'

/** Which large editor, if any, lies over stage and inspector. The art workshop has its own switch; one is open at a time. */
export const useDesk = defineStore('desk', () => {
  const workbench = useWorkbench()
  const open = ref<Desk>('')
  function show(which: Desk): void {
    workbench.open = false
    open.value = which
  }
  watch(
    () => workbench.open,
    (art) => {
      if (art) open.value = ''
    },
  )
  return { open, show }
})
