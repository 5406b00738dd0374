import { describe, expect, it } from 'vitest'
import { turns, type Drawn } from './turns'

/** A cell of an eight by eight sheet, drawn 32 px large at a place. */
const at = (cell: number, x: number, y = 0, path = 'all.png'): Drawn => ({
  ...{ path, text: '', x, y, w: 32, h: 32 },
  of: { x: (cell % 8) / 8, y: Math.floor(cell / 8) / 8, w: 1 / 8, h: 1 / 8 },
})
const told = (was: Drawn[], is: Drawn[]) =>
  turns(was, is).map(([one, before]) => [before.of, one.of].map(({ x, y }) => x * 8 + y * 64))

describe('cells that take turns', () => {
  it('are those that come where another of their size was, also a little farther', () => {
    expect(told([at(0, 100)], [at(1, 104)])).toEqual([[0, 1]])
    expect(told([at(0, 100), at(9, 300)], [at(1, 100), at(9, 303)])).toEqual([[0, 1]])
  })

  it('are none where the old one is still there, too far away, of another file, size, or shown as a whole', () => {
    expect(told([at(5, 100)], [at(5, 100), at(0, 100)])).toEqual([])
    expect(told([at(0, 100)], [at(1, 120)])).toEqual([])
    expect(told([at(0, 100)], [at(1, 100, 0, 'other.png')])).toEqual([])
    expect(told([at(0, 100)], [{ ...at(1, 100), of: { x: 0.5, y: 0, w: 0.25, h: 0.25 } }])).toEqual([])
    expect(told([{ ...at(0, 100), of: { x: 0, y: 0, w: 1, h: 1 } }], [at(1, 100)])).toEqual([])
  })

  it('are many of one kind at once, but not a view that moved on by a field', () => {
    const crowd = (cell: number) => Array.from({ length: 12 }, (_, i) => at(cell, 40 * i))
    expect(told(crowd(2), crowd(3))).toHaveLength(12)
    const fields = (shift: number) => Array.from({ length: 12 }, (_, i) => at((i * 5 + shift) % 60, 40 * i))
    expect(told(fields(0), fields(5))).toEqual([])
  })
})
