import { isEmpty } from '@core/game/deck'
import type { DeckCell, DeckContent } from '@core/kinds/deck'
import type { AssetFacts } from '@core/pack/asset'
import {
  copiedRows,
  filledDown,
  laid,
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
  type Matched,
} from '@core/pack/deck'
import { hasFormula } from '@core/pack/formula'
import { UserError } from '@core/errors'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { drawFormulas, MOST_DRAWN, undrawn, type FormulaAt } from '~/composables/formulas'
import { perPack } from '~/composables/per-pack'
import { useBench } from './bench'
import { wantOf, type Bringing } from './incoming'
import { useNotices } from './notices'
import { useSwap } from './swap'

export type RowFilter = 'all' | 'half' | 'double' | 'missing'
export interface Spot {
  row: number
  column: number
}

/** The deck in hand: its sheet, what is picked in it, and what can be done to it. */
export const useDeck = defineStore('deck', () => {
  const bench = useBench()
  const swap = useSwap()
  const notices = useNotices()
  /** The cell in hand, and the other end of what is picked with it. */
  const spot = perPack(ref<Spot>({ row: 0, column: 0 }))
  const anchor = perPack(ref<Spot>({ row: 0, column: 0 }))
  const only = perPack(ref<RowFilter>('all'))

  const spec = computed(() => {
    const chosen = bench.spec(bench.selected.part)
    return chosen?.content.kind === 'deck' ? chosen : bench.shownParts.find((one) => one.content.kind === 'deck')
  })
  const content = computed<DeckContent>(() => {
    const found = spec.value === undefined ? undefined : bench.content(spec.value.id)
    return found?.kind === 'deck' ? found : { kind: 'deck', rows: [] }
  })
  const columns = computed(() => spec.value?.deck?.columns ?? [])
  const rowsCalled = computed(() => spec.value?.deck?.rows ?? 'rows')
  const languages = computed(() => bench.pack?.languages.map(({ tag, name }) => ({ tag, name })) ?? [])
  const tags = computed(() => languages.value.map(({ tag }) => tag))
  const sheet = computed(() => sheetColumns(columns.value, tags.value))
  const marks = computed(() => marksOf(content.value, columns.value))

  const lacksLanguage = (i: number): boolean =>
    columns.value.some(
      ({ id, languages: splits }) =>
        splits &&
        textIn(content.value.rows[i]?.cells[id], '') !== '' &&
        tags.value.some((tag) => textIn(content.value.rows[i]?.cells[id], tag) === ''),
    )
  const found = computed(() => {
    const half: number[] = []
    const double: number[] = []
    const missing: number[] = []
    marks.value.forEach(({ lacks, same }, i) => {
      if (lacks.length > 0) half.push(i)
      if (same >= 0) double.push(i)
      if (tags.value.length > 0 && lacksLanguage(i)) missing.push(i)
    })
    return { half, double, missing }
  })
  /** Rows that are shown, by their index; behind them the one to write a new one in. */
  const shown = computed(() =>
    only.value === 'all' ? Array.from({ length: content.value.rows.length + 1 }, (_, i) => i) : found.value[only.value],
  )

  /** How many whole rows a play needs, and how many there are; no need where the template names no dial for it. */
  const need = computed(() => {
    const dial = spec.value?.deck?.fills
    const value = dial === undefined ? undefined : bench.content(dial)
    const wanted = columns.value.filter((column) => column.needed).map(({ id }) => id)
    const whole = content.value.rows.filter(({ cells }) => wanted.every((id) => !isEmpty(cells[id])))
    return { asked: value?.kind === 'dial' ? value.value : 0, whole, dial: dial ?? '' }
  })
  /** The dial is put to as many as there are. */
  async function shrink(): Promise<void> {
    const { dial, whole } = need.value
    const least = bench.spec(dial)?.dial?.min ?? 1
    const value = Math.max(least, whole.length)
    await bench.act(`Make it ${value} ${rowsCalled.value}`, {
      ...{ type: 'set-part', part: dial },
      content: { kind: 'dial', value },
    })
  }

  const picked = computed(() => {
    const [a, b] = [spot.value, anchor.value]
    return {
      from: { row: Math.min(a.row, b.row), column: Math.min(a.column, b.column) },
      to: { row: Math.max(a.row, b.row), column: Math.max(a.column, b.column) },
    }
  })
  /** Rows that are picked, those that there are. */
  const pickedRows = computed(() => {
    const { from, to } = picked.value
    const last = Math.min(to.row, content.value.rows.length - 1)
    return Array.from({ length: Math.max(0, last - from.row + 1) }, (_, i) => from.row + i)
  })
  function go(row: number, column: number, stretch = false): void {
    spot.value = {
      row: Math.max(0, Math.min(content.value.rows.length, row)),
      column: Math.max(0, Math.min(sheet.value.length - 1, column)),
    }
    if (!stretch) anchor.value = spot.value
  }

  async function commit(
    name: string,
    next: DeckContent,
    assets: Record<string, AssetFacts> = {},
    mark = '',
  ): Promise<void> {
    const from = content.value
    if (spec.value === undefined || next === from) return
    await bench.act(name, { type: 'set-part', part: spec.value.id, from, content: next, assets }, { mark })
  }
  /** Does what can be refused in a sentence; false where it was. */
  async function trying(name: string, make: () => DeckContent): Promise<boolean> {
    try {
      await commit(name, make())
      return true
    } catch (error) {
      if (!(error instanceof UserError)) throw error
      notices.warn(error.message)
      return false
    }
  }

  const cellAt = (row: number, column: number): DeckCell | undefined => {
    const to = sheet.value[column]
    return to === undefined ? undefined : content.value.rows[row]?.cells[to.column.id]
  }
  async function write(row: number, column: number, text: string): Promise<void> {
    const to = sheet.value[column]
    if (to === undefined) return
    const cell = cellAt(row, column)
    if (textIn(cell, to.tag) === text) return
    await trying(`Write ${to.column.name.toLowerCase()}`, () =>
      withCellAt(content.value, row, to.column.id, withText(cell, to.tag, text)),
    )
    if (cell?.picture !== undefined && cell.formula !== true && hasFormula(text))
      notices.say(
        `The mathematics in row ${row + 1} stays as it is typed, beside a picture. Take the picture out, and it is drawn.`,
      )
    await draw()
  }
  async function clearPicked(): Promise<void> {
    const { from, to } = picked.value
    await trying('Empty cells', () => {
      let next = content.value
      for (const row of pickedRows.value)
        for (let column = from.column; column <= to.column; column++) {
          const { column: of, tag } = sheet.value[column]!
          const cell = next.rows[row]!.cells[of.id]
          if (cell !== undefined) next = withCellAt(next, row, of.id, tag === '' ? {} : withText(cell, tag, ''))
        }
      return next
    })
  }
  async function lay(table: readonly (readonly string[])[], name = 'Paste'): Promise<boolean> {
    const at = picked.value.from
    const done = await trying(`${name} ${table.length} ${table.length === 1 ? 'row' : 'rows'}`, () =>
      laid(content.value, sheet.value, at, table),
    )
    if (done) {
      const wide = table.reduce((most, row) => Math.max(most, row.length), 1)
      spot.value = at
      anchor.value = { row: at.row + table.length - 1, column: Math.min(sheet.value.length - 1, at.column + wide - 1) }
      await draw()
    }
    return done
  }
  const pickedTable = (): string[][] => tableOf(content.value, sheet.value, picked.value.from, picked.value.to)

  const fillDown = () => {
    const { from, to } = picked.value
    return trying('Fill down', () => {
      let next = content.value
      for (let column = from.column; column <= to.column; column++)
        next = filledDown(next, sheet.value[column]!, from.row, to.row)
      return next
    })
  }
  async function move(by: -1 | 1): Promise<void> {
    const next = movedRows(content.value, pickedRows.value, by)
    if (next === content.value) return
    await commit(`Move ${pickedRows.value.length === 1 ? 'a row' : 'rows'}`, next)
    spot.value = { ...spot.value, row: spot.value.row + by }
    anchor.value = { ...anchor.value, row: anchor.value.row + by }
  }
  const remove = () =>
    trying(`Take out ${pickedRows.value.length} rows`, () => withoutRows(content.value, pickedRows.value)).then(() =>
      go(picked.value.from.row, picked.value.from.column),
    )
  const duplicate = () => trying('Copy rows', () => copiedRows(content.value, pickedRows.value))
  const sort = (column: number) =>
    trying(`Sort by ${sheet.value[column]!.column.name.toLowerCase()}`, () =>
      sortedRows(content.value, sheet.value[column]!, sheet.value[column]!.tag || (bench.pack?.language.tag ?? 'en')),
    )
  async function replace(find: string, by: string): Promise<number> {
    const { deck, count } = replacedIn(content.value, find, by)
    if (count > 0) await commit(`Replace “${find}” ${count} ${count === 1 ? 'time' : 'times'}`, deck)
    await draw()
    return count
  }
  const take = (next: DeckContent): Promise<void> => commit(`Take in ${next.rows.length} rows`, next).then(draw)

  interface Taken {
    hash: string
    facts: AssetFacts
    kind: 'picture' | 'sound'
    crisp: boolean
    originals: Record<string, AssetFacts>
  }
  async function takeOne(what: Bringing): Promise<Taken> {
    const kind = (await wantOf(what)) === 'sound' ? 'sound' : 'picture'
    const taken = kind === 'sound' ? await swap.takeSound(what, 'sound') : await swap.takeIn(what, CELL_HEIGHT)
    const { hash, facts, originals } = taken
    return { hash, facts, kind, crisp: taken.sprite?.crisp === true, originals }
  }
  const withFile = (cell: DeckCell | undefined, { hash, kind, crisp }: Taken): DeckCell => {
    if (kind === 'sound') return { ...cell, sound: hash }
    const { crisp: _was, ...rest } = cell ?? {}
    return { ...rest, picture: hash, ...(crisp ? { crisp } : {}) }
  }
  /** Which column a file of that kind goes to: the one in hand, or the first that holds such. */
  const columnFor = (kind: 'picture' | 'sound', column: number): string | undefined =>
    [sheet.value[column]?.column, ...columns.value].find((one) => one?.holds.includes(kind))?.id

  /** A file goes into a cell, as one step. */
  async function put(what: Bringing, row: number, column: number): Promise<boolean> {
    return swap.trying(
      spec.value?.id ?? '',
      async () => {
        const taken = await takeOne(what)
        const to = columnFor(taken.kind, column)
        if (to === undefined)
          throw new UserError(`“${what.name}” is a ${taken.kind}, and no column of this deck holds one.`, 'deck-kind')
        return { taken, to }
      },
      ({ taken, to }) =>
        commit(
          `Put a ${taken.kind} into row ${row + 1}`,
          withCellAt(content.value, row, to, withFile(content.value.rows[row]?.cells[to], taken)),
          { ...taken.originals, [taken.hash]: taken.facts },
        ),
    )
  }

  /** What could not be read, and was told. */
  const unread = new Set<string>()
  /** Draws the mathematics that was written, as a step of its own; what cannot be read stays words, and is told once. */
  async function draw(): Promise<void> {
    const list = undrawn(content.value, columns.value).filter(({ text }) => !unread.has(text))
    if (list.length === 0) return
    await swap.trying(
      spec.value?.id ?? '',
      async () => {
        const { drawn, wrong } = await drawFormulas(
          list.slice(0, MOST_DRAWN),
          bench.setup?.doc.colours.ink ?? '#000000',
        )
        const made: { at: FormulaAt; taken: Taken }[] = []
        for (const { at, what } of drawn) made.push({ at, taken: await takeOne(what) })
        return { made, wrong, left: list.length - MOST_DRAWN }
      },
      async ({ made, wrong, left }) => {
        let next = content.value
        const assets: Record<string, AssetFacts> = {}
        for (const { at, taken } of made) {
          const cell = next.rows[at.row]?.cells[at.column]
          // It may have been written again meanwhile.
          if (cell?.text !== at.text || cell.picture !== undefined) continue
          next = withCellAt(next, at.row, at.column, { ...withFile(cell, { ...taken, crisp: false }), formula: true })
          Object.assign(assets, taken.originals, { [taken.hash]: taken.facts })
        }
        await commit(`Draw ${made.length === 1 ? 'a formula' : `${made.length} formulas`}`, next, assets)
        wrong.forEach(({ at }) => unread.add(at.text))
        const [first] = wrong
        if (first !== undefined)
          notices.warn(
            `The mathematics in row ${first.at.row + 1} cannot be read (${first.why}), so it stays words${wrong.length > 1 ? `; so do ${wrong.length - 1} others` : ''}.`,
          )
        if (left > 0) notices.say(`${made.length} formulas are drawn; the other ${left} are with the next change.`)
      },
    )
  }

  /** Files of a folder, before it is settled where they go. */
  const files = shallowRef<{ folder: string; list: { what: Bringing; kind: 'picture' | 'sound' }[] } | null>(null)
  const how = ref<'name' | 'order'>('name')
  const intoColumn = ref('')
  const match = computed<{ matched: Matched[]; left: string[] }>(() => {
    if (files.value === null) return { matched: [], left: [] }
    const out: { matched: Matched[]; left: string[] } = { matched: [], left: [] }
    for (const kind of ['picture', 'sound'] as const) {
      const names = files.value.list.filter((one) => one.kind === kind).map(({ what }) => what.name)
      const column = columnFor(
        kind,
        columns.value.findIndex(({ id }) => id === intoColumn.value),
      )
      if (names.length === 0) continue
      if (column === undefined) {
        out.left.push(...names)
        continue
      }
      const made = matchFiles(content.value, names, column, kind, how.value)
      out.matched.push(...made.matched)
      out.left.push(...made.left)
    }
    return out
  })
  async function offer(list: readonly Bringing[]): Promise<void> {
    const known: { what: Bringing; kind: 'picture' | 'sound' }[] = []
    for (const what of list) known.push({ what, kind: (await wantOf(what)) === 'sound' ? 'sound' : 'picture' })
    const folder = list[0]?.name.includes('/') === true ? `${list[0].name.split('/')[0]}/` : ''
    how.value = 'name'
    files.value = { folder, list: known }
    if (match.value.matched.length === 0) how.value = 'order'
  }
  /** Files go to their rows, as one step; those without one get a row of their own where that was asked. */
  async function layFiles(rows: readonly Matched[], added: readonly string[] = []): Promise<boolean> {
    const given = files.value?.list ?? []
    const wanted = [
      ...rows.map(({ file, row }) => ({ file, row })),
      ...added.map((file, i) => ({ file, row: content.value.rows.length + i })),
    ]
    return swap.trying(
      spec.value?.id ?? '',
      async () => {
        const made: { taken: Taken; row: number; file: string }[] = []
        for (const { file, row } of wanted) {
          const one = given.find(({ what }) => what.name === file)
          if (one !== undefined) made.push({ taken: await takeOne(one.what), row, file })
          swap.done = made.length / wanted.length
        }
        return made
      },
      async (made) => {
        let next = content.value
        const assets: Record<string, AssetFacts> = {}
        for (const { taken, row } of made) {
          const to = columnFor(
            taken.kind,
            columns.value.findIndex(({ id }) => id === intoColumn.value),
          )
          if (to === undefined) continue
          next = withCellAt(next, row, to, withFile(next.rows[row]?.cells[to], taken))
          Object.assign(assets, taken.originals, { [taken.hash]: taken.facts })
        }
        await commit(`Put ${made.length} files into their rows`, next, assets)
        const gone = new Set(made.map(({ file }) => file))
        const left = given.filter(({ what }) => !gone.has(what.name))
        files.value = left.length === 0 || files.value === null ? null : { ...files.value, list: left }
      },
    )
  }

  return {
    ...{ spec, content, columns, rowsCalled, languages, tags, sheet, marks, found, only, shown, need, shrink },
    ...{ spot, anchor, picked, pickedRows, go, cellAt, write, clearPicked, lay, pickedTable },
    ...{ fillDown, move, remove, duplicate, sort, replace, take },
    ...{ put, files, how, intoColumn, match, offer, layFiles },
  }
})

/** World units a picture of a cell is drawn for: as high as the largest card. */
const CELL_HEIGHT = 5
