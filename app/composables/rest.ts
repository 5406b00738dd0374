import type { Frames } from '@player/loop'

/** How long a loop that rests goes without a frame: nobody sees a moving thing begin so late. */
const REST_MS = 50
/** A frame is asked for so much earlier, that the nearest one of a screen of 60 Hz is still met. */
const EARLY_MS = 8

/**
 * Frames for one loop, all of them while it is busy and some twenty a second while it rests. A frame that is asked for
 * costs the page its styles and layout and the screen a picture, also where nothing is drawn in it.
 */
export function restingFrames(rests: () => boolean): Frames {
  let frame = 0
  let waiting: ReturnType<typeof setTimeout> | undefined
  return {
    request(callback) {
      const ask = () => (frame = requestAnimationFrame(callback))
      if (rests()) waiting = setTimeout(ask, REST_MS - EARLY_MS)
      else ask()
      return 1
    },
    cancel() {
      cancelAnimationFrame(frame)
      clearTimeout(waiting)
    },
  }
}
