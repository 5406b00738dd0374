import type { Frames } from '@player/loop'

/** How long a loop that rests goes without a frame: nobody sees a moving thing begin so late. */
const REST_MS = 50
/** The same where it gives on a machine of few processors: every other frame of a screen of 60 Hz. */
const GIVE_MS = 33
/** A page has work for so many by itself: its own, and that of the workers beside it. */
const FEW_PROCESSORS = 2
/** A frame is asked for so much earlier, that the nearest one of a screen of 60 Hz is still met. */
const EARLY_MS = 8
/** So long before it asks by itself, a loop takes a frame that another one gets. */
const RIDE_MS = 17
/** Frames that come later than this, on the average of the last ten or so, are of a machine that has too much to do. */
const LATE_MS = 25
/** One that is later than this counts as so late: a page that was put away got none. */
const MOST_MS = 100

/** Loops that wait and take the next frame that comes for any of them: nine that rest cost the page as much as one. */
const riders = new Set<FrameRequestCallback>()

/**
 * Frames for one loop, all of them while it is busy and some twenty a second while it rests. A frame that is asked for
 * costs the page its styles and layout and the screen a picture, also where nothing is drawn in it. So a loop that
 * `gives` rests too where frames come late, and has every other frame where there are few processors: what somebody is
 * doing meanwhile gets the time.
 */
export function restingFrames(rests: () => boolean, gives: () => boolean = () => false): Frames {
  let frame = 0
  let waiting: ReturnType<typeof setTimeout> | undefined
  let lateness = 0
  let ride: FrameRequestCallback = () => undefined
  const cancel = () => {
    cancelAnimationFrame(frame)
    clearTimeout(waiting)
    riders.delete(ride)
  }
  /** How long the next frame is waited for, ms. */
  const pause = (): number => {
    const givesNow = gives()
    if (rests() || (givesNow && lateness > LATE_MS)) return REST_MS
    return givesNow && navigator.hardwareConcurrency <= FEW_PROCESSORS ? GIVE_MS : 0
  }
  const ask = () => {
    const asked = performance.now()
    frame = requestAnimationFrame((now) => {
      lateness += (Math.min(MOST_MS, performance.now() - asked) - lateness) / 10
      ride(now)
      for (const other of [...riders]) other(now)
    })
  }
  const wait = () => {
    riders.add(ride)
    waiting = setTimeout(ask, RIDE_MS)
  }
  return {
    request(callback) {
      ride = (now) => {
        cancel()
        callback(now)
      }
      const ms = pause()
      if (ms === 0) ask()
      else waiting = setTimeout(wait, ms - EARLY_MS - RIDE_MS)
      return 1
    },
    cancel,
  }
}
