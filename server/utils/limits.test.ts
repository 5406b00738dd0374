import { getResponseHeader } from 'h3'
import { afterAll, afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { asked } from '../../tests/support/asked'
import { standInForNitro } from '../../tests/support/nitro'
import { defineApi, limitBody } from './problem'
import type { Limited } from './limits'

let close = async () => undefined as unknown
async function limitsWith(config: Record<string, number | string | boolean> = {}) {
  await close()
  vi.resetModules()
  vi.useRealTimers()
  standInForNitro(undefined, config)
  const [limits, store] = await Promise.all([import('./limits'), import('./store')])
  await store.arcade()
  close = store.closeArcade
  vi.useFakeTimers()
  return limits
}
let at: Awaited<ReturnType<typeof limitsWith>>
beforeEach(async () => {
  at = await limitsWith()
})
afterEach(() => vi.useRealTimers())
afterAll(() => close())

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

  it('count proxies from the right: what a sender writes in front is not believed', async () => {
    at = await limitsWith({ trustedHops: 2 })
    const told = (list: string) => at.addressOf(asked('/', { headers: { 'x-forwarded-for': list } }))
    expect(told('203.0.113.9, 198.51.100.7, 10.0.0.1')).toBe('198.51.100.7')
    expect(told('1.1.1.1, 203.0.113.9, 198.51.100.7, 10.0.0.1')).toBe('198.51.100.7')
    expect(told('198.51.100.7')).toBe('198.51.100.7')
    expect(at.addressOf(asked('/'))).toBe('192.0.2.1')
  })

  it('count an IPv6 network as one, and an IPv4 address however it is written', () => {
    const same = ['2001:db8:1:2::1', '2001:db8:1:2:ffff::9'].map(at.countedAddress)
    expect(same[0]).toBe(same[1])
    expect(at.countedAddress('2001:db8:1:3::1')).not.toBe(same[0])
    expect(at.countedAddress('::ffff:192.0.2.1')).toBe('192.0.2.1')
    expect(at.countedAddress('nonsense')).toBe('unknown')
  })

  it('refuse whoever tried too many postcodes that lead nowhere', async () => {
    const look = () => at.limitMisses(asked('/'), 'look')
    for (let i = 0; i < 30; i++) {
      await look()
      await at.limitMisses(asked('/'), 'miss')
    }
    await look()
    await at.limitMisses(asked('/'), 'miss')
    await expect(look()).rejects.toMatchObject({ status: 429 })
    await at.limitMisses(asked('/', { from: '192.0.2.2' }), 'look')
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
