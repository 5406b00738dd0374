// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { puffinCatch, windfall, emptyPack } from '../../tests/support/fixtures'
import { makeSetup } from '@core/game/setup'
import { buildGameDoc } from '@core/template/game-doc'
import type { Frames } from '@player/loop'
import { makeStage, type Stage } from './stage'

/** Frames come when the test says so: 60 a second. */
function handFrames() {
  let next: ((now: number) => void) | null = null
  let now = 0
  const frames: Frames = {
    request: (callback) => {
      next = callback
      return 1
    },
    cancel: () => {
      next = null
    },
  }
  const run = (count: number) => {
    for (let i = 0; i < count; i++) next?.((now += 1000 / 60))
  }
  return { frames, run, stopped: () => next === null }
}

const ink = new Proxy({} as Record<string, unknown>, {
  get: (target, name: string) => (name === 'measureText' ? () => ({ width: 10 }) : (target[name] ?? (() => undefined))),
  set: (target, name: string, value) => {
    target[name] = value
    return true
  },
})

const own = makeSetup(buildGameDoc(windfall, puffinCatch()))
const theirs = makeSetup(buildGameDoc(windfall, emptyPack()))
let stage: Stage
let hand: ReturnType<typeof handFrames>

beforeEach(() => {
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(ink as never)
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  )
  hand = handFrames()
  const canvas = document.createElement('canvas')
  Object.defineProperty(canvas, 'clientWidth', { value: 800 })
  Object.defineProperty(canvas, 'clientHeight', { value: 500 })
  stage = makeStage(canvas, {
    setup: own,
    images: () => new Map(),
    bytesOf: () => Promise.reject(new Error('silent')),
    straightToPlay: true,
    few: true,
    auto: true,
    frames: hand.frames,
  })
  hand.run(1)
})
afterEach(() => {
  stage.close()
  vi.restoreAllMocks()
})

describe('the stage', () => {
  it('plays by itself, is frozen, steps, and goes on', () => {
    hand.run(300)
    expect(stage.view.screen).toBe('play')
    expect(stage.step()).toBeGreaterThan(290)
    stage.toggle()
    const at = stage.step()
    hand.run(60)
    expect(stage.step()).toBe(at)
    stage.stepOnce()
    expect(stage.step()).toBe(at + 1)
    stage.toggle()
    hand.run(10)
    expect(stage.step()).toBeGreaterThan(at + 5)
  })

  it('runs at a quarter of the speed when slow', () => {
    stage.setSlow(true)
    const at = stage.step()
    hand.run(120)
    expect(stage.step() - at).toBeGreaterThanOrEqual(28)
    expect(stage.step() - at).toBeLessThanOrEqual(32)
  })

  it('goes back at most 20 seconds, stands still there, and plays on from there', () => {
    hand.run(1500)
    const now = stage.step()
    stage.seek(99_999)
    expect(stage.view.back).toBe(1200)
    hand.run(30)
    expect(stage.step()).toBe(now)
    stage.seek(120)
    stage.stepBack()
    expect(stage.view.back).toBe(121)
    stage.toggle()
    expect(stage.view.back).toBe(0)
    expect(stage.step()).toBe(now - 121)
    hand.run(10)
    expect(stage.step()).toBeGreaterThan(now - 121)
  })

  it('takes other content at the same moment', () => {
    hand.run(200)
    const at = stage.step()
    stage.adopt(theirs, own)
    expect(stage.step()).toBe(at)
    hand.run(10)
    expect(stage.setup()).toBe(theirs)
    expect(stage.view.screen).toBe('play')
  })

  it('shows the screen a part is met on and stays there, and goes back into play for one that is met there', () => {
    stage.showPart('lose-words')
    expect(stage.view.screen).toBe('lost')
    hand.run(600)
    expect(stage.view.screen).toBe('lost')
    stage.showPart('title-words')
    expect(stage.view.screen).toBe('start')
    stage.showPart('hero')
    expect(stage.view.screen).toBe('play')
    hand.run(60)
    expect(stage.view.screen).toBe('play')
  })

  it('goes on by itself after the end of a play, so that there is always something to see', () => {
    const screens = new Set<string>()
    for (let i = 0; i < 9000; i++) {
      hand.run(1)
      screens.add(stage.view.screen)
    }
    expect(screens.has('won') || screens.has('lost')).toBe(true)
    expect(stage.step()).toBeGreaterThan(8000)
  })

  it('picks what is drawn under a point of the canvas', () => {
    expect(stage.pick(400, 390)?.part).toBe('hero')
    expect(stage.pick(60, 40)?.part).toBe('score-words')
    expect(stage.pick(10, 250)?.part).toBe('backdrop')
  })

  it('takes a picture now and then for the strip, and tells who listens', () => {
    const told = vi.fn()
    const off = stage.onThumbs(told)
    hand.run(450)
    expect(stage.thumbs().length).toBeGreaterThanOrEqual(4)
    expect(told).toHaveBeenCalledTimes(stage.thumbs().length)
    off()
    hand.run(200)
    expect(told.mock.calls.length).toBeLessThan(stage.thumbs().length)
    stage.restart()
    expect(stage.thumbs()).toEqual([])
  })

  it('begins again from the very same first moment', () => {
    hand.run(100)
    stage.restart()
    expect(stage.step()).toBe(0)
    expect(stage.recording().steps).toBe(0)
  })

  it('stops with everything when it is closed', () => {
    stage.close()
    expect(hand.stopped()).toBe(true)
  })
})
