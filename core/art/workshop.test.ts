/** Every tool of the art workshop in the order of the desk, on shared pictures. */
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import initPng, { decode as decodePngWasm } from '@jsquash/png/codec/pkg/squoosh_png.js'
import { CLEAR, disc, drawerFile, picture, puffinCatch, updraft, windfall } from '../../tests/support/fixtures'
import { gifOf, pngWith } from '../../tests/support/pictures'
import { workplace } from '../../tests/support/workplace'
import type { SpriteContent } from '../kinds/drawing'
import { driftOf } from './align'
import { decodeGif, timing, TooManyFrames } from './animation'
import { bringIn, spriteOf } from './bring-in'
import { colourWord, palette } from './colours'
import { standOut } from './contrast'
import { enlargement, gridFor, heightOnGrid, sparedBy } from './crispness'
import { cellsOf, fitCells, leftOver } from './grid'
import { keyOut } from './key-out'
import { groupNumbered, matchClips } from './numbered'
import { fairness, outlineOf, shapeArea } from './outline'
import { packFrames } from './pack-frames'
import { crop, drawnBox, type Pixels } from './pixels'
import { aligned, canvasOf, inCanvas, nudged, onOneCanvas, trimmed } from './place'
import { encodePng } from './png'
import { isPlain, noRecolour, recolourPixels } from './recolour'
import { findRepeat } from './repeat'
import { reworkSprite } from './rework'
import { asFairAs, boxShape, capsuleShape, isSimple } from './shapes'
import { readSheetJson } from './sheet-json'

type Ink = [number, number, number, number]
const RED: Ink = [220, 40, 40, 255]
const WHITE: Ink = [255, 255, 255, 255]

/** Cells with a disc in each, laid with margins and gaps. */
function strip(
  count: number,
  cell: number,
  options: { margin?: number; gap?: number; fill?: boolean; radius?: (i: number) => number } = {},
): Pixels {
  const { margin = 0, gap = 0, fill = false, radius = () => cell * 0.35 } = options
  return picture(margin * 2 + count * cell + (count - 1) * gap, cell + margin * 2, (x, y) => {
    const at = x - margin
    const i = Math.floor(at / (cell + gap))
    const cx = at - i * (cell + gap)
    const cy = y - margin
    if (at < 0 || i >= count || cx >= cell || cy < 0 || cy >= cell) return CLEAR
    if (fill) return [40 + ((cx * 7 + cy * 3) % 160), 90, 30 + i * 9, 255]
    return Math.hypot(cx + 0.5 - cell / 2, cy + 0.5 - cell / 2) <= radius(i) ? RED : CLEAR
  })
}

/** A lopsided figure, so that no move but the right one fits. */
function figure(size: number, dx = 0, dy = 0): Pixels {
  return picture(size, size, (x0, y0) => {
    const x = x0 - dx
    const y = y0 - dy
    const k = size / 64
    const body = x >= 22 * k && x < 40 * k && y >= 14 * k && y < 50 * k
    const arm = x >= 40 * k && x < 52 * k && y >= 20 * k && y < 25 * k
    const foot = x >= 22 * k && x < 47 * k && y >= 50 * k && y < 54 * k
    return body ? [180, 60 + ((x * 5) % 90), 40, 255] : arm ? [60, 60, 200, 255] : foot ? [20, 20, 20, 255] : CLEAR
  })
}

const spriteOn = (pixels: Pixels, cells: { x: number; y: number; w: number; h: number }[]): SpriteContent => ({
  kind: 'sprite',
  clips: {
    stand: { frames: cells.map((cell) => ({ asset: 'a'.repeat(64), ...cell, hold: 1 })), fps: 8, mode: 'loop' },
  },
  strip: { columns: cells.length, rows: 1 },
  pivot: { x: 0.5, y: 1 },
  hitShape: boxShape(crop(pixels, cells[0]!)),
  height: 2,
  crisp: false,
})

describe('cells of a strip', () => {
  it('lays cells where margins and gaps say, and tells what is left over', () => {
    const cut = { columns: 3, rows: 2, marginX: 4, marginY: 2, gapX: 3, gapY: 1 }
    expect(cellsOf(3 * 10 + 2 * 3 + 8 + 2, 2 * 7 + 1 + 4, cut).at(-1)).toEqual({ x: 30, y: 10, w: 10, h: 7 })
    expect(leftOver(3 * 10 + 2 * 3 + 8 + 2, 2 * 7 + 1 + 4, cut)).toEqual({ x: 2, y: 0 })
  })
  it('lays cells of a size, as many as fit, and leaves the rest alone', () => {
    const cut = fitCells(320, 412, { columns: 1, rows: 1, marginX: 4, marginY: 4, gapX: 2, gapY: 2 }, 72, 97)
    expect(cut).toMatchObject({ columns: 4, rows: 4, cellW: 72, cellH: 97 })
    expect(cellsOf(320, 412, cut)[5]).toEqual({ x: 78, y: 103, w: 72, h: 97 })
    expect(leftOver(320, 412, cut)).toEqual({ x: 18, y: 10 })
  })
})

describe('drift', () => {
  it.each([64, 256])('of a figure moved by (3, -2) in frame 4 is found and cancelled exactly, %i px', (size) => {
    const frames = [0, 1, 2, 3, 4].map((i) => ({ pixels: i === 3 ? figure(size, 3, -2) : figure(size), ox: 0, oy: 0 }))
    for (const by of ['overlap', 'feet', 'mass'] as const) {
      const moves = driftOf(frames, by, { w: size, h: size })
      expect(
        moves.map((m) => [m.dx + 0, m.dy + 0]),
        by,
      ).toEqual([
        [0, 0],
        [0, 0],
        [0, 0],
        [-3, 2],
        [0, 0],
      ])
    }
  })
  it('is cancelled in the sprite without touching a pixel', () => {
    const figures = [figure(64), figure(64, 3, -2)] as const
    const pixels = picture(128, 64, (x, y) => {
      const of = figures[x < 64 ? 0 : 1]
      const at = (y * 64 + (x % 64)) * 4
      return [...of.data.subarray(at, at + 4)] as Ink
    })
    const sprite = spriteOn(pixels, [
      { x: 0, y: 0, w: 64, h: 64 },
      { x: 64, y: 0, w: 64, h: 64 },
    ])
    const { sprite: made, moves } = aligned(sprite, 'stand', 'overlap', () => pixels)
    expect(moves[1]).toEqual({ dx: -3, dy: 2 })
    const [one, two] = made.clips['stand']!.frames.map((frame) => inCanvas(made, frame, () => pixels))
    // What left the cell at the other side cannot come back; inside of that the two are the same.
    expect(crop(two!, { x: 0, y: 2, w: 61, h: 60 })).toEqual(crop(one!, { x: 0, y: 2, w: 61, h: 60 }))
  })
  it('of an empty frame is none', () => {
    const empty = picture(32, 32, () => CLEAR)
    expect(
      driftOf(
        [
          { pixels: disc(32, 8), ox: 0, oy: 0 },
          { pixels: empty, ox: 0, oy: 0 },
        ],
        'feet',
        { w: 32, h: 32 },
      )[1],
    ).toEqual({ dx: 0, dy: 0 })
  })
})

describe('trimming', () => {
  it('takes off what no frame draws on and leaves every drawing where it stood', () => {
    const pixels = strip(3, 40, { radius: (i) => 8 + i * 2 })
    const sprite = spriteOn(pixels, cellsOf(120, 40, { columns: 3, rows: 1 }))
    const made = trimmed(sprite, () => pixels)
    expect(made.canvas!.w).toBeLessThan(40)
    const unit = (s: SpriteContent) => s.height / canvasOf(s).h
    expect(unit(made)).toBeCloseTo(unit(sprite), 4)
    // World place of the drawing's top left against the pivot, before and after.
    const place = (s: SpriteContent, i: number) => {
      const frame = s.clips['stand']!.frames[i]!
      const box = drawnBox(crop(pixels, frame))!
      const canvas = canvasOf(s)
      return [
        ((frame.ox ?? 0) + box.x - s.pivot.x * canvas.w) * unit(s),
        ((frame.oy ?? 0) + box.y - s.pivot.y * canvas.h) * unit(s),
      ]
    }
    for (let i = 0; i < 3; i++) place(made, i).forEach((value, k) => expect(value).toBeCloseTo(place(sprite, i)[k]!, 3))
    const corner = (s: SpriteContent) => (s.hitShape[0]!.x - s.pivot.x) * canvasOf(s).w * unit(s)
    expect(corner(made)).toBeCloseTo(corner(sprite), 3)
  })
  it('moves one frame by whole px, and no other', () => {
    const pixels = strip(2, 32)
    const sprite = spriteOn(pixels, cellsOf(64, 32, { columns: 2, rows: 1 }))
    const frames = nudged(sprite, 'stand', 1, 2, -1).clips['stand']!.frames
    expect([frames[0]!.ox, frames[0]!.oy, frames[1]!.ox, frames[1]!.oy]).toEqual([0, 0, 2, -1])
  })
  it('puts frames of several sizes on one feet line', () => {
    const pixels = picture(60, 40, () => RED)
    const made = onOneCanvas(
      spriteOn(pixels, [
        { x: 0, y: 0, w: 20, h: 20 },
        { x: 20, y: 0, w: 30, h: 40 },
      ]),
    )
    expect(made.canvas).toEqual({ w: 30, h: 40 })
    expect(made.clips['stand']!.frames.map((f) => (f.oy ?? 0) + f.h)).toEqual([40, 40])
    expect(made.height).toBeCloseTo(4)
  })
})

describe('taking a backdrop out', () => {
  const ring = picture(60, 60, (x, y) => {
    const r = Math.hypot(x - 29.5, y - 29.5)
    return r < 24 && r > 12 ? RED : WHITE
  })
  it('leaves what is enclosed alone, unless everything is asked for', () => {
    const how = { colour: { r: 255, g: 255, b: 255 }, tolerance: 20, fringe: true }
    const near = keyOut(ring, { ...how, everywhere: false })
    const all = keyOut(ring, { ...how, everywhere: true })
    const alpha = (pixels: Pixels, x: number, y: number) => pixels.data[(y * 60 + x) * 4 + 3]
    expect([alpha(near, 0, 0), alpha(near, 30, 30), alpha(near, 30, 12)]).toEqual([0, 255, 255])
    expect([alpha(all, 0, 0), alpha(all, 30, 30), alpha(all, 30, 12)]).toEqual([0, 0, 255])
  })
  it('takes the backdrop’s colour out of the mixed pixels around', () => {
    // Half red, half white at the edge: what is left is red.
    const soft = picture(20, 20, (x) => (x < 9 ? WHITE : x === 9 ? [238, 148, 148, 255] : RED))
    const made = keyOut(soft, { colour: { r: 255, g: 255, b: 255 }, tolerance: 50, everywhere: false, fringe: true })
    const at = (10 * 20 + 9) * 4
    expect(made.data[at + 3]).toBeLessThan(255)
    expect(made.data[at + 1]).toBeLessThan(100)
    expect(made.data[at]).toBeGreaterThan(190)
  })
  it('works cell by cell, so that a line between cells does not shield them', () => {
    const lined = picture(41, 20, (x, y) =>
      x === 20 ? [0, 0, 0, 255] : Math.hypot((x % 21) - 10, y - 10) < 6 ? RED : WHITE,
    )
    const cells = [
      { x: 0, y: 0, w: 20, h: 20 },
      { x: 21, y: 0, w: 20, h: 20 },
    ]
    const made = keyOut(lined, {
      colour: { r: 255, g: 255, b: 255 },
      tolerance: 20,
      everywhere: false,
      fringe: true,
      cells,
    })
    expect(made.data[(1 * 41 + 22) * 4 + 3]).toBe(0)
    expect(made.data[(1 * 41 + 20) * 4 + 3]).toBe(255)
  })
})

describe('hit shapes', () => {
  const ball = disc(200, 80)
  it('outline a disc within 1 % of its area', () => {
    const shape = outlineOf(ball, 24)!
    expect(Math.abs(shapeArea(shape) / ((Math.PI * 80 * 80) / 40000) - 1)).toBeLessThan(0.03)
    const fine = outlineOf(ball, 64)!
    expect(Math.abs(shapeArea(fine) / ((Math.PI * 80 * 80) / 40000) - 1)).toBeLessThan(0.01)
  })
  it('are a box, or a capsule along the longer side, around what is drawn', () => {
    const bar = picture(40, 80, (x, y) => (x >= 10 && x < 30 && y >= 8 && y < 72 ? RED : CLEAR))
    expect(boxShape(bar)).toEqual([
      { x: 0.25, y: 0.1 },
      { x: 0.75, y: 0.1 },
      { x: 0.75, y: 0.9 },
      { x: 0.25, y: 0.9 },
    ])
    const capsule = capsuleShape(bar)
    const area = (20 * 44 + Math.PI * 100) / 3200
    expect(shapeArea(capsule)).toBeGreaterThan(area * 0.95)
    expect(shapeArea(capsule)).toBeLessThanOrEqual(area)
    expect(isSimple(capsule)).toBe(true)
    expect(Math.max(...capsule.map((p) => p.y))).toBeCloseTo(0.9, 2)
    expect(isSimple(capsuleShape(disc(50, 20)))).toBe(true)
  })
  it('become as fair as another ratio says', () => {
    expect(fairness(asFairAs(boxShape(ball), ball, 0.8), ball)).toBeCloseTo(0.8, 2)
  })
  it('whose sides cross are told apart from simple ones', () => {
    expect(
      isSimple([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
        { x: 1, y: 0 },
        { x: 0, y: 1 },
      ]),
    ).toBe(false)
    expect(
      isSimple([
        { x: 0, y: 0 },
        { x: 0.5, y: 0.4 },
        { x: 1, y: 0 },
        { x: 0.5, y: 1 },
      ]),
    ).toBe(true)
  })
})

describe('art drawn pixel by pixel', () => {
  it('shows by how much it was enlarged', () => {
    const big = picture(96, 96, (x, y) => [(Math.floor(x / 6) * 37) % 256, (Math.floor(y / 6) * 53) % 256, 9, 255])
    expect(enlargement(big)).toBe(6)
    expect(enlargement(figure(64))).toBe(1)
  })
  it('gives the grid most of it was drawn on', () => {
    expect(
      gridFor([
        { pixels: 40, height: 2 },
        { pixels: 21, height: 1 },
        { pixels: 300, height: 3 },
      ]),
    ).toBe(20)
    // 21 was drawn, and 20 fills usual screens better.
    expect(sparedBy(20)).toBeLessThan(sparedBy(21))
    expect(gridFor([])).toBeNull()
    expect(heightOnGrid(30, 1.6, 20)).toBeCloseTo(1.5)
  })
})

describe('other colours', () => {
  const paint = (recolour: Parameters<typeof recolourPixels>[1], ink: Ink = RED): number[] => {
    const made = picture(2, 1, (x) => (x === 0 ? ink : [9, 9, 9, 0]))
    recolourPixels(made.data, recolour)
    return [...made.data]
  }
  it('change nothing when nothing is asked for, and never what is see-through', () => {
    expect(isPlain(noRecolour())).toBe(true)
    expect(paint(noRecolour())).toEqual([...RED, 9, 9, 9, 0])
  })
  it('turn red to green and to blue', () => {
    const [r, g, b] = paint({ ...noRecolour(), hue: 120 })
    expect(g!).toBeGreaterThan(r!)
    expect(g!).toBeGreaterThan(b!)
    const [r2, , b2] = paint({ ...noRecolour(), hue: -120 })
    expect(b2!).toBeGreaterThan(r2!)
  })
  it('tint all but black and white towards one colour', () => {
    const tint = { ...noRecolour(), tint: '#2060d0', share: 1 }
    const [r, , b] = paint(tint)
    expect(b!).toBeGreaterThan(r! + 40)
    expect(
      paint(tint, [0, 0, 0, 255])
        .slice(0, 3)
        .every((value) => value < 24),
    ).toBe(true)
    expect(
      paint(tint, [255, 255, 255, 255])
        .slice(0, 3)
        .every((value) => value > 225),
    ).toBe(true)
  })
  it('swap one colour and its shades, and no other', () => {
    const swap = { ...noRecolour(), swaps: [{ from: '#dc2828', to: '#28dc28', near: 0.1 }] }
    expect(paint(swap).slice(0, 3)).toEqual([40, 220, 40])
    expect(paint(swap, [200, 30, 30, 255]).slice(0, 3)).toEqual([20, 210, 30])
    expect(paint(swap, [30, 30, 200, 255]).slice(0, 3)).toEqual([30, 30, 200])
  })
  it('have plain words', () => {
    expect(
      [
        [220, 30, 30],
        [30, 160, 60],
        [40, 80, 220],
        [250, 250, 250],
        [120, 70, 40],
        [240, 200, 40],
      ].map(([r, g, b]) => colourWord(r!, g!, b!)),
    ).toEqual(['red', 'green', 'blue', 'white', 'brown', 'yellow'])
    expect(palette(disc(20, 8))[0]).toMatchObject({ share: 1 })
  })
  it('of a ground decide whether a drawing stands out, and dimming helps a light one', () => {
    const pale = disc(20, 8, [230, 230, 210, 255])
    const sky = picture(20, 20, () => [215, 225, 220, 255])
    expect(standOut(pale, sky, 0)!.clear).toBe(false)
    expect(standOut(pale, sky, 0.6)!.clear).toBe(true)
    expect(
      standOut(
        picture(4, 4, () => CLEAR),
        sky,
        0,
      ),
    ).toBeNull()
  })
  it('tell what stands out: ratios of WCAG, equal light by colour, a rim and a core on any ground', () => {
    const plain = (colour: [number, number, number]) => picture(16, 10, () => [...colour, 255])
    expect(standOut(plain([255, 255, 255]), plain([0, 0, 0]), 0)!.contrast).toBeCloseTo(21, 5)
    // #767676 is the lightest grey with 4.5:1 on white.
    expect(standOut(plain([0x76, 0x76, 0x76]), plain([255, 255, 255]), 0)!.contrast).toBeCloseTo(4.54, 2)
    const red = standOut(plain([200, 60, 60]), plain([60, 120, 60]), 0)!
    expect(red.contrast).toBeLessThan(1.5)
    expect(red.clear).toBe(true)

    const dusk = picture(64, 40, (_, y) => [y * 6, y * 6, y * 6, 255])
    expect(standOut(plain([110, 110, 110]), dusk, 0)!.clear).toBe(false)
    expect(standOut(disc(20, 8, [250, 245, 230, 255], [20, 22, 40, 255]), dusk, 0)!.clear).toBe(true)
  })
})

describe('a column', () => {
  it('repeats from where its end meets its beginning', () => {
    // 40 rows of cap, then bricks of 12 rows.
    const post = picture(16, 40 + 48, (x, y) =>
      y < 40 ? [y * 4, 30, 90, 255] : [((y - 40) % 12) * 18, x * 9, 40, 255],
    )
    expect((Math.round(findRepeat(post) * 88) - 40) % 12).toBe(0)
  })
})

describe('rows of numbered files', () => {
  const names = (...list: string[]) => list.map((name) => ({ name }))
  it('are sorted as people count, whatever the padding', () => {
    const [row] = groupNumbered(names('walk_10.png', 'walk_2.png', 'walk_1.png'))
    expect(row!.files.map((file) => file.name)).toEqual(['walk_1.png', 'walk_2.png', 'walk_10.png'])
  })
  it('are told apart by their words, and by their folder when they are bare numbers', () => {
    expect(
      groupNumbered(names('hurt-01.png', 'walk (2).png', 'walk (1).png', 'art/stand/1.png', 'art/stand/2.png')).map(
        (row) => [row.group, row.files.length],
      ),
    ).toEqual([
      ['hurt', 1],
      ['stand', 2],
      ['walk', 2],
    ])
  })
  it('never stand as what dies while there is anything else', () => {
    expect(matchClips(['dying', 'zoom'], ['stand', 'catch', 'hurt']).get('stand')).toBe(1)
    expect(matchClips(['deaths', 'dead'], ['stand']).size).toBe(1)
  })
  it('go to clips by name, by a word that means the same, then in order', () => {
    expect(Object.fromEntries(matchClips(['ouch', 'walk', 'zoom'], ['stand', 'catch', 'hurt']))).toEqual({
      stand: 1,
      hurt: 0,
      catch: 2,
    })
    const words = ['dying', 'standing', 'hits', 'WalkRight']
    expect(Object.fromEntries(matchClips(words, ['stand', 'catch', 'hurt']))).toEqual({ stand: 1, hurt: 2, catch: 3 })
    expect([...matchClips(['rise', 'x', 'y', 'z'], ['rise', 'fall'])]).toEqual([
      ['rise', 0],
      ['fall', 1],
    ])
  })
})

describe('packing frames', () => {
  it('keeps every pixel, each twin once, the same way every time', () => {
    const pictures = [disc(40, 12), figure(64), disc(40, 12), strip(1, 24, { fill: true }), picture(8, 8, () => CLEAR)]
    const { sheet, frames } = packFrames(pictures)
    frames.forEach((frame, i) => {
      const whole = pictures[i]!
      const back = new Uint8ClampedArray(whole.data.length)
      const cut = crop(sheet, frame)
      for (let y = 0; y < frame.h; y++)
        back.set(
          cut.data.subarray(y * frame.w * 4, (y + 1) * frame.w * 4),
          ((frame.oy + y) * whole.width + frame.ox) * 4,
        )
      expect(Buffer.from(back).equals(Buffer.from(whole.data))).toBe(true)
    })
    expect(frames[2]).toEqual(frames[0])
    expect(packFrames(pictures)).toEqual({ sheet, frames })
  })
})

describe('descriptions of sheets', () => {
  const frame = { frame: { x: 0, y: 0, w: 8, h: 8 }, duration: 80 }
  it('are read as a list and as a table', () => {
    const list = readSheetJson(
      JSON.stringify({
        frames: [
          { filename: 'a 0', ...frame },
          { ...frame, rotated: true },
        ],
      }),
    )
    expect(list!.frames).toHaveLength(1)
    const table = readSheetJson(
      JSON.stringify({
        frames: {
          'walk 0': frame,
          'walk 1': { ...frame, spriteSourceSize: { x: 2, y: 3 }, sourceSize: { w: 16, h: 12 } },
        },
        meta: { image: 'x.png', frameTags: [{ name: 'walk', from: 0, to: 9 }] },
      }),
    )
    expect(table!.frames[1]).toMatchObject({ ox: 2, oy: 3, canvasW: 16, canvasH: 12 })
    expect(table!.tags).toEqual([{ name: 'walk', from: 0, to: 1, direction: 'forward' }])
  })
  it.each(['', '{}', '[1]', '{"frames":[]}', '{"frames":{"a":{"frame":{"x":-1,"y":0,"w":1,"h":1}}}}'])(
    'are nothing when they make no sense: %s',
    (text) => {
      expect(readSheetJson(text)).toBeNull()
    },
  )
})

describe('bringing files in', () => {
  const clips = ['stand', 'catch', 'hurt']
  const wish = { clips, optionalClips: [], like: windfall.parts.find((p) => p.id === 'hero')!.content as SpriteContent }
  const bring = (...files: { name: string; bytes: Uint8Array }[]) => bringIn(files, clips, '2026-11-23', {}, workplace)

  it('makes clips of a folder of numbered files, feet on one line', async () => {
    const at = (name: string, pixels: Pixels) => ({ name, bytes: encodePng(pixels) })
    const taken = await bring(
      ...[1, 2, 3, 10].map((i) => at(`bird/walk_${i}.png`, figure(64, i % 3))),
      at('bird/hurt_1.png', disc(40, 18)),
      at('bird/hurt_2.png', disc(40, 12)),
    )
    const sprite = spriteOf(taken, wish)
    expect(Object.fromEntries(Object.entries(sprite.clips).map(([name, clip]) => [name, clip.frames.length]))).toEqual({
      stand: 4,
      hurt: 2,
    })
    expect(sprite.canvas).toEqual({ w: 64, h: 64 })
    // A 40 px frame stands on the same line as the 64 px ones.
    const small = inCanvas(sprite, sprite.clips['hurt']!.frames[0]!, () => taken.pixels)
    expect(drawnBox(small)).toMatchObject({ x: 14, y: 26, w: 36, h: 36 })
    expect(Object.keys(taken.originals)).toHaveLength(5)
    expect(taken.files.has(taken.hash)).toBe(true)
  })

  it('takes the frames of a GIF with their delays', async () => {
    const gif = gifOf(16, 16, [
      { colour: 1, x: 0, y: 0, w: 16, h: 16, delay: 10, disposal: 1 },
      { colour: 2, x: 4, y: 4, w: 8, h: 8, delay: 30, disposal: 1 },
    ])
    const sprite = spriteOf(await bring({ name: 'blink.gif', bytes: gif }), wish)
    expect(sprite.clips['stand']!.frames.map((frame) => frame.hold)).toEqual([1, 3])
    expect(sprite.clips['stand']!.fps).toBe(10)
  })

  it('reads a sheet with its description', async () => {
    const sheet = { name: 'bird.png', bytes: encodePng(strip(4, 16)) }
    const frames = [0, 1, 2, 3].map((i) => ({
      filename: `f${i}`,
      frame: { x: i * 16, y: 0, w: 16, h: 16 },
      duration: 50,
    }))
    const json = {
      frames: [...frames, { filename: 'out', frame: { x: 900, y: 0, w: 9, h: 9 } }],
      meta: {
        frameTags: [
          { name: 'hurt', from: 2, to: 3 },
          { name: 'idle', from: 0, to: 1 },
        ],
      },
    }
    const taken = await bring(sheet, { name: 'bird.json', bytes: new TextEncoder().encode(JSON.stringify(json)) })
    const sprite = spriteOf(taken, wish)
    expect(sprite.clips['hurt']!.frames.map((f) => f.x)).toEqual([32, 48])
    expect(sprite.clips['stand']!.fps).toBe(20)
    expect(taken.told[0]).toContain('1 frames of the description lie outside')
  })

  it('turns a photograph upright and forgets where it was taken', async () => {
    const bytes = await sharp({ create: { width: 40, height: 20, channels: 3, background: '#888' } })
      .withExif({
        IFD0: { Make: 'Box' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 10/1 0/1', GPSLongitudeRef: 'W', GPSLongitude: '0/1 30/1 0/1' },
      })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer()
    const taken = await bring({ name: 'quay.jpg', bytes: new Uint8Array(bytes) })
    expect([taken.facts.width, taken.facts.height]).toEqual([20, 40])
    const kept = Buffer.from(taken.files.get(taken.hash)!)
    expect(kept.includes('GPS') || kept.includes('Box')).toBe(false)
  })

  it.each([
    [
      'too many frames',
      () =>
        gifOf(
          4000,
          4000,
          Array.from({ length: 9 }, () => ({ colour: 1, x: 0, y: 0, w: 1, h: 1, delay: 5, disposal: 1 })),
        ),
      /9 frames of 4000/,
    ],
    ['cut off', () => drawerFile('puffin.png').slice(0, 200), /damaged/],
    ['a size that cannot be', () => pngWith(60_000, 60_000), /60000 × 60000 px/],
    ['text', () => new TextEncoder().encode('no picture at all, whatever it is called'), /is not a picture/],
  ])('tells in a sentence: %s', async (_what, make, sentence) => {
    await expect(bring({ name: 'x.png', bytes: make() })).rejects.toThrow(sentence)
  })

  it('keeps a real strip as one file and cuts it by its gutters', async () => {
    const taken = await bring({ name: 'puffin.png', bytes: drawerFile('puffin.png') })
    const sprite = spriteOf(taken, wish)
    expect(sprite.strip).toMatchObject({ columns: 4, rows: 3 })
    expect(Object.keys(sprite.clips)).toEqual(clips)
  })

  it('makes a column meet the gap: no see-through rows above it', async () => {
    const gate = updraft.parts.find((p) => p.id === 'gate')!
    const tall = picture(40, 120, (x, y) => (x > 8 && x < 32 && y > 20 ? [90, 60 + (y % 20) * 4, 30, 255] : CLEAR))
    const taken = await bringIn([{ name: 'post.png', bytes: encodePng(tall) }], ['stand'], '', {}, workplace)
    const sprite = spriteOf(taken, {
      clips: ['stand'],
      optionalClips: [],
      column: true,
      like: gate.content as SpriteContent,
    })
    expect(sprite.clips['stand']!.frames[0]).toMatchObject({ x: 9, y: 21, w: 23, h: 99 })
    expect(sprite.repeatFrom).toBeGreaterThan(0.2)
  })
})

describe('working on the pixels', () => {
  it('gives new files, remembers what they were made from, and leaves the old ones', async () => {
    const pixels = picture(64, 32, (x, y) => (Math.hypot((x % 32) - 16, y - 16) < 10 ? RED : WHITE))
    const sprite = spriteOn(pixels, cellsOf(64, 32, { columns: 2, rows: 1 }))
    const facts = Object.values(puffinCatch().assets)[0]!
    const what = {
      do: 'key-out',
      options: { colour: { r: 255, g: 255, b: 255 }, tolerance: 30, everywhere: false, fringe: true },
    } as const
    const made = await reworkSprite(
      sprite,
      what,
      () => facts,
      () => pixels,
      workplace,
    )
    const hash = made.sprite.clips['stand']!.frames[0]!.asset
    expect(made.assets[hash]!.madeFrom).toBe('a'.repeat(64))
    expect(made.assets[hash]!.source).toEqual(facts.source)
    expect(made.pixels.get(hash)!.data[3]).toBe(0)
    expect(pixels.data[3]).toBe(255)
  })
  it('makes enlarged pixel art smaller by whole factors, smooth art by area', async () => {
    const facts = Object.values(puffinCatch().assets)[0]!
    const big = picture(96, 48, (x, y) => [(Math.floor(x / 6) * 37) % 256, (Math.floor(y / 6) * 53) % 256, 9, 255])
    const sprite = spriteOn(big, cellsOf(96, 48, { columns: 2, rows: 1 }))
    const made = await reworkSprite(
      sprite,
      { do: 'resize', height: 20 },
      () => facts,
      () => big,
      workplace,
    )
    expect(made.sprite.clips['stand']!.frames.map((f) => [f.x, f.w, f.h])).toEqual([
      [0, 24, 24],
      [24, 24, 24],
    ])
    expect(made.sprite.height).toBe(sprite.height)
    const smooth = await reworkSprite(
      spriteOn(figure(64), [{ x: 0, y: 0, w: 64, h: 64 }]),
      { do: 'resize', height: 16 },
      () => facts,
      () => figure(64),
      workplace,
    )
    expect(smooth.sprite.clips['stand']!.frames[0]).toMatchObject({ w: 16, h: 16 })
  })
})

describe('moving pictures', () => {
  it('of GIFs are put together by their disposal: 2 clears, 3 goes back', () => {
    const whole = { x: 0, y: 0, w: 8, h: 8, delay: 10 }
    const part = { x: 2, y: 2, w: 4, h: 4, delay: 10 }
    const at = (data: Pixels['data'], x: number, y: number) => [...data.subarray((y * 8 + x) * 4, (y * 8 + x) * 4 + 4)]
    const two = decodeGif(
      gifOf(8, 8, [
        { ...whole, colour: 1, disposal: 1 },
        { ...part, colour: 2, disposal: 2 },
        { x: 0, y: 0, w: 1, h: 1, delay: 10, colour: 3, disposal: 1 },
      ]),
    )!
    expect(at(two.frames[1]!.pixels.data, 3, 3)).toEqual([0, 255, 0, 255])
    expect(at(two.frames[2]!.pixels.data, 3, 3)[3]).toBe(0)
    expect(at(two.frames[2]!.pixels.data, 7, 7)).toEqual([255, 0, 0, 255])
    const three = decodeGif(
      gifOf(8, 8, [
        { ...whole, colour: 1, disposal: 1 },
        { ...part, colour: 2, disposal: 3 },
        { x: 0, y: 0, w: 1, h: 1, delay: 10, colour: 3, disposal: 1 },
      ]),
    )!
    expect(at(three.frames[2]!.pixels.data, 3, 3)).toEqual([255, 0, 0, 255])
  })
  it('of other programs are read: one written by libvips', async () => {
    const frames = await Promise.all(
      [RED, WHITE].map((ink) =>
        sharp({
          create: { width: 12, height: 12, channels: 4, background: { r: ink[0], g: ink[1], b: ink[2], alpha: 1 } },
        })
          .png()
          .toBuffer(),
      ),
    )
    const gif = await sharp(frames, { join: { animated: true } })
      .gif({ delay: [70, 140] })
      .toBuffer()
    const read = decodeGif(new Uint8Array(gif))!
    expect(read.frames.map((frame) => [frame.delayMs, frame.pixels.data[1]])).toEqual([
      [70, expect.closeTo(40, -1)],
      [140, 255],
    ])
  })
  it('have times as holds of the middle one', () => {
    expect(timing([100, 100, 300])).toEqual({ fps: 10, holds: [1, 1, 3] })
  })
  it('are refused before anything is drawn when they are too large', () => {
    expect(() =>
      decodeGif(
        gifOf(
          8000,
          8000,
          [1, 2].map((colour) => ({ colour, x: 0, y: 0, w: 1, h: 1, delay: 5, disposal: 1 })),
        ),
      ),
    ).toThrow(TooManyFrames)
  })
})

describe('every kind of PNG', () => {
  beforeAll(async () => {
    vi.stubGlobal(
      'ImageData',
      class {
        constructor(
          readonly data: Uint8ClampedArray,
          readonly width: number,
          readonly height: number,
        ) {}
      },
    )
    await initPng(new WebAssembly.Module(readFileSync('node_modules/@jsquash/png/codec/pkg/squoosh_png_bg.wasm')))
  })
  const art = picture(33, 17, (x, y) => [
    (x * 7) & 0xe0,
    (y * 15) & 0xe0,
    64,
    (x + y) % 3 === 0 ? 255 : x % 5 === 0 ? 96 : 255,
  ])
  const raw = () => sharp(Buffer.from(art.data), { raw: { width: 33, height: 17, channels: 4 } })
  it.each([
    ['palette with alpha', () => raw().png({ palette: true, colours: 256, dither: 0 })],
    ['interlaced', () => raw().png({ progressive: true })],
    ['interlaced palette', () => raw().png({ progressive: true, palette: true, colours: 256, dither: 0 })],
    ['16 bits a channel', () => raw().toColourspace('rgb16').png()],
    ['grey', () => raw().flatten({ background: '#000' }).greyscale().png()],
    [
      'one bit',
      () =>
        raw().flatten({ background: '#000' }).greyscale().threshold(100).png({ palette: true, colours: 2, dither: 0 }),
    ],
  ])('%s is decoded as libvips does', async (_kind, make) => {
    const bytes = new Uint8Array(await make().toBuffer())
    const mine = decodePngWasm(bytes)
    const theirs = await sharp(bytes).ensureAlpha().toColourspace('srgb').raw({ depth: 'uchar' }).toBuffer()
    expect([mine.width, mine.height]).toEqual([33, 17])
    for (let i = 0; i < mine.data.length; i++) {
      // Colours of what cannot be seen do not matter.
      if (i % 4 !== 3 && mine.data[i - (i % 4) + 3] === 0) continue
      expect(Math.abs(mine.data[i]! - theirs[i]!)).toBeLessThanOrEqual(1)
    }
  })
})

describe('damaged files', () => {
  const flip = (bytes: Uint8Array, seed: number): Uint8Array => {
    const out = bytes.slice()
    let state = seed
    for (let k = 0; k < 6; k++) {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0
      out[state % out.length]! ^= 1 << (state >>> 29)
    }
    return out
  }
  it('of every kind end in a sentence or a picture, never in anything else', async () => {
    const gif = gifOf(
      24,
      24,
      [1, 2, 3].map((colour) => ({ colour, x: 2, y: 2, w: 16, h: 16, delay: 9, disposal: colour })),
    )
    const jpeg = new Uint8Array(
      await sharp(Buffer.from(art2().data), { raw: { width: 24, height: 24, channels: 4 } })
        .jpeg()
        .toBuffer(),
    )
    const webp = new Uint8Array(
      await sharp(Buffer.from(art2().data), { raw: { width: 24, height: 24, channels: 4 } })
        .webp()
        .toBuffer(),
    )
    const files = { 'a.gif': gif, 'a.png': drawerFile('crab.png'), 'a.jpg': jpeg, 'a.webp': webp }
    let sentences = 0
    for (const [name, bytes] of Object.entries(files))
      for (let seed = 1; seed <= 40; seed++) {
        const damaged =
          seed % 2 === 0 ? flip(bytes, seed * 7919) : bytes.slice(0, Math.floor((bytes.length * seed) / 41))
        await bringIn([{ name, bytes: damaged }], [], '', {}, workplace).catch((error: Error) => {
          sentences++
          expect(error.name, `${name} ${seed}: ${error.message}`).toBe('UserError')
        })
      }
    expect(sentences).toBeGreaterThan(60)
  })
})
const art2 = (): Pixels => figure(24)
