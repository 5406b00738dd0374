// @vitest-environment happy-dom
import { runLoop } from '@player/loop'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { restingFrames } from './rest'

beforeEach(
  () =>
    void vi.useFakeTimers({
      toFake: ['setTimeout', 'clearTimeout', 'requestAnimationFrame', 'cancelAnimationFrame'],
    }),
)
afterEach(() => void vi.useRealTimers())

it('draws at every frame while something moves, a third of them at rest, and is awake with the next', () => {
  let rests = false
  const draw = vi.fn()
  const step = vi.fn()
  const loop = runLoop(
    restingFrames(() => rests),
    step,
    draw,
  )
  const drawsOf = (ms: number) => {
    draw.mockClear()
    vi.advanceTimersByTime(ms)
    return draw.mock.calls.length
  }
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
