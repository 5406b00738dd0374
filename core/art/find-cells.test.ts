import { describe, expect, it } from 'vitest'
import { CLEAR, disc, picture } from '../../tests/support/fixtures'
import { madeSheets, verdictOn, without } from '../../tests/support/sheets'
import { findCells, lookAtCut } from './find-cells'
import { inkOf } from './ink'

describe('finding the cells of a sheet', () => {
  const sheets = madeSheets()
  const verdicts = sheets.map(({ pixels, truth, style, name }) => ({
    ...{ style, name, truth },
    verdict: verdictOn(pixels, findCells(pixels), truth, without(pixels, inkOf(pixels).mask)),
  }))

  it('cuts at least 85 of 100 right by itself, and 95 with a press, in all styles', () => {
    const cut = verdicts.filter((one) => one.truth !== 'one')
    const right = cut.filter((one) => one.verdict === 'right').length
    const press = cut.filter((one) => one.verdict === 'press').length
    expect(right / cut.length).toBeGreaterThanOrEqual(0.85)
    expect((right + press) / cut.length).toBeGreaterThanOrEqual(0.95)
  })
  it('cuts nothing wrongly without asking, and no single picture', () => {
    expect(verdicts.filter((one) => one.verdict === 'miscut').map((one) => `${one.style}: ${one.name}`)).toEqual([])
    const single = verdicts.filter((one) => one.truth === 'one')
    expect(single.filter((one) => one.verdict !== 'right').map((one) => one.name)).toEqual([])
  })
  it('takes margins and gaps for what they are where drawings fill their cells', () => {
    const strip = picture(4 * 2 + 8 * 32 + 7 * 2, 40, (x, y) => {
      const at = (x - 4) % 34
      return x >= 4 && x < 4 + 8 * 34 && at < 32 && y >= 4 && y < 36 ? [200, 30 + at * 3, 160, 255] : CLEAR
    })
    expect(findCells(strip)).toMatchObject({
      cut: { columns: 8, rows: 1, marginX: 4, marginY: 4, gapX: 2 },
      trust: 'sure',
    })
  })
  it('leaves one drawing whole, also one of two separate pieces', () => {
    expect(findCells(disc(64, 20)).trust).toBe('none')
    const eyes = picture(90, 60, (x, y) =>
      Math.hypot(x - 20, y - 30) < 12 || Math.hypot(x - 66, y - 26) < 16 ? [200, 30, 30, 255] : CLEAR,
    )
    expect(findCells(eyes).trust).toBe('none')
  })
  it('survives pictures of one px, of one colour and of nothing', () => {
    for (const [w, h, ink] of [
      [1, 1, CLEAR],
      [1, 400, [1, 2, 3, 255]],
      [300, 2, CLEAR],
      [64, 64, [9, 9, 9, 255]],
    ] as const)
      expect(findCells(picture(w, h, () => [...ink] as [number, number, number, number])).trust).toBe('none')
  })
  it('names the lines that go through a drawing, and the cells that are empty', () => {
    const two = picture(60, 20, (x) => (x < 34 ? [200, 20, 20, 255] : CLEAR))
    expect(lookAtCut(two, { columns: 3, rows: 1 })).toEqual({ across: [1], down: [], empty: [2] })
  })
})
