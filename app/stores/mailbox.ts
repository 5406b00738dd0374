import type { MailView } from '@core/posting/protocol'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { usePosting } from './posting'

/** Letters of the arcade to this browser's maker. */
export const useMailbox = defineStore('mailbox', () => {
  const posting = usePosting()
  const letters = shallowRef<MailView[]>([])
  const readUntil = ref('')
  const state = ref<'idle' | 'reading' | 'ready' | 'failed'>('idle')

  async function refresh(): Promise<void> {
    state.value = 'reading'
    const found = await posting.mail()
    state.value = found === null ? 'failed' : 'ready'
    if (found === null) return
    letters.value = found.letters
    readUntil.value = found.readUntil
  }

  /** What was new stays marked on the page that is open; the next visit finds it read. */
  const markRead = () => void posting.mailRead()

  return { letters, readUntil, state, refresh, markRead }
})
