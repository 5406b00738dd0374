import { setTimeout } from 'node:timers/promises'

/** What the work resolves with; where it takes longer than `ms` the error, and what it does then counts no more. */
export async function within<T>(ms: number, work: Promise<T>, late: () => Error): Promise<T> {
  const done = new AbortController()
  const { signal } = done
  const end = setTimeout(ms, undefined, { signal, ref: false }).then(() => {
    throw late()
  })
  // It is broken off where the work was through in time.
  end.catch(() => undefined)
  try {
    return await Promise.race([work, end])
  } finally {
    done.abort()
  }
}
