import { describe, expect, it } from 'vitest'
import type { TextBox } from '../game/types'
import { fitText as fitWith, lettersLeft, measureWith, scaleThatFits as scaleWith, setText, widthOf, wrap } from './fit'
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
const fitText = (text: string, at: TextBox, scale: number, shrinkTo?: number) =>
  fitWith(text, at, shrinkTo === undefined ? { scale } : { scale, shrinkTo }, measureWith(at, widths))
const scaleThatFits = (text: string, at: TextBox) => scaleWith(text, at, measureWith(at, widths))

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
    expect(widthOf('ש', widths.bold)).toBeLessThan(0.8)
    expect(widthOf('שָׁ', widths.bold)).toBe(widthOf('ש', widths.bold))
  })

  it('says when a text runs over, and by how much', () => {
    expect(fitText('Puffin Catch', box(9, 2), 1).fits).toBe(true)
    const over = fitText('Puffin Catch and the long long tide', box(5, 1), 1)
    expect(over.fits).toBe(false)
    expect(over.overLines).toBeGreaterThan(1)
    expect(fitText('Supercalifragilistic', box(4, 3), 1).overWidth).toBeGreaterThan(1.5)
  })

  it('counts numbers that come in during play', () => {
    expect(fitText('{score}', box(1, 1), 1).fits).toBe(false)
    expect(fitText('{score}', box(3, 1), 1).fits).toBe(true)
  })

  it('finds the largest scale that fits, or none', () => {
    const text = 'Catch the herring, mind the boots'
    const scale = scaleThatFits(text, box(13, 1))!
    expect(scale).toBeLessThan(1)
    expect(fitText(text, box(13, 1), scale).fits).toBe(true)
    expect(fitText(text, box(13, 1), scale + 0.05).fits).toBe(false)
    expect(scaleThatFits(text.repeat(20), box(5, 1))).toBeNull()
  })
})

describe('setting a text', () => {
  it('takes two lines in a one-line place that is high enough', () => {
    const tall = { ...box(6, 1), h: 2.6 }
    expect(setText('aaaa bbbb', tall, 1, 1, mono)).toMatchObject({ lines: ['aaaa', 'bbbb'], fits: true })
    expect(setText('aaaa bbbb', box(6, 1), 1, 1, mono).fits).toBe(false)
  })
  it('makes letters smaller by itself, no smaller than the floor', () => {
    const set = setText('abcdefgh', box(6, 1), 1, 0.5, mono)
    expect(set.fits).toBe(true)
    expect(set.scale).toBeCloseTo(0.75)
    const held = setText('abcdefghijklmnop', box(6, 1), 1, 0.5, mono)
    expect(held.fits).toBe(false)
    expect(held.scale).toBeCloseTo(0.5)
    expect(fitText('Catch the herring, mind the boots', box(13, 1), 1, 0.5).fits).toBe(true)
  })
  it('leaves what fits at the size that was asked for, larger ones too', () => {
    expect(setText('ab', box(6, 1), 1, 0.3, mono).scale).toBe(1)
    expect(setText('ab', { ...box(6, 1), h: 3 }, 2, 0.3, mono).scale).toBe(2)
  })
})

describe('letters that are left', () => {
  const at = box(10, 1)
  it('are counted up to the last that fits, and below nothing for too many', () => {
    const short = lettersLeft('abcd', at, { scale: 1 }, mono)
    expect(short).toBeGreaterThan(3)
    expect(short).toBeLessThanOrEqual(6)
    expect(lettersLeft('abcdefghijklmn', at, { scale: 1 }, mono)).toBe(-4)
    expect(lettersLeft('', at, { scale: 1 }, mono)).toBeGreaterThan(5)
  })
  it('are more where letters may shrink', () => {
    expect(lettersLeft('abcd', at, { scale: 1, shrinkTo: 0.5 }, mono)).toBeGreaterThan(
      lettersLeft('abcd', at, { scale: 1 }, mono),
    )
  })
})
