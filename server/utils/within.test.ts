import { describe, expect, it, vi } from 'vitest'
import { within } from './within'

describe('work within a time', () => {
  const late = () => new Error('too late')

  it('resolves and rejects as the work does', async () => {
    const told = vi.fn(late)
    expect(await within(60_000, Promise.resolve(7), told)).toBe(7)
    await expect(within(60_000, Promise.reject(new Error('broken')), told)).rejects.toThrow('broken')
    expect(told).not.toHaveBeenCalled()
  })

  it('rejects where the work never ends', async () => {
    await expect(within(5, new Promise(() => undefined), late)).rejects.toThrow('too late')
  })
})
