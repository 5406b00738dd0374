import { describe, expect, it } from 'vitest'
import { clipSteps, frameAt } from './clips'
import { contains, makeShape, touches } from './shapes'
import type { ClipDoc, ClipMode } from './types'

const clip = (count: number, mode: ClipMode, holds: number[] = []): ClipDoc => ({
  frames: Array.from({ length: count }, (_, i) => ({ asset: 'a', x: i, y: 0, w: 1, h: 1, hold: holds[i] ?? 1 })),
  fps: 10,
  mode,
})
const order = (c: ClipDoc, steps: number) => Array.from({ length: steps }, (_, i) => frameAt(c, i * 6))

describe('frameAt', () => {
  it('loops, stays on the last, or bounces without doubling an end', () => {
    expect(order(clip(3, 'loop'), 7)).toEqual([0, 1, 2, 0, 1, 2, 0])
    expect(order(clip(3, 'once'), 6)).toEqual([0, 1, 2, 2, 2, 2])
    expect(order(clip(4, 'bounce'), 8)).toEqual([0, 1, 2, 3, 2, 1, 0, 1])
  })

  it('holds a frame as long as it says', () => {
    expect(order(clip(2, 'loop', [3, 1]), 8)).toEqual([0, 0, 0, 1, 0, 0, 0, 1])
    expect(clipSteps(clip(2, 'loop', [3, 1]))).toBe(24)
  })

  it('knows only frame 0 of a single frame, at any time', () => {
    expect(frameAt(clip(1, 'loop'), 1e9)).toBe(0)
    expect(frameAt(clip(1, 'bounce'), 12)).toBe(0)
  })
})

describe('shapes', () => {
  const square = makeShape([
    { x: -1, y: -1 },
    { x: 1, y: -1 },
    { x: 1, y: 1 },
    { x: -1, y: 1 },
  ])
  /** An L: the free corner must not touch. */
  const hook = makeShape([
    { x: 0, y: 0 },
    { x: 4, y: 0 },
    { x: 4, y: 1 },
    { x: 1, y: 1 },
    { x: 1, y: 4 },
    { x: 0, y: 4 },
  ])

  it('touch when they overlap, when one is inside the other, and not across a gap', () => {
    expect(touches(square, square, 1.9, 0)).toBe(true)
    expect(touches(square, square, 2.1, 0)).toBe(false)
    expect(touches(makeShape(square.points.map((p) => ({ x: p.x * 5, y: p.y * 5 }))), square, 0.5, 0.5)).toBe(true)
    expect(touches(square, makeShape(square.points.map((p) => ({ x: p.x * 5, y: p.y * 5 }))), 0.5, 0.5)).toBe(true)
  })

  it('respect the hollow of a shape that is not convex', () => {
    expect(touches(hook, square, 2.9, 2.9)).toBe(false)
    expect(touches(hook, square, 1.5, 1.5)).toBe(true)
    expect(contains(hook.points, 3, 3)).toBe(false)
    expect(contains(hook.points, 0.5, 3)).toBe(true)
  })
})

describe('a clip that comes back to a later frame, or stays after some rounds', () => {
  const frames = [0, 1, 2, 3].map((x) => ({ asset: '', x, y: 0, w: 1, h: 1, hold: 1 }))
  const at = (clip: Partial<ClipDoc>, count = 14) =>
    Array.from({ length: count }, (_, i) => frameAt({ frames, fps: 60, mode: 'loop', ...clip }, i)).join('')
  it('loops from there once it has shown its head', () => {
    expect(at({ loopFrom: 2 })).toBe('01232323232323')
    expect(at({ loopFrom: 3 })).toBe('01233333333333')
    expect(at({ loopFrom: 9 })).toBe('01233333333333')
  })
  it('stays on its last frame after its rounds', () => {
    expect(at({ repeats: 2 })).toBe('01230123333333')
    expect(at({ repeats: 2, loopFrom: 2 })).toBe('01232333333333')
    expect(at({ repeats: 1, mode: 'bounce' })).toBe('01232100000000')
  })
  it('counts holds', () => {
    const held = frames.map((frame, i) => ({ ...frame, hold: i === 1 ? 3 : 1 }))
    expect(at({ frames: held, loopFrom: 1 })).toBe('01112311123111')
  })
})
