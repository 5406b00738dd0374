// @vitest-environment happy-dom
import { runLoop } from '@player/loop'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { restingFrames } from './rest'

beforeEach(
  () =>
    void vi.useFakeTimers({
      toFake: ['setTimeout', 'clearTimeout', 'requestAnimationFrame', 'cancelAnimationFrame', 'performance'],
    }),
)
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const draw = vi.fn()
const drawsOf = (ms: number) => {
  draw.mockClear()
  vi.advanceTimersByTime(ms)
  return draw.mock.calls.length
}

it('draws at every frame while something moves, a third of them at rest, and is awake with the next', () => {
  let rests = false
  const step = vi.fn()
  const loop = runLoop(
    restingFrames(() => rests),
    step,
    draw,
  )
  expect(drawsOf(1000)).toBeGreaterThan(58)
  rests = true
  expect(drawsOf(1000)).toBeLessThan(25)
  // Time goes on as it did: the clock of a game is not the clock of its pictures.
  expect(step.mock.calls.length).toBeGreaterThan(115)
  rests = false
  expect(drawsOf(1000)).toBeGreaterThan(55)
  rests = true
  vi.advanceTimersByTime(500)
  loop.stop()
  expect(vi.getTimerCount()).toBe(0)
})

it('gives way where frames come late and nobody plays, and is back when they come in time', () => {
  let gives = false
  /** What the page is busy with before each frame, ms. */
  let busy = 0
  vi.stubGlobal('requestAnimationFrame', (callback: FrameRequestCallback) =>
    setTimeout(() => callback(performance.now()), 16 + busy),
  )
  vi.stubGlobal('cancelAnimationFrame', clearTimeout)
  const loop = runLoop(
    restingFrames(
      () => false,
      () => gives,
    ),
    () => undefined,
    draw,
  )
  busy = 20
  expect(drawsOf(1000)).toBeGreaterThan(26)
  gives = true
  drawsOf(1000)
  expect(drawsOf(1000)).toBeLessThan(15)
  busy = 0
  drawsOf(1000)
  expect(drawsOf(1000)).toBeGreaterThan(55)
  // A page that was put away gets no frame at all: that is soon forgotten.
  busy = 600_000
  drawsOf(busy)
  busy = 0
  drawsOf(1500)
  expect(drawsOf(1000)).toBeGreaterThan(55)
  loop.stop()
})
