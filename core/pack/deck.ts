import { distance } from 'fastest-levenshtein'
import { UserError } from '../errors'
import { isEmpty } from '../game/deck'
import { MOST_LETTERS, MOST_ROWS, type DeckCell, type DeckColumn, type DeckContent, type DeckRow } from '../kinds/deck'

/** A column of the sheet: one of the deck's, in one language; an empty tag is the game's own. */
export interface SheetColumn {
  column: DeckColumn
  tag: string
}

/** The sheet's columns: one for each language of those whose texts may be something else in each. */
export const sheetColumns = (columns: readonly DeckColumn[], tags: readonly string[]): SheetColumn[] =>
  columns.flatMap((column) => ['', ...(column.languages ? tags : [])].map((tag) => ({ column, tag })))

const holdsText = ({ holds }: DeckColumn): boolean => holds.includes('text') || holds.includes('link')

/** The text of a cell in a language; empty where nothing is written in that one. */
export const textIn = (cell: DeckCell | undefined, tag: string): string =>
  (tag === '' ? cell?.text : cell?.in?.[tag]) ?? ''

/** Without the picture that was drawn of its words. */
function withoutFormula(cell: Omit<DeckCell, 'in'>): Omit<DeckCell, 'in'> {
  if (cell.formula !== true) return cell
  const { formula: _formula, picture: _picture, crisp: _crisp, ...rest } = cell
  return rest
}

/** The cell with that text in that language; an empty one takes it out. */
export function withText(cell: DeckCell | undefined, tag: string, text: string): DeckCell {
  const { in: others = {}, ...whole } = cell ?? {}
  const said = text.slice(0, MOST_LETTERS)
  const own = tag === '' && said !== whole.text ? withoutFormula(whole) : whole
  if (tag === '') {
    const { text: _old, ...rest } = own
    return {
      ...rest,
      ...(said === '' ? {} : { text: said }),
      ...(Object.keys(others).length === 0 ? {} : { in: others }),
    }
  }
  const { [tag]: _old, ...rest } = others
  const next = said === '' ? rest : { ...rest, [tag]: said }
  return { ...own, ...(Object.keys(next).length === 0 ? {} : { in: next }) }
}

function withCell(row: DeckRow, column: string, cell: DeckCell): DeckRow {
  const { [column]: _old, ...rest } = row.cells
  return { ...row, cells: Object.keys(cell).length === 0 ? rest : { ...rest, [column]: cell } }
}

/** Ids that no row of these has, as many as are asked for. */
export function freshIds(rows: readonly DeckRow[], count: number): string[] {
  const taken = new Set(rows.map(({ id }) => id))
  const ids: string[] = []
  for (let n = rows.length + 1; ids.length < count; n++) if (!taken.has(`r${n}`)) ids.push(`r${n}`)
  return ids
}

/** The deck with another row wherever `change` gives one. */
const eachRow = (deck: DeckContent, change: (row: DeckRow, index: number) => DeckRow): DeckContent => ({
  ...deck,
  rows: deck.rows.map(change),
})

/** The deck with that in one cell; a row behind the last one is a new one. */
export function withCellAt(deck: DeckContent, index: number, column: string, cell: DeckCell): DeckContent {
  if (index < deck.rows.length) return eachRow(deck, (row, i) => (i === index ? withCell(row, column, cell) : row))
  if (Object.keys(cell).length === 0) return deck
  return { ...deck, rows: [...roomFor(deck, 1), { id: freshIds(deck.rows, 1)[0]!, cells: { [column]: cell } }] }
}

/** The rows, where so many more have room; throws a UserError where they have not. */
function roomFor({ rows }: DeckContent, more: number): readonly DeckRow[] {
  if (rows.length + more > MOST_ROWS)
    throw new UserError(
      `That would be ${rows.length + more} rows, and a deck has ${MOST_ROWS} at most. Nothing was changed; take fewer.`,
      'deck-large',
    )
  return rows
}

/**
 * Lays a table into the sheet with its top left at a cell; rows that are missing are added. Columns that hold no text
 * are passed over. Throws a UserError where there are too many rows; nothing is cut short in silence.
 */
export function laid(
  deck: DeckContent,
  sheet: readonly SheetColumn[],
  at: { row: number; column: number },
  table: readonly (readonly string[])[],
): DeckContent {
  const more = Math.max(0, at.row + table.length - deck.rows.length)
  const rows = [...roomFor(deck, more)]
  for (const id of freshIds(rows, more)) rows.push({ id, cells: {} })
  table.forEach((cells, y) => {
    let row = rows[at.row + y]!
    cells.forEach((text, x) => {
      const to = sheet[at.column + x]
      if (to === undefined || !holdsText(to.column)) return
      row = withCell(row, to.column.id, withText(row.cells[to.column.id], to.tag, text))
    })
    rows[at.row + y] = row
  })
  return { ...deck, rows }
}

/** The texts of a box of the sheet, as a table. */
export const tableOf = (
  deck: DeckContent,
  sheet: readonly SheetColumn[],
  from: { row: number; column: number },
  to: { row: number; column: number },
): string[][] =>
  deck.rows
    .slice(from.row, to.row + 1)
    .map(({ cells }) => sheet.slice(from.column, to.column + 1).map(({ column, tag }) => textIn(cells[column.id], tag)))

/** What parts the two sides of a line in a plain list. */
const BETWEEN = ['\t', ' = ', ' – ', ' - ', ';', ': ', ','] as const

/** A plain list, one a line; where most lines have the same mark between two words, both sides of it. */
export function listTable(text: string, columns: number): string[][] {
  const lines = text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
  const mark =
    columns < 2
      ? undefined
      : BETWEEN.find((one) => lines.filter((line) => line.includes(one)).length > lines.length * 0.6)
  if (mark === undefined) return lines.map((line) => [line])
  return lines.map((line) => {
    const at = line.indexOf(mark)
    return at < 0 ? [line] : [line.slice(0, at).trim(), line.slice(at + mark.length).trim()]
  })
}

const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/** Whether the first row of a table names columns of the sheet. */
export const hasHeads = (table: readonly (readonly string[])[], columns: readonly DeckColumn[]): boolean => {
  const names = new Set(columns.map(({ name }) => plain(name)))
  return (table[0] ?? []).some((cell) => names.has(plain(cell.replace(/\[.*\]/, ''))))
}

export interface RowMark {
  /** Columns that are needed and empty. */
  lacks: readonly string[]
  /** The row (0-based) before it that says the same; -1 for none. */
  same: number
}

/** What is to be said of each row: what it lacks, and where the same is said already. Rows that are quite empty say nothing. */
export function marksOf({ rows }: DeckContent, columns: readonly DeckColumn[]): RowMark[] {
  const first = new Map<string, number>()
  const needed = columns.filter((column) => column.needed)
  return rows.map(({ cells }, i) => {
    if (Object.values(cells).every(isEmpty)) return { lacks: [], same: -1 }
    const lacks = needed.filter(({ id }) => isEmpty(cells[id])).map(({ id }) => id)
    const key = JSON.stringify(
      needed.map(({ id }) => [plain(cells[id]?.text ?? ''), cells[id]?.picture, cells[id]?.sound]),
    )
    const same = first.get(key) ?? -1
    if (same < 0) first.set(key, i)
    return { lacks, same }
  })
}

export function withoutRows(deck: DeckContent, indices: readonly number[]): DeckContent {
  const gone = new Set(indices)
  return { ...deck, rows: deck.rows.filter((_, i) => !gone.has(i)) }
}

/** Copies of some rows, each behind its own. */
export function copiedRows(deck: DeckContent, indices: readonly number[]): DeckContent {
  const ids = freshIds(roomFor(deck, indices.length), indices.length)
  return {
    ...deck,
    rows: deck.rows.flatMap((row, i) => (indices.includes(i) ? [row, { ...row, id: ids.pop()! }] : [row])),
  }
}

/** Some rows one place up (-1) or down (1), as one; the deck itself where they are at its end. */
export function movedRows(deck: DeckContent, indices: readonly number[], by: -1 | 1): DeckContent {
  const sorted = [...indices].sort((a, b) => (a - b) * -by)
  if (sorted.some((i) => i + by < 0 || i + by >= deck.rows.length)) return deck
  const rows = [...deck.rows]
  for (const i of sorted) [rows[i], rows[i + by]] = [rows[i + by]!, rows[i]!]
  return { ...deck, rows }
}

/** What the first of these rows says in a column of the sheet, in all of them. */
export function filledDown(deck: DeckContent, { column, tag }: SheetColumn, from: number, to: number): DeckContent {
  const first = deck.rows[from]?.cells[column.id]
  if (first === undefined) return deck
  return eachRow(deck, (row, i) => {
    if (i <= from || i > to) return row
    return withCell(row, column.id, tag === '' ? { ...first } : withText(row.cells[column.id], tag, textIn(first, tag)))
  })
}

/** Rows in the order of what they say in a column, numbers by their size; empty ones last. */
export function sortedRows(deck: DeckContent, { column, tag }: SheetColumn, language: string): DeckContent {
  const { compare } = new Intl.Collator(language, { numeric: true, sensitivity: 'base' })
  const said = ({ cells }: DeckRow) => textIn(cells[column.id], tag)
  const rows = [...deck.rows].sort(
    (a, b) => Number(said(a) === '') - Number(said(b) === '') || compare(said(a), said(b)),
  )
  return { ...deck, rows }
}

/** Another word wherever that one stands, letters large or small, in all columns and languages; how many there were. */
export function replacedIn(deck: DeckContent, find: string, by: string): { deck: DeckContent; count: number } {
  let count = 0
  if (find === '') return { deck, count }
  const looked = new RegExp(find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), 'giu')
  const change = (text: string): string => text.replace(looked, () => (count++, by)).slice(0, MOST_LETTERS)
  const next = eachRow(deck, (row) => {
    let made = row
    for (const [column, cell] of Object.entries(row.cells))
      for (const tag of ['', ...Object.keys(cell.in ?? {})]) {
        const was = textIn(cell, tag)
        const is = change(was)
        if (is !== was) made = withCell(made, column, withText(made.cells[column], tag, is))
      }
    return made
  })
  return { deck: count === 0 ? deck : next, count }
}

/** Where a file goes: a row, and whether that is only a guess. */
export interface Matched {
  file: string
  row: number
  sure: boolean
}

const stemOf = (file: string): string => plain(file.replace(/^.*[\\/]/, '').replace(/\.[^.]+$/, ''))

/**
 * Which row each file goes to. By name: a file goes where a text of the row is its name, or the last word of it
 * (`flag-c.png` to `C`); sure where that is so of one row only, a guess where a word is a letter or two away. In order:
 * the first file to the first row that lacks it, and so on.
 */
export function matchFiles(
  deck: DeckContent,
  files: readonly string[],
  column: string,
  holds: 'picture' | 'sound',
  how: 'name' | 'order',
): { matched: Matched[]; left: string[] } {
  const matched: Matched[] = []
  const left: string[] = []
  if (how === 'order') {
    const free = deck.rows.flatMap(({ cells }, i) => (cells[column]?.[holds] === undefined ? [i] : []))
    const { compare } = new Intl.Collator('en', { numeric: true })
    ;[...files].sort(compare).forEach((file, i) => {
      if (free[i] === undefined) left.push(file)
      else matched.push({ file, row: free[i], sure: true })
    })
    return { matched, left }
  }
  const said = deck.rows.map(({ cells }) =>
    Object.values(cells).flatMap((cell) =>
      [cell.text ?? '', ...Object.values(cell.in ?? {})].map(plain).filter((text) => text !== ''),
    ),
  )
  const byText = new Map<string, number[]>()
  said.forEach((texts, i) => new Set(texts).forEach((text) => byText.set(text, [...(byText.get(text) ?? []), i])))
  const taken = new Set<number>()
  const take = (file: string, row: number, sure: boolean): void => {
    taken.add(row)
    matched.push({ file, row, sure })
  }
  const open: string[] = []
  for (const file of files) {
    const stem = stemOf(file)
    const words = stem.split(' ')
    const names = [stem, words.at(-1)!, words.slice(1).join(' '), words[0]!]
    const found = names.map((name) => byText.get(name)).find((rows) => rows?.length === 1 && !taken.has(rows[0]!))
    if (found === undefined) open.push(file)
    else take(file, found[0]!, true)
  }
  for (const file of open) {
    const stem = stemOf(file)
    const names = [stem, ...stem.split(' ')].filter((name) => name.length > 2)
    let best = -1
    let least = 3
    said.forEach((texts, i) => {
      if (taken.has(i) || deck.rows[i]!.cells[column]?.[holds] !== undefined) return
      for (const text of texts)
        for (const name of names) {
          // What one begins with, the other does: `oscar_2` for `O`.
          const far = text.length > 0 && text.length <= 2 && name.startsWith(text) ? 2 : distance(name, text)
          if (far < least && far < Math.max(2, text.length / 2 + 1)) [least, best] = [far, i]
        }
    })
    if (best < 0) left.push(file)
    else take(file, best, false)
  }
  return { matched, left }
}
