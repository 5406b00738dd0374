import { describe, expect, it } from 'vitest'
import { MOST_ROWS, type DeckColumn } from '../kinds/deck'
import { laid, sheetColumns, withCellAt } from '../pack/deck'
import { deckFromCsv, deckToCsv } from './deck-csv'

const columns: DeckColumn[] = [
  { id: 'one', name: 'One side', holds: ['picture', 'text', 'sound'], needed: true, languages: true },
  { id: 'other', name: 'Other side', holds: ['text'], needed: true, languages: true },
  { id: 'art', name: 'Art', holds: ['picture'], needed: false, languages: false },
]
const HASH = 'ab'.repeat(32)
const made = laid({ kind: 'deck', rows: [] }, sheetColumns(columns, []), { row: 0, column: 0 }, [
  ['Alfa', 'A'],
  ['Bravo', 'B'],
  ['Charlie', 'C'],
])

describe('a deck as a file of its own', () => {
  it('goes out as CSV and comes back the same: quotes, line breaks, other languages, files by their names', () => {
    const deck = withCellAt(
      withCellAt(made, 0, 'one', { text: 'He said "no",\nand went', in: { cy: '=cmd' }, picture: HASH }),
      2,
      'art',
      { picture: HASH },
    )
    const csv = deckToCsv(deck, columns, ['cy'], () => 'flag.png')
    expect(csv.split('\r\n')[0]).toBe(
      '\uFEFFOne side,One side [cy],One side: picture,One side: sound,Other side,Other side [cy],Art: picture',
    )
    const back = deckFromCsv(csv, 'a.csv', columns, ['cy'], (name) => (name === 'flag.png' ? HASH : undefined))
    expect(back).toEqual({ deck, missing: [], heads: true })
    expect(deckFromCsv(csv, 'a.csv', columns, ['cy'], () => undefined).missing).toEqual(['flag.png'])
  })

  it('says a formula as the words it was drawn of', () => {
    const deck = withCellAt(made, 0, 'one', { text: '$x^2$', picture: HASH, formula: true })
    const csv = deckToCsv(deck, columns, [], () => 'formula.png')
    expect(csv).toContain('$x^2$')
    expect(csv).not.toContain('formula.png')
    expect(deckFromCsv(csv, 'a.csv', columns, [], () => HASH).deck.rows[0]!.cells['one']).toEqual({ text: '$x^2$' })
  })

  it.each([
    ['semicolons', 'One side;Other side\nGull;Gwylan'],
    ['tabs', 'One side\tOther side\nGull\tGwylan'],
    ['heads in another order, and one of somebody else', 'Other side,Mine,One side\nGwylan,x,Gull'],
    ['no heads', 'Gull,Gwylan\n'],
    ['a mark at its front and empty lines', '\uFEFFOne side,Other side\r\n\r\nGull,Gwylan\r\n,,\r\n'],
  ])('is read with %s', (_, text) => {
    expect(deckFromCsv(text, 'a.csv', columns, [], () => undefined).deck.rows).toEqual([
      { id: 'r1', cells: { one: { text: 'Gull' }, other: { text: 'Gwylan' } } },
    ])
  })

  it('says whether it knew the heads, so that others can be asked about', () => {
    const heads = (text: string) => deckFromCsv(text, 'a.csv', columns, [], () => undefined).heads
    expect(heads('One side,Other side\nGull,Gwylan')).toBe(true)
    expect(heads('Wort,Bedeutung\nGull,Gwylan')).toBe(false)
  })

  it.each([
    ['a quotation mark that is not closed', 'One side,Other side\n"Gull,Gwylan\nCrab,Cranc', 'not closed'],
    ['nothing but heads', 'One side,Other side\n', 'no rows'],
    ['nothing at all', '\n\n', 'no rows'],
    ['too many rows', 'a\n'.repeat(MOST_ROWS + 2), `${MOST_ROWS} at most`],
  ])('is refused in a sentence with %s', (_, text, said) => {
    expect(() => deckFromCsv(text, 'a.csv', columns, [], () => undefined)).toThrow(said)
  })
})
