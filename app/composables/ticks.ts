import { restingFrames } from './rest'

/** Small pictures that move: all by one clock, as often as their clips need it and no oftener. */
const frames = restingFrames(() => true)
const listeners = new Set<(nowMs: number) => void>()

function tick(now: number): void {
  frames.request(tick)
  for (const listener of listeners) listener(now)
}

/** Calls it some twenty times a second until what is given back is called. */
export function onTick(listener: (nowMs: number) => void): () => void {
  listeners.add(listener)
  if (listeners.size === 1) frames.request(tick)
  return () => {
    if (listeners.delete(listener) && listeners.size === 0) frames.cancel(0)
  }
}
