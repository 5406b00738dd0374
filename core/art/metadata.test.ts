import { describe, expect, it } from 'vitest'
import sharp from 'sharp'
import { gifOf } from '../../tests/support/pictures'
import { disc } from '../../tests/support/fixtures'
import { decodeGif } from './animation'
import { saysColours, stripTags } from './metadata'
import { encodePng } from './png'
import { foreignKind } from './sniff'

const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1')
const append = (bytes: Uint8Array, more: string) => Uint8Array.from([...bytes, ...Buffer.from(more)])

/** A chunk of a PNG with its checksum (PNG 3rd edition, 5.3). */
function chunk(kind: string, data: readonly number[]): number[] {
  const body = [...Buffer.from(kind), ...data]
  let crc = 0xffffffff
  for (const byte of body) {
    crc ^= byte
    for (let k = 0; k < 8; k++) crc = crc & 1 ? 0xedb88320 ^ (crc >>> 1) : crc >>> 1
  }
  const word = (value: number) => [value >>> 24, (value >>> 16) & 255, (value >>> 8) & 255, value & 255]
  return [...word(data.length), ...body, ...word((crc ^ 0xffffffff) >>> 0)]
}
const withChunk = (png: Uint8Array, kind: string, data: readonly number[]) =>
  Uint8Array.from([...png.slice(0, 33), ...chunk(kind, data), ...png.slice(33)])

describe('what a file says of its maker', () => {
  it('goes from a GIF, and what makes it repeat stays', () => {
    const plain = gifOf(8, 8, [
      { colour: 1, x: 0, y: 0, w: 8, h: 8, delay: 10, disposal: 0 },
      { colour: 2, x: 2, y: 2, w: 4, h: 4, delay: 20, disposal: 0 },
    ])
    const comment = [0x21, 0xfe, 11, ...Buffer.from('by me, home'), 0]
    const app = [0x21, 0xff, 11, ...Buffer.from('XMP DataXMP'), 4, ...Buffer.from('54.4'), 0]
    // Behind the head with its table of four colours.
    const tagged = Uint8Array.from([
      ...plain.slice(0, 25),
      ...comment,
      ...app,
      ...plain.slice(25),
      ...Buffer.from('hidden'),
    ])
    const clean = stripTags(tagged)
    expect(text(clean)).not.toMatch(/by me|XMP|hidden/)
    expect(text(clean)).toContain('NETSCAPE2.0')
    expect([...clean]).toEqual([...plain])
    expect(decodeGif(clean)!.frames).toHaveLength(2)
  })
  it('goes from behind the end of a PNG and a JPEG', async () => {
    const png = encodePng(disc(20, 8))
    expect([...stripTags(append(png, 'PK and a note'))]).toEqual([...png])
    const jpeg = new Uint8Array(await sharp(Buffer.from(png)).flatten().jpeg().toBuffer())
    const clean = stripTags(append(jpeg, 'and a second picture'))
    expect(text(clean)).not.toContain('second')
    expect(await sharp(clean).metadata()).toMatchObject({ width: 20, height: 20 })
  })
  it('of a file that is cut off changes nothing it could hide behind', () => {
    const png = encodePng(disc(20, 8))
    expect([...stripTags(png.slice(0, 60))]).toEqual([...png.slice(0, 60)])
    const gif = gifOf(4, 4, [{ colour: 1, x: 0, y: 0, w: 4, h: 4, delay: 10, disposal: 0 }])
    for (let end = 14; end < gif.length; end++) expect(() => stripTags(gif.slice(0, end))).not.toThrow()
  })
})

describe('how colours are meant', () => {
  const png = encodePng(disc(20, 8))
  const gamma = (value: number) => [value >>> 24, (value >>> 16) & 255, (value >>> 8) & 255, value & 255]
  it('is said by a gamma that is not the usual one, and by a profile, but not by sRGB', () => {
    expect(saysColours(png)).toBe(false)
    expect(saysColours(withChunk(png, 'gAMA', gamma(45455)))).toBe(false)
    expect(saysColours(withChunk(png, 'gAMA', gamma(100000)))).toBe(true)
    expect(saysColours(withChunk(png, 'iCCP', [...Buffer.from('odd'), 0, 0, 1, 2]))).toBe(true)
    expect(saysColours(withChunk(withChunk(png, 'gAMA', gamma(100000)), 'sRGB', [0]))).toBe(false)
  })
})

describe('kinds that a pack cannot hold', () => {
  it('are named, with what to do', () => {
    const head = (start: string) => Uint8Array.from([...Buffer.from(start, 'latin1'), ...new Array<number>(40).fill(0)])
    for (const [start, what] of [
      ['\0\0\0\x18ftypheic', 'HEIC'],
      ['\0\0\0\x18ftypavif', 'AVIF'],
      ['II*\0', 'TIFF'],
      ['8BPS', 'layers'],
      ['%PDF-1.7', 'PDF'],
      ['MThd', 'MIDI'],
      ['FORM\0\0\0\0AIFF', 'AIFF'],
      ['PK\x03\x04', 'ZIP'],
    ] as const) {
      const found = foreignKind(head(start))
      expect(found?.what, start).toContain(what)
      expect(found?.then, start).toMatch(/\.$/)
    }
    expect(foreignKind(head('nothing at all'))).toBeNull()
  })
})
