import { defineStore } from 'pinia'
import { ref } from 'vue'

export interface Notice {
  text: string
  tone: 'plain' | 'error'
}

/** One sentence at the foot of the page: what was done, or what could not be taken and why. */
export const useNotices = defineStore('notices', () => {
  const current = ref<Notice | null>(null)
  /** How many there were: each is shown for its own time. */
  const told = ref(0)
  const say = (text: string) => {
    told.value++
    current.value = { text, tone: 'plain' }
  }
  const warn = (text: string) => {
    told.value++
    current.value = { text, tone: 'error' }
  }
  return { current, told, say, warn }
})
