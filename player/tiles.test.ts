import { describe, expect, it } from 'vitest'
import { stepstone } from '../tests/support/fixtures'
import { drawCells } from '../core/game/course/draw-cells'
import { gridOf } from '../core/game/course/grid'
import { makeDrawList, toStage } from '../core/game/draw-list'
import { makeSetup, partsOf } from '../core/game/setup'
import { STAGES } from '../core/game/stage'
import { newPack } from '../core/pack/pack'
import { buildGameDoc } from '../core/template/game-doc'
import { paint, type Ink } from './draw'
import type { Picture } from './prepare'

const doc = buildGameDoc(stepstone, newPack(stepstone, 'a-pack-for-tests'))
const setup = makeSetup(doc)
const images = new Map(Object.keys(doc.assets).map((hash) => [hash, { width: 1024, height: 64 } as unknown as Picture]))

/** Where tiles are drawn, px of the canvas. */
function drawn(scale: number, x: number, y: number): { x: number; y: number; w: number; h: number }[] {
  const boxes: { x: number; y: number; w: number; h: number }[] = []
  const ink = new Proxy({} as Record<string, unknown>, {
    get: (_target, name) =>
      name === 'drawImage'
        ? (...given: number[]) => boxes.push({ x: given[5]!, y: given[6]!, w: given[7]!, h: given[8]! })
        : () => undefined,
    set: () => true,
  }) as unknown as Ink
  const course = partsOf(doc, 'course')['course']!
  const full = gridOf({ ...course, play: course.play.map((row) => 'c'.repeat(row.length)) }, setup.casts['tiles']!)
  const list = makeDrawList()
  Object.assign(list.camera, { x, y })
  drawCells(list, full, full.play, 'tiles', STAGES.wide, 0)
  toStage(list)
  paint(list, setup, { ink, view: { left: 0, top: 0, scale, stage: STAGES.wide }, images, typeface: 'sans-serif' })
  return boxes
}

describe('tiles', () => {
  it('leave no seam and never overlap, at 200 zooms and places of the camera', () => {
    let seed = 5
    const next = () => (seed = (Math.imul(seed, 48271) >>> 0) % 2147483647) / 2147483647
    for (let i = 0; i < 200; i++) {
      const scale = 7 + next() * 120
      const [x, y] = i % 4 === 0 ? [Math.round(next() * 40) / 2, Math.round(next() * 8) / 2] : [next() * 40, next() * 7]
      const boxes = drawn(scale, x, y)
      expect(boxes.length).toBeGreaterThan(150)
      const rows = new Map<number, typeof boxes>()
      for (const box of boxes) rows.set(box.y, [...(rows.get(box.y) ?? []), box])
      for (const row of rows.values())
        for (let k = 1; k < row.length; k++) expect(row[k]!.x, `${scale} ${x}`).toBe(row[k - 1]!.x + row[k - 1]!.w)
      const tops = [...rows.keys()].sort((a, b) => a - b)
      for (let k = 1; k < tops.length; k++) expect(tops[k]).toBe(tops[k - 1]! + rows.get(tops[k - 1]!)![0]!.h)
      // Nothing of the stage is left uncovered.
      expect(Math.min(...boxes.map((box) => box.x))).toBeLessThanOrEqual(0)
      expect(Math.max(...boxes.map((box) => box.x + box.w))).toBeGreaterThanOrEqual(Math.floor(16 * scale))
    }
  })
})
