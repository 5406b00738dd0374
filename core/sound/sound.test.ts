import { describe, expect, it } from 'vitest'
import { drawerFile, tone } from '../../tests/support/fixtures'
import { encodeMp3, encodeOgg } from '../../scripts/assets/encode'
import { identify } from '../art/take-in'
import { decodeSound } from './decode'
import { durationOf, measure } from './samples'
import { encodeWav } from './wav'

const sine = (seconds: number, level: number, head = 0): Float32Array =>
  Float32Array.from({ length: Math.round(seconds * 44100) }, (_, i) =>
    i / 44100 < head ? 0 : Math.sin((i / 44100) * Math.PI * 2 * 440) * level,
  )

describe('measure', () => {
  it('finds peak, head, length and root mean square of a known tone', () => {
    const m = measure({ channels: [sine(1, 0.5, 0.2)], sampleRate: 44100 })
    expect(m.peak).toBeCloseTo(0.5, 2)
    expect(m.headS).toBeCloseTo(0.2, 3)
    expect(m.durationS).toBe(1)
    expect(m.rms).toBeCloseTo((0.5 / Math.SQRT2) * Math.sqrt(0.8), 2)
    expect(m.clippedShare).toBe(0)
  })

  it('counts runs at full scale as clipped, not single peaks', () => {
    const loud = sine(0.5, 1.6).map((v) => Math.max(-1, Math.min(1, v)))
    expect(measure({ channels: [loud], sampleRate: 44100 }).clippedShare).toBeGreaterThan(0.3)
    expect(measure({ channels: [sine(0.5, 0.99)], sampleRate: 44100 }).clippedShare).toBe(0)
  })

  it('of silence has its whole length as head, and of nothing does not break', () => {
    expect(measure({ channels: [new Float32Array(4410)], sampleRate: 44100 })).toMatchObject({ peak: 0, headS: 0.1 })
    expect(measure({ channels: [], sampleRate: 44100 })).toMatchObject({ peak: 0, durationS: 0 })
  })
})

describe('files', () => {
  it('come back from WAV within one 16-bit step', async () => {
    const samples = sine(0.1, 0.7)
    const back = await decodeSound(encodeWav({ channels: [samples, samples], sampleRate: 44100 }), 'audio/wav')
    expect(back.channels).toHaveLength(2)
    for (let i = 0; i < samples.length; i += 50)
      expect(Math.abs(back.channels[0]![i]! - samples[i]!)).toBeLessThan(1 / 16384)
  })

  it('come back from Ogg Vorbis made by another encoder', async () => {
    const back = await decodeSound(await encodeOgg(sine(0.5, 0.5)), 'audio/ogg')
    expect(durationOf(back)).toBeCloseTo(0.5, 1)
    expect(measure(back).peak).toBeGreaterThan(0.4)
  })

  it('come back from MP3 made by another encoder, and are known by their bytes', async () => {
    const mp3 = await encodeMp3(sine(0.6, 0.5))
    expect(identify('song.bin', mp3, 'sound').mime).toBe('audio/mpeg')
    const back = await decodeSound(mp3, 'audio/mpeg')
    expect(durationOf(back)).toBeGreaterThan(0.55)
    expect(durationOf(back)).toBeLessThan(0.75)
    expect(measure(back).peak).toBeCloseTo(0.5, 1)
  })

  it('that ship can be decoded', async () => {
    expect(durationOf(await decodeSound(drawerFile('quay-waltz.ogg'), 'audio/ogg'))).toBeCloseTo(16.3, 0)
    expect(durationOf(await decodeSound(tone(0.4).bytes, 'audio/wav'))).toBeCloseTo(0.4, 3)
  })

  it('that are broken reject and do not hang', async () => {
    await expect(decodeSound(drawerFile('plip.wav').slice(0, 30), 'audio/wav')).rejects.toThrow()
    await expect(decodeSound(new TextEncoder().encode('OggS and nothing more of it'), 'audio/ogg')).rejects.toThrow()
    await expect(decodeSound(new Uint8Array(10), 'image/png')).rejects.toThrow('not a sound')
  })
})
