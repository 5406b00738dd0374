import { decode as readGif, decodeUndisposedFrame } from 'modern-gif'
import type { Mime } from '../pack/asset'
import { apngParts, type ApngPart } from './apng'
import type { Pixels } from './pixels'

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
 * All frames of an animated GIF with disposal applied; null for a still one. Throws TooManyFrames before anything is
 * drawn, and anything at all for a broken file.
 */
export function decodeGif(bytes: Uint8Array, progress?: Progress): Animation | null {
  const count = gifFrames(bytes)
  const screen = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const [width, height] = [screen.getUint16(6, true), screen.getUint16(8, true)]
  if (count === 0) throw new RangeError('no frames')
  within(count, width, height)
  return count === 1 ? null : { width, height, frames: gifPictures(tight(bytes), width, height, progress) }
}

/** Lays a frame over what its forerunners left (PNG 3rd edition, 11.3.4.2); straight alpha, as 13.16 composes it. */
function layOver(canvas: Uint8ClampedArray, width: number, part: ApngPart, own: Pixels): void {
  for (let y = 0; y < part.height; y++)
    for (let x = 0; x < part.width; x++) {
      const from = (y * part.width + x) * 4
      const to = ((part.y + y) * width + part.x + x) * 4
      const [over, under] = [own.data[from + 3]! / 255, canvas[to + 3]! / 255]
      const alpha = part.blend === 0 ? over : over + under * (1 - over)
      const share = part.blend === 0 || alpha === 0 ? 1 : over / alpha
      for (let c = 0; c < 3; c++) canvas[to + c] = own.data[from + c]! * share + canvas[to + c]! * (1 - share)
      canvas[to + 3] = alpha * 255
    }
}

async function decodeApng(
  bytes: Uint8Array,
  still: (png: Uint8Array) => Promise<Pixels>,
  progress?: Progress,
): Promise<Animation | null> {
  const found = apngParts(bytes, within)
  if (found === null) return null
  const { width, height, parts } = found
  let canvas = new Uint8ClampedArray(width * height * 4)
  const frames: Animation['frames'] = []
  for (const part of parts) {
    const own = await still(part.png)
    if (own.width !== part.width || own.height !== part.height) throw new RangeError('a frame of another size')
    const before = part.dispose === 2 ? canvas.slice() : null
    layOver(canvas, width, part, own)
    frames.push({ pixels: { width, height, data: canvas.slice() }, delayMs: delay(part.delayMs) })
    if (before !== null) canvas = before
    else if (part.dispose === 1)
      for (let y = part.y; y < part.y + part.height; y++)
        canvas.fill(0, (y * width + part.x) * 4, (y * width + part.x + part.width) * 4)
    progress?.(frames.length / parts.length)
  }
  return { width, height, frames }
}

/**
 * All frames of an animated GIF or PNG as they are seen; null for still pictures and other kinds. `still` decodes a PNG
 * of one frame. Rejects as `decodeGif` throws.
 */
export async function decodeAnimation(
  bytes: Uint8Array,
  mime: Mime,
  still: (png: Uint8Array) => Promise<Pixels>,
  progress?: Progress,
): Promise<Animation | null> {
  if (mime === 'image/gif') return decodeGif(bytes, progress)
  return mime === 'image/png' ? decodeApng(bytes, still, progress) : null
}

/** Delays as frames a second and holds: the middle delay is one hold. */
export function timing(delaysMs: readonly number[]): { fps: number; holds: number[] } {
  const sorted = [...delaysMs].sort((a, b) => a - b)
  const base = Math.max(1, sorted[Math.floor((sorted.length - 1) / 2)] ?? 100)
  const fps = Math.max(0.5, Math.min(60, Math.round((1000 / base) * 100) / 100))
  return { fps, holds: delaysMs.map((ms) => Math.max(0.1, Math.min(20, Math.round((ms / base) * 100) / 100))) }
}
