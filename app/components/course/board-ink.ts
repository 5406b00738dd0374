import { drawCells } from '@core/game/course/draw-cells'
import { gridOf } from '@core/game/course/grid'
import { add, makeDrawList, toStage } from '@core/game/draw-list'
import type { Explored, Jump } from '@core/game/laying'
import { partAs, type Setup } from '@core/game/setup'
import type { Stage } from '@core/game/stage'
import type { Point } from '@core/game/types'
import type { CourseContent, CourseThing } from '@core/kinds/course'
import { LAYERS, sizeOf, type Cell, type LayerName } from '@core/pack/course'
import { START, type Area, type Choice } from '@core/pack/course-choice'
import { paint, type Images } from '@player/draw'
import type { Letters } from '~/composables/typeface'

/** How a play went from place to place, and what ended it. */
export interface Trail {
  points: readonly Point[]
  /** Where a life was lost. */
  falls: readonly Point[]
}

/** All that is drawn of a course that is laid. */
export interface Shown {
  setup: Setup
  content: CourseContent
  /** A play begins at its start. */
  starts: boolean
  images: Images
  letters: Letters
  tiles: string
  layer: LayerName
  hidden: readonly LayerName[]
  dimmed: boolean
  chosen: Choice
  stop: number
  cursor: Cell
  /** What is dragged, so far from where it is. */
  shift: Point | null
  /** A box that is being drawn, and the stop that is dragged. */
  box: Area | null
  stopAt: Point | null
  explored: Explored | null
  fresh: boolean
  jumps: readonly Jump[]
  trail: Trail | null
}

/** Cells from the top left, and device px a cell takes. */
export interface View {
  x: number
  y: number
  scale: number
  /** Device px of a CSS px. */
  ratio: number
}

const VERMILION = '#ff6b52'
const SUN = '#f2b705'
const list = makeDrawList()

export function drawBoard(ink: CanvasRenderingContext2D, view: View, shown: Shown): void {
  const { width, height } = ink.canvas
  const stage: Stage = { ...shown.setup.stage, width: width / view.scale, height: height / view.scale }
  list.count = 0
  list.camera.x = view.x
  list.camera.y = view.y
  const backdrop = partAs(shown.setup.doc, 'backdrop')
  if (backdrop !== '') {
    const behind = add(list, 'picture', backdrop, 0, 0)
    behind.w = stage.width
    behind.h = stage.height
  }
  const grid = gridOf(shown.content, shown.setup.casts[shown.tiles] ?? [])
  for (const layer of LAYERS) {
    if (shown.hidden.includes(layer)) continue
    const from = list.count
    drawCells(list, grid, grid[layer], shown.tiles, stage, 0)
    for (let i = from; i < list.count; i++) list.items[i]!.alpha = !shown.dimmed || layer === shown.layer ? 1 : 0.5
    if (layer === 'play') drawThings(shown, view, stage)
  }
  toStage(list)
  ink.fillStyle = '#171b26'
  ink.fillRect(0, 0, width, height)
  paint(list, shown.setup, {
    ...{ ink, images: shown.images, ...shown.letters },
    view: { left: 0, top: 0, scale: view.scale, stage },
  })
  drawOver(ink, view, shown)
}

/** Nothing is so wide or tall that it reaches further into the view from outside. Cells. */
const MARGIN = 6
function drawThings({ content, starts, chosen, shift, setup }: Shown, view: View, stage: Stage): void {
  const put = (part: string, entry: string, id: string, { x, y }: Point) => {
    const by = shift !== null && chosen.things.includes(id) ? shift : { x: 0, y: 0 }
    const [px, py] = [x + by.x, y + by.y]
    const off = (at: number, from: number, size: number) => at < from - MARGIN || at > from + size + MARGIN
    if (off(px, view.x, stage.width) || off(py, view.y, stage.height)) return
    const item = add(list, 'sprite', part, px, py)
    item.share = 1
    item.entry = entry
  }
  for (const { part, entry, id, ...at } of content.things) put(part, entry, id, at)
  if (starts) put(partAs(setup.doc, 'icon'), '', START, content.start)
}

function drawOver(ink: CanvasRenderingContext2D, view: View, shown: Shown): void {
  const { scale, ratio } = view
  const at = (x: number, y: number) => [(x - view.x) * scale, (y - view.y) * scale] as const
  if (shown.explored !== null) drawReach(ink, view, shown.explored, shown.fresh, at)
  drawGrid(ink, scale, sizeOf(shown.content), at)
  for (const thing of shown.content.things)
    if (thing.path !== undefined || shown.chosen.things.includes(thing.id)) drawWay(ink, view, thing, shown, at)
  for (const jump of shown.jumps) drawJump(ink, view, jump, at)
  if (shown.trail !== null) drawTrail(ink, view, shown.trail, at)
  const by = shown.shift ?? { x: 0, y: 0 }
  const spots = shown.content.things.filter(({ id }) => shown.chosen.things.includes(id)) as Point[]
  if (shown.chosen.things.includes(START)) spots.push(shown.content.start)
  ink.strokeStyle = SUN
  ink.lineWidth = 2 * ratio
  for (const spot of spots) {
    const [x, y] = at(spot.x - 0.6 + by.x, spot.y - 1.1 + by.y)
    ink.strokeRect(x, y, scale * 1.2, scale * 1.2)
  }
  for (const area of [shown.chosen.area, shown.box]) {
    if (area === null) continue
    const moved = area === shown.box ? { x: 0, y: 0 } : by
    const [x, y] = at(area.x + moved.x, area.y + moved.y)
    ink.fillStyle = '#f2b70526'
    ink.fillRect(x, y, area.w * scale, area.h * scale)
    ink.setLineDash([6 * ratio, 4 * ratio])
    ink.strokeRect(x, y, area.w * scale, area.h * scale)
    ink.setLineDash([])
  }
  const [x, y] = at(shown.cursor.x, shown.cursor.y)
  ink.strokeStyle = '#171b26'
  ink.lineWidth = 4 * ratio
  ink.strokeRect(x, y, scale, scale)
  ink.strokeStyle = '#ffffff'
  ink.lineWidth = 2 * ratio
  ink.strokeRect(x, y, scale, scale)
}

type At = (x: number, y: number) => readonly [number, number]

function cross(ink: CanvasRenderingContext2D, x: number, y: number, size: number): void {
  ink.beginPath()
  ink.moveTo(x - size, y - size)
  ink.lineTo(x + size, y + size)
  ink.moveTo(x + size, y - size)
  ink.lineTo(x - size, y + size)
  ink.stroke()
}

/** Hatched: never by colour alone. What nobody gets to is crossed out, what is missing is measured, its mend in pencil. */
function drawReach(ink: CanvasRenderingContext2D, view: View, explored: Explored, fresh: boolean, at: At): void {
  const { scale } = view
  const { width, height } = ink.canvas
  ink.save()
  ink.beginPath()
  for (const cell of explored.cells) {
    const [x, y] = at(cell % explored.w, Math.floor(cell / explored.w))
    if (x > -scale && y > -scale && x < width && y < height) ink.rect(x, y, scale, scale)
  }
  ink.clip()
  ink.strokeStyle = fresh ? '#ffffff66' : '#ffffff22'
  ink.lineWidth = Math.max(1, scale * 0.04)
  ink.beginPath()
  for (let d = -height; d < width; d += scale / 3) {
    ink.moveTo(d, height)
    ink.lineTo(d + height, 0)
  }
  ink.stroke()
  ink.restore()
  ink.lineWidth = Math.max(2, scale * 0.08)
  ink.strokeStyle = VERMILION
  for (const { x, y } of explored.lost) cross(ink, ...at(x, y - 0.5), scale * 0.4)
  const { gap } = explored
  if (gap === null) return
  ink.setLineDash([scale * 0.18, scale * 0.12])
  for (const cell of gap.mend) {
    const [x, y] = at(cell.x, cell.y)
    ink.strokeStyle = '#ffffff'
    ink.lineWidth = Math.max(1.5, scale * 0.06)
    ink.strokeRect(x + scale * 0.08, y + scale * 0.08, scale * 0.84, scale * 0.84)
    if (gap.tile === '') cross(ink, x + scale / 2, y + scale / 2, scale * 0.25)
  }
  ink.setLineDash([])
  const [ax, ay] = at(gap.from.x + 0.5, gap.from.y + 0.5)
  const [bx, by] = at(gap.to.x + 0.5, gap.to.y + 0.5)
  ink.strokeStyle = VERMILION
  ink.lineWidth = Math.max(2.5, scale * 0.1)
  ink.beginPath()
  ink.moveTo(ax, ay)
  ink.lineTo(bx, by)
  // Its ends are ticks across it, as on a measure.
  const long = Math.hypot(bx - ax, by - ay) || 1
  const [tx, ty] = [((by - ay) / long) * scale * 0.35, (-(bx - ax) / long) * scale * 0.35]
  for (const [x, y] of [[ax, ay] as const, [bx, by] as const]) {
    ink.moveTo(x - tx, y - ty)
    ink.lineTo(x + tx, y + ty)
  }
  ink.stroke()
}

function drawGrid(ink: CanvasRenderingContext2D, scale: number, { w, h }: { w: number; h: number }, at: At): void {
  const { width, height } = ink.canvas
  const [left, top] = at(0, 0)
  const [right, bottom] = at(w, h)
  ink.strokeStyle = '#ffffff2e'
  ink.lineWidth = 1
  ink.beginPath()
  for (let x = 0; x <= w; x++) {
    const px = Math.round(left + x * scale) + 0.5
    if (px < 0 || px > width) continue
    ink.moveTo(px, Math.max(0, top))
    ink.lineTo(px, Math.min(height, bottom))
  }
  for (let y = 0; y <= h; y++) {
    const py = Math.round(top + y * scale) + 0.5
    if (py < 0 || py > height) continue
    ink.moveTo(Math.max(0, left), py)
    ink.lineTo(Math.min(width, right), py)
  }
  ink.stroke()
}

/** The way of a thing: a line, and of the one that is picked its stops with their numbers. */
function drawWay(ink: CanvasRenderingContext2D, view: View, thing: CourseThing, shown: Shown, at: At): void {
  const { scale, ratio } = view
  const picked = shown.chosen.things.includes(thing.id)
  const by = picked && shown.shift !== null ? shown.shift : { x: 0, y: 0 }
  const stops = (thing.path ?? []).map((one, i) =>
    picked && i === shown.stop && shown.stopAt !== null ? shown.stopAt : { x: one.x + by.x, y: one.y + by.y },
  )
  ink.setLineDash([scale * 0.2, scale * 0.15])
  ink.strokeStyle = picked ? SUN : '#ffffffb0'
  ink.lineWidth = Math.max(1.5, scale * 0.06)
  ink.beginPath()
  ink.moveTo(...at(thing.x + by.x, thing.y + by.y))
  for (const one of stops) ink.lineTo(...at(one.x, one.y))
  ink.stroke()
  ink.setLineDash([])
  if (!picked || shown.chosen.things.length > 1) return
  ink.font = `700 ${11 * ratio}px sans-serif`
  ink.textAlign = 'center'
  ink.textBaseline = 'middle'
  stops.forEach((one, i) => {
    const [x, y] = at(one.x, one.y)
    ink.beginPath()
    ink.arc(x, y, 9 * ratio, 0, Math.PI * 2)
    ink.fillStyle = i === shown.stop ? SUN : '#171b26'
    ink.fill()
    ink.lineWidth = 2 * ratio
    ink.strokeStyle = i === shown.stop ? '#171b26' : SUN
    ink.stroke()
    ink.fillStyle = i === shown.stop ? '#171b26' : '#fffdf8'
    ink.fillText(String(i + 1), x, y)
  })
}

/** The arc of a jump; one that does not land ends in a cross. */
function drawJump(ink: CanvasRenderingContext2D, { scale }: View, { path, lands }: Jump, at: At): void {
  if (path.length < 2) return
  const line = () => {
    ink.beginPath()
    path.forEach(({ x, y }, i) => ink[i === 0 ? 'moveTo' : 'lineTo'](...at(x, y)))
    ink.stroke()
  }
  ink.lineWidth = Math.max(3, scale * 0.13)
  ink.strokeStyle = '#171b26'
  line()
  ink.lineWidth = Math.max(1.5, scale * 0.06)
  ink.strokeStyle = lands ? '#ffffff' : VERMILION
  ink.setLineDash(lands ? [] : [scale * 0.2, scale * 0.12])
  line()
  ink.setLineDash([])
  const last = path.at(-1)!
  if (!lands) return cross(ink, ...at(last.x, last.y), scale * 0.25)
  ink.beginPath()
  ink.arc(...at(last.x, last.y), scale * 0.14, 0, Math.PI * 2)
  ink.fillStyle = '#ffffff'
  ink.fill()
}

/** Dots from place to place, and a cross where a life was lost. */
function drawTrail(ink: CanvasRenderingContext2D, { scale }: View, { points, falls }: Trail, at: At): void {
  const size = Math.max(2, scale * 0.09)
  ink.fillStyle = '#ffffff'
  ink.strokeStyle = '#171b26'
  ink.lineWidth = Math.max(1, size * 0.5)
  for (const { x, y } of points) {
    ink.beginPath()
    ink.arc(...at(x, y - 0.5), size, 0, Math.PI * 2)
    ink.stroke()
    ink.fill()
  }
  ink.strokeStyle = VERMILION
  ink.lineWidth = Math.max(3, scale * 0.12)
  for (const { x, y } of falls) cross(ink, ...at(x, y - 0.5), scale * 0.35)
}
