import { vi } from 'vitest'

/**
 * Waits until what is checked does not throw; gives what it returns. Its limit only ends a test that hangs: a shared
 * machine was seen to give 6 % of its processors for minutes.
 */
export const until = <T>(check: () => T | Promise<T>): Promise<T> =>
  vi.waitFor(check, { timeout: 150_000, interval: 20 })

/** Milliseconds of the processor that this process has had: what others do on the machine does not count. */
export function processorMs(): number {
  const { user, system } = process.cpuUsage()
  return (user + system) / 1000
}
