import { beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForBrowser } from '../../tests/support/app'
import { puffinCatch } from '../../tests/support/fixtures'
import { emptyHistory } from '@core/pack/history'
import { leaveBehind, takeLeftBehind } from './left-behind'

const row = (rev: number, title = 'Left behind') => {
  const pack = puffinCatch()
  return {
    id: pack.id,
    rev,
    pack: { ...pack, label: { ...pack.label, title } },
    history: emptyHistory(),
    changed: '2026-11-23T10:00:00.000Z',
  }
}
const { id } = row(0)
beforeEach(() => standInForBrowser())

describe('what was typed in the last moment', () => {
  it('is taken up once, at the revision it belongs to', () => {
    leaveBehind(row(4), false)
    expect(takeLeftBehind(id, 4)!.pack.label.title).toBe('Left behind')
    expect(takeLeftBehind(id, 4)).toBeNull()
  })

  it('is taken up one revision later only where a save was on its way', () => {
    leaveBehind(row(4), true)
    expect(takeLeftBehind(id, 5)).not.toBeNull()
    leaveBehind(row(4), false)
    expect(takeLeftBehind(id, 5)).toBeNull()
  })

  it('never overwrites what another tab saved since, and is gone then', () => {
    leaveBehind(row(4), true)
    expect(takeLeftBehind(id, 9)).toBeNull()
    expect(takeLeftBehind(id, 4)).toBeNull()
  })

  it('belongs to one pack; what makes no sense is nothing', () => {
    leaveBehind(row(4), false)
    expect(takeLeftBehind('another-pack', 4)).toBeNull()
    for (const text of ['', '{', '{"row":{}}', 'null']) {
      localStorage.setItem(`pack-post:left:${id}`, text)
      expect(takeLeftBehind(id, 4)).toBeNull()
    }
  })

  it('that is too large for the store is lost without a word', () => {
    vi.stubGlobal('localStorage', {
      getItem: () => null,
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError')
      },
    })
    expect(() => leaveBehind(row(4), false)).not.toThrow()
    expect(takeLeftBehind(id, 4)).toBeNull()
  })
})
