// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { onTick } from './ticks'

let frames = 0
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'requestAnimationFrame', 'cancelAnimationFrame'] })
  frames = 0
  const ask = requestAnimationFrame
  vi.stubGlobal('requestAnimationFrame', (callback: FrameRequestCallback) => {
    frames++
    return ask(callback)
  })
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})
const second = () => vi.advanceTimersByTime(1000)

it('calls all some twenty times a second, asks for no more frames than that, and calls nobody who has stopped', () => {
  const [first, other] = [vi.fn(), vi.fn()]
  const stop = [onTick(first), onTick(other)]
  second()
  expect(first.mock.calls.length).toBeGreaterThanOrEqual(19)
  expect(first.mock.calls.length).toBeLessThanOrEqual(21)
  expect(other.mock.calls.length).toBe(first.mock.calls.length)
  expect(frames).toBeLessThanOrEqual(22)
  stop[1]!()
  second()
  expect(first.mock.calls.length).toBeGreaterThan(36)
  expect(other.mock.calls.length).toBeLessThanOrEqual(21)
  // With nobody left there is no clock; it starts again with the next.
  stop[0]!()
  const was = [first.mock.calls.length, frames]
  second()
  expect([first.mock.calls.length, frames]).toEqual(was)
  const again = vi.fn()
  const end = onTick(again)
  second()
  expect(again.mock.calls.length).toBeGreaterThanOrEqual(19)
  end()
  onTick(vi.fn())()
  expect(vi.getTimerCount()).toBe(0)
})
