import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { CLEAR, disc, locatedJpeg, picture } from '../../tests/support/fixtures'
import { decodePicture } from '../../server/inspector/decode'
import { flatBackdrop, keyOut } from './key-out'
import { isBlank } from './likeness'
import { readTags, stripTags } from './metadata'
import { fairness, outlineOf, shapeArea, shapeCentre } from './outline'
import { coverage, crop, drawnBox, looksLikePixelArt } from './pixels'
import { encodePng } from './png'
import { shrinkArea, shrinkNearest } from './resize'
import { sniff } from './sniff'
import { cells, spriteFromPicture } from './strip'
import type { SpriteContent } from '../kinds/drawing'

describe('outline', () => {
  it('of a disc has its area within 3 % with 16 points, and its centre', () => {
    const shape = outlineOf(disc(100, 40), 16)!
    expect(shape.length).toBeLessThanOrEqual(16)
    expect(shapeArea(shape)).toBeGreaterThan(((Math.PI * 1600) / 10000) * 0.97)
    expect(shapeArea(shape)).toBeLessThan(((Math.PI * 1600) / 10000) * 1.03)
    expect(shapeCentre(shape).x).toBeCloseTo(0.5, 1)
  })

  it('of a rectangle is the rectangle', () => {
    const shape = outlineOf(
      picture(64, 64, (x, y) => (x >= 16 && x < 48 && y >= 8 && y < 56 ? [9, 9, 9, 255] : CLEAR)),
      8,
    )!
    expect(shapeArea(shape)).toBeCloseTo((32 * 48) / 4096, 1)
    expect(Math.min(...shape.map((p) => p.x))).toBeCloseTo(0.25, 1)
    expect(Math.max(...shape.map((p) => p.y))).toBeCloseTo(56 / 64, 1)
  })

  it('takes the largest of several pieces, keeps to the number of points, and works up to the very edge', () => {
    const two = picture(60, 30, (x) => (x < 30 || x === 45 ? [1, 1, 1, 255] : CLEAR))
    expect(Math.max(...outlineOf(two)!.map((p) => p.x))).toBeLessThan(0.55)
    for (const most of [3, 4, 5, 12]) expect(outlineOf(disc(50, 20), most)!.length).toBeLessThanOrEqual(most)
    expect(shapeArea(outlineOf(picture(20, 20, () => [1, 2, 3, 255]))!)).toBeGreaterThan(0.95)
  })

  it('of nothing is null, and of one pixel still a shape', () => {
    expect(outlineOf(picture(10, 10, () => CLEAR))).toBeNull()
    const one = outlineOf(picture(9, 9, (x, y) => (x === 4 && y === 4 ? [255, 255, 255, 255] : CLEAR)))
    expect(one!.length).toBeGreaterThanOrEqual(3)
  })

  it('traces a picture of 2000 px as one of 100 px', () => {
    const small = outlineOf(disc(100, 30), 12)!
    const large = outlineOf(disc(2000, 600), 12)!
    expect(shapeArea(large)).toBeCloseTo(shapeArea(small), 1)
  })

  it('is as fair as it is large against the drawing', () => {
    const pixels = disc(100, 40)
    expect(fairness(outlineOf(pixels, 16)!, pixels)).toBeCloseTo(1, 1)
    expect(
      fairness(
        [
          { x: 0, y: 0 },
          { x: 1, y: 0 },
          { x: 1, y: 1 },
          { x: 0, y: 1 },
        ],
        pixels,
      ),
    ).toBeCloseTo(1.99, 1)
    expect(
      fairness(
        [],
        picture(4, 4, () => CLEAR),
      ),
    ).toBe(Infinity)
  })
})

describe('backdrop removal', () => {
  it('sees a white box, also through JPEG, and not where the border is see-through or busy', async () => {
    expect(flatBackdrop(disc(60, 20, [180, 30, 30, 255], [255, 255, 255, 255]))).toMatchObject({
      r: 255,
      g: 255,
      b: 255,
    })
    const jpeg = await sharp(Buffer.from(encodePng(disc(60, 20, [180, 30, 30, 255], [255, 255, 255, 255]))))
      .flatten()
      .jpeg({ quality: 60 })
      .toBuffer()
    expect(flatBackdrop((await decodePicture(new Uint8Array(jpeg)))!)).not.toBeNull()
    expect(flatBackdrop(disc(60, 20))).toBeNull()
    expect(flatBackdrop(picture(40, 40, (x, y) => [(x * 37) % 256, (y * 91) % 256, 9, 255]))).toBeNull()
  })

  it('takes the connected colour out and leaves the same colour inside the drawing', () => {
    const eye = picture(40, 40, (x, y) => {
      const far = Math.hypot(x - 19.5, y - 19.5)
      return far < 4 ? [255, 255, 255, 255] : far < 14 ? [20, 20, 60, 255] : [255, 255, 255, 255]
    })
    const clean = keyOut(eye, { r: 255, g: 255, b: 255 })
    const alphaAt = (x: number, y: number) => clean.data[(y * 40 + x) * 4 + 3]
    expect(alphaAt(0, 0)).toBe(0)
    expect(alphaAt(39, 20)).toBe(0)
    expect(alphaAt(19, 19)).toBe(255)
    expect(alphaAt(19, 10)).toBe(255)
    expect(eye.data[3]).toBe(255)
    expect(coverage(clean)).toBeCloseTo((Math.PI * 14 ** 2) / 1600, 1)
  })
})

describe('sniff', () => {
  it('knows files made by others by their bytes', async () => {
    const base = sharp({ create: { width: 37, height: 21, channels: 4, background: '#c9412a' } })
    for (const [format, mime] of [
      ['png', 'image/png'],
      ['jpeg', 'image/jpeg'],
      ['webp', 'image/webp'],
      ['gif', 'image/gif'],
    ] as const)
      expect(sniff(new Uint8Array(await base.clone().toFormat(format).toBuffer())), format).toEqual({
        mime,
        width: 37,
        height: 21,
      })
    expect(sniff(new Uint8Array(await base.clone().webp({ lossless: true }).toBuffer()))).toMatchObject({
      width: 37,
      height: 21,
    })
  })

  it('reads sizes of SVG, with a prologue and without', () => {
    const of = (text: string) => sniff(new TextEncoder().encode(text))
    expect(of('<?xml version="1.0"?>\n<!-- gull -->\n<svg xmlns="x" viewBox="0 0 30 20"></svg>')).toEqual({
      mime: 'image/svg+xml',
      width: 30,
      height: 20,
    })
    expect(of('<svg width="64px" height="32" xmlns="x"></svg>')).toMatchObject({ width: 64, height: 32 })
    expect(of('<svg width="100%" xmlns="http://www.w3.org/2000/svg"></svg>')).toMatchObject({ width: 0 })
    expect(of('<html><svg></svg></html>        ')).toBeNull()
  })

  it('gives null for anything else, and never throws on cut or flipped files', async () => {
    expect(sniff(new Uint8Array(0))).toBeNull()
    expect(sniff(new TextEncoder().encode('just some words in a file'))).toBeNull()
    const jpeg = await locatedJpeg()
    let state = 12345
    const next = () => (state = (Math.imul(state, 1103515245) + 12345) >>> 0)
    for (let i = 0; i < 400; i++) {
      const bytes = jpeg.slice(0, next() % jpeg.length)
      if (bytes.length > 0) bytes[next() % bytes.length]! ^= 1 << (next() % 8)
      expect(() => {
        sniff(bytes)
        readTags(bytes)
        stripTags(bytes)
      }).not.toThrow()
    }
  })
})

describe('tags', () => {
  it('tell where and with what a photo was taken, and are gone after stripping while the picture stays', async () => {
    const photo = await locatedJpeg()
    expect(readTags(photo)).toMatchObject({ latitude: 54.5, longitude: -0.5, device: 'Quay Optics Gull 2' })
    const clean = stripTags(photo)
    expect(readTags(clean)).toEqual({ latitude: null, longitude: null, device: '', orientation: 1 })
    expect(Buffer.from((await decodePicture(clean))!.data)).toEqual(Buffer.from((await decodePicture(photo))!.data))
  })

  it('keep a photo upright', async () => {
    const photo = await locatedJpeg(6)
    const clean = stripTags(photo)
    expect(readTags(clean)).toMatchObject({ latitude: null, orientation: 6 })
    expect(await decodePicture(clean)).toMatchObject({ width: 40, height: 64 })
  })

  it('are taken out of PNG and WebP too', async () => {
    const base = sharp({ create: { width: 8, height: 8, channels: 4, background: '#125e68' } }).withExif({
      IFD0: { Make: 'Quay Optics', Model: 'Gull 2' },
    })
    for (const format of ['png', 'webp'] as const) {
      const bytes = new Uint8Array(await base.clone().toFormat(format).toBuffer())
      expect(readTags(bytes).device, format).toContain('Gull')
      const clean = stripTags(bytes)
      expect(readTags(clean).device, format).toBe('')
      expect(await decodePicture(clean), format).toMatchObject({ width: 8, height: 8 })
    }
  })
})

describe('resize', () => {
  it('averages areas by alpha, so that hidden colours do not bleed', () => {
    const half = picture(4, 4, (x) => (x < 2 ? [200, 100, 0, 255] : [0, 0, 255, 0]))
    const small = shrinkArea(half, 1, 1)
    expect([...small.data]).toEqual([200, 100, 0, 128])
    expect(shrinkArea(half, 2, 2).data[0]).toBe(200)
  })

  it('takes whole pixels by nearest', () => {
    const checks = picture(12, 12, (x, y) =>
      (Math.floor(x / 4) + Math.floor(y / 4)) % 2 === 0 ? [0, 0, 0, 255] : [255, 255, 255, 255],
    )
    const small = shrinkNearest(checks, 4)
    expect(small).toMatchObject({ width: 3, height: 3 })
    expect([small.data[0], small.data[4], small.data[8]]).toEqual([0, 255, 0])
  })
})

describe('pixels', () => {
  it('crop, box and cover', () => {
    const pixels = picture(10, 8, (x, y) => (x >= 3 && x < 7 && y >= 2 && y < 5 ? [1, 2, 3, 255] : CLEAR))
    expect(drawnBox(pixels)).toEqual({ x: 3, y: 2, w: 4, h: 3 })
    expect(coverage(crop(pixels, { x: 3, y: 2, w: 4, h: 3 }))).toBe(1)
    expect(drawnBox(picture(3, 3, () => CLEAR))).toBeNull()
  })

  it('tell pixel art from a photo', () => {
    expect(looksLikePixelArt(disc(32, 12))).toBe(true)
    expect(looksLikePixelArt(picture(64, 64, (x, y) => [x * 4, y * 4, (x * y) % 256, 255]))).toBe(false)
    expect(looksLikePixelArt(picture(8, 8, () => CLEAR))).toBe(false)
  })

  it('tell one colour from a drawing', () => {
    expect(isBlank(picture(5, 5, () => [9, 9, 9, 255]))).toBe(true)
    expect(isBlank(disc(30, 10, [0, 0, 0, 255], [255, 255, 255, 255]))).toBe(false)
  })
})

describe('strips', () => {
  const like: SpriteContent = {
    kind: 'sprite',
    clips: {
      stand: {
        frames: [
          { asset: '0'.repeat(64), x: 0, y: 0, w: 8, h: 8, hold: 1 },
          { asset: '0'.repeat(64), x: 8, y: 0, w: 8, h: 8, hold: 1 },
        ],
        fps: 5,
        mode: 'loop',
      },
    },
    strip: { columns: 2, rows: 1 },
    pivot: { x: 0.5, y: 1 },
    hitShape: [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 1, y: 1 },
    ],
    height: 2,
    crisp: false,
  }
  const wish = { clips: ['stand', 'catch', 'hurt'], optionalClips: [], like }

  it('share what does not divide evenly', () => {
    expect(cells(10, 4, 3, 1).map((cell) => cell.x)).toEqual([0, 3, 6])
  })

  it('become one clip, or a clip a row, without their empty cells', () => {
    const sheet = picture(24, 16, (x, y) => (x < 16 || y < 8 ? [9, 9, 9, 255] : CLEAR))
    const rows = spriteFromPicture('1'.repeat(64), sheet, { columns: 3, rows: 2 }, wish)
    expect(Object.fromEntries(Object.entries(rows.clips).map(([name, clip]) => [name, clip.frames.length]))).toEqual({
      stand: 3,
      catch: 2,
    })
    const one = spriteFromPicture('1'.repeat(64), sheet, { columns: 3, rows: 1 }, wish)
    expect(Object.keys(one.clips)).toEqual(['stand'])
    expect(one.clips['stand']!.fps).toBe(5)
    expect(one.pivot).toEqual(like.pivot)
  })
})
