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
    default:
      return bytes
  }
}

function join(parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    out.set(part, at)
    at += part.length
  }
  return out
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
  parts.push(bytes.subarray(at))
  return join(parts)
}

const PNG_TAGS = new Set(['tEXt', 'zTXt', 'iTXt', 'eXIf', 'tIME'])

function stripPng(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const parts: Uint8Array[] = [bytes.subarray(0, 8)]
  let at = 8
  while (at + 12 <= bytes.length) {
    const end = at + 12 + view.getUint32(at)
    if (!PNG_TAGS.has(String.fromCharCode(...bytes.subarray(at + 4, at + 8)))) parts.push(bytes.subarray(at, end))
    at = end
  }
  // A file that was cut off stays so: whoever decodes it tells.
  if (at < bytes.length) parts.push(bytes.subarray(at))
  return parts.length === 2 && parts[1]!.length === bytes.length - 8 ? bytes : join(parts)
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
  const out = join(parts)
  new DataView(out.buffer).setUint32(4, out.length - 8, true)
  return out
}
