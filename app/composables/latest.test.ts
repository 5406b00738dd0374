import { describe, expect, it } from 'vitest'
import { latest } from './latest'

describe('the last request', () => {
  it('counts, and none after the end', () => {
    const turns = latest()
    const first = turns.begin()
    expect(first()).toBe(true)
    const second = turns.begin()
    expect([first(), second()]).toEqual([false, true])
    turns.end()
    expect(second()).toBe(false)
  })
})
