import { create } from 'fontkitten'
import { userError } from '../errors'
import type { Mime } from '../pack/asset'
import type { WeightWidths, Widths } from './fit'

export interface FontFacts {
  mime: Mime
  family: string
  author: string
  licence: string
  /** What its maker allows (OpenType OS/2 fsType): `yes` to travel in a game, `asks` when a licence is needed. */
  embedding: 'yes' | 'asks' | 'no'
  /** Letters of plain English it does not have. */
  missing: string
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,!?:;-+%&()/\'"'

function mimeOf(bytes: Uint8Array): Mime | null {
  const word = bytes.length < 12 ? '' : String.fromCharCode(...bytes.subarray(0, 4))
  if (word === 'wOF2') return 'font/woff2'
  if (word === 'OTTO') return 'font/otf'
  return word === 'true' || word === '\0\u0001\0\0' ? 'font/ttf' : null
}

type Opened = Extract<ReturnType<typeof create>, { isCollection: false }>

function open(name: string, bytes: Uint8Array): { font: Opened; mime: Mime } {
  const mime = mimeOf(bytes)
  if (mime === null)
    throw userError(
      'file-kind',
      `“${name}” is not a typeface a game can carry (TTF, OTF or WOFF2). Nothing was changed.`,
    )
  if (bytes.length > 4_000_000)
    throw userError(
      'file-large',
      `“${name}” has ${Math.round(bytes.length / 1e6)} MB; a typeface may have 4 MB. Take one with fewer letters.`,
    )
  try {
    const font = create(bytes as Parameters<typeof create>[0])
    if (font.isCollection || !(font.unitsPerEm > 0) || font.numGlyphs < 1) throw new Error('nothing to set')
    return { font, mime }
  } catch {
    throw userError('file-broken', `“${name}” is damaged and cannot be opened. Get it again and drop it here.`)
  }
}

/** OpenType 1.9, OS/2 fsType: bit 1 forbids embedding, bits 2 and 3 allow it for looking or editing. */
export function embeddingOf(fsType: number): FontFacts['embedding'] {
  if ((fsType & 0x000f) === 0x0002) return 'no'
  return (fsType & 0x000f) === 0 || (fsType & 0x0008) !== 0 ? 'yes' : 'asks'
}

/** What a font file says of itself. Throws a UserError for what is no font, or a broken one. */
export function readFont(name: string, bytes: Uint8Array): FontFacts {
  const { font, mime } = open(name, bytes)
  const flags = (font['OS/2'] as unknown as { fsType?: number | Record<string, boolean> }).fsType ?? 0
  const fsType =
    typeof flags === 'number'
      ? flags
      : (flags['noEmbedding'] ? 2 : 0) | (flags['viewOnly'] ? 4 : 0) | (flags['editable'] ? 8 : 0)
  const text = (key: string): string => {
    try {
      return font.getName(key) ?? ''
    } catch {
      return ''
    }
  }
  return {
    mime,
    family: font.familyName || name,
    author: text('designer') || text('manufacturer') || '',
    licence: text('license').slice(0, 200),
    embedding: embeddingOf(fsType),
    missing: [...LETTERS].filter((letter) => !font.hasGlyphForCodePoint(letter.codePointAt(0)!)).join(''),
  }
}

/** Whether a font file has a letter of its own. Throws a UserError for what is no font. */
export function lettersOf(name: string, bytes: Uint8Array): (letter: string) => boolean {
  const { font } = open(name, bytes)
  return (letter) => font.hasGlyphForCodePoint(letter.codePointAt(0)!)
}

/** Heavier cuts of a variable typeface are wider than the one its file begins with: a share on the safe side. */
const HEAVY = 1.1

/**
 * Advance widths of the letters texts are set with, as the check needs them: of the cut the file begins with, and for
 * bold letters of a variable typeface a tenth more.
 */
export function fontWidths(name: string, bytes: Uint8Array, like: Widths): Widths {
  const { font } = open(name, bytes)
  const at = (letters: readonly string[], share: number): WeightWidths => {
    const advances: Record<string, number> = {}
    for (const letter of letters) {
      const code = letter.codePointAt(0)!
      if (font.hasGlyphForCodePoint(code))
        advances[letter] = Math.round((font.glyphForCodePoint(code).advanceWidth / font.unitsPerEm) * 1000 * share)
    }
    return { advances, other: 1000 }
  }
  const variable = font.variationAxes['wght'] !== undefined
  return {
    bold: at(Object.keys(like.bold.advances), variable ? HEAVY : 1),
    regular: at(Object.keys(like.regular.advances), 1),
  }
}
