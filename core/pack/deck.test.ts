import { describe, expect, it } from 'vitest'
import type { DeckColumn, DeckContent } from '../kinds/deck'
import { deck as kind, MOST_ROWS } from '../kinds/deck'
import { edit } from './commands'
import { newPack } from './pack'
import { twosome } from '../../tests/support/fixtures'
import {
  copiedRows,
  filledDown,
  hasHeads,
  laid,
  listTable,
  marksOf,
  matchFiles,
  movedRows,
  replacedIn,
  sheetColumns,
  sortedRows,
  tableOf,
  textIn,
  withCellAt,
  withoutRows,
  withText,
} from './deck'
import { processorMs } from '../../tests/support/until'

const columns: DeckColumn[] = [
  { id: 'one', name: 'One side', holds: ['picture', 'text', 'sound'], needed: true, languages: true },
  { id: 'other', name: 'Other side', holds: ['text'], needed: true, languages: true },
  { id: 'art', name: 'Art', holds: ['picture'], needed: false, languages: false },
]
const sheet = sheetColumns(columns, ['cy'])
const EMPTY: DeckContent = { kind: 'deck', rows: [] }
const table = (deck: DeckContent) => tableOf(deck, sheet, { row: 0, column: 0 }, { row: 999, column: 3 })
const made = laid(EMPTY, sheet, { row: 0, column: 0 }, [
  ['Alfa', '', 'A', ''],
  ['Bravo', '', 'B', ''],
  ['Charlie', '', 'C', ''],
])
const HASH = 'ab'.repeat(32)

describe('the sheet of a deck', () => {
  it('has a column for each language of those that differ by it, behind its own', () => {
    expect(sheet.map(({ column, tag }) => `${column.id} ${tag}`)).toEqual([
      'one ',
      'one cy',
      'other ',
      'other cy',
      'art ',
    ])
  })

  it('takes a table from the cell in hand on, adds the rows that are missing, and passes over what holds no text', () => {
    expect(made.rows.map(({ id }) => id)).toEqual(['r1', 'r2', 'r3'])
    const next = laid(made, sheet, { row: 2, column: 1 }, [
      ['Siarli', 'c', 'c-gymraeg', 'no place for this', 'nor for this'],
      ['Delta'],
    ])
    expect(table(next).slice(2)).toEqual([
      ['Charlie', 'Siarli', 'c', 'c-gymraeg'],
      ['', 'Delta', '', ''],
    ])
    expect(next.rows[2]!.cells['art']).toBeUndefined()
    expect(made.rows).toHaveLength(3)
  })

  it('refuses more rows than there may be, in a sentence, and leaves the deck as it is', () => {
    const many = Array.from({ length: MOST_ROWS - 2 }, () => ['x'])
    expect(() => laid(made, sheet, { row: 3, column: 0 }, many)).toThrow(`${MOST_ROWS + 1} rows`)
    expect(() => withCellAt(laid(EMPTY, sheet, { row: 0, column: 0 }, [...many, ['y'], ['z']]), MOST_ROWS, 'one', { text: 'a' })).toThrow('at most') // prettier-ignore
  })

  it('writes and empties cells, and an empty one is not there', () => {
    const cell = withText(withText(undefined, '', 'Gull'), 'cy', 'Gwylan')
    expect(cell).toEqual({ text: 'Gull', in: { cy: 'Gwylan' } })
    expect([textIn(cell, ''), textIn(cell, 'cy'), textIn(cell, 'de')]).toEqual(['Gull', 'Gwylan', ''])
    expect(withText(withText(cell, 'cy', ''), '', '')).toEqual({})
    // A formula is drawn of its words: other words are not what was drawn, other languages are.
    const drawn = { text: '$x$', picture: 'ab'.repeat(32), formula: true }
    expect(withText(drawn, '', '$y$')).toEqual({ text: '$y$' })
    expect(withText(drawn, 'cy', 'x')).toEqual({ ...drawn, in: { cy: 'x' } })
    expect(withText(drawn, '', '$x$')).toEqual(drawn)
    expect(withText({ text: 'a', picture: 'ab'.repeat(32) }, '', 'b')).toEqual({ text: 'b', picture: 'ab'.repeat(32) })
    expect(withCellAt(made, 1, 'one', {}).rows[1]!.cells).toEqual({ other: { text: 'B' } })
    expect(withCellAt(made, 3, 'one', { text: 'Delta' }).rows[3]).toEqual({
      id: 'r4',
      cells: { one: { text: 'Delta' } },
    })
    expect(withCellAt(made, 3, 'one', {})).toBe(made)
  })

  it('moves rows as one, and stops at its ends', () => {
    const names = (deck: DeckContent) => deck.rows.map(({ cells }) => cells['other']!.text).join('')
    expect(names(movedRows(made, [1, 2], -1))).toBe('BCA')
    expect(names(movedRows(made, [0, 1], 1))).toBe('CAB')
    expect(movedRows(made, [0, 1], -1)).toBe(made)
    expect(names(withoutRows(made, [1]))).toBe('AC')
    const copied = copiedRows(made, [0, 2])
    expect(names(copied)).toBe('AABCC')
    expect(new Set(copied.rows.map(({ id }) => id)).size).toBe(5)
  })

  it('fills down words in one language, or the whole cell with its picture', () => {
    const pictured = withCellAt(made, 0, 'one', { text: 'Alfa', picture: HASH, in: { cy: 'Alffa' } })
    expect(filledDown(pictured, sheet[0]!, 0, 1).rows.map(({ cells }) => cells['one']!.picture)).toEqual([
      HASH,
      HASH,
      undefined,
    ])
    const words = filledDown(pictured, sheet[1]!, 0, 2)
    expect(words.rows.map(({ cells }) => textIn(cells['one'], 'cy'))).toEqual(['Alffa', 'Alffa', 'Alffa'])
    expect(words.rows[1]!.cells['one']!.picture).toBeUndefined()
  })

  it('sorts numbers by their size and leaves empty rows last', () => {
    const numbers = laid(EMPTY, sheet, { row: 0, column: 0 }, [['10'], [''], ['9'], ['Élan'], ['eel']])
    expect(sortedRows(numbers, sheet[0]!, 'en').rows.map(({ cells }) => textIn(cells['one'], ''))).toEqual([
      '9',
      '10',
      'eel',
      'Élan',
      '',
    ])
  })

  it('replaces words in every column and language, whatever stands in them, and counts', () => {
    const both = withCellAt(made, 0, 'one', { text: 'a.b A.B', in: { cy: 'x a.b' } })
    const { deck, count } = replacedIn(both, 'a.b', '$&')
    expect([deck.rows[0]!.cells['one'], count]).toEqual([{ text: '$& $&', in: { cy: 'x $&' } }, 3])
    expect(replacedIn(made, 'zebra', 'x')).toEqual({ deck: made, count: 0 })
  })

  it('marks what is half empty and what is there twice, but not an empty row', () => {
    const rows = laid(EMPTY, sheet, { row: 0, column: 0 }, [['Gull', '', 'A'], ['', '', 'B'], ['GULL!', '', 'a'], ['']])
    expect(marksOf(rows, columns)).toEqual([
      { lacks: [], same: -1 },
      { lacks: ['one'], same: -1 },
      { lacks: [], same: 0 },
      { lacks: [], same: -1 },
    ])
  })
})

describe('lists', () => {
  it.each([
    ['Gull = Gwylan\nCrab = Cranc', [['Gull', 'Gwylan'], ['Crab', 'Cranc']]],
    ['Gull\tGwylan\r\n\r\nCrab\tCranc', [['Gull', 'Gwylan'], ['Crab', 'Cranc']]],
    ['Gull - Gwylan\nTwenty-one - Dau ddeg un\nodd', [['Gull', 'Gwylan'], ['Twenty-one', 'Dau ddeg un'], ['odd']]],
    ['Gull; Gwylan\nCrab; Cranc', [['Gull', 'Gwylan'], ['Crab', 'Cranc']]],
    ['Gull, wet\nCrab\nEel\n', [['Gull, wet'], ['Crab'], ['Eel']]],
  ]) ('%j is rows', (text, rows) => expect(listTable(text, 2)).toEqual(rows)) // prettier-ignore

  it('one column takes each line as it is', () => {
    expect(listTable('a = b\nc = d', 1)).toEqual([['a = b'], ['c = d']])
  })

  it('knows a row of heads by the names of the columns', () => {
    expect(
      hasHeads(
        [
          ['one side', 'x'],
          ['a', 'b'],
        ],
        columns,
      ),
    ).toBe(true)
    expect(hasHeads([['Other side [cy]'], ['a']], columns)).toBe(true)
    expect(
      hasHeads(
        [
          ['Alfa', 'A'],
          ['Bravo', 'B'],
        ],
        columns,
      ),
    ).toBe(false)
  })
})

describe('files of a folder', () => {
  const flags = laid(EMPTY, sheet, { row: 0, column: 0 }, [
    ['C', '', 'Charlie'],
    ['O', '', 'Oscar'],
    ['H', '', 'Hotel'],
    ['10', '', 'Ten'],
  ])

  it('go to the row that says their name, or its last word, and are a guess where it is a letter or two away', () => {
    const { matched, left } = matchFiles(
      flags,
      ['flags/flag-c.png', 'flags/HOTEL.PNG', 'flags/oscar_2.png', 'flags/Tenn.png', 'flags/zz.png'],
      'art',
      'picture',
      'name',
    )
    expect(matched).toEqual([
      { file: 'flags/flag-c.png', row: 0, sure: true },
      { file: 'flags/HOTEL.PNG', row: 2, sure: true },
      { file: 'flags/oscar_2.png', row: 1, sure: true },
      { file: 'flags/Tenn.png', row: 3, sure: false },
    ])
    expect(left).toEqual(['flags/zz.png'])
  })

  it('in order go to the rows that lack one, 2 before 10', () => {
    const some = withCellAt(flags, 0, 'art', { picture: HASH })
    expect(matchFiles(some, ['10.png', '2.png', '1.png', '30.png'], 'art', 'picture', 'order')).toEqual({
      matched: [1, 2, 3].map((row, i) => ({ file: ['1.png', '2.png', '10.png'][i], row, sure: true })),
      left: ['30.png'],
    })
  })

  it('no two go to one row, and a word that is said twice is no name', () => {
    const twice = laid(EMPTY, sheet, { row: 0, column: 0 }, [
      ['gull', '', 'a'],
      ['gull', '', 'b'],
    ])
    expect(
      matchFiles(twice, ['gull.png', 'x-gull.png'], 'art', 'picture', 'name').matched.filter(({ sure }) => sure),
    ).toEqual([])
  })
})

describe('in a pack', () => {
  const pack = newPack(twosome, 'a-pack-for-tests')
  const from = twosome.parts.find(({ id }) => id === 'pairs')!.content as DeckContent
  const set = (base: DeckContent, content: DeckContent) => ({
    type: 'set-part' as const,
    part: 'pairs',
    from: base,
    content,
  })

  it('what comes in meanwhile stays: rows, cells of the same row, and an order that was changed', () => {
    const one = edit(pack, set(from, withCellAt(from, 0, 'said', { text: 'Evening.' })))[0]
    const two = edit(one, set(from, movedRows(withCellAt(from, 0, 'other', { text: 'The sun' }), [0], 1)))[0]
    const three = edit(
      two,
      set(from, laid(from, sheetColumns(columns, []), { row: from.rows.length, column: 0 }, [['New']])),
    )[0]
    const rows = (three.parts['pairs'] as DeckContent).rows
    expect(rows.map(({ id }) => id).slice(0, 2)).toEqual([from.rows[1]!.id, from.rows[0]!.id])
    expect(rows[1]!.cells).toMatchObject({ said: { text: 'Evening.' }, other: { text: 'The sun' } })
    expect(rows.at(-1)!.cells).toEqual({ one: { text: 'New' } })
  })

  it('5,000 rows are laid, changed and taken back without going through them again and again', () => {
    const many = laid(
      EMPTY,
      sheet,
      { row: 0, column: 0 },
      Array.from({ length: 5000 }, (_, i) => [`word ${i}`, '', `${i}`]),
    )
    const before = processorMs()
    const [next] = edit(pack, set(from, many))
    const [again] = edit(next, set(many, movedRows(withCellAt(many, 4000, 'one', { text: 'x' }), [10], 1)))
    expect((again.parts['pairs'] as DeckContent).rows[4000]!.cells['one']).toEqual({ text: 'x' })
    expect(processorMs() - before).toBeLessThan(2000)
    expect(kind.schema.safeParse(many).success).toBe(true)
    expect([kind.summary(many), kind.summary(laid(EMPTY, sheet, { row: 0, column: 0 }, [['a']]))]).toEqual([
      'deck of 5000 rows',
      'deck of 1 row',
    ])
  })
})
