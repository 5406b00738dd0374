import { describe, expect, it } from 'vitest'
import type { Pixels } from './pixels'
import { filledOut, hairAt, levelled, topOf } from './tile'

/** Letters of colours, a dot for nothing. */
function drawn(...rows: string[]): Pixels {
  const width = rows[0]!.length
  const data = new Uint8ClampedArray(width * rows.length * 4)
  rows.forEach((row, y) =>
    [...row].forEach((one, x) => {
      if (one !== '.') data.set([one.charCodeAt(0), 0, 0, 255], (y * width + x) * 4)
    }),
  )
  return { width, height: rows.length, data }
}
const shown = ({ width, height, data }: Pixels): string[] =>
  Array.from({ length: height }, (_, y) =>
    Array.from({ length: width }, (_, x) => {
      const i = (y * width + x) * 4
      return data[i + 3] === 0 ? '.' : String.fromCharCode(data[i]!)
    }).join(''),
  )
const cells = (...xs: number[]) => xs.map((x) => ({ x, y: 0, w: 4, h: 4 }))

describe('tiles beside each other', () => {
  it('have a top each, which a single blade of grass is not', () => {
    const two = drawn('aaaa..b.', 'cccc..b.', 'ccccbbbb', 'ccccdddd')
    expect(cells(0, 4).map((cell) => topOf(two, cell))).toEqual([0, 2])
    expect(topOf(drawn('....', '....', '....', '....'), cells(0)[0]!)).toBe(4)
  })

  it('are set level with the highest, the last line repeated below', () => {
    const two = drawn('aaaa....', 'cccc....', 'ccccbbbb', 'ccccdddd')
    const level = levelled(two, cells(0, 4), 0)
    expect(shown(level)).toEqual(['aaaabbbb', 'ccccdddd', 'ccccdddd', 'ccccdddd'])
    expect(levelled(level, cells(0, 4), 0)).toBe(level)
    expect(shown(two)[0]).toBe('aaaa....')
    // A picture with nothing in it stays as it is.
    const none = drawn('aaaa....', 'aaaa....', 'aaaa....', 'aaaa....')
    expect(levelled(none, cells(0, 4), 0)).toBe(none)
  })

  it('show a hair where a side is empty by a px or few, and not where that is meant', () => {
    const one = drawn('.ab.', '.ab.', '.ab.', '....')
    expect([hairAt(one, cells(0)[0]!, 'left'), hairAt(one, cells(0)[0]!, 'right'), hairAt(one, cells(0)[0]!, 'below')]).toEqual([1, 1, 1]) // prettier-ignore
    expect(shown(filledOut(one, cells(0)))).toEqual(['aabb', 'aabb', 'aabb', 'aabb'])
    const far = { x: 0, y: 0, w: 8, h: 1 }
    expect(hairAt(drawn('.....abc'), far, 'left')).toBe(0)
    const whole = drawn('abcd', 'abcd', 'abcd', 'abcd')
    expect(filledOut(whole, cells(0))).toBe(whole)
  })
})
