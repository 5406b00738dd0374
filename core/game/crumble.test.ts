import { describe, expect, it } from 'vitest'
import { ranks } from '../../tests/support/fixtures'
import { newPack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { area, countLeft, crumble, grainOf, isLeft, meets } from './crumble'
import { makeActor, makeSetup } from './setup'
import type { SpriteDoc } from './types'

/** 10 x 10 cells on one metre, with a hole in the middle. */
const RING = ['ffc', 'ffc', 'ffc', 'fcc', 'f0c', 'f0c', 'fcc', 'ffc', 'ffc', 'ffc']
const sprite = (mask?: SpriteDoc['mask']): SpriteDoc => ({
  clips: { stand: { frames: [{ asset: '', x: 0, y: 0, w: 40, h: 40, hold: 1 }], fps: 1, mode: 'loop' } },
  pivot: { x: 0.5, y: 0.5 },
  hitShape: [
    { x: 0, y: 0 },
    { x: 1, y: 0 },
    { x: 1, y: 1 },
    { x: 0, y: 1 },
  ],
  height: 1,
  crisp: true,
  ...(mask === undefined ? {} : { mask }),
})
const ring = () => grainOf(makeActor(sprite({ w: 10, h: 10, rows: RING })))
const box = (...numbers: number[]) => area.set(numbers)

describe('the cells of a drawing', () => {
  it('are those of its mask, and count', () => {
    const grain = ring()
    expect([grain.w, grain.h, grain.cells]).toEqual([10, 10, countLeft(grain.full)])
    expect(isLeft(grain, grain.full, 0, 4)).toBe(true)
    expect(isLeft(grain, grain.full, 5, 4)).toBe(false)
    expect([grain.left, grain.top, grain.cellW]).toEqual([-0.5, -0.5, 0.1])
  })

  it('fill the hit shape where nobody has looked at its pixels', () => {
    const grain = grainOf(makeActor(sprite()))
    expect(grain.cells).toBe(grain.w * grain.h)
    expect(grain.w).toBe(24)
  })

  it('stop what meets them, and let it through a hole and through what is gone', () => {
    const grain = ring()
    const left = [...grain.full]
    box(-0.02, -0.04, 0.02, 0)
    expect(meets(grain, left)).toBe(false)
    box(-0.45, -0.04, -0.4, 0.02)
    expect(meets(grain, left)).toBe(true)
    box(-0.425, -0.01, 0.2)
    expect(crumble(grain, left, 3)).toBeGreaterThan(2)
    box(-0.45, -0.04, -0.4, 0.02)
    expect(meets(grain, left)).toBe(false)
    box(3, 3, 4, 4)
    expect(meets(grain, left)).toBe(false)
  })

  it('go around a middle, the same ones for the same number, and never twice', () => {
    const grain = ring()
    const bite = (n: number) => {
      const left = [...grain.full]
      box(0.3, 0.3, 0.25)
      const gone = crumble(grain, left, n)
      expect(countLeft(left)).toBe(grain.cells - gone)
      expect(left.every((word, i) => (word & ~grain.full[i]!) === 0)).toBe(true)
      box(0.3, 0.3, 0.25)
      expect(crumble(grain, left, n)).toBe(0)
      return left.join()
    }
    expect(bite(1)).toBe(bite(1))
    expect(new Set([1, 2, 3, 4, 5, 6].map(bite)).size).toBeGreaterThan(1)
    const left = [...grain.full]
    box(0, 0, 9)
    expect(crumble(grain, left, 1)).toBe(grain.cells)
    expect(countLeft(left)).toBe(0)
  })

  it('come with the game of a template whose shields crumble', () => {
    const setup = makeSetup(buildGameDoc(ranks, newPack(ranks, 'a-pack-for-tests')))
    const grain = grainOf(setup.sprites['shield']!)
    const { mask } = setup.get('sprite', 'shield')
    expect([grain.w, grain.h]).toEqual([mask!.w, mask!.h])
    expect(grain.cells).toBeGreaterThan(grain.w * grain.h * 0.5)
    expect(grain.cells).toBeLessThan(grain.w * grain.h)
  })
})
