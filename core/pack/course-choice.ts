import { MOST_STOPS, MOST_THINGS, type CourseContent, type CourseThing } from '../kinds/course'
import { freeId, LAYERS, sizeOf, tileAt, withTiles, type Cell, type LayerName } from './course'

/** A box of cells: its top left, and how many. */
export interface Area extends Cell {
  w: number
  h: number
}

/** What is picked of a course: things by their ids (`start` is one), and the tiles of a box. */
export interface Choice {
  things: readonly string[]
  area: Area | null
}
export const START = 'start'

/** What was lifted out of a course: tiles by name and things, from the top left of the box they were in. */
export interface Lifted {
  /** Where that was. */
  from: Cell
  w: number
  h: number
  tiles: Partial<Record<LayerName, readonly (readonly string[])[]>>
  things: readonly CourseThing[]
}

/** The box from one cell to another, whichever comes first. */
export const areaOf = (a: Cell, b: Cell): Area => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  w: Math.abs(a.x - b.x) + 1,
  h: Math.abs(a.y - b.y) + 1,
})

/** Things whose feet are in that box. */
export function thingsIn({ things }: CourseContent, { x, y, w, h }: Area): string[] {
  return things.filter((one) => one.x >= x && one.x < x + w && one.y > y && one.y <= y + h).map(({ id }) => id)
}

/** These, and all that were put together with one of them. */
export function together({ things }: CourseContent, ids: readonly string[]): string[] {
  const groups = new Set(things.flatMap(({ id, group }) => (group !== undefined && ids.includes(id) ? [group] : [])))
  const more = things.filter(({ id, group }) => !ids.includes(id) && group !== undefined && groups.has(group))
  return [...ids, ...more.map(({ id }) => id)]
}

const shifted = (thing: CourseThing, dx: number, dy: number): CourseThing => ({
  ...thing,
  x: thing.x + dx,
  y: thing.y + dy,
  ...(thing.path === undefined ? {} : { path: thing.path.map(({ x, y }) => ({ x: x + dx, y: y + dy })) }),
})
const withThings = (
  course: CourseContent,
  ids: readonly string[],
  change: (thing: CourseThing) => CourseThing,
): CourseContent => ({
  ...course,
  things: course.things.map((thing) => (ids.includes(thing.id) ? change(thing) : thing)),
})

const cellsOf = ({ x, y, w, h }: Area): Cell[] =>
  Array.from({ length: w * h }, (_, i) => ({ x: x + (i % w), y: y + Math.floor(i / w) }))

/** The box around things that are picked without one: the cells their feet are in. */
function around(course: CourseContent, ids: readonly string[]): Area {
  const all = course.things
    .filter(({ id }) => ids.includes(id))
    .map(({ x, y }) => ({ x: Math.floor(x), y: Math.ceil(y) - 1 }))
  const [xs, ys] = [all.map(({ x }) => x), all.map(({ y }) => y)]
  return areaOf({ x: Math.min(...xs), y: Math.min(...ys) }, { x: Math.max(...xs), y: Math.max(...ys) })
}
const isEmpty = ({ things, area }: Choice): boolean => area === null && !things.some((id) => id !== START)

/** What is picked, of these layers; null where nothing is that can be copied. */
export function lifted(course: CourseContent, choice: Choice, layers: readonly LayerName[] = LAYERS): Lifted | null {
  if (isEmpty(choice)) return null
  const box = choice.area ?? around(course, choice.things)
  const tiles: Lifted['tiles'] = {}
  if (choice.area !== null)
    for (const layer of layers)
      tiles[layer] = Array.from({ length: box.h }, (_, y) =>
        Array.from({ length: box.w }, (_, x) => tileAt(course, layer, { x: box.x + x, y: box.y + y })),
      )
  const things = course.things.filter(({ id }) => choice.things.includes(id)).map((one) => shifted(one, -box.x, -box.y))
  return { from: { x: box.x, y: box.y }, w: box.w, h: box.h, tiles, things }
}

/** Without what is picked, of these layers. The start stays. */
export function cleared(course: CourseContent, choice: Choice, layers: readonly LayerName[] = LAYERS): CourseContent {
  let next: CourseContent = { ...course, things: course.things.filter(({ id }) => !choice.things.includes(id)) }
  if (choice.area === null) return next
  for (const layer of layers) if (next[layer] !== undefined) next = withTiles(next, layer, cellsOf(choice.area), '')
  return next
}

/**
 * With what was lifted laid at a cell; cells that were empty there leave what is below. Things get ids of their own,
 * and those that were together are together again, apart from the ones they came from. Null where there would be more
 * things than a course may have.
 */
export function laidAt(
  course: CourseContent,
  clip: Lifted,
  at: Cell,
): { course: CourseContent; choice: Choice } | null {
  if (course.things.length + clip.things.length > MOST_THINGS) return null
  let next = course
  for (const layer of LAYERS) {
    const rows = clip.tiles[layer]
    if (rows === undefined) continue
    const byTile = new Map<string, Cell[]>()
    rows.forEach((row, y) =>
      row.forEach((tile, x) => {
        if (tile === '') return
        const known = byTile.get(tile)
        const cell = { x: at.x + x, y: at.y + y }
        if (known === undefined) byTile.set(tile, [cell])
        else known.push(cell)
      }),
    )
    for (const [tile, cells] of byTile) next = withTiles(next, layer, cells, tile)
  }
  const groups = new Map<string, string>()
  const made: string[] = []
  for (const one of clip.things) {
    const id = freeId(next)
    if (one.group !== undefined && !groups.has(one.group)) groups.set(one.group, freeGroup(next))
    const group = one.group === undefined ? {} : { group: groups.get(one.group)! }
    next = { ...next, things: [...next.things, { ...shifted(one, at.x, at.y), id, ...group }] }
    made.push(id)
  }
  const area = Object.keys(clip.tiles).length === 0 ? null : { x: at.x, y: at.y, w: clip.w, h: clip.h }
  return { course: next, choice: { things: made, area } }
}

/** What is picked, moved. A box of tiles goes by whole cells and is cut off at the edge of the course. */
export function movedBy(
  course: CourseContent,
  choice: Choice,
  dx: number,
  dy: number,
  layers: readonly LayerName[] = LAYERS,
): { course: CourseContent; choice: Choice } {
  const start = choice.things.includes(START) ? { x: course.start.x + dx, y: course.start.y + dy } : course.start
  const next = { ...withThings(course, choice.things, (one) => shifted(one, dx, dy)), start }
  if (choice.area === null) return { course: next, choice }
  const tilesOnly = { things: [], area: choice.area }
  const clip = lifted(course, tilesOnly, layers)!
  const to = { x: choice.area.x + Math.round(dx), y: choice.area.y + Math.round(dy) }
  const made = laidAt(cleared(next, tilesOnly, layers), clip, to)!
  return { course: made.course, choice: { things: choice.things, area: { ...choice.area, ...to } } }
}

/** What is picked, left for right, within its own box. */
export function mirrored(course: CourseContent, choice: Choice, layers: readonly LayerName[] = LAYERS): CourseContent {
  if (isEmpty(choice)) return course
  const box = choice.area ?? around(course, choice.things)
  const turn = (x: number) => 2 * box.x + box.w - x
  let next = withThings(course, choice.things, (one) => ({
    ...one,
    x: turn(one.x),
    ...(one.path === undefined ? {} : { path: one.path.map((stop) => ({ ...stop, x: turn(stop.x) })) }),
  }))
  if (choice.area === null) return next
  const tilesOnly = { things: [], area: choice.area }
  const clip = lifted(course, tilesOnly, layers)!
  const tiles = Object.fromEntries(
    Object.entries(clip.tiles).map(([layer, rows]) => [layer, rows.map((row) => [...row].reverse())]),
  )
  next = laidAt(cleared(next, tilesOnly, layers), { ...clip, tiles }, box)!.course
  return next
}

export const ALIGNMENTS = ['left', 'middle', 'right', 'level', 'apart'] as const
export type Alignment = (typeof ALIGNMENTS)[number]

/** Things that are picked, set in a line: at one side, one height (the lowest one's), or evenly far from each other. */
export function aligned(course: CourseContent, ids: readonly string[], how: Alignment): CourseContent {
  const all = course.things.filter(({ id }) => ids.includes(id))
  if (all.length < 2) return course
  const xs = all.map(({ x }) => x)
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const low = Math.max(...all.map(({ y }) => y))
  const order = [...all].sort((a, b) => a.x - b.x).map(({ id }) => id)
  const to: Record<Alignment, (one: CourseThing) => { x: number; y: number }> = {
    left: ({ y }) => ({ x: left, y }),
    right: ({ y }) => ({ x: right, y }),
    middle: ({ y }) => ({ x: (left + right) / 2, y }),
    level: ({ x }) => ({ x, y: low }),
    apart: ({ id, y }) => ({ x: left + ((right - left) * order.indexOf(id)) / (all.length - 1), y }),
  }
  return withThings(course, ids, (one) => {
    const { x, y } = to[how](one)
    return shifted(one, x - one.x, y - one.y)
  })
}

const freeGroup = ({ things }: CourseContent): string => {
  const taken = new Set(things.map(({ group }) => group))
  let n = 1
  while (taken.has(`g${n}`)) n++
  return `g${n}`
}
/** Things that are picked and moved as one from now on, or no longer. */
export function grouped(course: CourseContent, ids: readonly string[], on: boolean): CourseContent {
  const group = freeGroup(course)
  return withThings(course, ids, ({ group: _was, ...one }) => (on ? { ...one, group } : one))
}

/** Before all others of its course, or behind them. */
export function ordered(course: CourseContent, ids: readonly string[], where: 'front' | 'back'): CourseContent {
  const mine = course.things.filter(({ id }) => ids.includes(id))
  const others = course.things.filter(({ id }) => !ids.includes(id))
  return { ...course, things: where === 'front' ? [...others, ...mine] : [...mine, ...others] }
}

/** A thing with that way to go: the stops after its own place; none for no way of its own. */
export function withPath(course: CourseContent, id: string, path: readonly Cell[], seconds?: number): CourseContent {
  return withThings(course, [id], ({ path: _path, seconds: was, ...one }) => ({
    ...one,
    ...(path.length === 0 ? {} : { path: path.slice(0, MOST_STOPS).map(({ x, y }) => ({ x, y })) }),
    ...((seconds ?? was) === undefined ? {} : { seconds: seconds ?? was }),
  }))
}

/** The leg of a way that a spot is nearest to, and how far from it. Cells. */
export function nearestLeg(path: readonly Cell[], from: Cell, spot: Cell): { leg: number; away: number } {
  const all = [from, ...path]
  const found = { leg: path.length, away: Infinity }
  for (let i = 0; i + 1 < all.length; i++) {
    const [a, b] = [all[i]!, all[i + 1]!]
    const [dx, dy] = [b.x - a.x, b.y - a.y]
    const t = Math.max(0, Math.min(1, ((spot.x - a.x) * dx + (spot.y - a.y) * dy) / (dx * dx + dy * dy || 1)))
    const away = Math.hypot(a.x + dx * t - spot.x, a.y + dy * t - spot.y)
    if (away < found.away) Object.assign(found, { leg: i, away })
  }
  return found
}
/** A stop put in where the line of a way was pressed, or after its end. */
export function stopIn(path: readonly Cell[], from: Cell, spot: Cell): Cell[] {
  const { leg } = nearestLeg(path, from, spot)
  return [...path.slice(0, leg), spot, ...path.slice(leg)]
}

/** Whether a choice takes in that cell. */
export const takesIn = ({ area }: Choice, { x, y }: Cell): boolean =>
  area !== null && x >= area.x && y >= area.y && x < area.x + area.w && y < area.y + area.h

/** A box kept inside of the course. */
export function boundedTo(course: CourseContent, area: Area): Area | null {
  const { w, h } = sizeOf(course)
  const [x, y] = [Math.max(0, area.x), Math.max(0, area.y)]
  const [right, bottom] = [Math.min(w, area.x + area.w), Math.min(h, area.y + area.h)]
  return right <= x || bottom <= y ? null : { x, y, w: right - x, h: bottom - y }
}
