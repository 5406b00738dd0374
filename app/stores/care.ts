import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { keepCare, readCare, storedRevision } from '../storage/care'
import type { CareRow } from '../storage/db'

/** Saves of a pack since it was last saved as a file, after which it is worth asking. */
const ASK_AFTER_SAVES = 60
const ASK_AGAIN_MS = 3 * 86_400_000

export interface Room {
  /** Bytes this browser still gives; null where it does not say. */
  left: number | null
  /** Whether it promised not to clear its store by itself; null where it does not say. */
  persisted: boolean | null
}

/** How safe a pack is: what the browser promises, what room is left, and when it was last saved as a file. */
export const useCare = defineStore('care', () => {
  const room = shallowRef<Room>({ left: null, persisted: null })
  const row = shallowRef<CareRow | null>(null)
  const revision = ref(0)
  let asked = false

  /** With the first edit: asks the browser to keep what is made here. */
  function begin(): void {
    if (asked) return
    asked = true
    const storage = typeof navigator === 'undefined' ? undefined : navigator.storage
    void storage
      ?.persist?.()
      .catch(() => false)
      .then(look)
  }

  async function look(): Promise<void> {
    const storage = typeof navigator === 'undefined' ? undefined : navigator.storage
    const estimate = await storage?.estimate?.().catch(() => null)
    const persisted = await storage?.persisted?.().catch(() => null)
    const { quota, usage } = estimate ?? {}
    room.value = {
      left: quota === undefined || usage === undefined ? null : Math.max(0, quota - usage),
      persisted: persisted ?? null,
    }
  }

  /** Looks up how it stands with a pack that is at revision `rev`. */
  async function follow(id: string, rev: number): Promise<void> {
    row.value = await readCare(id)
    revision.value = rev
    await look()
  }

  async function put(next: CareRow): Promise<void> {
    await keepCare(next)
    if (row.value?.id === next.id) row.value = next
  }

  /** The pack was just saved as a file. */
  async function filed(id: string): Promise<void> {
    const filedRev = await storedRevision(id)
    await put({ ...(await readCare(id)), filed: new Date().toISOString(), filedRev })
  }

  /** Not now: asked again in three days. */
  async function putOff(): Promise<void> {
    if (row.value !== null) await put({ ...row.value, remindFrom: new Date(Date.now() + ASK_AGAIN_MS).toISOString() })
  }

  const due = computed(
    () =>
      row.value !== null &&
      revision.value - row.value.filedRev >= ASK_AFTER_SAVES &&
      row.value.remindFrom < new Date().toISOString(),
  )

  return { room, row, due, begin, look, follow, filed, putOff }
})
