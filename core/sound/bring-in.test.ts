import { describe, expect, it } from 'vitest'
import { tone } from '../../tests/support/fixtures'
import { encoders, mono, sine, soundFixture, stereo, wave } from '../../tests/support/sounds'
import type { AssetFacts } from '../pack/asset'
import type { MusicContent, SoundContent } from '../kinds/audible'
import { sniff } from '../art/sniff'
import { editedFrom, editSound, takeEffect, takeRecording, takeSound } from './bring-in'
import { decodeSound } from './decode'
import { EFFECT_KINDS, NO_EDIT } from '../kinds/sound-edit'
import { kindFor, makeEffect, plainEffect } from './effect-maker'
import { encodeForParcel } from './encode'
import { durationOf, measure } from './samples'
import { readSoundTags, stripSoundTags } from './tags'
import { encodeWav } from './wav'

const WHEN = '2026-11-23T00:00:00.000Z'
const take = (name: string, kind: 'sound' | 'music' = 'sound', bytes = soundFixture(name)) =>
  takeSound(name, bytes, kind, WHEN, {}, encoders)
const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1')

describe('files written by another program', () => {
  it.each([
    ['fog.flac', 'audio/flac', 1],
    ['fog.mp3', 'audio/mpeg', 1],
    ['fog.ogg', 'audio/ogg', 1],
    ['fog.opus', 'audio/ogg', 1],
    ['fog24.wav', 'audio/wav', 0.2],
    ['fog32.wav', 'audio/wav', 0.2],
    ['fogf.wav', 'audio/wav', 0.2],
    ['fog8.wav', 'audio/wav', 0.2],
  ] as const)('%s is known by its bytes and decodes to its tone', async (name, mime, seconds) => {
    const bytes = soundFixture(name)
    expect(sniff(bytes)?.mime).toBe(mime)
    const samples = await decodeSound(bytes, mime)
    expect(durationOf(samples)).toBeGreaterThan(seconds - 0.01)
    expect(durationOf(samples)).toBeLessThan(seconds + 0.09)
    expect(measure(samples).peak).toBeCloseTo(0.125, 1)
  })

  it.each(['fog.flac', 'fog.mp3', 'fog.ogg', 'fog.opus', 'fog24.wav'])(
    '%s: what plays carries no tags, and the maker goes into the credit',
    async (name) => {
      expect(text(soundFixture(name))).toContain('54.48')
      const taken = await take(name)
      expect(['audio/wav', 'audio/mpeg', 'audio/ogg']).toContain(taken.facts.mime)
      const plays = taken.files.get(taken.hash)!
      expect(text(plays)).not.toContain('54.48')
      expect(text(plays)).not.toContain('Keeper')
      expect((await decodeSound(plays, taken.facts.mime)).channels[0]!.length).toBeGreaterThan(8000)
      expect(taken.facts.source.author).toBe('Keeper')
      expect(taken.facts.source.file).toBe(name)
    },
  )

  it('keep their samples when only the tags go', async () => {
    const bytes = soundFixture('fog.ogg')
    const plain = stripSoundTags(bytes, 'audio/ogg')!
    expect(plain.length).toBe(bytes.length)
    const [before, after] = [await decodeSound(bytes, 'audio/ogg'), await decodeSound(plain, 'audio/ogg')]
    expect(after.channels[0]).toEqual(before.channels[0])
    expect((await readSoundTags(plain, 'audio/ogg')).title).toBe('')
    const mp3 = stripSoundTags(soundFixture('fog.mp3'), 'audio/mpeg')!
    expect(mp3[0]).toBe(0xff)
    expect(mp3.length).toBeLessThan(soundFixture('fog.mp3').length)
  })

  it('that need packing keep their original without loss', async () => {
    const taken = await take('fog.flac', 'music')
    expect(taken.facts.mime).toBe('audio/ogg')
    expect(taken.facts.madeFrom).toBeDefined()
    expect(taken.originals[taken.facts.madeFrom!]!.mime).toBe('audio/flac')
    expect(taken.files.get(taken.facts.madeFrom!)).toEqual(soundFixture('fog.flac'))
    expect(taken.facts.bytes).toBeLessThan(soundFixture('fog.flac').length)
  })

  it('MP3 stays as it is for an effect, and is packed anew for music, whose loop its padding would open', async () => {
    expect((await take('fog.mp3')).facts.mime).toBe('audio/mpeg')
    expect((await take('fog.mp3', 'music')).facts.mime).toBe('audio/ogg')
  })

  it('M4A comes in with the samples the browser made of it, and is told about without them', async () => {
    const bytes = soundFixture('fog.m4a')
    await expect(take('fog.m4a')).rejects.toThrow('This browser cannot open “fog.m4a”')
    const samples = mono(wave(1, sine(440, -18)))
    const taken = await takeSound('fog.m4a', bytes, 'sound', WHEN, {}, encoders, samples)
    expect(taken.originals[taken.facts.madeFrom!]!.mime).toBe('audio/mp4')
    const content: SoundContent = { kind: 'sound', asset: taken.hash, gainDb: 0 }
    const facts: Record<string, AssetFacts> = { ...taken.originals, [taken.hash]: taken.facts }
    // It cannot be opened again in a worker: edits start from what was made of it.
    expect(editedFrom(content, (hash) => facts[hash])?.from).toBe(taken.hash)
  })
})

describe('what cannot be taken is one sentence', () => {
  const bytes = (words: string) => new TextEncoder().encode(words)
  it.each([
    ['a text file', 'song.mp3', bytes('la la la la la la la la'), 'is not a sound'],
    ['nothing', 'nothing.wav', new Uint8Array(0), 'is empty'],
    ['a WAV without samples', 'still.wav', encodeWav(mono(new Float32Array(0))), 'damaged'],
    ['half a WAV', 'half.wav', tone(1).bytes.slice(0, 30), 'damaged'],
    ['half a FLAC', 'half.flac', soundFixture('fog.flac').slice(0, 60), 'damaged'],
    ['an Ogg of something else', 'video.ogv', bytes('OggS\0\x02 and then nothing that is known'), 'damaged'],
  ])('%s', async (_name, name, given, words) => {
    await expect(take(name, 'sound', given)).rejects.toThrow(words)
    await expect(take(name, 'sound', given)).rejects.toThrow(`“${name}”`)
  })

  it('a three-hour MP3 is refused before it is decoded', async () => {
    // One silent MPEG-1 layer III frame (32 kbit/s, 44.1 kHz, mono: 104 bytes, 1152 samples), again and again.
    const frame = new Uint8Array(104)
    frame.set([0xff, 0xfb, 0x10, 0xc4])
    const count = Math.ceil((3 * 3600 * 44100) / 1152)
    const long = new Uint8Array(frame.length * count)
    for (let i = 0; i < count; i++) long.set(frame, i * frame.length)
    await expect(take('night.mp3', 'music', long.subarray(0, 39_000_000))).rejects.toThrow(
      /“night.mp3” runs for .*15 minutes/,
    )
  })

  it('a file whose head lies about its length is stopped while it is decoded', async () => {
    const frame = soundFixture('fog.mp3')
    const lie = new Uint8Array(frame.length * 1000)
    for (let i = 0; i < 1000; i++) lie.set(frame, i * frame.length)
    await expect(decodeSound(lie, 'audio/mpeg', 'lie.mp3')).rejects.toThrow('“lie.mp3” runs for')
  })
})

describe('packing for the parcel', () => {
  it('takes a WAV for a click and Vorbis for anything longer', async () => {
    expect((await encodeForParcel(mono(wave(0.02, sine(500, -6), 22050), 22050), encoders)).mime).toBe('audio/wav')
    const long = await encodeForParcel(stereo(wave(1, sine(500, -6))), encoders)
    expect(long.mime).toBe('audio/ogg')
  })
  it('starts and ends on the sample, so that loops stay closed and effects come at once', async () => {
    const { bytes } = await encodeForParcel(mono(wave(1.2345, sine(500, -6), 44100), 44100), encoders)
    const back = await decodeSound(bytes, 'audio/ogg')
    expect(back.channels[0]!.length).toBe(Math.round(1.2345 * 44100))
    expect(measure(back).headS).toBeLessThan(0.002)
  })
  it('makes one channel of two that are the same, and 48 kHz of more', async () => {
    const { bytes } = await encodeForParcel(stereo(wave(1, sine(500, -6), 96000), 96000), encoders)
    const back = await decodeSound(bytes, 'audio/ogg')
    expect(back.channels).toHaveLength(1)
    expect(back.sampleRate).toBe(48000)
  })
  it('gives the same bytes for the same samples', async () => {
    const again = () => encodeForParcel(mono(wave(0.8, sine(300, -9))), encoders)
    expect((await again()).bytes).toEqual((await again()).bytes)
  })
})

describe('an edit of a sound in a pack', () => {
  const music: MusicContent = { kind: 'music', asset: 'a'.repeat(64), gainDb: -3 }
  it('is kept with the file it starts from, so that all of it can be changed again', async () => {
    const taken = await take('fog24.wav', 'music')
    const facts: Record<string, AssetFacts> = { ...taken.originals, [taken.hash]: taken.facts }
    const start = editedFrom({ ...music, asset: taken.hash }, (hash) => facts[hash])!
    const edit = { ...start.edit, fromS: 0.05, loopFromS: 0.02, loopToS: 0.1 }
    const made = await editSound(music, start.from, facts[start.from]!, taken.samples, edit, encoders)
    expect(made.content).toMatchObject({ gainDb: -3, made: { from: start.from, edit }, loopFromS: 0.02 })
    expect(made.asset!.facts).toMatchObject({ madeFrom: start.from })
    expect(made.asset!.facts.durationS).toBeCloseTo(0.15, 3)
    const known = { ...facts, [made.asset!.hash]: made.asset!.facts }
    expect(editedFrom(made.content, (hash) => known[hash])).toEqual({ from: start.from, edit })
  })
  it('that is nothing goes back to the file itself where that plays', async () => {
    const taken = await take('fog.ogg')
    const sound: SoundContent = { kind: 'sound', asset: 'b'.repeat(64), gainDb: 0, duckDb: -9 }
    const made = await editSound(sound, taken.hash, taken.facts, taken.samples, NO_EDIT, encoders)
    expect(made).toEqual({ content: { ...sound, asset: taken.hash } })
  })
  it('of silence on purpose is none', () => {
    expect(editedFrom({ kind: 'sound', asset: null, gainDb: 0 }, () => undefined)).toBeNull()
  })
})

describe('recordings and made effects', () => {
  it('a recording keeps its samples as its original', async () => {
    const samples = mono(wave(1, sine(300, -12), 44100), 44100)
    const taken = await takeRecording('Recording.wav', samples, 'sound', WHEN, { author: 'me' }, encoders)
    expect(taken.facts).toMatchObject({ mime: 'audio/ogg', source: { author: 'me' } })
    expect(taken.originals[taken.facts.madeFrom!]!.mime).toBe('audio/wav')
  })
  it.each(EFFECT_KINDS)('%s starts at once, is short, loud enough and the same each time', (kind) => {
    const made = makeEffect(plainEffect(kind, 11))
    const m = measure(made)
    expect(m.headS).toBeLessThan(0.03)
    expect(m.durationS).toBeGreaterThan(0.03)
    expect(m.durationS).toBeLessThan(2.5)
    expect(m.peak).toBeGreaterThan(0.3)
    expect(m.peak).toBeLessThanOrEqual(0.7201)
    expect(makeEffect(plainEffect(kind, 11)).channels[0]).toEqual(made.channels[0])
    expect(makeEffect(plainEffect(kind, 12)).channels[0]).not.toEqual(made.channels[0])
  })
  it('the dials do what they say', () => {
    const base = plainEffect('jump', 5)
    expect(measure(makeEffect({ ...base, length: 1 })).durationS).toBeGreaterThan(
      measure(makeEffect({ ...base, length: 0 })).durationS * 10,
    )
    const rises = (height: number) => {
      const { channels } = makeEffect({ ...base, height, roughness: 0, brightness: 0 })
      return channels[0]!.filter((value, i, all) => i > 0 && all[i - 1]! <= 0 && value > 0).length
    }
    expect(rises(0.9)).toBeGreaterThan(rises(0.1) * 2)
  })
  it('are small, credited and chosen by the part’s name', async () => {
    const taken = await takeEffect(plainEffect(kindFor('Catch sound'), 3), WHEN, encoders)
    expect(taken.facts).toMatchObject({ source: { licence: 'CC0-1.0' } })
    expect(taken.facts.bytes).toBeLessThan(30_000)
    expect(kindFor('Winning sound')).toBe('win')
    expect(kindFor('Something else')).toBe('bell')
  })
})
