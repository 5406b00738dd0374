import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { disc, drawerFile, locatedJpeg, tone } from '../../tests/support/fixtures'
import { decodeAudio, decodePicture } from '../../server/inspector/decode'
import { identify } from '../pack/take-in'
import { readTags, stripTags } from './metadata'
import { encodePng } from './png'
import { sniff } from './sniff'

/** Cut short or with one bit flipped, by a named seed: a failure can be had again. */
function* damaged(bytes: Uint8Array, seed: number, count: number): Generator<Uint8Array> {
  let state = seed
  const next = (most: number) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state % most
  }
  for (let i = 0; i < count; i++) {
    const copy = i % 2 === 0 ? bytes.slice() : bytes.slice(0, 1 + next(bytes.length))
    copy[next(copy.length)]! ^= 1 << next(8)
    yield copy
  }
}

async function samples(): Promise<Record<string, Uint8Array>> {
  const base = sharp(Buffer.from(encodePng(disc(48, 18))))
  return {
    png: encodePng(disc(48, 18)),
    palette: new Uint8Array(await base.clone().png({ palette: true }).toBuffer()),
    webp: new Uint8Array(await base.clone().webp().toBuffer()),
    gif: new Uint8Array(await base.clone().gif().toBuffer()),
    jpeg: await locatedJpeg(6),
    wav: tone(0.1).bytes,
    ogg: drawerFile('quay-waltz.ogg').slice(0, 20_000),
  }
}

describe('damaged files', () => {
  it('never crash, hang or grow in sniffing, tags and decoding (seed 2026)', async () => {
    for (const [name, bytes] of Object.entries(await samples()))
      for (const bad of damaged(bytes, 2026, name === 'ogg' ? 6 : 24)) {
        const kind = sniff(bad)
        if (kind !== null) expect(kind.width * kind.height, name).toBeGreaterThanOrEqual(0)
        readTags(bad)
        expect(stripTags(bad).length, name).toBeLessThanOrEqual(bad.length + 36)
        const picture = await decodePicture(bad)
        if (picture !== null) expect(picture.data.length).toBe(picture.width * picture.height * 4)
        const sound = await decodeAudio(bad)
        if (sound !== null) expect(sound.channels[0]!.length).toBeGreaterThan(0)
        for (const want of ['picture', 'sound'] as const)
          try {
            identify(`${name} file`, bad, want)
          } catch (error) {
            expect((error as Error).message, name).toContain(`“${name} file”`)
          }
      }
  }, 60_000)
})
