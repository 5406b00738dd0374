import { LRUCache } from 'lru-cache'

/**
 * Keeps as many of the last answers as have `room` (bytes): one rule after the other asks for the same files. An answer
 * that is larger than all of it is given, and not kept.
 */
export function lately<T extends object>(
  room: number,
  sizeOf: (one: T) => number,
  make: (hash: string) => Promise<T | null>,
): (hash: string) => Promise<T | null> {
  const kept = new LRUCache<string, { found: T | null }>({
    maxSize: room,
    sizeCalculation: ({ found }) => (found === null ? 1 : 1 + sizeOf(found)),
  })
  return async (hash) => {
    const known = kept.get(hash)
    if (known !== undefined) return known.found
    const found = await make(hash)
    kept.set(hash, { found })
    return found
  }
}
