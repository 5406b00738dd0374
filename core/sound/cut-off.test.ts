import { describe, expect, it } from 'vitest'
import { tone } from '../../tests/support/fixtures'
import { encoders, soundFixture } from '../../tests/support/sounds'
import { takeSound } from './bring-in'
import { decodeSound } from './decode'
import { loudnessOf } from './loudness'
import { cutOff, isMonoMp3 } from './size'

describe('a sound that ends before its end', () => {
  it('is told with where, and what there is of it is taken', async () => {
    const whole = tone(2, {}).bytes
    const taken = await takeSound('gull.wav', whole.slice(0, whole.length / 4), 'sound', '', {}, encoders)
    expect(taken.told).toHaveLength(1)
    expect(taken.told[0]).toMatch(/^“gull.wav” is cut off at 0\.\d\d s \(it says 2\.00 s\)/)
    expect(taken.facts.durationS).toBeLessThan(0.6)
  })
  it.each([
    ['fog.flac', 'audio/flac'],
    ['fog.mp3', 'audio/mpeg'],
    ['fog.ogg', 'audio/ogg'],
    ['fog.opus', 'audio/ogg'],
    ['fog24.wav', 'audio/wav'],
  ] as const)('%s is whole, and half of it is not', async (name, mime) => {
    const bytes = soundFixture(name)
    const seconds = async (part: Uint8Array) => {
      const { channels, sampleRate } = await decodeSound(part, mime)
      return channels[0]!.length / sampleRate
    }
    expect(cutOff(bytes, mime, await seconds(bytes))).toBeNull()
    const half = bytes.slice(0, Math.floor(bytes.length * 0.55))
    expect(cutOff(half, mime, await seconds(half).catch(() => 0))).not.toBeNull()
  })
})

describe('an MP3 of one channel', () => {
  it('counts as one, as it is heard', async () => {
    const bytes = soundFixture('fog.mp3')
    const { channels } = await decodeSound(bytes, 'audio/mpeg')
    expect(channels).toHaveLength(isMonoMp3(bytes) ? 1 : 2)
    if (isMonoMp3(bytes)) {
      const wav = await decodeSound(soundFixture('fog.flac'), 'audio/flac')
      const mono = { channels: wav.channels.slice(0, 1), sampleRate: wav.sampleRate }
      const at = { channels, sampleRate: 44100 }
      expect(Math.abs(loudnessOf(at).integrated - loudnessOf(mono).integrated)).toBeLessThan(0.5)
    }
  })
})
