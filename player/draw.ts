import { clipOf, frameAt } from '../core/game/clips'
import type { DrawItem, DrawList } from '../core/game/draw-list'
import { actorOf } from '../core/game/pick'
import { COMPUTED_TEXTS } from '../core/game/screens'
import type { Setup } from '../core/game/setup'
import { STAGE, type TextBox } from '../core/game/types'
import { LINE_HEIGHT, wrap } from '../core/wording/fit'
import type { View } from './view'

export type Ink = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D
export type Images = ReadonlyMap<string, CanvasImageSource & { width: number; height: number }>

export interface Paint {
  ink: Ink
  view: View
  images: Images
  typeface: string
}

/** Paints one draw list: the same for the game, the stage, covers and thumbnails. */
export function paint(list: DrawList, setup: Setup, to: Paint): void {
  const { ink, view } = to
  ink.save()
  ink.beginPath()
  ink.rect(view.left, view.top, STAGE.width * view.scale, STAGE.height * view.scale)
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
  picture: paintPicture,
  text: paintText,
  plate: paintPlate,
  dim: paintDim,
}

function paintSprite(item: DrawItem, setup: Setup, { ink, view, images }: Paint): void {
  const actor = actorOf(item, setup)
  const clip = actor === undefined ? undefined : clipOf(actor.sprite, item.clip)
  if (actor === undefined || clip === undefined) return
  const frame = clip.frames[frameAt(clip, item.clipStep)]!
  const image = images.get(frame.asset)
  if (image === undefined) return
  const height = actor.height * view.scale
  const width = (height * frame.w) / frame.h
  const { pivot, crisp } = actor.sprite
  ink.save()
  ink.imageSmoothingEnabled = !crisp
  ink.translate(view.left + item.x * view.scale, view.top + item.y * view.scale)
  ink.scale(item.sx, item.sy)
  ink.drawImage(image, frame.x, frame.y, frame.w, frame.h, -pivot.x * width, -pivot.y * height, width, height)
  ink.restore()
}

function paintPicture(item: DrawItem, setup: Setup, { ink, view, images }: Paint): void {
  const doc = setup.doc.pictures[item.part]
  const image = doc === undefined ? undefined : images.get(doc.asset)
  const x = view.left + item.x * view.scale
  const y = view.top + item.y * view.scale
  const w = item.w * view.scale
  const h = item.h * view.scale
  ink.fillStyle = '#171b26'
  ink.fillRect(x, y, w, h)
  if (doc === undefined || image === undefined) return
  const pick = doc.fit === 'cover' ? Math.max : Math.min
  const scale = pick(w / image.width, h / image.height)
  ink.imageSmoothingEnabled = !doc.crisp
  ink.save()
  ink.beginPath()
  ink.rect(x, y, w, h)
  ink.clip()
  ink.drawImage(
    image,
    x + (w - image.width * scale) / 2,
    y + (h - image.height * scale) / 2,
    image.width * scale,
    image.height * scale,
  )
  ink.restore()
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
const FALLBACK: TextBox = { x: 0, y: 0, w: STAGE.width, h: 1, size: 0.6, lines: 1, align: 'center', tone: 'hud' }

export const fontFor = (tone: TextBox['tone'], px: number, typeface: string): string =>
  `${WEIGHTS[tone]} ${px}px ${typeface}`

function paintText(item: DrawItem, setup: Setup, { ink, view, typeface }: Paint): void {
  if (item.text === '') return
  const word = setup.doc.words[item.part]
  const style = word?.box ?? COMPUTED_TEXTS[item.part] ?? FALLBACK
  const at = item.w > 0 ? item : style
  const px = style.size * (word?.scale ?? 1) * view.scale
  ink.font = fontFor(style.tone, px, typeface)
  ink.textBaseline = 'alphabetic'
  ink.textAlign = style.align
  const lines = wrap(item.text, at.w * view.scale, (line) => ink.measureText(line).width)
  const anchor = style.align === 'left' ? 0 : style.align === 'right' ? at.w : at.w / 2
  const x = view.left + (at.x + anchor) * view.scale
  const step = px * LINE_HEIGHT
  const centred = style.tone === 'plate' || style.tone === 'hud'
  const top = view.top + at.y * view.scale + (centred ? (at.h * view.scale - step * lines.length) / 2 : 0)
  const { accent, plate, ink: dark } = setup.doc.colours
  const outlined = style.tone === 'title' || style.tone === 'hud'
  ink.lineJoin = 'round'
  ink.lineWidth = px * 0.17
  ink.strokeStyle = dark
  ink.fillStyle = outlined ? '#fffdf6' : item.lit ? plate : dark
  if (style.tone === 'plain' && item.lit) ink.fillStyle = accent
  lines.forEach((line, i) => {
    const y = top + step * i + px * 0.92
    if (outlined) ink.strokeText(line, x, y)
    ink.fillText(line, x, y)
  })
}
