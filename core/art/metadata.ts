import { joined } from '../bytes'
import ExifReader from 'exifreader'
import { sniff } from './sniff'

export interface PictureTags {
  /** Degrees, when the file says where it was taken. */
  latitude: number | null
  longitude: number | null
  /** Camera make and model, when told. */
  device: string
  /** 1..8 as EXIF counts; 1 is upright. */
  orientation: number
}

/** Reads the tags that matter; a file with none, or with broken ones, gives empty tags. */
export function readTags(bytes: Uint8Array): PictureTags {
  const none: PictureTags = { latitude: null, longitude: null, device: '', orientation: 1 }
  try {
    const copy = bytes.slice().buffer
    const tags = ExifReader.load(copy, { expanded: true })
    const exif = tags.exif as Record<string, { value?: unknown; description?: string } | undefined> | undefined
    const orientation = Number(exif?.['Orientation']?.value ?? 1)
    return {
      latitude: finite(tags.gps?.Latitude),
      longitude: finite(tags.gps?.Longitude),
      device: [exif?.['Make']?.description, exif?.['Model']?.description]
        .filter((word) => word !== undefined && word !== '')
        .join(' '),
      orientation: orientation >= 1 && orientation <= 8 ? orientation : 1,
    }
  } catch {
    // The reader throws on files without any tags; that is the usual case.
    return none
  }
}

const finite = (value: unknown): number | null => (typeof value === 'number' && Number.isFinite(value) ? value : null)

/** The same picture without tags. Upright orientation is kept as a tag of its own where the file needs it. */
export function stripTags(bytes: Uint8Array): Uint8Array {
  switch (sniff(bytes)?.mime) {
    case 'image/jpeg':
      return stripJpeg(bytes, readTags(bytes).orientation)
    case 'image/png':
      return stripPng(bytes)
    case 'image/webp':
      return stripWebp(bytes)
    case 'image/gif':
      return stripGif(bytes)
    default:
      return bytes
  }
}

/** An EXIF segment with the orientation and nothing else (TIFF, one entry, big endian). */
function orientationSegment(orientation: number): Uint8Array {
  return Uint8Array.from([
    0xff,
    0xe1,
    0,
    34,
    0x45,
    0x78,
    0x69,
    0x66,
    0,
    0,
    0x4d,
    0x4d,
    0,
    0x2a,
    0,
    0,
    0,
    8,
    0,
    1,
    0x01,
    0x12,
    0,
    3,
    0,
    0,
    0,
    1,
    0,
    orientation,
    0,
    0,
    0,
    0,
    0,
    0,
  ])
}

/** Drops APP1..APP13, APP15 and comments; keeps JFIF, Adobe colour (APP14) and everything from the scan on. ICC (APP2) stays. */
function stripJpeg(bytes: Uint8Array, orientation: number): Uint8Array {
  const parts: Uint8Array[] = [bytes.subarray(0, 2)]
  if (orientation !== 1) parts.push(orientationSegment(orientation))
  let at = 2
  while (at + 4 <= bytes.length) {
    const marker = bytes[at + 1]!
    if (bytes[at] !== 0xff || marker === 0xda) break
    const length = 2 + ((bytes[at + 2]! << 8) | bytes[at + 3]!)
    const app = marker >= 0xe0 && marker <= 0xef
    const keep = marker === 0xe0 || marker === 0xe2 || marker === 0xee || (!app && marker !== 0xfe)
    if (keep) parts.push(bytes.subarray(at, at + length))
    at += length
  }
  parts.push(bytes.subarray(at, endOfImage(bytes, at)))
  return joined(parts)
}

/** Where a JPEG ends: behind the first end mark after its scans (ITU-T T.81 B.1.1.3); the file's end where it was cut off. */
function endOfImage(bytes: Uint8Array, from: number): number {
  for (let at = from; at + 1 < bytes.length; at++) if (bytes[at] === 0xff && bytes[at + 1] === 0xd9) return at + 2
  return bytes.length
}

/** Application blocks of a GIF that change how it plays. */
const GIF_KEPT = new Set(['NETSCAPE2.0', 'ANIMEXTS1.0'])

/** Drops comments, application blocks that do not count repeats, and what follows the trailer (GIF 89a, 24, 26, 27). */
function stripGif(bytes: Uint8Array): Uint8Array {
  const table = (flags: number) => ((flags & 0x80) === 0 ? 0 : 3 * 2 ** ((flags & 7) + 1))
  let at = 13 + table(bytes[10]!)
  const parts: Uint8Array[] = [bytes.subarray(0, at)]
  const blocksEnd = (from: number): number => {
    let end = from
    while (end < bytes.length && bytes[end] !== 0) end += bytes[end]! + 1
    return end + 1
  }
  while (at < bytes.length) {
    const kind = bytes[at]
    if (kind === 0x3b) return joined([...parts, bytes.subarray(at, at + 1)])
    if (kind === 0x21) {
      const label = bytes[at + 1]
      const end = blocksEnd(at + 2)
      const name = String.fromCharCode(...bytes.subarray(at + 3, at + 14))
      if (label !== 0xfe && (label !== 0xff || GIF_KEPT.has(name))) parts.push(bytes.subarray(at, end))
      at = end
    } else if (kind === 0x2c) {
      const end = blocksEnd(at + 10 + table(bytes[at + 9] ?? 0) + 1)
      parts.push(bytes.subarray(at, end))
      at = end
    } else break
  }
  // A file that was cut off stays so: whoever decodes it tells.
  return joined([...parts, bytes.subarray(at)])
}

const PNG_TAGS = new Set(['tEXt', 'zTXt', 'iTXt', 'eXIf', 'tIME'])

function stripPng(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const parts: Uint8Array[] = [bytes.subarray(0, 8)]
  let at = 8
  while (at + 12 <= bytes.length) {
    const end = at + 12 + view.getUint32(at)
    const kind = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    if (!PNG_TAGS.has(kind)) parts.push(bytes.subarray(at, end))
    at = end
    if (kind === 'IEND') return parts.length === 2 && at === bytes.length ? bytes : joined(parts)
  }
  // A file that was cut off stays so: whoever decodes it tells.
  if (at < bytes.length) parts.push(bytes.subarray(at))
  return parts.length === 2 && parts[1]!.length === bytes.length - 8 ? bytes : joined(parts)
}

function stripWebp(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const parts: Uint8Array[] = [bytes.slice(0, 12)]
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true)
    const end = Math.min(bytes.length, at + 8 + size + (size & 1))
    const kind = String.fromCharCode(...bytes.subarray(at, at + 4))
    if (kind === 'VP8X') {
      const chunk = bytes.slice(at, end)
      chunk[8]! &= ~0x0c
      parts.push(chunk)
    } else if (kind !== 'EXIF' && kind !== 'XMP ') parts.push(bytes.subarray(at, end))
    at = end
  }
  const out = joined(parts)
  new DataView(out.buffer).setUint32(4, out.length - 8, true)
  return out
}

/**
 * Whether a PNG says how its colours are meant other than as sRGB: a gamma that is not 1/2.2, other primaries, or a
 * profile (PNG 3rd edition 11.3.2). Who decodes it without heed would see other colours than a browser shows.
 */
export function saysColours(bytes: Uint8Array): boolean {
  if (sniff(bytes)?.mime !== 'image/png') return false
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let says = false
  for (let at = 8; at + 12 <= bytes.length; at += 12 + view.getUint32(at)) {
    const kind = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    if (kind === 'IDAT') break
    if (kind === 'sRGB') return false
    if (kind === 'iCCP' || kind === 'cICP') says = true
    // 45455 is 1/2.2 in hundred-thousandths, and so is what rounding makes of it.
    if (kind === 'gAMA' && Math.abs(view.getUint32(at + 8) - 45455) > 300) says = true
  }
  return says
}
