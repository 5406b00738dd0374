import { expect, test as usual } from '@playwright/test'

/** Pictures at half the rate of the display, as phones have them that save power. */
function halfRate(): void {
  const real = window.requestAnimationFrame.bind(window)
  let waiting = new Map<number, FrameRequestCallback>()
  let last = 0
  let asked = false
  let shown = false
  function ask(): void {
    if (asked) return
    asked = true
    real((now) => {
      asked = false
      shown = !shown
      if (!shown) return ask()
      const due = waiting
      waiting = new Map()
      for (const does of due.values())
        try {
          does(now)
        } catch (error) {
          reportError(error)
        }
      if (waiting.size > 0) ask()
    })
  }
  window.requestAnimationFrame = (does) => {
    waiting.set(++last, does)
    ask()
    return last
  }
  window.cancelAnimationFrame = (id) => void waiting.delete(id)
}

/**
 * Tests of the real interface. A stage that runs is painted all the time a test takes, which was a third of the work of
 * two cores: it is painted half as often here. The game's steps are the same.
 */
export const test = usual.extend({
  context: async ({ context }, use) => {
    await context.addInitScript(halfRate)
    await use(context)
  },
})
export { expect }
export type * from '@playwright/test'
