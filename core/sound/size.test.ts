import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { drawerFile, root, tone } from '../../tests/support/fixtures'
import { crc8ForTests, flacOfSilence } from '../../tests/support/sounds'
import { decodeSound } from './decode'
import { soundSize } from './size'

const fixture = (name: string) => new Uint8Array(readFileSync(join(root, 'tests/fixtures/sound', name)))

describe('the size of a sound, before it is decoded', () => {
  it('is what decoding gives, or a little more', async () => {
    for (const [bytes, mime] of [
      [tone(0.5).bytes, 'audio/wav'],
      [fixture('fog8.wav'), 'audio/wav'],
      [fixture('fog24.wav'), 'audio/wav'],
      [fixture('fogf.wav'), 'audio/wav'],
      [fixture('fog.flac'), 'audio/flac'],
      [fixture('fog.ogg'), 'audio/ogg'],
      [fixture('fog.opus'), 'audio/ogg'],
      [drawerFile('quay-waltz.ogg'), 'audio/ogg'],
    ] as const) {
      const size = soundSize(bytes, mime)!
      const { channels, sampleRate } = await decodeSound(bytes, mime)
      expect(size).toMatchObject({ channels: channels.length, sampleRate })
      const real = channels[0]!.length
      expect(size.frames).toBeGreaterThanOrEqual(real)
      expect(size.frames).toBeLessThanOrEqual(mime === 'audio/ogg' ? real * 8 + 12_000 : real)
    }
  })

  it('refuses a WAV that claims thousands of channels, without making them', async () => {
    const bytes = tone(0.5).bytes.slice()
    new DataView(bytes.buffer).setUint16(22, 65535, true)
    await expect(decodeSound(bytes, 'audio/wav', 'tide.wav')).rejects.toThrow('“tide.wav” says it has 65535 channels')
  })

  it('refuses a FLAC whose few bytes are hours of silence, whatever its head says', async () => {
    const frames = 2000
    const bytes = flacOfSilence(frames, 8, 1)
    expect(bytes.length).toBeLessThan(80_000)
    expect(soundSize(bytes, 'audio/flac')).toMatchObject({ channels: 8, frames: frames * 65536 })
    const before = process.memoryUsage().rss
    await expect(decodeSound(bytes, 'audio/flac', 'hush.flac')).rejects.toThrow('“hush.flac” runs for')
    expect(process.memoryUsage().rss - before).toBeLessThan(100e6)
    // A head that says it is long is believed at once.
    expect(soundSize(flacOfSilence(1, 2, 2 ** 32), 'audio/flac')!.frames).toBe(2 ** 32)
  })

  it('says nothing of what it does not know, and never throws on damaged heads', () => {
    expect(crc8ForTests([1])).toBe(7)
    expect(soundSize(fixture('fog.mp3'), 'audio/mpeg')).toBeNull()
    for (const name of ['fog24.wav', 'fog.flac', 'fog.ogg', 'fog.opus'])
      for (let length = 12; length < 120; length++) {
        const cut = fixture(name).slice(0, length)
        const mime = name.endsWith('wav') ? 'audio/wav' : name.endsWith('flac') ? 'audio/flac' : 'audio/ogg'
        const size = soundSize(cut, mime)
        expect(size === null || size.frames >= 0).toBe(true)
      }
  })
})
