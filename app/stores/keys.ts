import { userError, UserError } from '@core/errors'
import { KeyAnswer } from '@core/posting/protocol'
import { readRecovery, writeRecovery } from '@core/posting/recovery'
import { defineStore } from 'pinia'
import { keepKey, oldKeys, readKey } from '../storage/keys'
import { call, isKnown } from './arcade-client'
import { useAttempt } from './attempt'
import { useNotices } from './notices'
import { usePosting } from './posting'

/** Who this browser is at the arcade: its key, keys it had before, and files to carry one to another browser. */
export const useKeys = defineStore('keys', () => {
  const notices = useNotices()
  const attempt = useAttempt()

  /** Goes back to a key this browser had before. */
  async function useOldKey(key: string): Promise<boolean> {
    const done = await attempt(async () => {
      if (!(await isKnown(key))) throw new Error('The arcade does not know this key either. It stays in the list.')
      await keepKey(window.location.origin, key)
      return true
    })
    if (done === true) await usePosting().catchUp()
    return done === true
  }
  /** Another key in the place of this one, for when somebody else has it: the old one and its files open nothing any more. */
  async function changeKey(): Promise<boolean> {
    const made = await attempt(() => call('/api/arcade/keys/change', KeyAnswer, { method: 'POST' }))
    if (made === null) return false
    await keepKey(window.location.origin, made.key)
    notices.say('This browser has a new key. Key files of the old one open nothing any more: save a new one.')
    return true
  }
  const earlierKeys = () => oldKeys(window.location.origin)

  /** The key as a file, for another browser; null before anything was posted from this one. */
  async function recoveryFile(): Promise<string | null> {
    const host = window.location.origin
    const key = await readKey(host)
    return key === null ? null : writeRecovery(host, key, new Date().toISOString())
  }

  /** Takes over the key of another browser. This one's own key, if it has one, must not be lost by it: say so first. */
  async function recover(file: File): Promise<boolean> {
    try {
      if (file.size > 10_000) throw userError('key-file', `“${file.name}” is too large for a key file.`)
      const { host, key } = readRecovery(await file.text(), file.name)
      if (host !== window.location.origin)
        throw userError('key-host', `“${file.name}” belongs to ${host}. Open that address and take it in there.`)
      if (!(await isKnown(key))) throw userError('key-unknown', `The arcade does not know the key in “${file.name}”.`)
      await keepKey(host, key)
      notices.say('This browser can look after those games now.')
      return true
    } catch (error) {
      notices.warn(error instanceof UserError ? error.message : 'The arcade did not answer. Try again in a moment.')
      return false
    }
  }
  const hasKey = async () => (await readKey(window.location.origin)) !== null

  return { useOldKey, changeKey, earlierKeys, recoveryFile, recover, hasKey }
})
