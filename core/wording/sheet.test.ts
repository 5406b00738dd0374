import { describe, expect, it } from 'vitest'
import { emptyPack, picture, puffinCatch, windfall } from '../../tests/support/fixtures'
import type { Pack } from '../pack/pack'
import { contrastOf, textContrast } from './contrast'
import { countIn, replaceIn } from './replace'
import { decodeTable, layColumn, readTable, writeTable } from './table'
import { missingIn, textsOf } from './texts'

const utf16 = (text: string, big: boolean, mark: boolean): Uint8Array => {
  const codes = [...(mark ? '\uFEFF' : ''), ...text].map((letter) => letter.charCodeAt(0))
  return Uint8Array.from(codes.flatMap((code) => (big ? [code >> 8, code & 255] : [code & 255, code >> 8])))
}
const utf8 = (text: string) => new TextEncoder().encode(text)

describe('a table', () => {
  const text = 'Fångst\nØl, öl\n„Schluss“'
  it.each([
    ['UTF-8', utf8(text)],
    ['UTF-8 with a mark', utf8('\uFEFF' + text)],
    ['UTF-16 little end first', utf16(text, false, true)],
    ['UTF-16 big end first', utf16(text, true, true)],
    ['UTF-16 without a mark', utf16('plain words only', false, false)],
  ])('in %s is read', (_name, bytes) => {
    const rows = readTable(decodeTable('words.csv', bytes), 'it', true)
    expect(rows.length).toBeGreaterThan(0)
    expect(['Fångst', 'plain words only']).toContain(rows[0]![0])
  })
  it('of an old spreadsheet is read as it wrote it', () => {
    expect(decodeTable('old.csv', Uint8Array.from([0x46, 0xe5, 0x6e, 0x67, 0x73, 0x74]))).toBe('Fångst')
  })
  it('that is none, is empty or far too large is told in a sentence', () => {
    expect(() => decodeTable('a.xlsx', Uint8Array.from([80, 75, 3, 4, 20, 0, 6, 0, 8, 0]))).toThrow(
      '“a.xlsx” is not a table',
    )
    expect(() => decodeTable('a.csv', new Uint8Array(0))).toThrow('“a.csv” is empty')
    expect(() => decodeTable('a.csv', new Uint8Array(6_000_000).fill(65))).toThrow('“a.csv” has 6 MB')
  })
  it('keeps commas and line ends inside of cells', () => {
    expect(readTable('One, two\t"line\nline"\r\nThree', 'it', true)).toEqual([['One, two', 'line\nline'], ['Three']])
    expect(readTable('a;"b;c"\nd;e', 'it', false)).toEqual([
      ['a', 'b;c'],
      ['d', 'e'],
    ])
  })
  it('with a quotation mark that is never closed is refused with its row', () => {
    expect(() => readTable('fine\n"never closed\nmore', 'what was pasted', true)).toThrow(
      /Row \d of what was pasted has a quotation mark/,
    )
    expect(readTable('5" boots', 'it', true)).toEqual([['5" boots']])
  })
  it('comes back the same after it was written, and is no formula', () => {
    const rows = [
      ['id', 'text'],
      ['a', 'say "hi", now'],
      ['b', 'two\nlines'],
      ['c', '=1+1'],
      ['d', '+44 is no sum'],
      ['e', '-5'],
      ['f', '@here'],
      ['g', '\tindented'],
    ]
    const written = writeTable(rows)
    for (const start of ['=1+1', '+44', '-5', '@here']) expect(written).toContain(`'${start}`)
    for (const line of written.split('\r\n')) expect(line).not.toMatch(/,"?[=+@\t-]/)
    expect(readTable(written, 'it', false)).toEqual(rows)
  })
})

describe('laying a column', () => {
  const keys = ['a', 'b', 'c', 'd']
  it('goes down from the row it was pasted at; empty cells leave what is there', () => {
    expect(layColumn([['x'], [''], ['z'], ['too many']], keys, 1)).toEqual({
      laid: [
        { key: 'b', text: 'x' },
        { key: 'd', text: 'z' },
      ],
      left: 1,
      byKey: false,
    })
  })
  it('goes by key where there are keys, taking the last column', () => {
    const rows = [
      ['id', 'theirs', 'mine'],
      ['c', 'old', 'new'],
      ['a', 'old', ''],
    ]
    expect(layColumn(rows, keys, 0)).toEqual({ laid: [{ key: 'c', text: 'new' }], left: 1, byKey: true })
  })
})

describe('find and replace', () => {
  const plain = { find: 'tide', matchCase: false, wholeWord: false }
  it('takes what is sought and what is put as they are', () => {
    expect(replaceIn('Tide and tidewater', plain, '$& (ebb)')).toBe('$& (ebb) and $& (ebb)water')
    expect(countIn('1.5 and 1x5', { ...plain, find: '1.5' })).toBe(1)
    expect(countIn('anything', { ...plain, find: '' })).toBe(0)
    expect(replaceIn('as it was', { ...plain, find: '' }, 'x')).toBe('as it was')
  })
  it('knows whole words, also of letters that English does not have', () => {
    expect(replaceIn('tide tidewater', { ...plain, wholeWord: true }, 'ebb')).toBe('ebb tidewater')
    expect(countIn('öl fångstöl', { ...plain, find: 'öl', wholeWord: true })).toBe(1)
    expect(countIn('Tide tide', { ...plain, matchCase: true })).toBe(1)
  })
})

describe('the texts of a game', () => {
  const told: Pack = {
    ...puffinCatch(),
    parts: {
      ...puffinCatch().parts,
      'intro-story': {
        kind: 'story',
        lines: [
          { id: 'a', text: 'The tide is out.', picture: null, sound: null, seconds: 0 },
          { id: 'b', text: '', picture: null, sound: null, seconds: 2 },
        ],
      },
    },
  }
  it('are all of them, once, with the template’s beside them', () => {
    const texts = textsOf(windfall, emptyPack())
    expect(new Set(texts.map((one) => one.key)).size).toBe(texts.length)
    expect(texts.length).toBe(windfall.parts.filter((spec) => spec.content.kind === 'wording').length)
    expect(texts.every((one) => one.text === one.theirs)).toBe(true)
  })
  it('count lines of stories by their ids', () => {
    const lines = textsOf(windfall, told).filter((one) => one.line !== '')
    expect(lines.map((one) => one.key)).toEqual(['intro-story#a', 'intro-story#b'])
    expect(lines[0]!.name).toBe('Story before the play, line 1')
  })
  it('are missing in a language unless it has something for them; empty ones need nothing', () => {
    const texts = textsOf(windfall, told).filter((one) => one.line !== '')
    expect(missingIn(texts, {}).map((one) => one.key)).toEqual(['intro-story#a'])
    expect(missingIn(texts, { 'intro-story#a': ' ' })).toHaveLength(1)
    expect(missingIn(texts, { 'intro-story#a': 'Mae’r llanw allan.' })).toEqual([])
  })
})

describe('contrast', () => {
  it('of black and white is 21, of a colour with itself 1', () => {
    expect(contrastOf('#000000', '#ffffff')).toBeCloseTo(21, 5)
    expect(contrastOf('#125e68', '#125e68')).toBeCloseTo(1, 5)
  })
  it('of letters is against the line around them, else against the worst of what is behind', () => {
    const half = picture(40, 40, (x) => (x < 20 ? [255, 255, 255, 255] : [10, 10, 10, 255]))
    expect(textContrast('#fffdf6', '#2b2233', half)).toBeGreaterThan(12)
    expect(textContrast('#ffffff', null, half)).toBeCloseTo(1, 1)
    const dark = picture(40, 40, () => [20, 20, 40, 255])
    expect(textContrast('#ffffff', null, dark)).toBeGreaterThan(15)
  })
})
