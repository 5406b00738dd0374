import { useNotices } from './notices'

/** Does something at the arcade and tells when it could not be done; null then. */
export function useAttempt() {
  const notices = useNotices()
  return async <T>(does: () => Promise<T>): Promise<T | null> => {
    try {
      return await does()
    } catch (error) {
      notices.warn(error instanceof Error ? error.message : 'The arcade did not answer.')
      return null
    }
  }
}
