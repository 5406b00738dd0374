import type { Mime } from '../pack/asset'
import { textOfXml } from './svg'

/** What a file really is by its first bytes, and its size in px where it says one. Nothing is decoded. */
export interface Sniffed {
  mime: Mime
  /** 0 for sounds, and for SVG without a size of its own. */
  width: number
  height: number
}

const ascii = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length))
const view = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

/** Size from the first start-of-frame segment (ITU-T T.81 B.2.2). */
function jpegSize(bytes: Uint8Array): Sniffed | null {
  const v = view(bytes)
  let at = 2
  while (at + 9 < bytes.length) {
    if (bytes[at] !== 0xff) return null
    const marker = bytes[at + 1]!
    if (marker === 0xff) {
      at++
      continue
    }
    if (marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc)
      return { mime: 'image/jpeg', width: v.getUint16(at + 7), height: v.getUint16(at + 5) }
    if (marker === 0xd8 || (marker >= 0xd0 && marker <= 0xd7) || marker === 0x01) at += 2
    else at += 2 + v.getUint16(at + 2)
  }
  return null
}

function webpSize(bytes: Uint8Array): Sniffed | null {
  if (bytes.length < 30) return null
  const v = view(bytes)
  const kind = ascii(bytes, 12, 4)
  const u24 = (at: number) => bytes[at]! | (bytes[at + 1]! << 8) | (bytes[at + 2]! << 16)
  if (kind === 'VP8X') return { mime: 'image/webp', width: u24(24) + 1, height: u24(27) + 1 }
  if (kind === 'VP8L') {
    const bits = v.getUint32(21, true)
    return { mime: 'image/webp', width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 }
  }
  if (kind === 'VP8 ')
    return { mime: 'image/webp', width: v.getUint16(26, true) & 0x3fff, height: v.getUint16(28, true) & 0x3fff }
  return null
}

/** As much of an SVG's head as is looked through for its first element. */
const SVG_HEAD = 16_384

/** Attributes of the first element when it is <svg>, after instructions, comments and a document type; else null. */
function svgElement(text: string): string | null {
  let at = 0
  const behind = (mark: string, from: number): number => {
    const found = text.indexOf(mark, from)
    return found < 0 ? text.length : found + mark.length
  }
  while (at < text.length) {
    if (text.startsWith('<?', at)) at = behind('?>', at)
    else if (text.startsWith('<!--', at)) at = behind('-->', at + 4)
    else if (text.startsWith('<!', at)) {
      // A document type may have entities of its own, in brackets.
      const [bracket, end] = [text.indexOf('[', at), text.indexOf('>', at)]
      at = bracket >= 0 && bracket < end ? behind('>', behind(']', bracket)) : behind('>', at)
    } else if (/\s|\uFEFF/.test(text[at]!)) at++
    else break
  }
  if (!/^<svg[\s/>]/i.test(text.slice(at, at + 5))) return null
  const end = text.indexOf('>', at)
  return end < 0 ? null : text.slice(at + 4, end)
}

function svgSize(bytes: Uint8Array): Sniffed | null {
  const open = svgElement(textOfXml(bytes.subarray(0, SVG_HEAD)))
  if (open === null) return null
  const attribute = (name: string) => new RegExp(`\\s${name}\\s*=\\s*["']([^"']*)["']`, 'i').exec(open)?.[1] ?? ''
  const px = (text: string) => (/^\s*[\d.]+(px)?\s*$/.test(text) ? Math.round(Number.parseFloat(text)) : 0)
  const box = attribute('viewBox')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  return {
    mime: 'image/svg+xml',
    width: px(attribute('width')) || Math.round(box[2] ?? 0) || 0,
    height: px(attribute('height')) || Math.round(box[3] ?? 0) || 0,
  }
}

/** Null for anything that is not one of the file types a pack may hold. */
export function sniff(bytes: Uint8Array): Sniffed | null {
  if (bytes.length < 12) return null
  const v = view(bytes)
  const sound = (mime: Mime): Sniffed => ({ mime, width: 0, height: 0 })
  if (v.getUint32(0) === 0x89504e47 && v.getUint32(4) === 0x0d0a1a0a)
    return bytes.length >= 24 ? { mime: 'image/png', width: v.getUint32(16), height: v.getUint32(20) } : null
  if (v.getUint16(0) === 0xffd8) return jpegSize(bytes)
  if (/^GIF8[79]a$/.test(ascii(bytes, 0, 6)))
    return { mime: 'image/gif', width: v.getUint16(6, true), height: v.getUint16(8, true) }
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WEBP') return webpSize(bytes)
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WAVE') return sound('audio/wav')
  if (ascii(bytes, 0, 4) === 'OggS') return sound('audio/ogg')
  if (ascii(bytes, 0, 4) === 'fLaC') return sound('audio/flac')
  if (ascii(bytes, 4, 4) === 'ftyp' && /^M4[AB] |^mp4|^iso|^dash/.test(ascii(bytes, 8, 4))) return sound('audio/mp4')
  if (ascii(bytes, 0, 3) === 'ID3' || (bytes[0] === 0xff && (bytes[1]! & 0xe6) === 0xe2)) return sound('audio/mpeg')
  return svgSize(bytes)
}

/** What is known of a file that a pack cannot hold: what it is called, and what to do with it. */
export interface Foreign {
  what: string
  /** A whole sentence. */
  then: string
}

const AS_PNG = 'Export it as PNG and drop that.'
const AS_WAV = 'Export it as WAV, Ogg or MP3 and drop that.'

/** Kinds people have that browsers do not open, by their first bytes; null for what is not known either. */
export function foreignKind(bytes: Uint8Array): Foreign | null {
  if (bytes.length < 12) return null
  const head = ascii(bytes, 0, 12)
  const brand = head.slice(4, 8) === 'ftyp' ? head.slice(8, 12) : ''
  if (/^(hei[cxms]|hev[cx]|mif1|msf1)$/.test(brand))
    return {
      what: 'a HEIC photograph, which browsers do not open',
      then: 'Share it as JPEG, or let the phone take photographs in its most compatible format.',
    }
  if (/^avi[fs]$/.test(brand)) return { what: 'an AVIF picture', then: 'Save it as PNG or WebP and drop that.' }
  if (/^(qt {2}|mp4[12]|isom|iso\d|M4V )$/.test(brand))
    return { what: 'a film', then: 'Save a moving part of it as GIF and drop that.' }
  const known: [boolean, string, string][] = [
    [/^(II\*\0|MM\0\*)/.test(head), 'a TIFF picture', AS_PNG],
    [head.startsWith('BM') && bytes[14] === 40, 'a BMP picture', AS_PNG],
    [head.startsWith('8BPS') || head.slice(5, 8) === 'xcf', 'a picture in layers of a paint program', AS_PNG],
    [bytes[4] === 0xe0 && bytes[5] === 0xa5, 'a picture in layers of a pixel editor', AS_PNG],
    [head.startsWith('/* XPM'), 'an XPM picture', AS_PNG],
    [bytes[0] === 0 && bytes[1] === 0 && (bytes[2] === 1 || bytes[2] === 2) && bytes[3] === 0, 'an icon file', AS_PNG],
    [bytes[0] === 0x0a && bytes[1]! <= 5 && bytes[2] === 1, 'a PCX picture', AS_PNG],
    [head.startsWith('%PDF'), 'a PDF', 'Export the page as PNG or SVG and drop that.'],
    [head.startsWith('MThd'), 'a MIDI file, which holds notes and no sound', 'Play it into a WAV file and drop that.'],
    [head.startsWith('FORM') && /AIF[FC]/.test(head), 'an AIFF sound', AS_WAV],
    [head.startsWith('Extended Mod') || head.startsWith('IMPM'), 'a tracker tune', AS_WAV],
    [bytes[0] === 0x30 && bytes[1] === 0x26 && bytes[2] === 0xb2, 'a Windows Media file', AS_WAV],
    [head.startsWith('\x1aE\xdf\xa3'), 'a film', 'Save a moving part of it as GIF and drop that.'],
    [
      head.startsWith('Rar!') || head.startsWith('7z') || (bytes[0] === 0x1f && bytes[1] === 0x8b),
      'an archive',
      'Unpack it, or make it a ZIP, and drop what is inside.',
    ],
    [head.startsWith('PK'), 'a ZIP archive', 'Give its name the ending .zip and drop it on the list of parts.'],
    [/^\s*<(!doctype html|html)/i.test(head), 'a web page', 'Open it and save the picture itself.'],
  ]
  const found = known.find(([is]) => is)
  return found === undefined ? null : { what: found[1], then: found[2] }
}
