import { defineStore } from 'pinia'
import { ref } from 'vue'

export type Desk = '' | 'art' | 'sound' | 'mix' | 'wording' | 'dry-run' | 'course' | 'deck' | 'way'

/** Which large editor, if any, lies over stage and inspector: one at a time. */
export const useDesk = defineStore('desk', () => {
  const open = ref<Desk>('')
  function show(which: Desk): void {
    open.value = which
  }
  return { open, show }
})
