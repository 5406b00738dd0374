import { describe, expect, it } from 'vitest'
import { breakwaterGull, updraft } from '../tests/support/fixtures'
import { add, makeDrawList, type DrawList } from '../core/game/draw-list'
import { makeSetup, type Setup } from '../core/game/setup'
import { STAGES } from '../core/game/stage'
import type { GameDoc, PictureDoc } from '../core/game/types'
import { newPack } from '../core/pack/pack'
import { buildGameDoc } from '../core/template/game-doc'
import { paint, type Ink } from './draw'
import type { Picture } from './prepare'
import { fitView, type View } from './view'

interface Drawn {
  source: [number, number, number, number]
  /** px of the canvas, the transformation included. */
  x: number
  y: number
  w: number
  h: number
  smooth: boolean
}

/** Keeps what is drawn, where it really lands: translations and scales are applied. */
function recorder() {
  const drawn: Drawn[] = []
  let state = { x: 0, y: 0, sx: 1, sy: 1, smooth: true }
  const stack: (typeof state)[] = []
  const known: Record<string, (...given: number[]) => void> = {
    save: () => void stack.push({ ...state }),
    restore: () => {
      state = stack.pop() ?? state
    },
    translate: (x, y) => {
      state.x += x! * state.sx
      state.y += y! * state.sy
    },
    scale: (x, y) => {
      state.sx *= x!
      state.sy *= y!
    },
  }
  const ink = new Proxy({} as Record<string, unknown>, {
    get: (_target, name: string) => {
      if (name === 'imageSmoothingEnabled') return state.smooth
      if (name === 'globalAlpha') return 1
      if (name === 'measureText') return () => ({ width: 10 })
      if (name === 'drawImage')
        return (_image: unknown, sx: number, sy: number, sw: number, sh: number, ...to: number[]) => {
          const [x, y, w, h] = to as [number, number, number, number]
          drawn.push({
            source: [sx, sy, sw, sh],
            x: state.x + Math.min(x * state.sx, (x + w) * state.sx),
            y: state.y + Math.min(y * state.sy, (y + h) * state.sy),
            w: Math.abs(w * state.sx),
            h: Math.abs(h * state.sy),
            smooth: state.smooth,
          })
        }
      return known[name] ?? (() => undefined)
    },
    set: (_target, name: string, value: unknown) => {
      if (name === 'imageSmoothingEnabled') state.smooth = value === true
      return true
    },
  })
  return { ink: ink as unknown as Ink, drawn }
}

const picture = (width: number, height: number): Picture => ({ width, height }) as unknown as Picture

/** Every asset of a document as a picture of its size. */
function imagesOf(doc: GameDoc, size: (hash: string) => [number, number] = () => [100, 100]) {
  return new Map(Object.keys(doc.assets).map((hash) => [hash, picture(...size(hash))]))
}

function paintOne(setup: Setup, view: View, fill: (list: DrawList) => void, size?: (hash: string) => [number, number]) {
  const { ink, drawn } = recorder()
  const list = makeDrawList()
  fill(list)
  paint(list, setup, { ink, view, images: imagesOf(setup.doc, size), typeface: 'x' })
  return drawn
}

const VIEW: View = { left: 0, top: 0, scale: 100, stage: STAGES.wide }
const plain = makeSetup(buildGameDoc(updraft, newPack(updraft, 'a-pack-for-tests')))
const gull = breakwaterGull()
const crisp = makeSetup(buildGameDoc(updraft, gull))
const sizeOf = (hash: string): [number, number] => {
  const facts = gull.assets[hash] ?? updraft.assets[hash]?.facts
  return [facts?.width ?? 1, facts?.height ?? 1]
}

describe('a column', () => {
  const at = (length: number, sy: number) =>
    paintOne(plain, VIEW, (list) => {
      const item = add(list, 'column', 'gate', 8, 4)
      item.h = length
      item.sy = sy
      item.clip = 'stand'
    })
  it('shows its head once at the edge and its lower rows again and again to the end, never stretched', () => {
    const drawn = at(5, 1)
    const [head, ...bodies] = drawn
    expect(head!.y).toBe(400)
    expect(head!.source).toEqual([0, 0, 120, 150])
    expect(bodies.every((one) => one.source[1] === 150 && one.source[3] === 150)).toBe(true)
    // 3 m are 300 px of drawing: one px of it is one px of this canvas, in the head and in every repeat.
    for (const one of drawn) expect(one.h - one.source[3]).toBeLessThanOrEqual(0.5)
    expect(bodies.map((one) => one.y)).toEqual([550, 700, 850])
    expect(bodies.at(-1)!.y + 150).toBeGreaterThanOrEqual(900)
  })
  it('hangs from above when it is turned over', () => {
    const drawn = at(4, -1)
    expect(drawn[0]!.y + drawn[0]!.h).toBeCloseTo(400, 0)
    expect(Math.min(...drawn.map((one) => one.y))).toBeLessThanOrEqual(0)
  })
  it('of a short gap is all head', () => {
    expect(at(1, 1)).toHaveLength(1)
  })
})

describe('a game drawn pixel by pixel', () => {
  const view = fitView(1000, 700, STAGES.wide, crisp.doc.pixels)
  it('is enlarged by a whole number, with bars for the rest', () => {
    expect(crisp.doc.pixels).toBe(20)
    expect(view).toEqual({ scale: 60, left: 20, top: 50, stage: STAGES.wide })
    // Too small a canvas is filled as any other.
    expect(fitView(200, 125, STAGES.wide, 20).scale).toBeCloseTo(12.5)
  })
  it('puts every drawing on the grid, unsmoothed, at a whole number of screen px a px', () => {
    const drawn = paintOne(
      crisp,
      view,
      (list) => {
        const hero = add(list, 'sprite', 'hero', 4.013, 3.377)
        hero.clip = 'rise'
        hero.sx = 1.07
        const back = add(list, 'picture', 'backdrop', 0, 0)
        back.w = 16
        back.h = 10
        back.scroll = 1.2345
        const post = add(list, 'column', 'gate', 9.777, 6.123)
        post.h = 2.5
        post.clip = 'stand'
      },
      sizeOf,
    )
    expect(drawn.length).toBeGreaterThan(5)
    for (const one of drawn) {
      expect((one.x - view.left) % 3, JSON.stringify(one)).toBeCloseTo(0, 6)
      expect((one.y - view.top) % 3, JSON.stringify(one)).toBeCloseTo(0, 6)
      expect(one.w / one.source[2]).toBeCloseTo(3, 6)
      expect(one.smooth).toBe(false)
    }
  })
})

describe('pictures', () => {
  const doc = (change: Partial<PictureDoc>): Setup => {
    const made = buildGameDoc(updraft, newPack(updraft, 'a-pack-for-tests'))
    made.parts.picture!['backdrop'] = { ...made.parts.picture!['backdrop']!, layers: [], ...change }
    return makeSetup(made)
  }
  const painted = (setup: Setup, size: [number, number], scroll = 0) =>
    paintOne(
      setup,
      VIEW,
      (list) => {
        const item = add(list, 'picture', 'backdrop', 0, 0)
        item.w = 16
        item.h = 10
        item.scroll = scroll
      },
      () => size,
    )
  it('cover the stage, show whole, or lie side by side', () => {
    expect(painted(doc({ fit: 'cover' }), [1600, 500])[0]).toMatchObject({ x: -800, y: 0, w: 3200, h: 1000 })
    expect(painted(doc({ fit: 'contain' }), [1600, 500])[0]).toMatchObject({ x: 0, y: 250, w: 1600, h: 500 })
    const tiles = painted(doc({ fit: 'tile', speed: 0 }), [400, 1000])
    expect(tiles.map((one) => one.x)).toEqual([0, 400, 800, 1200])
  })
  it('that move leave no gap, however far the camera has come', () => {
    for (const scroll of [0.01, 3.999, 4, 57.3, 4000.5]) {
      const tiles = painted(doc({ fit: 'tile', speed: 0.5 }), [400, 1000], scroll).sort((a, b) => a.x - b.x)
      expect(tiles[0]!.x).toBeLessThanOrEqual(0)
      expect(tiles.at(-1)!.x + 400).toBeGreaterThanOrEqual(1600)
      for (let i = 1; i < tiles.length; i++) expect(tiles[i]!.x - tiles[i - 1]!.x).toBeCloseTo(400)
    }
  })
  it('have layers that move at their own pace', () => {
    const setup = doc({ layers: [{ asset: Object.keys(plain.doc.assets)[0]!, speed: 0.25 }] })
    const [base, layer] = painted(setup, [1600, 1000], 2)
    expect(base!.x).toBe(0)
    expect(layer!.x).toBeCloseTo(-50)
  })
  it('are animated by their clip', () => {
    const asset = plain.get('picture', 'backdrop').asset
    const frames = [0, 1].map((i) => ({ asset, x: i * 160, y: 0, w: 160, h: 100, hold: 1 }))
    const setup = doc({ fit: 'cover', clip: { frames, fps: 10, mode: 'loop' } })
    const at = (step: number) =>
      paintOne(setup, VIEW, (list) => {
        const item = add(list, 'picture', 'backdrop', 0, 0)
        item.w = 16
        item.h = 10
        item.clipStep = step
      })[0]!.source[0]
    expect([at(0), at(7), at(13)]).toEqual([0, 160, 0])
  })
})

describe('frames in a canvas', () => {
  it('are drawn at their offsets, pivot on the spot', () => {
    const made = buildGameDoc(updraft, newPack(updraft, 'a-pack-for-tests'))
    const asset = made.parts.sprite!['hero']!.clips['rise']!.frames[0]!.asset
    made.parts.sprite!['hero'] = {
      ...made.parts.sprite!['hero']!,
      canvas: { w: 100, h: 100 },
      height: 1,
      pivot: { x: 0.5, y: 1 },
      clips: {
        rise: { frames: [{ asset, x: 5, y: 6, w: 20, h: 30, hold: 1, ox: 40, oy: 70 }], fps: 1, mode: 'loop' },
      },
    }
    const [one] = paintOne(makeSetup(made), VIEW, (list) => {
      add(list, 'sprite', 'hero', 8, 5).clip = 'rise'
    })
    expect(one).toMatchObject({ source: [5, 6, 20, 30], x: 790, y: 470, w: 20, h: 30 })
  })
})
