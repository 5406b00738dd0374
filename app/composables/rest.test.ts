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

const processors = (count: number) => vi.stubGlobal('navigator', { hardwareConcurrency: count })
const draw = vi.fn()
const loopThatGives = (gives: () => boolean) =>
  runLoop(
    restingFrames(() => false, gives),
    () => undefined,
    draw,
  )
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
  processors(4)
  let gives = false
  /** What the page is busy with before each frame, ms. */
  let busy = 0
  vi.stubGlobal('requestAnimationFrame', (callback: FrameRequestCallback) =>
    setTimeout(() => callback(performance.now()), 16 + busy),
  )
  vi.stubGlobal('cancelAnimationFrame', clearTimeout)
  const loop = loopThatGives(() => gives)
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

it.each([
  ['few', 2, 24, 35],
  ['many', 4, 58, 63],
])('has its share of the frames on a machine of %s processors while nobody plays', (_many, count, least, most) => {
  processors(count)
  let gives = true
  const loop = loopThatGives(() => gives)
  drawsOf(500)
  const draws = drawsOf(1000)
  expect(draws).toBeGreaterThanOrEqual(least)
  expect(draws).toBeLessThanOrEqual(most)
  gives = false
  expect(drawsOf(1000)).toBeGreaterThan(55)
  loop.stop()
})

it('of several loops takes the frames of one: some twenty a second for nine that rest, those of the one that is awake', () => {
  let isAwake = false
  const times = new Set<number>()
  const frameOf = requestAnimationFrame
  vi.stubGlobal('requestAnimationFrame', (callback: FrameRequestCallback) =>
    frameOf((now) => {
      times.add(now)
      callback(now)
    }),
  )
  const draws = Array.from({ length: 9 }, () => vi.fn())
  const loops = draws.map((one, i) => {
    // None begins when another one does.
    vi.advanceTimersByTime(7)
    return runLoop(
      restingFrames(() => i > 0 || !isAwake),
      () => undefined,
      one,
    )
  })
  drawsOf(500)
  const counted = (): number => {
    times.clear()
    for (const one of draws) one.mockClear()
    vi.advanceTimersByTime(1000)
    return times.size
  }
  expect(counted()).toBeLessThan(25)
  for (const one of draws) expect(one.mock.calls.length).toBeGreaterThan(15)
  isAwake = true
  drawsOf(200)
  expect(counted()).toBeLessThan(64)
  expect(draws[0]!.mock.calls.length).toBeGreaterThan(58)
  for (const loop of loops) loop.stop()
  expect(vi.getTimerCount()).toBe(0)
})
