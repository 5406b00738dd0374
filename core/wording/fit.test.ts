import { describe, expect, it } from 'vitest'
import type { TextBox } from '../game/types'
import { fitText, scaleThatFits, widthOf, wrap } from './fit'
import widths from './widths.json'

const box = (w: number, lines: number, size = 1): TextBox => ({
  x: 0,
  y: 0,
  w,
  h: lines * size * 1.3,
  size,
  lines,
  align: 'left',
  tone: 'title',
})
const mono = (line: string) => line.length

describe('wrap', () => {
  it('breaks at spaces and at line ends, and leaves a long word alone', () => {
    expect(wrap('a bb ccc', 4, mono)).toEqual(['a bb', 'ccc'])
    expect(wrap('one\ntwo', 10, mono)).toEqual(['one', 'two'])
    expect(wrap('extraordinarily so', 5, mono)).toEqual(['extraordinarily', 'so'])
    expect(wrap('', 5, mono)).toEqual([''])
  })
})

describe('fit', () => {
  it('knows letters of the real typeface, wide ones wider', () => {
    expect(widthOf('W', widths.bold)).toBeGreaterThan(widthOf('i', widths.bold) * 2)
    expect(widthOf('é', widths.bold)).toBeCloseTo(widthOf('e', widths.bold), 1)
    expect(widthOf('漢', widths.bold)).toBe(1)
  })

  it('says when a text runs over, and by how much', () => {
    expect(fitText('Puffin Catch', box(9, 2), 1, widths).fits).toBe(true)
    const over = fitText('Puffin Catch and the long long tide', box(5, 1), 1, widths)
    expect(over.fits).toBe(false)
    expect(over.overLines).toBeGreaterThan(1)
    expect(fitText('Supercalifragilistic', box(4, 3), 1, widths).overWidth).toBeGreaterThan(1.5)
  })

  it('counts numbers that come in during play', () => {
    expect(fitText('{score}', box(1, 1), 1, widths).fits).toBe(false)
    expect(fitText('{score}', box(3, 1), 1, widths).fits).toBe(true)
  })

  it('finds the largest scale that fits, or none', () => {
    const text = 'Catch the herring, mind the boots'
    const scale = scaleThatFits(text, box(13, 1), widths)!
    expect(scale).toBeLessThan(1)
    expect(fitText(text, box(13, 1), scale, widths).fits).toBe(true)
    expect(fitText(text, box(13, 1), scale + 0.05, widths).fits).toBe(false)
    expect(scaleThatFits(text.repeat(20), box(5, 1), widths)).toBeNull()
  })
})
