/** A name a person can read, from how code and files write it: `boatSpeed`, `BOAT_SPEED`, `boat-idle-01`. */
export function readable(name: string): string {
  const words = name
    .replace(/([a-z\d])([A-Z])/g, '$1 $2')
    .replace(/([A-Z]+)([A-Z][a-z])/g, '$1 $2')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
    .toLowerCase()
  return (words.charAt(0).toUpperCase() + words.slice(1)).slice(0, 60)
}

/** The last step of a path without its ending. */
export const baseName = (path: string): string => path.replace(/^.*\//, '').replace(/\.[^.]*$/, '')
export const endingOf = (path: string): string => /\.([^./]+)$/.exec(path)?.[1]?.toLowerCase() ?? ''

/** Gives out ids of parts: plain words, each once, and none of those that there are. */
export function partIds(there: readonly string[] = []): (wish: string) => string {
  const taken = new Set<string>(there)
  return (wish) => {
    const plain = wish
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+/, '')
      .replace(/-+$/, '')
      .slice(0, 32)
    const word = plain === '' ? 'part' : plain
    for (let n = 1; ; n++) {
      const id = n === 1 ? word : `${word}-${n}`
      if (taken.has(id)) continue
      taken.add(id)
      return id
    }
  }
}
