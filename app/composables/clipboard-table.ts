import { userError } from '@core/errors'
import { MOST_ROWS } from '@core/kinds/deck'
import { listTable } from '@core/pack/deck'
import { readTable } from '@core/wording/table'

/** Characters of HTML that are looked at: some 10,000 rows of a spreadsheet's have a tenth of it. */
const MOST_HTML = 20_000_000
/** Columns a cell of a table may stand over. */
const MOST_SPAN = 64

/** Line breaks of a cell stay, the spaces its HTML was laid out with do not. */
function textOf(cell: Element): string {
  for (const one of cell.querySelectorAll('br')) one.replaceWith('\uE000')
  for (const one of cell.querySelectorAll('p + p, div + div')) one.prepend('\uE000')
  return (cell.textContent ?? '')
    .replace(/[\t\n\r ]+/g, ' ')
    .replace(/ ?\uE000 ?/g, '\n')
    .trim()
}

/** The first table of HTML as a spreadsheet or a page leaves it; null where there is none. Nothing of it is run or fetched. */
export function tableOfHtml(html: string): string[][] | null {
  const rows = html.match(/<tr[\s>]/gi)?.length ?? 0
  if (rows === 0) return null
  refuse(rows)
  if (html.length > MOST_HTML)
    throw userError('deck-large', 'What was pasted is too large to be looked at. Copy fewer rows; nothing was changed.')
  const table = new DOMParser().parseFromString(html, 'text/html').querySelector('table')
  if (table === null) return null
  return [...table.rows].map((row) =>
    [...row.cells].flatMap((cell) => {
      const span = Math.max(1, Math.min(MOST_SPAN, cell.colSpan))
      return [textOf(cell), ...Array.from({ length: span - 1 }, () => '')]
    }),
  )
}

function refuse(rows: number): void {
  if (rows > MOST_ROWS)
    throw userError(
      'deck-large',
      `That is ${rows} rows, and a deck has ${MOST_ROWS} at most. Copy fewer; nothing was changed.`,
    )
}

/**
 * What was pasted, as a table: cells of a spreadsheet by their HTML (quotation marks and line breaks stay), else by tabs,
 * else a plain list, one a line. Throws UserErrors for more rows than a deck may have, before they are read.
 */
export function tableOfClipboard(data: Pick<DataTransfer, 'getData'>, columns: number): string[][] {
  const made = tableOfHtml(data.getData('text/html'))
  if (made !== null) return made
  const text = data.getData('text/plain')
  let lines = 1
  for (let i = text.indexOf('\n'); i >= 0; i = text.indexOf('\n', i + 1)) lines++
  // A line break in quotation marks is no row: those are counted when they are read.
  if (!text.includes('"')) refuse(lines)
  const table = text.includes('\t') ? readTable(text, 'what was pasted', true) : listTable(text, columns)
  refuse(table.length)
  return table
}
