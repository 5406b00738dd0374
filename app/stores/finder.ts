import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Whether find-anything is open, and what is looked for in it from the start. */
export const useFinder = defineStore('finder', () => {
  const open = ref(false)
  const first = ref('')
  function find(words = ''): void {
    first.value = words
    open.value = true
  }
  return { open, first, find }
})
