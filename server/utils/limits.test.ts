import { getResponseHeader } from 'h3'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { asked } from '../../tests/support/asked'
import { defineApi, limitBody } from './problem'
import type { Limited } from './limits'

async function limitsWith(config: { rateScale?: number | string; behindProxy?: boolean } = {}) {
  vi.resetModules()
  vi.stubGlobal('useRuntimeConfig', () => ({ rateScale: 1, behindProxy: false, ...config }))
  return import('./limits')
}
let at: Awaited<ReturnType<typeof limitsWith>>
beforeEach(async () => {
  vi.useFakeTimers()
  at = await limitsWith()
})
afterEach(() => vi.useRealTimers())

/** How many of `count` requests get through. */
async function through(what: Limited, count: number, init = {}): Promise<number> {
  let got = 0
  for (let i = 0; i < count; i++)
    await at.limit(asked('/', init), what).then(
      () => got++,
      () => undefined,
    )
  return got
}

describe('rate limits', () => {
  it('let five reports of an address through, and say when the next may come', async () => {
    expect(await through('reports', 9)).toBe(5)
    const late = asked('/')
    await expect(at.limit(late, 'reports')).rejects.toMatchObject({ status: 429 })
    const wait = Number(getResponseHeader(late, 'retry-after'))
    expect(wait).toBeGreaterThan(0)
    expect(wait).toBeLessThanOrEqual(600)
    await vi.advanceTimersByTimeAsync(wait * 1000)
    expect(await through('reports', 1)).toBe(1)
  })

  it('count each address and each act by itself', async () => {
    expect(await through('reports', 9)).toBe(5)
    expect(await through('reports', 9, { from: '192.0.2.2' })).toBe(5)
    expect(await through('emails', 9)).toBe(5)
  })

  it('believe what a proxy says of an address only where there is one', async () => {
    const hop = (i: number) => ({ headers: { 'x-forwarded-for': `198.51.100.${i}` } })
    let got = 0
    for (let i = 0; i < 9; i++) got += await through('reports', 1, hop(i))
    expect(got).toBe(5)
    at = await limitsWith({ behindProxy: true })
    got = 0
    for (let i = 0; i < 9; i++) got += await through('reports', 1, hop(i))
    expect(got).toBe(9)
  })

  it.each([
    ['2', 10],
    [3, 15],
    ['none', 5],
    [0, 5],
    [-4, 5],
  ])('times %s are %i', async (rateScale, most) => {
    at = await limitsWith({ rateScale })
    expect(await through('reports', 20)).toBe(most)
  })
})

describe('the length of a body', () => {
  it.each([
    ['1000', true],
    ['0', true],
    ['1001', false],
    ['-1e9999', false],
    ['many', false],
    [undefined, true],
  ])('of %s is fine: %s', (length, fine) => {
    const event = asked('/', { method: 'POST', headers: length === undefined ? {} : { 'content-length': length } })
    if (fine) expect(() => limitBody(event, 1000)).not.toThrow()
    else expect(() => limitBody(event, 1000)).toThrow(expect.objectContaining({ status: 413 }))
  })

  it('that comes in pieces without a length is refused', () => {
    const event = asked('/', { method: 'POST', headers: { 'transfer-encoding': 'chunked' } })
    expect(() => limitBody(event, 1000)).toThrow(expect.objectContaining({ status: 413 }))
  })

  it('is looked at by every handler before it runs', async () => {
    let ran = 0
    const handler = defineApi(() => ++ran)
    const long = asked('/', { method: 'POST', headers: { 'content-length': '70000' } })
    expect(JSON.parse(String(await handler(long)))).toMatchObject({ status: 413 })
    expect(ran).toBe(0)
    expect(await handler(asked('/', { method: 'POST', headers: { 'content-length': '600' } }))).toBe(1)
  })
})
