import type { Frames } from '@player/loop'

/** How long a loop that rests goes without a frame: nobody sees a moving thing begin so late. */
const REST_MS = 50
/** A frame is asked for so much earlier, that the nearest one of a screen of 60 Hz is still met. */
const EARLY_MS = 8
/** Frames that come later than this, on the average of the last ten or so, are of a machine that has too much to do. */
const LATE_MS = 25
/** One that is later than this counts as so late: a page that was put away got none. */
const MOST_MS = 100

/**
 * Frames for one loop, all of them while it is busy and some twenty a second while it rests. A frame that is asked for
 * costs the page its styles and layout and the screen a picture, also where nothing is drawn in it. So a loop that
 * `gives` rests too where frames come late: what somebody is doing meanwhile gets the time.
 */
export function restingFrames(rests: () => boolean, gives: () => boolean = () => false): Frames {
  let frame = 0
  let waiting: ReturnType<typeof setTimeout> | undefined
  let lateness = 0
  return {
    request(callback) {
      const ask = () => {
        const asked = performance.now()
        frame = requestAnimationFrame((now) => {
          lateness += (Math.min(MOST_MS, performance.now() - asked) - lateness) / 10
          callback(now)
        })
      }
      if (rests() || (gives() && lateness > LATE_MS)) waiting = setTimeout(ask, REST_MS - EARLY_MS)
      else ask()
      return 1
    },
    cancel() {
      cancelAnimationFrame(frame)
      clearTimeout(waiting)
    },
  }
}
