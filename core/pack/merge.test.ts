import { describe, expect, it } from 'vitest'
import { mergeInto, same } from './merge'

type Fields = Record<string, unknown>
const merged = (latest: Fields, from: Fields, to: Fields): Fields => {
  const out = structuredClone(latest)
  mergeInto(out, from, to)
  return out
}

describe('a change that was worked out on an older state', () => {
  it('touches what it changed, and nothing else', () => {
    const from = { kind: 'picture', asset: 'a', dim: 0, clip: { fps: 5, mode: 'loop' } }
    expect(merged({ ...from, dim: 0.4 }, from, { ...from, asset: 'b' })).toEqual({ ...from, asset: 'b', dim: 0.4 })
    expect(merged({ ...from, dim: 0.4 }, from, { ...from, clip: { fps: 9, mode: 'loop' } })).toEqual({
      ...from,
      dim: 0.4,
      clip: { fps: 9, mode: 'loop' },
    })
    const { clip: _gone, ...still } = from
    expect(merged({ ...from, dim: 0.4 }, from, still)).toEqual({ ...still, dim: 0.4 })
  })

  it('finds entries by their ids, wherever they are by now', () => {
    const list = (...ids: string[]) => ({ entries: ids.map((id) => ({ id, points: 1 })) })
    const points = (of: Fields) => (of['entries'] as { id: string; points: number }[]).map((e) => `${e.id}${e.points}`)
    const from = list('a', 'b', 'c')
    const b9 = { entries: from.entries.map((one) => (one.id === 'b' ? { ...one, points: 9 } : one)) }
    expect(points(merged(list('c', 'b', 'new', 'a'), from, b9))).toEqual(['c1', 'b9', 'new1', 'a1'])
    // One that was thrown away meanwhile stays away.
    expect(points(merged(list('a', 'c'), from, b9))).toEqual(['a1', 'c1'])
    expect(points(merged(list('a', 'x', 'b', 'c'), from, list('a', 'n', 'b', 'c')))).toEqual([
      'a1',
      'n1',
      'x1',
      'b1',
      'c1',
    ])
    expect(points(merged(list('a', 'b', 'x', 'c'), from, list('b', 'c')))).toEqual(['b1', 'x1', 'c1'])
    expect(points(merged(list('a', 'x', 'b', 'c'), from, list('c', 'a', 'b')))).toEqual(['c1', 'a1', 'x1', 'b1'])
  })

  it('on the very state it was worked out on gives just what was meant (2,000 random pairs, seed 77)', () => {
    let state = 77
    const next = (most: number) => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) % most
    const ids = ['a', 'b', 'c', 'd', 'e']
    const some = (): Fields => ({
      dim: next(3),
      ...(next(2) ? { style: { colour: next(3), outline: next(2) } } : {}),
      holds: Array.from({ length: next(4) }, () => next(3)),
      entries: [...ids]
        .sort(() => next(3) - 1)
        .slice(0, next(6))
        .map((id) => ({ id, points: next(3), shape: { x: next(2) } })),
    })
    for (let i = 0; i < 2000; i++) {
      const [from, to] = [some(), some()]
      expect(merged(from, from, to)).toEqual(to)
    }
  })

  it('knows what is the same', () => {
    expect(same({ a: [1, { b: 2 }] }, { a: [1, { b: 2 }] })).toBe(true)
    expect(same({ a: undefined }, {})).toBe(false)
    expect(same([1], { 0: 1 })).toBe(false)
  })
})
