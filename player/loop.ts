import { STEPS_PER_SECOND } from '../core/game/types'

/** The clock and the frame scheduler are handed in, so that tests and the stage can drive the loop themselves. */
export interface Frames {
  request(callback: (nowMs: number) => void): number
  cancel(handle: number): void
}

export const browserFrames: Frames = {
  request: (callback) => requestAnimationFrame(callback),
  cancel: (handle) => cancelAnimationFrame(handle),
}

const STEP_MS = 1000 / STEPS_PER_SECOND
/** After a pause of the page the game goes on from where it was, not from where it would be. */
const MOST_MS = 100

export interface Loop {
  stop(): void
}

/** Calls `step` 60 times for each second of wall time, at `speed()` times that, and `draw` once a frame. */
export function runLoop(frames: Frames, step: () => void, draw: () => void, speed: () => number = () => 1): Loop {
  let last = -1
  let owed = 0
  let handle = frames.request(function tick(now) {
    handle = frames.request(tick)
    if (last >= 0) owed += Math.min(MOST_MS, now - last) * speed()
    last = now
    // A tenth of a step of slack: screens of 59.9 Hz must not skip a step now and then.
    while (owed >= STEP_MS * 0.9) {
      step()
      owed -= STEP_MS
    }
    draw()
  })
  return { stop: () => frames.cancel(handle) }
}
