import { describe, expect, it } from 'vitest'
import { mono, stereo, wave } from '../../tests/support/sounds'
import { bestSeam, clickOf, crossfade, seamMismatch } from './seam'

const RATE = 48000
/** Bars of 0.5 s that only come round after two of them, with a swell that tells where in them one is. */
const bars = (t: number): number => {
  const u = t % 1
  const note = u < 0.5 ? 220 : 330
  return 0.5 * Math.sin(Math.PI * 2 * note * u) * (0.4 + 0.6 * ((u * 2) % 1))
}

describe('the best seam', () => {
  it('of a loop that was recorded with a tail ends a whole period after its start', () => {
    const seam = bestSeam(mono(wave(4.37, bars, RATE)), 0.25, 4.25 - 0.03, 0.4)
    expect(seam.mismatch).toBeLessThan(0.001)
    const period = (seam.toS - seam.fromS) % 1
    expect(Math.min(period, 1 - period)).toBeLessThan(2 / RATE)
  })
  it('keeps near what was asked for', () => {
    const seam = bestSeam(mono(wave(6, bars, RATE)), 1.5, 3.47, 0.2)
    expect(seam.toS).toBeGreaterThan(3.27)
    expect(seam.toS).toBeLessThan(3.67)
    expect(seam.toS - seam.fromS).toBeCloseTo(2, 3)
  })
  it('tells a perfect loop from one that has none', () => {
    const whole = mono(wave(3, (t) => 0.5 * Math.sin(Math.PI * 2 * 200 * t), RATE))
    expect(bestSeam(whole, 0.5, 2.5, 0.1).mismatch).toBeLessThan(0.0001)
    let seed = 7
    const noise = mono(wave(3, () => (seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5, RATE))
    expect(bestSeam(noise, 0.5, 2.5, 0.05).mismatch).toBeGreaterThan(0.3)
  })
  it('of silence, and of something shorter than its window, breaks nothing', () => {
    expect(bestSeam(mono(new Float32Array(RATE)), 0, 0, 0.2).mismatch).toBe(0)
    expect(bestSeam(mono(wave(0.01, bars, RATE)), 0, 0, 0.2).toS).toBeCloseTo(0.01)
  })
})

describe('a click', () => {
  it('is heard where a wave is cut in its middle, not where it is cut at zero', () => {
    const sine = (seconds: number) => mono(wave(seconds, (t) => 0.6 * Math.sin(Math.PI * 2 * 100 * t), RATE))
    expect(clickOf(sine(1), 0, 0)).toBeLessThan(2)
    expect(clickOf(sine(1.0025), 0, 0)).toBeGreaterThan(8)
    expect(seamMismatch(sine(1.0025), 0, 0)).toBeGreaterThan(0.5)
  })
  it('is found in either channel', () => {
    const quiet = wave(1, () => 0, RATE)
    const cut = wave(1, (t) => 0.6 * Math.sin(Math.PI * 2 * 100.25 * t), RATE)
    expect(clickOf({ channels: [quiet, cut], sampleRate: RATE }, 0, 0)).toBeGreaterThan(8)
  })
  it('is gone after a crossfade', () => {
    const cut = stereo(
      wave(2.0025, (t) => 0.6 * Math.sin(Math.PI * 2 * 100 * t), RATE),
      RATE,
    )
    for (const seam of [
      { fromS: 0, toS: 0 },
      { fromS: 0.5, toS: 0 },
      { fromS: 0, toS: 1.0025 },
    ]) {
      const made = crossfade(cut, seam, 0.1)
      expect(clickOf(made.samples, made.fromS, made.toS)).toBeLessThan(2.5)
    }
  })
  it('of a loop with nothing around it costs the loop its tail', () => {
    const made = crossfade(mono(wave(2, bars, RATE)), { fromS: 0, toS: 0 }, 0.25)
    expect(made.toS).toBeCloseTo(1.75, 3)
    expect(crossfade(mono(wave(2, bars, RATE)), { fromS: 0, toS: 0 }, 0).toS).toBe(2)
  })
})
