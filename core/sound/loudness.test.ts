import { describe, expect, it } from 'vitest'
import { mono, sine, stereo, wave } from '../../tests/support/sounds'
import { loudnessAs, loudnessOf } from './loudness'
import { decibels, truePeak } from './true-peak'

/** Steps of a 1 kHz tone: [seconds, dBFS of its peak]. */
function steps(...rows: [number, number][]): Float32Array {
  const total = rows.reduce((sum, [seconds]) => sum + seconds, 0)
  const ends = rows.map((_, i) => rows.slice(0, i + 1).reduce((sum, [seconds]) => sum + seconds, 0))
  return wave(total, (t) => sine(1000, rows[ends.findIndex((end) => t < end)]?.[1] ?? -200)(t))
}

describe('integrated loudness, on the signals of EBU Tech 3341', () => {
  it.each([
    ['case 1: a tone at -23 dBFS', [[20, -23]], -23],
    ['case 2: a tone at -33 dBFS', [[20, -33]], -33],
    [
      'case 3: quiet, loud, quiet',
      [
        [10, -36],
        [60, -23],
        [10, -36],
      ],
      -23,
    ],
    [
      'case 4: with stretches under the absolute gate',
      [
        [10, -72],
        [10, -36],
        [60, -23],
        [10, -36],
        [10, -72],
      ],
      -23,
    ],
    [
      'case 5: steps that the relative gate keeps',
      [
        [20, -26],
        [20.1, -20],
        [20, -26],
      ],
      -23,
    ],
  ] as [string, [number, number][], number][])('%s', (_name, rows, lufs) => {
    expect(Math.abs(loudnessOf(stereo(steps(...rows))).integrated - lufs)).toBeLessThan(0.1)
  })

  it('case 6: five channels, the surrounds weighing 1.41', () => {
    const channel = (dbfs: number) => wave(20, sine(1000, dbfs))
    const five = [channel(-28), channel(-28), channel(-24), channel(-30), channel(-30)]
    expect(Math.abs(loudnessOf({ channels: five, sampleRate: 48000 }).integrated + 23)).toBeLessThan(0.1)
  })

  it.each([22050, 44100, 96000])('is the same at %i Hz', (rate) => {
    expect(loudnessOf(stereo(wave(6, sine(997, -20), rate), rate)).integrated).toBeCloseTo(-20, 1)
  })

  it('counts one channel as half of two', () => {
    const tone = wave(5, sine(1000, -20))
    expect(loudnessOf(stereo(tone)).integrated - loudnessOf(mono(tone)).integrated).toBeCloseTo(3.01, 1)
  })

  it('of silence, and of nothing, is minus infinity', () => {
    expect(loudnessOf(mono(new Float32Array(48000)))).toEqual({ integrated: -Infinity, momentary: -Infinity })
    expect(loudnessOf({ channels: [], sampleRate: 48000 }).integrated).toBe(-Infinity)
  })
})

describe('momentary loudness', () => {
  it('of a steady tone is its integrated one', () => {
    expect(loudnessOf(stereo(wave(3, sine(1000, -23)))).momentary).toBeCloseTo(-23, 1)
  })
  it('tells of a short effect what the integrated one cannot', () => {
    const short = loudnessOf(stereo(wave(0.2, sine(1000, -20))))
    expect(short.integrated).toBe(-Infinity)
    // Half of 400 ms sounds: 3 dB less.
    expect(short.momentary).toBeCloseTo(-23, 1)
    expect(loudnessAs('music', short)).toBe(short.momentary)
  })
  it('finds the loudest moment of a sound that changes', () => {
    const found = loudnessOf(stereo(steps([2, -40], [1, -18], [2, -40])))
    expect(found.momentary).toBeCloseTo(-18, 1)
    expect(loudnessAs('sound', found)).toBe(found.momentary)
    expect(loudnessAs('music', found)).toBe(found.integrated)
  })
})

describe('true peak, on the signals of EBU Tech 3341', () => {
  const peak = (divider: number, degrees: number, amplitude: number) =>
    decibels(
      truePeak(
        stereo(
          // Faded, so that the onset adds no peak of its own.
          wave(0.2, (t) => {
            const edge = Math.min(1, t / 0.02, (0.2 - t) / 0.02)
            return amplitude * edge * Math.sin((Math.PI * 2 * 48000 * t) / divider + (degrees * Math.PI) / 180)
          }),
        ),
      ),
    )
  it.each([
    ['case 15: a quarter of the rate, on the samples', 4, 0, 0.5, -6],
    ['case 16: a quarter of the rate, between the samples', 4, 45, 0.5, -6],
    ['case 17: a sixth of the rate', 6, 60, 0.5, -6],
    ['case 18: an eighth of the rate', 8, 67.5, 0.5, -6],
    ['case 19: over full scale between samples that are not', 4, 45, 1.41, 3],
  ])('%s', (_name, divider, degrees, amplitude, dbtp) => {
    const found = peak(divider, degrees, amplitude)
    expect(found).toBeLessThan(dbtp + 0.2)
    expect(found).toBeGreaterThan(dbtp - 0.4)
  })
  it('is never under the largest sample, wherever that lies', () => {
    const one = new Float32Array(1000)
    one[999] = -0.8
    expect(truePeak(mono(one))).toBeGreaterThanOrEqual(Math.fround(0.8))
    expect(truePeak(mono(new Float32Array(0)))).toBe(0)
  })
})
