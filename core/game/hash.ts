/** 32-bit FNV-1a over the JSON of plain data, as 8 hex digits: the same state gives the same word on every machine. */
export function stateHash(state: unknown): string {
  const text = JSON.stringify(state)
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) {
    hash ^= text.charCodeAt(i)
    hash = Math.imul(hash, 0x01000193)
  }
  return (hash >>> 0).toString(16).padStart(8, '0')
}
