/** Event streams that are open: they would keep the server from ending. */
const open = new Set<() => void>()

/** Remembers how a stream is ended; returns how it is forgotten. */
export function keepStream(end: () => void): () => void {
  open.add(end)
  return () => open.delete(end)
}

export function endStreams(): void {
  for (const end of open) end()
  open.clear()
}
