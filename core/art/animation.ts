import * as upng from '@pdf-lib/upng'
import { decode as readGif, decodeUndisposedFrame } from 'modern-gif'
import type { Mime } from '../pack/asset'
import type { Pixels } from './pixels'

// Node and bundlers take this package's two builds apart differently.
const apng = (upng as unknown as { default?: typeof upng }).default ?? upng

export interface Animation {
  width: number
  height: number
  /** Whole frames as they are seen, each with how long it stays. */
  frames: { pixels: Pixels; delayMs: number }[]
}

/** More than a game needs, and what fits the memory of a phone. */
export const ANIMATION_LIMITS = { frames: 256, areaPx: 48_000_000 } as const

/** Told how much of something is done, 0..1. */
export type Progress = (share: number) => void

/** A file moves for more frames, or larger ones, than a pack may hold. */
export class TooManyFrames extends RangeError {}

function within(frames: number, width: number, height: number): void {
  if (frames > ANIMATION_LIMITS.frames || frames * width * height > ANIMATION_LIMITS.areaPx)
    throw new TooManyFrames(`${frames} frames of ${width} × ${height} px`)
}

const tight = (bytes: Uint8Array): ArrayBuffer =>
  bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer

/** Frames that an animated PNG says it has (acTL, PNG 3rd edition 11.3.4.1); 0 for a still one. */
function apngFrames(bytes: Uint8Array): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (let at = 8; at + 12 <= bytes.length;) {
    const length = view.getUint32(at)
    const kind = view.getUint32(at + 4)
    if (kind === 0x6163544c) return view.getUint32(at + 8)
    if (kind === 0x49444154) return 0
    at += 12 + length
  }
  return 0
}

/**
 * Frames of a GIF, by walking its blocks (GIF 89a, 17 to 26) without unpacking any; throws where they do not follow on
 * each other. Damaged files are refused here, before the decoder looks for its way through them.
 */
function gifFrames(bytes: Uint8Array): number {
  const table = (flags: number) => ((flags & 0x80) !== 0 ? 3 * 2 ** ((flags & 7) + 1) : 0)
  let at = 13 + table(bytes[10]!)
  const skipBlocks = () => {
    while (at < bytes.length && bytes[at] !== 0) at += bytes[at]! + 1
    at++
  }
  let frames = 0
  while (at < bytes.length) {
    const kind = bytes[at]
    if (kind === 0x3b) return frames
    if (kind === 0x21) {
      // Comment, plain text, graphic control, application: there are no others.
      if (![0xfe, 0x01, 0xf9, 0xff].includes(bytes[at + 1]!)) throw new RangeError('an extension that is none')
      at += 2
      skipBlocks()
    } else if (kind === 0x2c) {
      frames++
      at += 10 + table(bytes[at + 9] ?? 0) + 1
      skipBlocks()
    } else throw new RangeError('a block that is none')
  }
  throw new RangeError('cut off')
}

/** Whole pictures from a GIF's parts: each part over what its forerunner left (GIF 89a, 23c iv). */
function gifPictures(source: ArrayBuffer, width: number, height: number, progress?: Progress): Animation['frames'] {
  const gif = readGif(source)
  let canvas = new Uint32Array(width * height)
  return gif.frames.map((part, i) => {
    if (part.left + part.width > width || part.top + part.height > height) throw new RangeError('a part outside')
    const { data } = decodeUndisposedFrame(source, gif, i)
    const own = new Uint32Array(data.buffer, data.byteOffset, part.width * part.height)
    const before = part.disposal === 3 ? canvas.slice() : null
    for (let y = 0; y < part.height; y++) {
      const row = (part.top + y) * width + part.left
      for (let x = 0; x < part.width; x++) {
        const px = own[y * part.width + x]!
        // Any alpha at all: a GIF has all of it or none.
        if (px > 0xffffff) canvas[row + x] = px
      }
    }
    const pixels = { width, height, data: new Uint8ClampedArray(canvas.slice().buffer) }
    if (before !== null) canvas = before
    else if (part.disposal === 2)
      for (let y = part.top; y < part.top + part.height; y++)
        canvas.fill(0, y * width + part.left, y * width + part.left + part.width)
    progress?.((i + 1) / gif.frames.length)
    return { pixels, delayMs: delay(part.delay) }
  })
}

/** Browsers show frames that ask for 10 ms or less for 100 ms, and so does everybody who draws for them. */
const delay = (ms: number): number => (ms <= 10 ? 100 : ms)

/**
 * All frames of an animated GIF (with disposal applied) or PNG; null for still pictures and other kinds. Throws
 * TooManyFrames before anything is drawn, and anything at all for a broken file.
 */
export function decodeAnimation(bytes: Uint8Array, mime: Mime, progress?: Progress): Animation | null {
  if (mime === 'image/gif') {
    const count = gifFrames(bytes)
    const screen = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
    const [width, height] = [screen.getUint16(6, true), screen.getUint16(8, true)]
    if (count === 0) throw new RangeError('no frames')
    within(count, width, height)
    if (count === 1) return null
    const frames = gifPictures(tight(bytes), width, height, progress)
    return { width, height, frames }
  }
  if (mime !== 'image/png') return null
  const count = apngFrames(bytes)
  if (count < 2) return null
  const size = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  within(count, size.getUint32(16), size.getUint32(20))
  const png = apng.decode(tight(bytes))
  const drawn = apng.toRGBA8(png)
  const frames = drawn.map((data, i) => ({
    pixels: { width: png.width, height: png.height, data: new Uint8ClampedArray(data) },
    delayMs: delay(png.frames[i]?.delay ?? 100),
  }))
  return { width: png.width, height: png.height, frames }
}

/** Delays as frames a second and holds: the middle delay is one hold. */
export function timing(delaysMs: readonly number[]): { fps: number; holds: number[] } {
  const sorted = [...delaysMs].sort((a, b) => a - b)
  const base = Math.max(1, sorted[Math.floor((sorted.length - 1) / 2)] ?? 100)
  const fps = Math.max(0.5, Math.min(60, Math.round((1000 / base) * 100) / 100))
  return { fps, holds: delaysMs.map((ms) => Math.max(0.1, Math.min(20, Math.round((ms / base) * 100) / 100))) }
}
