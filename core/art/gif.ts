import { encode } from 'modern-gif'
import type { Pixels } from './pixels'

/** An animated GIF that goes round for ever. All frames have one size; delays, one for all or one each, are rounded to hundredths of a second. */
export async function encodeGif(frames: readonly Pixels[], delayMs: number | readonly number[]): Promise<Uint8Array> {
  const { width, height } = frames[0]!
  const made = await encode({
    width,
    height,
    maxColors: 128,
    frames: frames.map((frame, i) => ({
      data: frame.data as Uint8ClampedArray<ArrayBuffer>,
      width,
      height,
      delay: Math.round((typeof delayMs === 'number' ? delayMs : delayMs[i]!) / 10) * 10,
    })),
    format: 'arrayBuffer',
  })
  return new Uint8Array(made)
}
