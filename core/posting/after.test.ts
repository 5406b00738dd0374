import { describe, expect, it } from 'vitest'
import { edit } from '../pack/commands'
import { puffinCatch, windfall } from '../../tests/support/fixtures'
import { changesSince, proposeNote } from './changes'
import { fingerprintOf } from '../pack/fingerprint'
import { count, medianSeconds, newDay, stopsOf } from './figures'
import { ListQuery } from './list'
import { NAME_COUNT, nameOf } from './names'
import { DayFigures } from './protocol'
import { readRecovery, writeRecovery } from './recovery'

describe('figures', () => {
  const play = (seconds: number, event: 'won' | 'lost' | 'left' = 'lost', cause = 'Old boot') =>
    ({ event, seconds, cause }) as const

  it('count plays, ends, wins and where it stopped', () => {
    let day = newDay('2026-11-23', 2)
    for (let i = 0; i < 4; i++) day = count(day, { event: 'began', seconds: 0, cause: '' })
    day = count(count(count(day, play(12)), play(31, 'won')), play(7, 'left'))
    expect(day).toMatchObject({ plays: 4, finishes: 2, won: 1 })
    expect(stopsOf([day])).toEqual([
      { stop: 'Old boot', count: 1 },
      { stop: 'left after a few seconds', count: 1 },
      { stop: 'won', count: 1 },
    ])
  })

  it('tell the median of ended plays over days, and none before there is one', () => {
    expect(medianSeconds([])).toBeNull()
    expect(medianSeconds([newDay('a', 1)])).toBeNull()
    const of = (...seconds: number[]) => seconds.reduce((day, one) => count(day, play(one)), newDay('a', 1))
    expect(medianSeconds([of(11, 12, 13), of(58, 59)])).toBe(12.5)
    expect(medianSeconds([of(9999)])).toBe(597.5)
  })

  it('count an end named like something every object has', () => {
    let day = newDay('a', 1)
    for (const cause of ['constructor', 'constructor', 'toString', '__proto__', 'hasOwnProperty'])
      day = count(day, play(5, 'lost', cause))
    expect(day.stops['constructor']).toBe(2)
    const stored = DayFigures.parse(JSON.parse(JSON.stringify(day)))
    expect(stopsOf([stored])[0]).toEqual({ stop: 'constructor', count: 2 })
    expect(Object.values(stored.stops).every(Number.isInteger)).toBe(true)
  })

  it('keep at most forty ends by name, so that no game can fill the disk', () => {
    let day = newDay('a', 1)
    for (let i = 0; i < 100; i++) day = count(day, play(5, 'lost', `cause ${i}`))
    expect(Object.keys(day.stops)).toHaveLength(41)
    expect(day.stops['other']).toBe(60)
  })
})

describe('names for scores', () => {
  it('are many, made up, and told by number', () => {
    expect(NAME_COUNT).toBe(1600)
    const all = new Set(Array.from({ length: NAME_COUNT }, (_, i) => nameOf(i)))
    expect(all.size).toBe(NAME_COUNT)
    for (const wrong of [-1, 1.5, NAME_COUNT, Number.NaN]) expect(nameOf(wrong)).toBeNull()
  })
})

describe('a question to the list', () => {
  it('has known words only; empty ones count as not asked', () => {
    expect(ListQuery.safeParse({ sort: 'by money' }).success).toBe(false)
    expect(ListQuery.safeParse({ sort: '', q: 'puffin' }).success).toBe(true)
    expect(ListQuery.safeParse({ after: 'x'.repeat(500) }).success).toBe(false)
  })
})

describe('release notes', () => {
  it('are proposed from what changed, in a player’s words', () => {
    const before = puffinCatch()
    const [after] = edit(before, {
      type: 'all',
      commands: [
        { type: 'set-part', part: 'goal', content: { kind: 'dial', value: 90 } },
        { type: 'set-part', part: 'win-words', content: { kind: 'wording', text: 'Well caught', scale: 1 } },
        { type: 'reset-part', part: 'hero' },
        { type: 'set-label', change: { short: 'Another line' } },
      ],
    })
    const note = proposeNote(windfall, changesSince(windfall, after, fingerprintOf(before)))
    expect(note).toMatch(/^Words: .+\. Plays differently: .+\. As at first: hero\.$/)
    expect(proposeNote(windfall, [])).toBe('')
  })
})

describe('a key file', () => {
  const key = 'k'.repeat(43)
  it('goes to another browser and back', () => {
    const text = writeRecovery('https://arcade.example', key, '2026-11-23T10:00:00.000Z')
    expect(readRecovery(text, 'my.key.json')).toMatchObject({ host: 'https://arcade.example', key })
  })

  it('that is none is refused by name', () => {
    for (const text of ['', '{', '{}', '[]', JSON.stringify({ format: 'pack-post-key', version: 1, host: 'x', key })])
      expect(() => readRecovery(text, 'my.key.json'), text).toThrow('“my.key.json” is not a key file')
  })
})
