// @vitest-environment happy-dom
import { MOST_ROWS } from '@core/kinds/deck'
import { describe, expect, it } from 'vitest'
import { tableOfClipboard, tableOfHtml } from './clipboard-table'

const clip = (html: string, plain = '') => ({ getData: (type: string) => (type === 'text/html' ? html : plain) })
const cells = (...rows: string[][]) =>
  `<table>${rows.map((row) => `<tr>${row.map((cell) => `<td>${cell}</td>`).join('')}</tr>`).join('')}</table>`

describe('a table from the clipboard', () => {
  it('keeps quotation marks and line breaks of a spreadsheet’s cells, and not the spaces its HTML was laid out with', () => {
    const html = `<html><head><meta charset=utf-8><style>td{color:red}</style></head><body>
      <table border=0><colgroup><col width=64></colgroup>
      <tr height=20>\n <td>He said\n   "no"</td>\n <td>two<br>\n  lines</td></tr>
      <tr><td colspan=2>over both</td></tr></table></body></html>`
    expect(tableOfHtml(html)).toEqual([
      ['He said "no"', 'two\nlines'],
      ['over both', ''],
    ])
  })

  it('of an office page has its paragraphs as lines', () => {
    expect(tableOfHtml('<table><tr><td><p>one</p><p>two</p></td><td>&amp; &lt;b&gt;</td></tr></table>')).toEqual([
      ['one\ntwo', '& <b>'],
    ])
  })

  it('runs nothing that is in it', () => {
    const html = cells(['<img src=x onerror="globalThis.bad = true">Gull', '<script>globalThis.bad = true</script>'])
    expect(tableOfHtml(html)![0]![0]).toBe('Gull')
    expect((globalThis as { bad?: boolean }).bad).toBeUndefined()
  })

  it('is read from plain cells where there is no HTML, also with line breaks in quotation marks', () => {
    expect(tableOfClipboard(clip('', 'a\t"two\nlines"\nb\t"say ""no"""'), 2)).toEqual([
      ['a', 'two\nlines'],
      ['b', 'say "no"'],
    ])
    expect(tableOfClipboard(clip('<b>no table</b>', 'Gull = Gwylan\nCrab = Cranc'), 2)).toEqual([
      ['Gull', 'Gwylan'],
      ['Crab', 'Cranc'],
    ])
  })

  it('of more rows than a deck may have is refused before it is read', () => {
    const said = `${MOST_ROWS} at most`
    expect(() => tableOfClipboard(clip('<table>' + '<tr><td>x</td></tr>'.repeat(100_000)), 2)).toThrow(said)
    expect(() => tableOfClipboard(clip('', 'x\n'.repeat(100_000)), 2)).toThrow(said)
    expect(() => tableOfClipboard(clip('', '"x"\ty\n'.repeat(100_000)), 2)).toThrow(said)
  })
})
