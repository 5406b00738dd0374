/** Small pictures that move: all by one clock, as often as their clips need it and no oftener. */
const EVERY_MS = 1000 / 20
const listeners = new Set<(nowMs: number) => void>()
let handle = 0
let last = -Infinity

function tick(now: number): void {
  handle = requestAnimationFrame(tick)
  // A frame early is nearer than a frame late.
  if (now - last < EVERY_MS - 4) return
  last = now
  for (const listener of listeners) listener(now)
}

/** Calls it some twenty times a second until what is given back is called. */
export function onTick(listener: (nowMs: number) => void): () => void {
  listeners.add(listener)
  if (handle === 0) handle = requestAnimationFrame(tick)
  return () => {
    listeners.delete(listener)
    if (listeners.size > 0) return
    cancelAnimationFrame(handle)
    handle = 0
  }
}
