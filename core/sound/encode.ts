import type { Mime } from '../pack/asset'
import { toMono } from './edit'
import { toRate } from './rate'
import type { Samples } from './samples'
import { encodeWav } from './wav'

/** Platforms hand their encoders in. */
export interface SoundEncoders {
  /** Ogg Vorbis of 1 or 2 channels; `quality` -1..10. */
  vorbis(samples: Samples, quality: number): Promise<Uint8Array>
}

export interface Encoded {
  bytes: Uint8Array
  mime: Mime
  /** What was tried, smallest first, for people who ask. */
  tried: { name: string; bytes: number }[]
}

const QUALITY = { sound: 4, music: 4 } as const
const MOST_RATE = 48000
/** Both channels closer than this everywhere: it was mono all along. */
const SAME = 1e-4

const twins = ({ channels }: Samples): boolean =>
  channels.length === 2 && channels[0]!.every((value, i) => Math.abs(value - channels[1]![i]!) < SAME)

/**
 * Packs a sound for the parcel: twin channels become one, rates above 48 kHz are brought down, and of a 16-bit WAV and
 * an Ogg Vorbis the smaller one is taken. Both start and end on the sample, unlike MP3, whose padding opens loops and
 * delays effects, and both play in every current browser.
 */
export async function encodeForParcel(
  samples: Samples,
  kind: 'sound' | 'music',
  encoders: SoundEncoders,
): Promise<Encoded> {
  const two = samples.channels.length > 2 || twins(samples) ? toMono(samples) : samples
  const ready = two.sampleRate > MOST_RATE ? toRate(two, MOST_RATE) : two
  const options: { name: string; mime: Mime; bytes: Uint8Array }[] = []
  const length = ready.channels[0]?.length ?? 0
  // Longer ones are many times smaller as Vorbis: writing the WAV would only cost time.
  if (length * ready.channels.length < 120_000)
    options.push({ name: 'WAV', mime: 'audio/wav', bytes: encodeWav(ready) })
  options.push({ name: 'Ogg Vorbis', mime: 'audio/ogg', bytes: await encoders.vorbis(ready, QUALITY[kind]) })
  options.sort((a, b) => a.bytes.length - b.bytes.length)
  const best = options[0]!
  return {
    bytes: best.bytes,
    mime: best.mime,
    tried: options.map(({ name, bytes }) => ({ name, bytes: bytes.length })),
  }
}
