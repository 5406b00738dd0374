// Files with something wrong with them, made from the Saltwick set: for the picture of the check.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { root } from './setup.mjs'

const drawer = (name) => readFileSync(join(root, 'drawer/saltwick', name))

/** The old boot as a photo on a white card. */
export async function cardJpeg() {
  const boot = await sharp(drawer('old-boot.png')).resize({ width: 200, kernel: 'nearest' }).toBuffer()
  const buffer = await sharp({ create: { width: 260, height: 240, channels: 3, background: '#ffffff' } })
    .composite([{ input: boot }])
    .jpeg({ quality: 80 })
    .toBuffer()
  return { name: 'old boot.jpg', mimeType: 'image/jpeg', buffer }
}

/** The plip with 140 ms of silence before it (16-bit mono WAV: the header is 44 bytes). */
export function lateSound() {
  const wav = drawer('plip.wav')
  const silence = Buffer.alloc(Math.round(44100 * 0.14) * 2)
  const buffer = Buffer.concat([wav.subarray(0, 44), silence, wav.subarray(44)])
  buffer.writeUInt32LE(buffer.length - 8, 4)
  buffer.writeUInt32LE(buffer.length - 44, 40)
  return { name: 'plip.wav', mimeType: 'audio/wav', buffer }
}
