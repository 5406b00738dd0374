/** Files written by hand, so that decoders are not tested with what they wrote themselves. */

export interface GifPart {
  /** 1 red, 2 green, 3 blue. */
  colour: number
  x: number
  y: number
  w: number
  h: number
  /** Hundredths of a second. */
  delay: number
  disposal: number
}

const word = (value: number): number[] => [value & 255, value >> 8]

/**
 * A GIF 89a of one-colour rectangles over a see-through ground. Codes are written plainly: a clear code before the
 * table could grow, so that they all have three bits.
 */
export function gifOf(width: number, height: number, parts: readonly GifPart[]): Uint8Array {
  const out: number[] = [...Buffer.from('GIF89a'), ...word(width), ...word(height), 0xf1, 0, 0]
  out.push(0, 0, 0, 255, 0, 0, 0, 255, 0, 0, 0, 255)
  out.push(0x21, 0xff, 11, ...Buffer.from('NETSCAPE2.0'), 3, 1, 0, 0, 0)
  for (const { colour, x, y, w, h, delay, disposal } of parts) {
    out.push(0x21, 0xf9, 4, (disposal << 2) | 1, ...word(delay), 0, 0)
    out.push(0x2c, ...word(x), ...word(y), ...word(w), ...word(h), 0, 2)
    const bits: number[] = []
    const code = (value: number) => {
      for (let i = 0; i < 3; i++) bits.push((value >> i) & 1)
    }
    for (let i = 0; i < w * h; i++) {
      if (i % 2 === 0) code(4)
      code(colour)
    }
    code(5)
    const bytes: number[] = []
    for (let i = 0; i < bits.length; i += 8)
      bytes.push(bits.slice(i, i + 8).reduce((sum, bit, k) => sum | (bit << k), 0))
    for (let i = 0; i < bytes.length; i += 255) {
      const block = bytes.slice(i, i + 255)
      out.push(block.length, ...block)
    }
    out.push(0)
  }
  out.push(0x3b)
  return Uint8Array.from(out)
}

/** The head of a PNG that claims a size; nothing follows. */
export function pngWith(width: number, height: number): Uint8Array {
  const out = new Uint8Array(64)
  out.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52])
  const view = new DataView(out.buffer)
  view.setUint32(16, width)
  view.setUint32(20, height)
  out.set([8, 6, 0, 0, 0], 24)
  return out
}
