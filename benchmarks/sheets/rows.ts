import { readFileSync } from 'node:fs'
import { findCells } from '@core/art/find-cells'
import { inkOf } from '@core/art/ink'
import type { Pixels } from '@core/art/pixels'
import { madeSheets, verdictOn, without, type Truth, type Verdict } from '../../tests/support/sheets'
import { decodePicture } from '../../server/inspector/decode'
import type { Row } from '../report'
import { outsideSheets } from './outside'

type Tally = Record<Verdict, number> & { slowestMs: number }
const empty = (): Tally => ({ right: 0, press: 0, 'wrong offer': 0, whole: 0, miscut: 0, slowestMs: 0 })

/** Prints what was not right with `SHEETS=all`. */
const tellsAll = process.env['SHEETS'] === 'all'

function look(tally: Tally, name: string, pixels: Pixels, truth: Truth): void {
  const began = performance.now()
  const found = findCells(pixels)
  tally.slowestMs = Math.max(tally.slowestMs, performance.now() - began)
  const verdict = verdictOn(pixels, found, truth, without(pixels, inkOf(pixels).mask))
  tally[verdict]++
  if (tellsAll && verdict !== 'right') console.log(verdict, name, JSON.stringify(truth), JSON.stringify(found))
}

function rowOf(what: string, tally: Tally): Row {
  const { slowestMs, ...counts } = tally
  const all = Object.values(counts).reduce((sum, one) => sum + one, 0)
  const percent = (value: number) => `${Math.round((value / all) * 100)} %`
  return {
    what: `${what}, ${all}`,
    measured: `right ${counts.right}, with a press ${counts.press}, wrong offer ${counts['wrong offer']}, left whole ${counts.whole}, miscut ${counts.miscut} (${percent(counts.right)}, ${percent(counts.right + counts.press)}; slowest ${Math.round(slowestMs)} ms)`,
    goal: what.includes('single pictures') ? 'no miscut' : '85 %, 95 %, no miscut',
  }
}

const add = (a: Tally, b: Tally): Tally => ({
  right: a.right + b.right,
  press: a.press + b.press,
  'wrong offer': a['wrong offer'] + b['wrong offer'],
  whole: a.whole + b.whole,
  miscut: a.miscut + b.miscut,
  slowestMs: Math.max(a.slowestMs, b.slowestMs),
})

function rows(title: string, styles: ReadonlyMap<string, Tally>): Row[] {
  const each = [...styles].map(([style, tally]) => rowOf(`${title}: ${style}`, tally))
  const cut = [...styles].filter(([style]) => style !== 'single pictures').map(([, tally]) => tally)
  return cut.length === 0 ? each : [...each, rowOf(`${title}: all sheets`, cut.reduce(add, empty()))]
}

/** How sheets of our own making, and those of others where they can be had, are cut. */
export async function sheetRows(): Promise<Row[]> {
  const made = new Map<string, Tally>()
  const of = (map: Map<string, Tally>, style: string) => map.get(style) ?? map.set(style, empty()).get(style)!
  for (const sheet of madeSheets()) look(of(made, sheet.style), sheet.name, sheet.pixels, sheet.truth)
  const outside = new Map<string, Tally>()
  for (const { file, style, truth } of outsideSheets()) {
    const pixels = await decodePicture(new Uint8Array(readFileSync(file))).catch(() => null)
    if (pixels !== null) look(of(outside, style), file, pixels, truth)
  }
  return [...rows('made here', made), ...rows('from outside', outside)]
}
