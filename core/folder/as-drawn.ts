import type { Rect } from '../art/pixels'
import type { PartContent } from '../kinds'
import type { FolderTemplate, PartSpec } from '../template/template'
import type { Cut, SeenCut } from './beside-protocol'
import { spriteOfCells } from './cells'
import { partsBeside } from './layer-paths'
import { partIds } from './names'
import { MOST_FRAMES, MOST_THINGS } from './sheets'

/** px by which two cells that are meant to be one may differ. */
const NEAR = 1
/** Share of the smaller of two cells that both may have, where neither is a window that moves over a picture. */
const SHARED = 0.25

const near = (a: number, b: number): boolean => Math.abs(a - b) <= NEAR
const same = (a: Rect, b: Rect): boolean => near(a.x, b.x) && near(a.y, b.y) && near(a.w, b.w) && near(a.h, b.h)
const common = (a: Rect, b: Rect): number =>
  Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y))
const cross = (a: Rect, b: Rect): boolean => common(a, b) > SHARED * Math.min(a.w * a.h, b.w * b.h)

interface Size {
  width: number
  height: number
}
function inPx({ x, y, w, h }: Cut, { width, height }: Size): Rect {
  const [left, top] = [Math.round(x * width), Math.round(y * height)]
  const right = Math.min(width, Math.round((x + w) * width))
  return { x: left, y: top, w: right - left, h: Math.min(height, Math.round((y + h) * height)) - top }
}

/**
 * The cells that a game cuts a picture into, px, row by row. What lies inside another cell is a part of that, cut off
 * by something; all of the picture is none. Empty where a window moves over it, so that they are no cells.
 */
export function cellsDrawn(seen: readonly SeenCut[], size: Size): Rect[] {
  const cells: Rect[] = []
  const all = seen
    .map(({ cut }) => inPx(cut, size))
    .filter(({ w, h }) => w > NEAR && h > NEAR && (w < size.width - NEAR || h < size.height - NEAR))
    .sort((a, b) => b.w * b.h - a.w * a.h)
  for (const one of all) {
    const over = cells.filter((cell) => cross(cell, one))
    if (over.length === 0) cells.push(one)
    else if (!over.some((cell) => same(cell, one) || common(cell, one) >= (one.w - NEAR) * (one.h - NEAR))) return []
  }
  return cells.sort((a, b) => (near(a.y, b.y) ? a.x - b.x : a.y - b.y))
}

/** Cells that took each other's place while the game was played, which are drawings of one thing; each cell in one list. */
function things(cells: readonly Rect[], seen: readonly SeenCut[], size: Size): Rect[][] {
  const of = new Map(cells.map((cell) => [cell, [cell]]))
  const at = (cut: Cut) => cells.find((cell) => same(cell, inPx(cut, size)))
  for (const { cut, after } of seen) {
    if (after === undefined) continue
    const [one, other] = [of.get(at(cut)!), of.get(at(after)!)]
    if (one === undefined || other === undefined || one === other) continue
    other.push(...one)
    for (const cell of one) of.set(cell, other)
  }
  const order = (list: Rect[]) => cells.filter((cell) => list.includes(cell))
  return [...new Set(of.values())].map(order)
}

const framesOf = (content: PartContent): Rect[] =>
  content.kind === 'sprite' ? Object.values(content.clips).flatMap(({ frames }) => frames) : []

/**
 * The parts of a file that lie where the game cuts it. None where what was guessed of it is something else: other cells,
 * or one thing of cells that were all drawn and are several.
 */
function kept(parts: readonly PartSpec[], drawn: readonly Rect[][]): PartSpec[] {
  const cells = drawn.flat()
  const fits = parts.every(({ content }) => {
    const frames = framesOf(content)
    return frames.length > 0 && cells.every((cell) => frames.every((one) => same(one, cell) || !cross(one, cell)))
  })
  const frames = parts.flatMap(({ content }) => framesOf(content))
  const among = drawn.filter((list) => list.some((cell) => frames.some((one) => same(one, cell))))
  const isLumped = parts.length === 1 && among.length > 1 && among.flat().length >= frames.length
  return fits && !isLumped ? [...parts] : []
}

export interface AsDrawn {
  /** Cells that were drawn so far. */
  cells: number
  /** Parts that the file has then. */
  parts: number
  /** The one of them that was a part before. */
  first: string
  template: FolderTemplate
}

/**
 * The template with a part's file cut as the game cut it while it was played: each thing is a part, with the cells that
 * took each other's place. Parts that are there and lie right stay, with the cells they had and those that joined them;
 * where the cut that was guessed is another one, the part is the first of the new ones. Null where nothing is new.
 */
export function asDrawn(template: FolderTemplate, part: string, seen: readonly SeenCut[]): AsDrawn | null {
  const place = template.folder.places[part]
  if (place?.at !== 'file') return null
  const { hash } = template.folder.files[place.paths[0]!]!
  const facts = template.assets[hash]?.facts
  if (facts === undefined || facts.width === 0) return null
  const cells = cellsDrawn(seen, facts)
  const on = new Set([part, ...partsBeside(template, part)])
  const there = template.parts.filter(({ id }) => on.has(id))
  const all = things(cells, seen, facts)
  const right = kept(there, all)
  const isOf = (spec: PartSpec, cell: Rect) => framesOf(spec.content).some((one) => same(one, cell))
  const fresh = cells.filter((cell) => !right.some(({ content }) => framesOf(content).some((one) => cross(one, cell))))
  // One cell in an unlike cut is a detail of it, shown for itself.
  if (fresh.length === 0 || (right.length === 0 && (fresh.length < 2 || there.length > 1))) return null

  const first = there[0]!
  const id = partIds(template.parts.map((one) => one.id))
  const crisp = 'crisp' in first.content && first.content.crisp
  const withCells = (spec: PartSpec, list: readonly Rect[]): PartSpec => {
    const content = spriteOfCells(hash, list.slice(0, MOST_FRAMES), crisp)
    return { ...spec, content, clips: Object.keys(content.clips) }
  }
  const left = new Set(fresh)
  const stay = right.map((spec) => {
    const more = all.filter((list) => list.some((cell) => isOf(spec, cell))).flat()
    // Where a cell joins two parts, it is the first one's.
    const joined = more.filter((cell) => left.delete(cell))
    return joined.length === 0 ? spec : withCells(spec, [...framesOf(spec.content), ...joined])
  })
  const others = all.filter((list) => list.every((cell) => fresh.includes(cell)))
  const made = others.slice(0, MOST_THINGS).map((list, i) => {
    if (right.length === 0 && i === 0) return withCells(first, list)
    const { group: _hand, ...rest } = first
    const number = right.length + i + 1
    return withCells({ ...rest, id: id(first.id), name: `${first.name} ${number}`.slice(0, 100), guess: true }, list)
  })
  const now = [...stay, ...made]
  const places = { ...template.folder.places, ...Object.fromEntries(now.map((spec) => [spec.id, place])) }
  const parts = template.parts.flatMap((spec) => (spec.id === first.id ? now : on.has(spec.id) ? [] : [spec]))
  return {
    cells: cells.length,
    parts: now.length,
    first: first.id,
    template: { ...template, parts, folder: { ...template.folder, places } },
  }
}

/** The template as it is now, with the parts of one file as they were before it was cut: a part of then and now names it. */
export function cutBack(now: FolderTemplate, before: FolderTemplate, part: string): FolderTemplate {
  const gone = new Set([part, ...partsBeside(now, part)])
  const there = new Set([part, ...partsBeside(before, part)])
  const were = before.parts.filter(({ id }) => there.has(id))
  const stay = Object.entries(now.folder.places).filter(([id]) => !gone.has(id))
  const again = were.map(({ id }) => [id, before.folder.places[id]!] as const)
  const parts = now.parts.flatMap((spec) => (spec.id === part ? were : gone.has(spec.id) ? [] : [spec]))
  return { ...now, parts, folder: { ...now.folder, places: Object.fromEntries([...stay, ...again]) } }
}
