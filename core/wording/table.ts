import Papa from 'papaparse'
import { userError } from '../errors'

const MOST_BYTES = 5_000_000
/** How a cell begins that spreadsheets take for a formula (OWASP, CSV injection). */
const FORMULA = /^[=+\-@\t\r]/
/** Such a cell as it is written: a quote in front keeps it text. */
const KEPT_AS_TEXT = /^'(?=[=+\-@\t\r])/

/**
 * The text of a table file: UTF-8 or UTF-16, told by its mark or by where its zero bytes lie, else Windows-1252 as old
 * spreadsheets write it. Throws a UserError for what is no text.
 */
export function decodeTable(name: string, bytes: Uint8Array): string {
  if (bytes.length === 0) throw userError('file-empty', `“${name}” is empty (0 bytes). Save it again and take it here.`)
  if (bytes.length > MOST_BYTES)
    throw userError('file-large', `“${name}” has ${Math.round(bytes.length / 1e6)} MB; 5 MB is the most for a table.`)
  const [a, b] = bytes
  const zeros = [0, 0]
  for (let i = 0; i < Math.min(bytes.length, 400); i++) if (bytes[i] === 0) zeros[i % 2]!++
  const sixteen =
    a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : guessed(zeros as [number, number])
  if (sixteen !== null) return new TextDecoder(sixteen).decode(bytes)
  if (zeros[0]! + zeros[1]! > 0)
    throw userError('file-kind', `“${name}” is not a table of text. Save it from the spreadsheet as CSV and take that.`)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

const guessed = ([even, odd]: [number, number]): 'utf-16le' | 'utf-16be' | null =>
  odd > 5 && even === 0 ? 'utf-16le' : even > 5 && odd === 0 ? 'utf-16be' : null

/**
 * Rows of cells. What is pasted from a spreadsheet has tabs between its cells, so commas stay commas there; a file's
 * own mark is found. Throws a UserError for quotation marks that do not close.
 */
export function readTable(text: string, what: string, pasted: boolean): string[][] {
  const { data, errors } = Papa.parse<string[]>(
    text
      .replace(/^\uFEFF/, '')
      .replace(/\r\n?/g, '\n')
      .replace(/\n$/, ''),
    {
      ...(pasted ? { delimiter: '\t' } : { delimitersToGuess: [',', ';', '\t'] }),
      newline: '\n',
      skipEmptyLines: false,
    },
  )
  const broken = errors.find((error) => error.type === 'Quotes')
  if (broken !== undefined)
    throw userError(
      'table-quotes',
      `Row ${(broken.row ?? 0) + 1} of ${what} has a quotation mark that is not closed. Close it (or double it) and try again; nothing was changed.`,
    )
  return data.map((row) => row.map((cell) => cell.replace(KEPT_AS_TEXT, '')))
}

export const writeTable = (rows: readonly (readonly string[])[]): string =>
  '\uFEFF' + Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: FORMULA })

/** Cells as they go into the clipboard: tabs between them, those with line breaks in quotation marks. */
export const writeCells = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(rows as string[][], { delimiter: '\t', newline: '\n' })

export interface Laid {
  key: string
  text: string
}

/**
 * Which text goes where: by key where the first column holds the keys of the sheet, else in order from row `from`.
 * `column` counts the columns that hold texts.
 */
export function layColumn(
  rows: readonly (readonly string[])[],
  keys: readonly string[],
  from: number,
): { laid: Laid[]; left: number; byKey: boolean } {
  const known = new Set(keys)
  const named = rows.filter((row) => known.has((row[0] ?? '').trim()))
  if (named.length > 0 && named.length >= (rows.length - 1) / 2) {
    const column = Math.max(1, rows[0]!.length - 1)
    return {
      laid: named.map((row) => ({ key: row[0]!.trim(), text: row[column] ?? '' })).filter((one) => one.text !== ''),
      left: rows.length - named.length,
      byKey: true,
    }
  }
  const laid: Laid[] = []
  rows.forEach((row, i) => {
    const key = keys[from + i]
    // An empty cell leaves the text that is there.
    if (key !== undefined && (row[0] ?? '') !== '') laid.push({ key, text: row[0]! })
  })
  return { laid, left: Math.max(0, rows.length - Math.max(0, keys.length - from)), byKey: false }
}
