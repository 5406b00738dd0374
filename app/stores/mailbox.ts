import { MailView } from '@core/posting/protocol'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import * as z from 'zod'
import { readKey } from '../storage/keys'
import { call } from './arcade-client'

const Mail = z.object({ letters: z.array(MailView), readUntil: z.string() })
/** Null where the arcade does not answer: who asks says so in its own place. */
export const readMail = (): Promise<z.infer<typeof Mail> | null> => call('/api/arcade/mail', Mail).catch(() => null)
const noteRead = () => call('/api/arcade/mail', z.object({ ok: z.boolean() }), { method: 'POST' }).catch(() => null)

/** Letters of the arcade to this browser's maker. */
export const useMailbox = defineStore('mailbox', () => {
  const letters = shallowRef<MailView[]>([])
  const readUntil = ref('')
  const state = ref<'idle' | 'reading' | 'ready' | 'failed'>('idle')

  const opened = ref(false)
  /** Letters that came since the box was last opened. */
  const unread = computed(() =>
    opened.value ? 0 : letters.value.filter((letter) => letter.at > readUntil.value).length,
  )

  /** A browser that never posted has no box, and gets no key by looking. */
  async function refresh(): Promise<void> {
    state.value = 'reading'
    const found = (await readKey(window.location.origin)) !== null ? await readMail() : { letters: [], readUntil: '' }
    state.value = found === null ? 'failed' : 'ready'
    if (found === null) return
    letters.value = found.letters
    readUntil.value = found.readUntil
    opened.value = false
  }

  /** What was new stays marked on the page that is open; the next visit finds it read. */
  async function markRead(): Promise<void> {
    opened.value = true
    if (letters.value.length > 0) await noteRead()
  }

  return { letters, readUntil, state, unread, refresh, markRead }
})
