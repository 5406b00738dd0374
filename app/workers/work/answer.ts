import { UserError } from '@core/errors'

/** Comlink drops fields of errors, so failures a person can act on come back as values. */
export type Answer<T> = { ok: true; value: T } | { ok: false; code: string; message: string }

export async function answer<T>(does: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { ok: true, value: await does() }
  } catch (error) {
    if (error instanceof UserError) return { ok: false, code: error.code, message: error.message }
    throw error
  }
}
