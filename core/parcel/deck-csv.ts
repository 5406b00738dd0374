import { UserError } from '../errors'
import { MOST_ROWS, type DeckCell, type DeckColumn, type DeckContent } from '../kinds/deck'
import { freshIds, hasHeads, sheetColumns, textIn, withText } from '../pack/deck'
import { readTable, writeTable } from '../wording/table'

const FILES = ['picture', 'sound'] as const

/**
 * A deck as a table: a line of heads, then a line a row. A text in another language has its tag behind the column's name
 * (`Said [cy]`), a picture or a sound its kind (`One side: picture`) and its file's name in the cells.
 */
export function deckToCsv(
  deck: DeckContent,
  columns: readonly DeckColumn[],
  tags: readonly string[],
  nameOf: (hash: string) => string,
): string {
  const fields = columns.flatMap((column) =>
    [
      ...sheetColumns([column], tags)
        .filter(() => column.holds.includes('text') || column.holds.includes('link'))
        .map(({ tag }) => ({
          head: tag === '' ? column.name : `${column.name} [${tag}]`,
          of: (cell: DeckCell | undefined) => textIn(cell, tag),
        })),
      ...FILES.filter((kind) => column.holds.includes(kind)).map((kind) => ({
        head: `${column.name}: ${kind}`,
        // What was drawn of the words goes out as the words it is.
        of: (cell: DeckCell | undefined) =>
          cell?.[kind] === undefined || (kind === 'picture' && cell.formula === true) ? '' : nameOf(cell[kind]),
      })),
    ].map((field) => ({ ...field, column: column.id })),
  )
  return writeTable([
    fields.map(({ head }) => head),
    ...deck.rows.map(({ cells }) => fields.map(({ column, of }) => of(cells[column]))),
  ])
}

/**
 * Reads a table as `deckToCsv` writes it, or any other with heads, or one without: then its columns are those of texts
 * in order, and `heads` is false: its first row may be heads of somebody else’s. Files are found by their names among those
 * the pack has; those it has not are named. Throws a UserError that
 * says what is wrong and what to do.
 */
export function deckFromCsv(
  text: string,
  file: string,
  columns: readonly DeckColumn[],
  tags: readonly string[],
  hashOf: (name: string) => string | undefined,
): { deck: DeckContent; missing: string[]; heads: boolean } {
  const table = readTable(text, `“${file}”`, false).filter((row) => row.some((cell) => cell.trim() !== ''))
  if (table.length > MOST_ROWS + 1)
    throw new UserError(
      `“${file}” has ${table.length} rows, and a deck has ${MOST_ROWS} at most. Take fewer; nothing was changed.`,
      'deck-large',
    )
  const texts = columns.filter(({ holds }) => holds.includes('text') || holds.includes('link'))
  const heads = hasHeads(table, columns)
  const to = (heads ? table[0]! : texts.map(({ name }) => name)).map((head) => fieldOf(head, columns, tags))
  const rows = heads ? table.slice(1) : table
  if (rows.length === 0 || to.every((field) => field === null))
    throw new UserError(`“${file}” holds no rows for this deck. Nothing was changed.`, 'deck-empty')
  const ids = freshIds([], rows.length)
  const missing = new Set<string>()
  const made = rows.map((row, i) => {
    const cells: Record<string, DeckCell> = {}
    row.forEach((said, x) => {
      const field = to[x]
      if (field === undefined || field === null || said === '') return
      const { column, tag, kind } = field
      if (kind === 'text') {
        cells[column] = withText(cells[column], tag, said)
        return
      }
      const hash = hashOf(said)
      if (hash === undefined) missing.add(said)
      else cells[column] = { ...cells[column], [kind]: hash }
    })
    return { id: ids[i]!, cells }
  })
  return { deck: { kind: 'deck', rows: made }, missing: [...missing], heads }
}

function fieldOf(
  head: string,
  columns: readonly DeckColumn[],
  tags: readonly string[],
): { column: string; tag: string; kind: 'text' | (typeof FILES)[number] } | null {
  const said = head.trim().toLowerCase()
  for (const { id, name, holds } of columns) {
    const own = name.toLowerCase()
    if (said === own) return { column: id, tag: '', kind: 'text' }
    for (const tag of tags) if (said === `${own} [${tag.toLowerCase()}]`) return { column: id, tag, kind: 'text' }
    for (const kind of FILES)
      if (holds.includes(kind) && said === `${own}: ${kind}`) return { column: id, tag: '', kind }
  }
  return null
}
