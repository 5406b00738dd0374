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
}

/** Of -1..10: what nobody tells from the original on a phone or a laptop. */
const QUALITY = 4
const MOST_RATE = 48000
/** Samples up to which a WAV can be the smaller one. */
const WORTH_TRYING = 120_000
/** Both channels closer than this everywhere: it was mono all along. */
const SAME = 1e-4

const twins = ({ channels }: Samples): boolean =>
  channels.length === 2 && channels[0]!.every((value, i) => Math.abs(value - channels[1]![i]!) < SAME)

/**
 * Packs a sound for the parcel: twin channels become one, rates above 48 kHz are brought down, and of a 16-bit WAV and
 * an Ogg Vorbis the smaller one is taken. Both start and end on the sample, unlike MP3, whose padding opens loops and
 * delays effects, and both play in every current browser.
 */
export async function encodeForParcel(samples: Samples, encoders: SoundEncoders): Promise<Encoded> {
  const two = samples.channels.length > 2 || twins(samples) ? toMono(samples) : samples
  const ready = two.sampleRate > MOST_RATE ? toRate(two, MOST_RATE) : two
  const vorbis: Encoded = { mime: 'audio/ogg', bytes: await encoders.vorbis(ready, QUALITY) }
  // Longer ones are many times smaller as Vorbis: writing the WAV would only cost time.
  if ((ready.channels[0]?.length ?? 0) * ready.channels.length >= WORTH_TRYING) return vorbis
  const wav: Encoded = { mime: 'audio/wav', bytes: encodeWav(ready) }
  return wav.bytes.length < vorbis.bytes.length ? wav : vorbis
}
