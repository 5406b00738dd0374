import { describe, expect, it } from 'vitest'
import { makeDrawList } from '../core/game/draw-list'
import { drawGame } from '../core/game/draw-game'
import { beginPlay, startGame, stepGame } from '../core/game/game'
import { makeSetup } from '../core/game/setup'
import { idleInput } from '../core/game/types'
import { buildGameDoc } from '../core/template/game-doc'
import { puffinCatch, windfall } from '../tests/support/fixtures'
import { paint, type Ink } from './draw'
import { runLoop, type Frames } from './loop'
import { STAGES } from '../core/game/stage'
import { fitView, toWorld } from './view'

/** Frames that come when the test says so. */
function framesByHand() {
  let next: ((now: number) => void) | null = null
  const frames: Frames = {
    request: (callback) => {
      next = callback
      return 1
    },
    cancel: () => {
      next = null
    },
  }
  return { frames, at: (now: number) => next?.(now), waiting: () => next !== null }
}

describe('loop', () => {
  it('steps 60 times a second of wall time, whatever the screen’s rate', () => {
    for (const rate of [30, 59.94, 60, 144]) {
      const hand = framesByHand()
      let steps = 0
      runLoop(
        hand.frames,
        () => steps++,
        () => undefined,
      )
      for (let frame = 0; frame <= rate * 10; frame++) hand.at((frame * 1000) / rate)
      expect(Math.abs(steps - 600), `${rate} Hz`).toBeLessThanOrEqual(1)
    }
  })

  it('goes on from where it was after a long pause, runs slower when told, and stops', () => {
    const hand = framesByHand()
    let steps = 0
    let draws = 0
    const loop = runLoop(
      hand.frames,
      () => steps++,
      () => draws++,
      () => 0.25,
    )
    hand.at(0)
    hand.at(60_000)
    expect(steps).toBeLessThanOrEqual(2)
    steps = 0
    for (let frame = 1; frame <= 60; frame++) hand.at(60_000 + (frame * 1000) / 60)
    expect(Math.abs(steps - 15)).toBeLessThanOrEqual(1)
    expect(draws).toBe(62)
    loop.stop()
    expect(hand.waiting()).toBe(false)
  })
})

describe('view', () => {
  it('fits the stage whole, in the middle, and higher on a tall screen', () => {
    expect(fitView(1600, 1000, STAGES.wide)).toEqual({ left: 0, top: 0, scale: 100, stage: STAGES.wide })
    expect(fitView(2000, 1000, STAGES.wide)).toEqual({ left: 200, top: 0, scale: 100, stage: STAGES.wide })
    const tall = fitView(320, 720, STAGES.wide)
    expect(tall.scale).toBe(20)
    expect(tall.top).toBeCloseTo((720 - 200) * 0.3)
    expect(toWorld(tall, 160, tall.top + 100)).toEqual({ x: 8, y: 5 })
  })
})

/** Writes down what is drawn, instead of drawing it. */
function recorder() {
  const calls: { name: string; args: unknown[]; alpha: number; smooth: boolean }[] = []
  const state: Record<string, unknown> = { globalAlpha: 1, imageSmoothingEnabled: true }
  const ink = new Proxy(state, {
    get(target, name: string) {
      if (name === 'measureText') return (text: string) => ({ width: text.length * 10 })
      if (name in target) return target[name]
      return (...args: unknown[]) =>
        void calls.push({
          name,
          args,
          alpha: Number(target['globalAlpha']),
          smooth: target['imageSmoothingEnabled'] === true,
        })
    },
    set(target, name: string, value) {
      target[name] = value
      return true
    },
  }) as unknown as Ink
  return { ink, calls }
}

describe('paint', () => {
  const setup = makeSetup(buildGameDoc(windfall, puffinCatch()))
  const state = startGame(3)
  beginPlay(state, setup)
  for (let i = 0; i < 240; i++) stepGame(state, idleInput(), setup)
  const list = makeDrawList()
  drawGame(state, setup, list)

  const images = new Map(
    Object.keys(setup.doc.assets).map((hash) => [hash, { width: 320, height: 200, hash } as unknown as ImageBitmap]),
  )

  it('draws backdrop, things, hero and words of the list in its order, and pixel art without smoothing', () => {
    const { ink, calls } = recorder()
    paint(list, setup, { ink, view: fitView(1600, 1000, STAGES.wide), images, typeface: 'sans-serif' })
    const drawn = calls.filter((call) => call.name === 'drawImage')
    const things = list.items.slice(0, list.count).filter((item) => item.kind === 'sprite')
    expect(drawn).toHaveLength(things.length + 1)
    expect(drawn.every((call) => !call.smooth)).toBe(true)
    const words = calls.filter((call) => call.name === 'fillText').map((call) => call.args[0])
    expect(words).toContain('Supper 10 of 200')
    expect(calls.at(-1)!.name).toBe('restore')
  })

  it('sets the hero’s pivot on its place in the world', () => {
    const { ink, calls } = recorder()
    paint(list, setup, { ink, view: fitView(1600, 1000, STAGES.wide), images, typeface: 'sans-serif' })
    const hero = list.items.find((item) => item.part === 'hero')!
    const move = calls
      .filter((call) => call.name === 'translate')
      .find((call) => call.args[0] === hero.x * 100 && call.args[1] === hero.y * 100)
    expect(move).toBeDefined()
  })

  it('leaves out what has no picture yet, without breaking', () => {
    const { ink, calls } = recorder()
    paint(list, setup, { ink, view: fitView(800, 500, STAGES.wide), images: new Map(), typeface: 'sans-serif' })
    expect(calls.some((call) => call.name === 'drawImage')).toBe(false)
    expect(calls.some((call) => call.name === 'fillText')).toBe(true)
  })

  it('draws every screen', () => {
    for (const screen of ['start', 'how', 'options', 'about', 'pause', 'won', 'lost'] as const) {
      const { ink, calls } = recorder()
      drawGame({ ...state, screen }, setup, list)
      paint(list, setup, { ink, view: fitView(1600, 1000, STAGES.wide), images, typeface: 'sans-serif' })
      expect(calls.filter((call) => call.name === 'fillText').length, screen).toBeGreaterThan(1)
      expect(calls.filter((call) => call.name === 'roundRect').length, screen).toBeGreaterThan(0)
    }
  })
})
