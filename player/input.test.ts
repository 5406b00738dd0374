// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { BITS } from '../core/game/types'
import { makeControls, type Controls } from './input'
import { freshProgress } from '../core/game/progress'
import { makeKeep, type Told } from './keep'
import { STAGES } from '../core/game/stage'
import { fitView } from './view'

let root: HTMLElement
let pressed = 0
let controls: Controls

function make(few = false): Controls {
  return makeControls({
    keys: root,
    pointer: root,
    view: () => fitView(1600, 1000, STAGES.wide),
    ratio: () => 1,
    onPress: () => pressed++,
    few,
  })
}
const key = (type: 'keydown' | 'keyup', code: string, more: KeyboardEventInit = {}) => {
  const event = new KeyboardEvent(type, { code, cancelable: true, ...more })
  root.dispatchEvent(event)
  return event
}
const pointer = (type: string, clientX: number, clientY: number) =>
  root.dispatchEvent(Object.assign(new Event(type), { clientX, clientY, pointerId: 1 }))

beforeEach(() => {
  root = document.createElement('div')
  pressed = 0
  controls = make()
})
afterEach(() => controls.close())

describe('keys', () => {
  it('lead left and right while they are held, and nowhere when both are', () => {
    key('keydown', 'ArrowLeft')
    expect(controls.read().axis).toBe(-1)
    key('keydown', 'KeyD')
    expect(controls.read().axis).toBe(0)
    key('keyup', 'ArrowLeft')
    expect(controls.read().axis).toBe(1)
    key('keyup', 'KeyD')
    expect(controls.read().axis).toBe(0)
    expect(pressed).toBe(2)
  })

  it('pressed and let go between two steps are still seen, once', () => {
    key('keydown', 'Enter')
    key('keyup', 'Enter')
    expect(controls.read().bits & BITS.confirm).toBe(BITS.confirm)
    expect(controls.read().bits).toBe(0)
  })

  it('pressed several times between two steps are seen one by one, in order', () => {
    for (const code of ['ArrowDown', 'ArrowDown', 'Enter']) {
      key('keydown', code)
      key('keyup', code)
    }
    const steps = Array.from({ length: 7 }, () => controls.read().bits)
    const rises = (bit: number) => steps.filter((bits, i) => (bits & bit) !== 0 && ((steps[i - 1] ?? 0) & bit) === 0)
    expect(rises(BITS.down)).toHaveLength(2)
    expect(rises(BITS.confirm)).toHaveLength(1)
    expect(steps.findIndex((bits) => (bits & BITS.confirm) !== 0)).toBeGreaterThan(
      steps.findLastIndex((bits) => (bits & BITS.down) !== 0),
    )
    expect(steps.at(-1)).toBe(0)
  })

  it('that repeat while held are one press, and a page that stood still does not play on for ever', () => {
    for (let i = 0; i < 300; i++) key('keydown', 'ArrowLeft', { repeat: i > 0 })
    key('keyup', 'ArrowLeft')
    expect(controls.read().axis).toBe(-1)
    expect(controls.read().axis).toBe(0)
    for (let i = 0; i < 300; i++) {
      key('keydown', 'Enter')
      key('keyup', 'Enter')
    }
    let steps = 0
    while (steps < 300 && (controls.read().bits !== 0 || controls.read().bits !== 0)) steps += 2
    expect(steps).toBeLessThan(70)
  })

  it('that play are kept from the page, others and those with Ctrl are left to it', () => {
    expect(key('keydown', 'Space').defaultPrevented).toBe(true)
    expect(key('keydown', 'KeyQ').defaultPrevented).toBe(false)
    expect(key('keydown', 'KeyS', { ctrlKey: true }).defaultPrevented).toBe(false)
  })

  it('on the bench leave Space, P and S to the bench', () => {
    controls.close()
    controls = make(true)
    for (const code of ['Space', 'KeyP', 'KeyS']) expect(key('keydown', code).defaultPrevented).toBe(false)
    expect(key('keydown', 'ArrowRight').defaultPrevented).toBe(true)
    expect(controls.read()).toMatchObject({ axis: 1, bits: 0 })
  })

  it('are let go when the window loses the focus', () => {
    key('keydown', 'ArrowRight')
    window.dispatchEvent(new Event('blur'))
    key('keyup', 'ArrowRight')
    controls.read()
    expect(controls.read().axis).toBe(0)
  })

  it('do nothing any more after closing', () => {
    controls.close()
    key('keydown', 'ArrowRight')
    expect(controls.read().axis).toBe(0)
  })
})

describe('pointer', () => {
  it('is told in hundredths of a world unit, held inside the stage', () => {
    pointer('pointerdown', 800, 500)
    expect(controls.read()).toMatchObject({ px: 800, py: 500, bits: BITS.pointer })
    pointer('pointermove', 5000, -40)
    expect(controls.read()).toMatchObject({ px: 1600, py: 0 })
    pointer('pointerup', 5000, -40)
    expect(controls.read()).toMatchObject({ px: -1, py: -1, bits: 0 })
  })

  it('moving without a press says nothing', () => {
    pointer('pointermove', 800, 500)
    expect(controls.read().px).toBe(-1)
  })

  it('that goes on at once after it came down is seen where it came down first', () => {
    pointer('pointerdown', 200, 300)
    pointer('pointermove', 400, 300)
    pointer('pointermove', 800, 500)
    pointer('pointerup', 800, 500)
    const seen = Array.from({ length: 3 }, () => {
      const { px, py, bits } = controls.read()
      return [px, py, bits & BITS.pointer]
    })
    expect(seen).toEqual([
      [200, 300, BITS.pointer],
      [800, 500, BITS.pointer],
      [-1, -1, 0],
    ])
  })

  it('tapped between two steps is seen by one', () => {
    pointer('pointerdown', 400, 300)
    pointer('pointerup', 400, 300)
    expect(controls.read()).toMatchObject({ px: 400, py: 300, bits: BITS.pointer })
    expect(controls.read()).toMatchObject({ px: -1, bits: 0 })
  })
})

describe('pointer, twice between two steps', () => {
  it('is seen in both places', () => {
    for (const [x, y] of [
      [400, 300],
      [700, 500],
    ] as const) {
      pointer('pointerdown', x, y)
      pointer('pointerup', x, y)
    }
    const seen = Array.from({ length: 5 }, () => controls.read().px)
    expect(seen).toEqual([400, -1, 700, -1, -1])
  })
})

describe('gamepad', () => {
  it('is a third way to say the same', () => {
    const buttons = Array.from({ length: 16 }, (_, i) => ({ pressed: i === 0 || i === 14 }))
    vi.stubGlobal('navigator', { getGamepads: () => [null, { connected: true, axes: [0, 0.9], buttons }] })
    const input = controls.read()
    expect(input.axis).toBe(-1)
    expect(input.bits).toBe(BITS.confirm | BITS.down)
    vi.unstubAllGlobals()
  })
})

const heard = (game: string) => {
  const told: Told[] = []
  const keep = makeKeep(game)
  keep.hear((what) => told.push(what))
  return { keep, told }
}
const nothing = { progress: null, aside: false }
const some = { ...freshProgress(), levels: { '1': { won: true, best: 14 } }, purse: 14 }

describe('keeping the best score and what was reached', () => {
  it('uses the browser’s own store when there is no page around, game by game', () => {
    localStorage.clear()
    makeKeep('windfall:One').save(70, some)
    expect(heard('windfall:One').told).toEqual([{ best: 70, seed: null, progress: some, aside: false }])
    expect(heard('windfall:Two').told).toEqual([{ best: 0, seed: null, ...nothing }])
    localStorage.setItem('pack-post:windfall:Odd', 'many')
    expect(heard('windfall:Odd').told).toEqual([{ best: 0, seed: null, ...nothing }])
  })

  it.each(['{', '[]', '{"format":"other"}', JSON.stringify({ ...some, purse: -1 }), `"${'x'.repeat(20_000)}"`])(
    'puts aside what cannot be read, says so once, and goes on: %.30s',
    (text) => {
      localStorage.clear()
      localStorage.setItem('pack-post:x:progress', text)
      expect(heard('x').told).toEqual([{ best: 0, seed: null, progress: null, aside: true }])
      expect(localStorage.getItem('pack-post:x:progress:aside')).toBe(text)
      expect(heard('x').told).toEqual([{ best: 0, seed: null, ...nothing }])
    },
  )

  it('goes on without a store where there is none', () => {
    const denied = () => {
      throw new Error('denied')
    }
    vi.stubGlobal('localStorage', { getItem: denied, setItem: denied })
    const { keep, told } = heard('x')
    keep.save(5, some)
    expect(told).toEqual([{ best: 0, seed: null, ...nothing }])
    vi.unstubAllGlobals()
  })

  it('asks the page around it, takes no answer from anybody else, and tells it of plays', () => {
    const asked: unknown[] = []
    const parent = { postMessage: (data: unknown) => asked.push(data) }
    Object.defineProperty(window, 'parent', { value: parent, configurable: true })
    const { keep, told } = heard('x')
    expect(asked).toEqual([{ type: 'pack-post:load' }])
    const tell = (data: unknown, source: unknown) =>
      window.dispatchEvent(Object.assign(new Event('message'), { data, source }))
    tell({ type: 'pack-post:kept', best: 999 }, {})
    tell({ type: 'other', best: 998 }, parent)
    tell({ type: 'pack-post:kept', best: 40.9 }, parent)
    tell({ type: 'pack-post:kept', best: 'many', seed: 77, progress: some }, parent)
    tell({ type: 'pack-post:kept', best: 1, seed: -4, progress: { purse: 1e9 } }, parent)
    expect(told).toEqual([
      { best: 40, seed: null, ...nothing },
      { best: 0, seed: 77, progress: some, aside: false },
      { best: 1, seed: null, progress: null, aside: true },
    ])
    keep.save(80, some)
    expect(asked.at(-1)).toEqual({ type: 'pack-post:save', best: 80, progress: some })
    keep.began()
    const play = {
      outcome: 'won' as const,
      score: 5,
      seconds: 2,
      cause: 'done',
      proof: { seed: 1, plays: 1, runs: [] },
      more: false,
    }
    keep.ended(play)
    expect(asked.slice(-2)).toEqual([{ type: 'pack-post:began' }, { type: 'pack-post:ended', ...play }])
    Object.defineProperty(window, 'parent', { value: window, configurable: true })
  })
})
