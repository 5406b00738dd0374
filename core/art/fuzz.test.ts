import * as upng from '@pdf-lib/upng'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { disc, drawerFile, locatedJpeg, tone } from '../../tests/support/fixtures'
import { decodeAudio, decodePicture } from '../../server/inspector/decode'
import { identify } from './take-in'
import { readTags, stripTags } from './metadata'
import { decodeAnimation } from './animation'
import { bringIn } from './bring-in'
import { encodeGif } from './gif'
import { encodePng } from './png'
import { workplace } from '../../tests/support/workplace'
import { UserError } from '../errors'
import { sniff } from './sniff'
import { processorMs } from '../../tests/support/until'

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
  })
})

const frames = [10, 14, 18, 12].map((radius) => disc(40, radius))

/** Moving pictures of both kinds, so damaged that they go on looking like what they are. */
async function moving(): Promise<Record<string, Uint8Array>> {
  const made = (upng as unknown as { default?: typeof upng }).default ?? upng
  const rgba = frames.map(({ data }) => new Uint8Array(data).buffer)
  return {
    'walk.gif': await encodeGif(frames, 80),
    'walk.png': new Uint8Array(
      made.encode(
        rgba,
        40,
        40,
        0,
        frames.map(() => 80),
      ),
    ),
  }
}
/** Longer than any file of this size may take, on a machine that is busy. */
const MOST_MS = 4000
const MOST_RSS = 400e6

it('an animated PNG comes in as the frames it was made of', async () => {
  const bytes = (await moving())['walk.png']!
  const read = await decodeAnimation(bytes, 'image/png', (png) => workplace.still(png, 'image/png', true))
  expect(read!.frames.map((frame) => frame.delayMs)).toEqual([80, 80, 80, 80])
  read!.frames.forEach(({ pixels }, i) => {
    // Colours of what cannot be seen are nobody's matter.
    const seen = (data: ArrayLike<number>, at: number) => (data[at - (at % 4) + 3] === 0 ? 0 : data[at])
    const wrong = pixels.data.findIndex((_, at) => seen(pixels.data, at) !== seen(frames[i]!.data, at))
    expect(wrong, `frame ${i}`).toBe(-1)
  })
})

describe('damaged moving pictures', () => {
  it.each(['walk.gif', 'walk.png'])(
    '%s comes in, or is told by name, soon and small, whatever was flipped (seed 4711)',
    async (name) => {
      const whole = (await moving())[name]!
      const taken = await bringIn([{ name, bytes: whole }], ['stand'], '', {}, workplace)
      expect(taken.groups?.[0]?.frames.length ?? taken.files.size).toBeGreaterThan(0)
      const before = process.memoryUsage.rss()
      let refused = 0
      let longest = 0
      for (const bad of damaged(whole, 4711, 240)) {
        const began = processorMs()
        try {
          await bringIn([{ name, bytes: bad }], ['stand'], '', {}, workplace)
        } catch (error) {
          expect(error, String(error)).toBeInstanceOf(UserError)
          expect((error as Error).message).toContain(`“${name}”`)
          refused++
        }
        longest = Math.max(longest, processorMs() - began)
      }
      expect(refused).toBeGreaterThan(20)
      expect(longest).toBeLessThan(MOST_MS)
      expect(process.memoryUsage.rss() - before).toBeLessThan(MOST_RSS)
    },
  )

  it('an animated PNG whose parts say they are larger than all of it is refused before it is drawn', async () => {
    const whole = (await moving())['walk.png']!
    const view = new DataView(whole.buffer)
    for (let at = 8; at + 12 <= whole.length; at += 12 + view.getUint32(at))
      if (view.getUint32(at + 4) === 0x6663544c) {
        view.setUint32(at + 12, 30_000)
        view.setUint32(at + 16, 30_000)
      }
    await expect(bringIn([{ name: 'huge.png', bytes: whole }], ['stand'], '', {}, workplace)).rejects.toThrow(
      '“huge.png”',
    )
  })
})
