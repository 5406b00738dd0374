import { crc32, joined } from '../bytes'

/** One frame of an animated PNG as a PNG of its own, and where and how it is laid over what was there before. */
export interface ApngPart {
  png: Uint8Array
  x: number
  y: number
  width: number
  height: number
  delayMs: number
  /** 0 leaves it, 1 clears its place, 2 puts back what was there. */
  dispose: number
  /** 0 takes the place of what was there, 1 lies over it. */
  blend: number
}

export interface ApngParts {
  width: number
  height: number
  parts: ApngPart[]
}

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
const code = (name: string): number => [...name].reduce((sum, letter) => sum * 256 + letter.charCodeAt(0), 0)
const [IHDR, IDAT, IEND, ACTL, FCTL, FDAT] = ['IHDR', 'IDAT', 'IEND', 'acTL', 'fcTL', 'fdAT'].map(code) as [
  ...[number, number, number],
  ...[number, number, number],
]
/** Those that say how the pixels are meant: every frame is read with them. */
const SHARED = new Set(['PLTE', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'iCCP', 'sBIT'].map(code))

function chunk(kind: number, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(data.length + 12)
  const view = new DataView(out.buffer)
  view.setUint32(0, data.length)
  view.setUint32(4, kind)
  out.set(data, 8)
  view.setUint32(data.length + 8, crc32(out.subarray(4, data.length + 8)))
  return out
}

/**
 * Takes an animated PNG apart (PNG 3rd edition, 11.3.4) without unpacking anything; null for a still one. `check` is
 * told the number of frames and their size before anything is kept of them. Throws a RangeError where the file is not
 * what it says: sizes, places, counts and checksums are looked at here, so that no decoder has to find its way through
 * a damaged one.
 */
export function apngParts(
  bytes: Uint8Array,
  check: (frames: number, width: number, height: number) => void,
): ApngParts | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let header: Uint8Array | null = null
  const shared: Uint8Array[] = []
  const parts: (Omit<ApngPart, 'png'> & { data: Uint8Array[] })[] = []
  let promised = 0
  let [width, height] = [0, 0]
  let seen = false
  for (let at = 8; ;) {
    if (at + 12 > bytes.length) throw new RangeError('cut off')
    const length = view.getUint32(at)
    const kind = view.getUint32(at + 4)
    if (at + 12 + length > bytes.length) throw new RangeError('cut off')
    const data = bytes.subarray(at + 8, at + 8 + length)
    // A still one is the decoder's matter, with all its faults.
    if (promised === 0 && kind === IDAT) return null
    if (promised > 0 && crc32(bytes.subarray(at + 4, at + 8 + length)) !== view.getUint32(at + 8 + length))
      throw new RangeError('a checksum that is wrong')
    const here = new DataView(data.buffer, data.byteOffset, data.byteLength)
    if (kind === IHDR && length === 13) {
      header = data
      width = here.getUint32(0)
      height = here.getUint32(4)
    } else if (kind === ACTL && length === 8) {
      promised = here.getUint32(0)
      if (promised < 2) return null
      check(promised, width, height)
    } else if (SHARED.has(kind) && !seen) shared.push(chunk(kind, data))
    else if (kind === FCTL) {
      if (length !== 26 || parts.length === promised) throw new RangeError('a frame too many')
      const [w, h, x, y] = [4, 8, 12, 16].map((from) => here.getUint32(from)) as [number, number, number, number]
      if (w === 0 || h === 0 || x + w > width || y + h > height) throw new RangeError('a frame outside')
      const per = here.getUint16(22) || 100
      const [dispose, blend] = [here.getUint8(24), here.getUint8(25)]
      parts.push({ x, y, width: w, height: h, delayMs: (here.getUint16(20) / per) * 1000, dispose, blend, data: [] })
    } else if (kind === IDAT) {
      seen = true
      // Without a frame of its own before it, the first picture is for those who show no frames.
      parts.at(-1)?.data.push(data)
    } else if (kind === FDAT) {
      if (length < 4 || parts.length === 0) throw new RangeError('a frame without a head')
      parts.at(-1)!.data.push(data.subarray(4))
    } else if (kind === IEND) break
    at += 12 + length
  }
  if (header === null || parts.length !== promised || parts.some((part) => part.data.length === 0))
    throw new RangeError('frames that are missing')
  const own = header
  return {
    width,
    height,
    parts: parts.map(({ data, ...part }) => {
      const head = own.slice()
      const size = new DataView(head.buffer)
      size.setUint32(0, part.width)
      size.setUint32(4, part.height)
      const body = [chunk(IHDR, head), ...shared, chunk(IDAT, joined(data)), chunk(IEND, new Uint8Array(0))]
      return { ...part, png: joined([Uint8Array.from(SIGNATURE), ...body]) }
    }),
  }
}
