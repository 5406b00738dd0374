import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { onTick } from './ticks'

let frames: ((now: number) => void)[] = []
beforeEach(() => {
  frames = []
  vi.stubGlobal('requestAnimationFrame', (callback: (now: number) => void) => frames.push(callback))
  vi.stubGlobal('cancelAnimationFrame', (handle: number) => void (frames[handle - 1] = () => undefined))
})
afterEach(() => vi.unstubAllGlobals())
/** A second of a screen of so many frames a second. */
function second(fps: number, from = 0): void {
  for (let i = 0; i < fps; i++) {
    const due = frames
    frames = []
    for (const one of due) one(from + (i * 1000) / fps)
  }
}

it('calls all some twenty times a second, whatever the screen does, and nobody who has stopped', () => {
  const [first, other] = [vi.fn(), vi.fn()]
  const stop = [onTick(first), onTick(other)]
  second(60)
  expect(first.mock.calls.length).toBeGreaterThanOrEqual(19)
  expect(first.mock.calls.length).toBeLessThanOrEqual(21)
  expect(other.mock.calls.length).toBe(first.mock.calls.length)
  stop[1]!()
  second(144, 1000)
  expect(first.mock.calls.length).toBeGreaterThan(36)
  expect(other.mock.calls.length).toBeLessThanOrEqual(21)
  // With nobody left there is no clock; it starts again with the next.
  stop[0]!()
  second(60, 2000)
  const was = first.mock.calls.length
  second(60, 3000)
  expect([first.mock.calls.length, frames.length]).toEqual([was, 0])
  const again = vi.fn()
  onTick(again)()
  expect(again).not.toHaveBeenCalled()
})
