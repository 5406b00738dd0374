import { UserError } from '../errors'
import { readTable, writeTable } from '../wording/table'
import { CourseContent, MOST_HIGH, MOST_THINGS, MOST_WIDE, type CourseThing } from '../kinds/course'
import { LAYERS, LETTERS, sizeOf, tileAt, type LayerName } from '../pack/course'

/**
 * A course as a table: for each layer a line with its name, then its rows with the name of a tile in each cell, then
 * `things` with a line each: id, cast, entry, x, y, seconds, the stops of its way as `x y; x y`, and its group. `start` is one of
 * them.
 */
const HEAD = ['id', 'cast', 'entry', 'x', 'y', 'seconds', 'way', 'group'] as const

export function courseToCsv(course: CourseContent): string {
  const { w, h } = sizeOf(course)
  const rows: string[][] = []
  for (const layer of LAYERS) {
    if (course[layer] === undefined) continue
    rows.push([`layer ${layer}`])
    for (let y = 0; y < h; y++) rows.push(Array.from({ length: w }, (_, x) => tileAt(course, layer, { x, y })))
  }
  rows.push(['things'], [...HEAD])
  rows.push(['start', '', '', String(course.start.x), String(course.start.y), '', '', ''])
  for (const { id, part, entry, x, y, seconds, path = [], group = '' } of course.things)
    rows.push([
      id,
      part,
      entry,
      String(x),
      String(y),
      seconds === undefined ? '' : String(seconds),
      path.map((stop) => `${stop.x} ${stop.y}`).join('; '),
      group,
    ])
  return writeTable(rows)
}

/** Numbers as spreadsheets write them, also with a comma. */
const numberOf = (text: string | undefined): number =>
  text === undefined || text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'))

/**
 * Reads a table as `courseToCsv` writes it, also after a spreadsheet had it: with semicolons or tabs, with rows padded or
 * cut at their ends. `isThere` knows which entries of which casts the game has. Throws a UserError that says which line, and what to do.
 */
export function courseFromCsv(
  text: string,
  file: string,
  tilesThere: readonly string[],
  isThere: (part: string, entry: string) => boolean,
): CourseContent {
  const wrong = (what: string): never => {
    throw new UserError(`“${file}”: ${what} Nothing was changed.`, 'course-csv')
  }
  const data = readTable(text, `“${file}”`, false)
  const first = (row: readonly string[]): string => (row[0] ?? '').trim().toLowerCase()
  const layers: Partial<Record<LayerName, string[][]>> = {}
  const things: { line: number; row: string[] }[] = []
  let into: string[][] | 'things' | null = null
  data.forEach((row, i) => {
    const name = first(row)
    const layer = LAYERS.find((one) => name === `layer ${one}`)
    if (layer !== undefined) into = layers[layer] = []
    else if (name === 'things') into = 'things'
    else if (into === 'things') {
      if (row.some((cell) => cell.trim() !== '') && name !== 'id') things.push({ line: i + 1, row })
    } else into?.push(row.map((cell) => cell.trim()))
  })
  const play = layers.play ?? wrong('there is no line “layer play”. Take the course out again and change that table.')
  // A spreadsheet leaves out what is empty at the end of a row, and below the last one.
  const wide = Math.max(
    1,
    ...Object.values(layers).flatMap((rows) => rows.map((row) => row.findLastIndex((cell) => cell !== '') + 1)),
  )
  const high = Math.max(
    1,
    ...Object.values(layers).map((rows) => rows.findLastIndex((row) => row.some((cell) => cell !== '')) + 1),
  )
  const [w, h] = [Math.max(wide, 4), Math.max(high, 4)]
  if (w > MOST_WIDE || h > MOST_HIGH) wrong(`it has ${w} x ${h} cells; ${MOST_WIDE} x ${MOST_HIGH} is the most.`)
  if (things.length > MOST_THINGS + 1) wrong(`it has ${things.length} things; ${MOST_THINGS} is the most.`)
  const letters = new Map<string, string>()
  const rowsOf = (rows: readonly string[][], layer: LayerName): string[] =>
    Array.from({ length: h }, (_, y) =>
      Array.from({ length: w }, (_, x) => {
        const tile = rows[y]?.[x] ?? ''
        if (tile === '') return '.'
        if (!tilesThere.includes(tile))
          wrong(
            `row ${y + 1} of layer ${layer} has a tile “${tile}”, which this game does not have. It has ${tilesThere.join(', ')}.`,
          )
        let letter = letters.get(tile)
        if (letter === undefined) letters.set(tile, (letter = LETTERS[letters.size]!))
        return letter
      }).join(''),
    )
  const made = {
    play: rowsOf(play, 'play'),
    ...(layers.back === undefined ? {} : { back: rowsOf(layers.back, 'back') }),
    ...(layers.front === undefined ? {} : { front: rowsOf(layers.front, 'front') }),
  }
  let start = { x: 1.5, y: h - 1 }
  const read: CourseThing[] = []
  for (const { line, row } of things) {
    const [id = '', part = '', entry = '', px, py, seconds, way = '', group = ''] = row.map((cell) => cell.trim())
    const [x, y] = [numberOf(px), numberOf(py)]
    if (!Number.isFinite(x) || !Number.isFinite(y)) wrong(`line ${line} needs a number for x and for y.`)
    if (id.toLowerCase() === 'start') {
      start = { x, y }
      continue
    }
    if (!isThere(part, entry)) wrong(`line ${line} has “${entry}” of “${part}”, which this game does not have.`)
    const path = way
      .split(';')
      .map((stop) => stop.trim().split(/\s+/).map(numberOf))
      .filter((stop) => stop.length === 2 && stop.every(Number.isFinite))
      .map(([sx, sy]) => ({ x: sx!, y: sy! }))
    const time = numberOf(seconds)
    read.push({
      id: id || `t${line}`,
      part,
      entry,
      x,
      y,
      ...(path.length === 0 ? {} : { path }),
      ...(Number.isFinite(time) ? { seconds: time } : {}),
      ...(group === '' ? {} : { group }),
    })
  }
  const course = CourseContent.safeParse({
    kind: 'course',
    tiles: Object.fromEntries([...letters].map(([tile, letter]) => [letter, tile])),
    ...made,
    things: read,
    start,
  })
  if (!course.success) {
    const { path, message } = course.error.issues[0]!
    const at = path[0] === 'things' ? `line ${things[Number(path[1])]?.line ?? ''}` : path.join(' ')
    return wrong(`${at} cannot be read (${message}).`)
  }
  return course.data
}
