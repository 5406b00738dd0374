import { describe, expect, it } from 'vitest'
import { nextAct, type Standing } from './next-act'

const fresh: Standing = {
  ...{ yours: 0, label: { title: '', cover: null }, must: null, labelOpen: 0, last: null, changed: null },
}
const ready: Standing = { ...fresh, yours: 3, label: { title: 'Gull', cover: 'c' }, must: 0 }
const at = (state: 'sent' | 'returned' | 'held' | 'live' | 'withdrawn', more: Partial<Standing> = {}): string =>
  nextAct({ ...ready, last: { state, release: 2 }, ...more }).say

describe('the next act', () => {
  it('leads from a new pack to a link, one step after the other', () => {
    expect(nextAct(fresh)).toEqual({ say: 'Swap a first picture', on: 'bench' })
    expect(nextAct({ ...fresh, yours: 1 }).on).toBe('label')
    expect(nextAct({ ...ready, labelOpen: 2, must: 2 }).on).toBe('label')
    expect(nextAct({ ...ready, must: null }).say).toBe('Have it checked')
    expect(nextAct({ ...ready, must: 1 })).toEqual({ say: 'Fix the one thing that must be', on: 'check' })
    expect(nextAct({ ...ready, must: 3 }).say).toBe('Fix 3 things that must be')
    expect(nextAct(ready)).toEqual({ say: 'Post it', on: 'post' })
  })

  it('follows a posting, and asks for a release once something changed', () => {
    expect(at('sent')).toBe('See how far it is')
    expect(at('returned')).toBe('Read why it came back')
    expect(at('held')).toBe('Let it go live')
    expect(at('live')).toBe('Share its link')
    expect(at('live', { changed: 4 })).toBe('Post release 3')
    expect(at('live', { changed: 4, must: 1 })).toBe('Fix the one thing that must be')
    expect(at('withdrawn')).toBe('Post release 3')
  })
})
