import { canvasHeight, canvasWidth, clipOf, frameAt } from '../core/game/clips'
import type { DrawItem, DrawList } from '../core/game/draw-list'
import { actorOf } from '../core/game/pick'
import { computedText } from '../core/game/layouts'
import { pivotOf, type Actor, type Setup } from '../core/game/setup'
import type { FrameDoc, PictureDoc, Point, TextBox } from '../core/game/types'
import { LINE_HEIGHT, setText } from '../core/wording/fit'
import { crumbled } from './crumbled'
import { blurred, glyphsOf, recoloured, shrunk, type Picture } from './prepare'
import type { View } from './view'

export type Ink = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D
export type Images = ReadonlyMap<string, Picture>

export interface Paint {
  ink: Ink
  view: View
  images: Images
  typeface: string
  /** CSS families of font files that single texts are set in, by asset key. */
  faces?: ReadonlyMap<string, string>
  rightToLeft?: boolean
}

/** Paints one draw list: the same for the game, the stage, covers and thumbnails. */
/** Behind everything. */
export const NIGHT = '#171b26'

export function paint(list: DrawList, setup: Setup, to: Paint): void {
  const { ink, view } = to
  to = { ...to, rightToLeft: list.rightToLeft }
  ink.save()
  ink.direction = list.rightToLeft ? 'rtl' : 'ltr'
  ink.beginPath()
  ink.rect(view.left, view.top, view.stage.width * view.scale, view.stage.height * view.scale)
  ink.clip()
  for (let i = 0; i < list.count; i++) {
    const item = list.items[i]!
    ink.globalAlpha = item.alpha
    PAINTERS[item.kind](item, setup, to)
  }
  ink.restore()
}

const PAINTERS: Record<DrawItem['kind'], (item: DrawItem, setup: Setup, to: Paint) => void> = {
  sprite: paintSprite,
  column: paintColumn,
  tile: paintTile,
  picture: paintPicture,
  text: paintText,
  plate: paintPlate,
  dim: paintDim,
}

/** px of the canvas that one px of the art takes in a game drawn pixel by pixel; 0 in a smooth one. */
function gridOf(setup: Setup, view: View): number {
  const grid = setup.doc.pixels > 0 ? view.scale / setup.doc.pixels : 0
  return grid >= 1 && Number.isInteger(grid) ? grid : 0
}
/** A scale as a whole number of the grid's px, where the drawing is meant for that; anything else keeps its size. */
const onGrid = (scale: number, grid: number): number => {
  const times = Math.max(1, Math.round(scale / grid))
  return Math.abs(scale / grid / times - 1) < 0.13 ? times * grid : scale
}
const snap = (value: number, grid: number): number => (grid > 0 ? Math.round(value / grid) * grid : value)

interface Ready {
  actor: Actor
  image: Picture
  frame: FrameDoc
  pivot: Point
  /** Canvas px a px of the drawing takes. */
  k: number
  grid: number
}

function ready(item: DrawItem, setup: Setup, { view, images }: Paint): Ready | null {
  const actor = actorOf(item, setup)
  const clip = actor === undefined ? undefined : clipOf(actor.sprite, item.clip)
  if (actor === undefined || clip === undefined) return null
  const frame = clip.frames[frameAt(clip, item.clipStep)]!
  const image = images.get(frame.asset)
  if (image === undefined) return null
  const grid = gridOf(setup, view)
  const k = actor.unit * view.scale
  return {
    actor,
    image: recoloured(image, actor.sprite.recolour),
    frame,
    pivot: pivotOf(actor.sprite, clip),
    // Whole-number scale where the drawing is meant for the grid; anything else keeps its size.
    k: grid > 0 ? onGrid(k, grid) : k,
    grid,
  }
}

function paintSprite(item: DrawItem, setup: Setup, to: Paint): void {
  const at = ready(item, setup, to)
  if (at === null) return
  const { ink, view } = to
  const { actor, frame, pivot, k, grid } = at
  const worn = item.left === null || item.gone === 0 ? null : crumbled(at.image, actor, frame, item.left, item.gone)
  ink.save()
  ink.imageSmoothingEnabled = !actor.sprite.crisp && grid === 0
  ink.translate(view.left + snap(item.x * view.scale, grid), view.top + snap(item.y * view.scale, grid))
  // Squashing would smear a grid of pixels; only mirroring is left of it there.
  ink.scale(grid > 0 ? Math.sign(item.sx) : item.sx, grid > 0 ? Math.sign(item.sy) : item.sy)
  const left = snap(((frame.ox ?? 0) - pivot.x * canvasWidth(actor.sprite, frame)) * k, grid)
  const top = snap(((frame.oy ?? 0) - pivot.y * canvasHeight(actor.sprite, frame)) * k, grid)
  if (worn === null) ink.drawImage(at.image, frame.x, frame.y, frame.w, frame.h, left, top, frame.w * k, frame.h * k)
  else ink.drawImage(worn, left, top, frame.w * k, frame.h * k)
  ink.restore()
}

/**
 * A tile from edge to edge of its cell: both edges of a cell are rounded to whole px of the canvas, so the next one begins
 * where it ends, at any scale and wherever the camera is.
 */
function paintTile(item: DrawItem, setup: Setup, { ink, view, images }: Paint): void {
  const actor = actorOf(item, setup)
  const clip = actor === undefined ? undefined : clipOf(actor.sprite, item.clip)
  if (actor === undefined || clip === undefined) return
  const at = item.picture < 0 ? frameAt(clip, item.clipStep) : Math.min(item.picture, clip.frames.length - 1)
  const { asset, x, y, w, h } = clip.frames[at]!
  const image = images.get(asset)
  if (image === undefined) return
  const left = Math.round(view.left + item.x * view.scale)
  const top = Math.round(view.top + item.y * view.scale)
  const right = Math.round(view.left + (item.x + item.w) * view.scale)
  const bottom = Math.round(view.top + (item.y + item.h) * view.scale)
  ink.imageSmoothingEnabled = !actor.sprite.crisp && gridOf(setup, view) === 0
  ink.drawImage(recoloured(image, actor.sprite.recolour), x, y, w, h, left, top, right - left, bottom - top)
}

/** The upper rows once at the edge, the lower rows again and again to the end. */
function paintColumn(item: DrawItem, setup: Setup, to: Paint): void {
  const at = ready(item, setup, to)
  if (at === null) return
  const { ink, view } = to
  const { actor, frame, pivot, k, grid } = at
  const head = Math.max(1, Math.min(frame.h - 1, Math.round((actor.sprite.repeatFrom ?? 0.5) * frame.h)))
  const body = frame.h - head
  const left = snap(-pivot.x * canvasWidth(actor.sprite, frame) * k, grid)
  const end = item.h * view.scale
  ink.save()
  ink.imageSmoothingEnabled = !actor.sprite.crisp && grid === 0
  ink.translate(view.left + snap(item.x * view.scale, grid), view.top + snap(item.y * view.scale, grid))
  ink.scale(1, item.sy)
  ink.beginPath()
  ink.rect(left, 0, frame.w * k, end)
  ink.clip()
  // A hair of overlap: no background shines through between two pieces.
  const lap = grid > 0 ? 0 : 0.5
  ink.drawImage(at.image, frame.x, frame.y, frame.w, head, left, 0, frame.w * k, head * k + lap)
  for (let y = head * k; y < end; y += body * k)
    ink.drawImage(at.image, frame.x, frame.y + head, frame.w, body, left, y, frame.w * k, body * k + lap)
  ink.restore()
}

function paintPicture(item: DrawItem, setup: Setup, to: Paint): void {
  const { ink, view, images } = to
  const doc: PictureDoc | undefined =
    item.asset === ''
      ? setup.find('picture', item.part)
      : { asset: item.asset, fit: 'contain', crisp: item.clip === 'crisp' }
  const box = {
    x: view.left + item.x * view.scale,
    y: view.top + item.y * view.scale,
    w: item.w * view.scale,
    h: item.h * view.scale,
  }
  ink.fillStyle = NIGHT
  // Night lies behind a whole stage; a speaker's picture stands on what is there.
  if (item.w >= setup.stage.width && doc?.fit !== 'tile') ink.fillRect(box.x, box.y, box.w, box.h)
  if (doc === undefined) return
  // A picture that is not drawn pixel by pixel keeps its scale, also in a game that is.
  const grid = doc.crisp ? gridOf(setup, view) : 0
  ink.save()
  ink.imageSmoothingEnabled = !doc.crisp
  ink.beginPath()
  ink.rect(box.x, box.y, box.w, box.h)
  ink.clip()
  const layer = (picture: Picture | undefined, fit: PictureDoc['fit'], speed: number, frame?: FrameDoc) => {
    if (picture === undefined) return
    const source = frame ?? { x: 0, y: 0, w: picture.width, h: picture.height }
    const soft = blurred(picture, ((doc.blur ?? 0) * source.h) / setup.stage.height)
    laySide(ink, soft, source, box, fit, item.scroll * speed * view.scale, grid)
  }
  const frame = doc.clip?.frames[frameAt(doc.clip, item.clipStep)]
  layer(images.get(frame?.asset ?? doc.asset), doc.fit, doc.speed ?? (doc.fit === 'tile' ? 1 : 0), frame)
  for (const one of doc.layers ?? []) layer(images.get(one.asset), 'tile', one.speed)
  if ((doc.dim ?? 0) > 0) {
    ink.globalAlpha *= doc.dim!
    ink.fillStyle = '#10131c'
    ink.fillRect(box.x, box.y, box.w, box.h)
  }
  ink.restore()
}

type Rectangle = { x: number; y: number; w: number; h: number }

/** One picture in its box; one that moves, or tiles, is laid side by side as often as the box is wide. */
function laySide(
  ink: Ink,
  picture: Picture,
  source: Rectangle,
  box: Rectangle,
  fit: PictureDoc['fit'],
  moved: number,
  grid: number,
): void {
  const across = box.w / source.w
  const down = box.h / source.h
  let scale = fit === 'tile' ? down : fit === 'cover' ? Math.max(across, down) : Math.min(across, down)
  if (grid > 0) scale = onGrid(scale, grid)
  const width = source.w * scale
  const height = source.h * scale
  const whole = source.w === picture.width && source.h === picture.height
  const small = ink.imageSmoothingEnabled && whole ? shrunk(picture, scale) : picture
  if (small !== picture) {
    picture = small
    source = { x: 0, y: 0, w: small.width, h: small.height }
  }
  const top = box.y + (fit === 'tile' ? box.h - height : snap((box.h - height) / 2, grid))
  if (moved === 0 && fit !== 'tile') {
    const left = box.x + snap((box.w - width) / 2, grid)
    ink.drawImage(picture, source.x, source.y, source.w, source.h, left, top, width, height)
    return
  }
  const lap = grid > 0 ? 0 : 0.5
  for (let x = -snap(moved % width, grid); x < box.w; x += width)
    ink.drawImage(picture, source.x, source.y, source.w, source.h, box.x + x, top, width + lap, height)
}

function paintDim(item: DrawItem, _setup: Setup, { ink, view }: Paint): void {
  ink.fillStyle = '#10131c'
  ink.fillRect(
    view.left + item.x * view.scale,
    view.top + item.y * view.scale,
    item.w * view.scale,
    item.h * view.scale,
  )
}

function paintPlate(item: DrawItem, setup: Setup, { ink, view }: Paint): void {
  const { accent, plate, ink: dark } = setup.doc.colours
  const s = view.scale
  const x = view.left + item.x * s
  const y = view.top + item.y * s
  const round = 0.16 * s
  ink.fillStyle = dark
  ink.globalAlpha *= 0.35
  ink.beginPath()
  ink.roundRect(x, y + 0.09 * s, item.w * s, item.h * s, round)
  ink.fill()
  ink.globalAlpha = item.alpha
  ink.fillStyle = item.lit ? accent : plate
  ink.beginPath()
  ink.roundRect(x, y, item.w * s, item.h * s, round)
  ink.fill()
}

const WEIGHTS: Record<TextBox['tone'], number> = { title: 800, hud: 700, plate: 650, plain: 500 }

export const fontFor = (tone: TextBox['tone'], px: number, typeface: string): string =>
  `${WEIGHTS[tone]} ${px}px ${typeface}`

/** Letters of a drawn sheet: measured and set like those of a typeface; what the sheet does not have is a gap. */
function glyphLetters(setup: Setup, images: Images, px: number) {
  const sheet = setup.doc.glyphs
  const picture = sheet === undefined ? undefined : images.get(sheet.asset)
  if (sheet === undefined || picture === undefined) return null
  const glyphs = glyphsOf(picture, sheet)
  const cellH = picture.height / sheet.rows
  const k = px / cellH
  const gap = Math.max(1, cellH / 10)
  const indexOf = (letter: string) => {
    const own = sheet.order.indexOf(letter)
    if (own >= 0) return own
    const other = letter === letter.toUpperCase() ? letter.toLowerCase() : letter.toUpperCase()
    return sheet.order.indexOf(other)
  }
  const advance = (letter: string) => ((glyphs[indexOf(letter)]?.w ?? cellH * 0.4) + gap) * k
  return {
    measure: (line: string) => [...line].reduce((sum, letter) => sum + advance(letter), 0),
    draw: (ink: Ink, line: string, x: number, top: number) => {
      for (const letter of line) {
        const index = indexOf(letter)
        const glyph = glyphs[index]
        if (glyph !== undefined)
          ink.drawImage(
            picture,
            glyph.x,
            Math.floor(index / sheet.columns) * cellH,
            glyph.w,
            cellH,
            Math.round(x),
            Math.round(top),
            glyph.w * k,
            px,
          )
        x += advance(letter)
      }
    },
  }
}

/** Width of the line around letters on the stage, in letter heights. */
const OUTLINE = 0.085

function paintText(item: DrawItem, setup: Setup, to: Paint): void {
  if (item.text === '') return
  const { ink, view, images } = to
  const word = setup.find('wording', item.part)
  const own = word?.style ?? {}
  const style = word?.box ?? computedText(setup.stage.shape, item.part)
  const at = item.w > 0 ? item : style
  const full = style.size * view.scale
  const family = (own.typeface === undefined ? undefined : to.faces?.get(own.typeface)) ?? to.typeface
  ink.font = fontFor(style.tone, full, family)
  const glyphs = own.typeface === undefined ? glyphLetters(setup, images, full) : null
  const measure = glyphs?.measure ?? ((line: string) => ink.measureText(line).width)
  const scale = word?.scale ?? 1
  const place = { ...style, w: at.w, h: at.h }
  const set = setText(item.text, place, scale, word?.shrinkTo ?? scale, (line) => measure(line) / full)
  const px = full * set.scale
  // Languages written from the right begin there, unless the maker has said otherwise.
  const align = own.align ?? (to.rightToLeft === true ? MIRRORED[style.align] : style.align)
  ink.textBaseline = 'alphabetic'
  ink.textAlign = align
  const anchor = align === 'left' ? 0 : align === 'right' ? at.w : at.w / 2
  const x = view.left + (at.x + anchor) * view.scale
  const step = px * LINE_HEIGHT
  const centred = style.tone === 'plate' || style.tone === 'hud'
  const top = view.top + at.y * view.scale + (centred ? (at.h * view.scale - step * set.lines.length) / 2 : 0)
  if (glyphs !== null) {
    ink.imageSmoothingEnabled = false
    const drawn = glyphLetters(setup, images, px)!
    set.lines.forEach((line, i) => {
      const width = drawn.measure(line)
      drawn.draw(ink, line, align === 'left' ? x : align === 'right' ? x - width : x - width / 2, top + step * i)
    })
    return
  }
  const { accent, plate, ink: dark } = setup.doc.colours
  const onStage = style.tone === 'title' || style.tone === 'hud'
  const outline = own.outline ?? (onStage ? OUTLINE : 0)
  ink.font = fontFor(style.tone, px, family)
  ink.lineJoin = 'round'
  ink.lineWidth = px * outline * 2
  ink.strokeStyle = own.outlineColour ?? dark
  ink.fillStyle = own.colour ?? (onStage ? '#fffdf6' : dark)
  if (style.tone === 'plate' && item.lit) ink.fillStyle = plate
  if (style.tone === 'plain' && item.lit) ink.fillStyle = accent
  set.lines.forEach((line, i) => {
    const y = top + step * i + px * 0.92
    if (outline > 0) ink.strokeText(line, x, y)
    ink.fillText(line, x, y)
  })
}

const MIRRORED: Record<TextBox['align'], TextBox['align']> = { left: 'right', right: 'left', center: 'center' }
