import { NO_EDIT, SoundEdit } from '../kinds/sound-edit'
import { describe, expect, it } from 'vitest'
import { mono, sine, stereo, wave } from '../../tests/support/sounds'
import { fade, isNothing, renderEdit } from './edit'
import { limit } from './limit'
import { loudnessOf } from './loudness'
import { readFaster, stretch, toRate } from './rate'
import { durationOf, measure } from './samples'
import { decibels, truePeak } from './true-peak'

/** Pitch by counting rises through zero. */
function hertz(channel: Float32Array, rate: number): number {
  let rises = 0
  const from = Math.round(channel.length * 0.2)
  const to = Math.round(channel.length * 0.8)
  for (let i = from + 1; i < to; i++) if (channel[i - 1]! <= 0 && channel[i]! > 0) rises++
  return rises / ((to - from) / rate)
}
const tone = mono(wave(1, sine(440, -12)))
const edited = (change: Partial<typeof NO_EDIT>, loops = false, of = tone) =>
  renderEdit(of, { ...NO_EDIT, ...change }, loops)

describe('an edit', () => {
  it('that is nothing changes nothing', () => {
    expect(edited({}).samples).toBe(tone)
    expect(isNothing(NO_EDIT)).toBe(true)
    expect(isNothing({ ...NO_EDIT, gainDb: 1 })).toBe(false)
    expect(SoundEdit.parse(NO_EDIT)).toEqual(NO_EDIT)
  })
  it('trims to the sample and softens the cuts', () => {
    const { samples } = edited({ fromS: 0.2503, toS: 0.75 })
    expect(samples.channels[0]!.length).toBe(36000 - Math.round(0.2503 * 48000))
    expect(samples.channels[0]![0]).toBe(0)
    expect(Math.abs(samples.channels[0]!.at(-1)!)).toBeLessThan(0.001)
  })
  it('keeps at least a sample, and never reads past the end', () => {
    expect(edited({ fromS: 5, toS: 9 }).samples.channels[0]!.length).toBe(1)
    expect(durationOf(edited({ toS: 99 }).samples)).toBe(1)
  })
  it('makes it twice as fast at its pitch, or like a tape', () => {
    const kept = edited({ speed: 2 }).samples
    expect(durationOf(kept)).toBeCloseTo(0.5, 2)
    expect(hertz(kept.channels[0]!, 48000)).toBeCloseTo(440, -1)
    const tape = edited({ speed: 2, keepPitch: false }).samples
    expect(durationOf(tape)).toBeCloseTo(0.5, 2)
    expect(hertz(tape.channels[0]!, 48000)).toBeCloseTo(880, -1)
  })
  it('turns the pitch and keeps the length', () => {
    const { samples } = edited({ pitch: 12 })
    expect(durationOf(samples)).toBeCloseTo(1, 2)
    expect(hertz(samples.channels[0]!, 48000)).toBeCloseTo(880, -1)
  })
  it('moves the loop with the speed', () => {
    const made = edited({ speed: 2, loopFromS: 0.4, loopToS: 0.8 }, true)
    expect(made.loopFromS).toBeCloseTo(0.2, 5)
    expect(made.loopToS).toBeCloseTo(0.4, 5)
    expect(edited({}, true).loopToS).toBe(0)
  })
  it('makes one channel of two', () => {
    const two = { channels: [wave(0.1, sine(440, -6)), new Float32Array(4800)], sampleRate: 48000 }
    const { samples } = edited({ mono: true }, false, two)
    expect(samples.channels).toHaveLength(1)
    expect(measure(samples).peak).toBeCloseTo(0.25, 2)
  })
  it('that makes it louder is held at -1 dBTP', () => {
    const { samples } = edited({ gainDb: 24 }, false, stereo(wave(0.5, sine(5000, -3))))
    expect(decibels(truePeak(samples))).toBeLessThanOrEqual(-1 + 0.02)
    expect(decibels(truePeak(samples))).toBeGreaterThan(-2.5)
  })
  it('raises the loudness by the gain where nothing has to be held', () => {
    const before = loudnessOf(tone).integrated
    expect(loudnessOf(edited({ gainDb: 6 }).samples).integrated - before).toBeCloseTo(6, 1)
  })
})

describe('fading', () => {
  it('rises and falls over the times asked, and copes with more than there is', () => {
    const flat = mono(new Float32Array(4800).fill(1))
    const out = fade(flat, 0.05, 0.02).channels[0]!
    expect(out[0]).toBe(0)
    expect(out[1200]).toBeCloseTo(Math.SQRT1_2, 3)
    expect(out[2400]).toBe(1)
    expect(out.at(-1)).toBe(0)
    expect(fade(flat, 9, 9).channels[0]!.every(Number.isFinite)).toBe(true)
    expect(flat.channels[0]![0]).toBe(1)
  })
})

describe('the limiter', () => {
  it('leaves what is quiet as it is, sample for sample', () => {
    expect(limit(tone, 0.9)).toBe(tone)
  })
  it('holds single clicks and bursts, and nothing far from them', () => {
    const channel = wave(1, sine(300, -20))
    channel[24000] = 1.4
    const out = limit(mono(channel), 0.89)
    expect(truePeak(out)).toBeLessThanOrEqual(0.9)
    expect(out.channels[0]![2000]).toBe(channel[2000])
  })
})

describe('changing the rate', () => {
  it('keeps tones where they are and drops what does not fit', () => {
    const low = toRate(mono(wave(0.5, (t) => sine(1000, -12)(t) + sine(20000, -12)(t))), 16000)
    expect(low.channels[0]!.length).toBe(8000)
    expect(hertz(low.channels[0]!, 16000)).toBeCloseTo(1000, -1)
    expect(measure(low).rms).toBeCloseTo(10 ** (-12 / 20) / Math.SQRT2, 1)
  })
  it('by nothing is the same array', () => {
    expect(readFaster(tone.channels[0]!, 1)).toBe(tone.channels[0])
    expect(stretch(tone, 1)).toBe(tone)
  })
  it.each([0.5, 0.8, 1.7, 4])('stretches %f times without a hole', (factor) => {
    const out = stretch(tone, factor)
    expect(durationOf(out)).toBeCloseTo(factor, 2)
    expect(measure(out).rms).toBeCloseTo(measure(tone).rms, 1)
    expect(hertz(out.channels[0]!, 48000)).toBeCloseTo(440, -1)
  })
})
