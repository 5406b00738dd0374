import type { PickBox, Spot } from '../../core/folder/beside-protocol'
import { MOST_COLOURS } from '../../core/folder/beside-words'
import { backgrounds, fileOfImage, onCanvas, textureOf } from './pictures'
import { isWhole, share } from './turns'

/** The middle of what was cut out of a file; nothing where all of it was shown. */
const middleOf = (of: PickBox): Spot | null =>
  isWhole(of) ? null : { x: share(of.x + of.w / 2), y: share(of.y + of.h / 2) }

const inPage = ({ left, top, width, height }: DOMRect): PickBox => ({ x: left, y: top, w: width, h: height })

interface Found {
  path: string | null
  spot: Spot | null
  text: string | null
  box: PickBox | null
}
interface Picked extends Found {
  /** Of what is there in one colour, the topmost first: `#rrggbb`. */
  colours: string[]
}
const words = (text: string, box: PickBox): Found => ({ path: null, spot: null, text: text.slice(0, 300), box })
const file = (path: string, box: PickBox, spot: Spot | null = null): Found => ({ path, spot, text: null, box })

/** Where a canvas lies that may be shown in another size, and inside its box by `object-fit`. */
function fitted(canvas: HTMLCanvasElement, box: PickBox) {
  const fit = getComputedStyle(canvas).objectFit
  let [kx, ky] = [box.w / canvas.width, box.h / canvas.height]
  if (fit === 'contain' || fit === 'scale-down') kx = ky = Math.min(kx, ky)
  if (fit === 'cover') kx = ky = Math.max(kx, ky)
  const left = box.x + (box.w - canvas.width * kx) / 2
  const top = box.y + (box.h - canvas.height * ky) / 2
  return { left, top, kx, ky }
}

function onThisCanvas(canvas: HTMLCanvasElement, box: PickBox, x: number, y: number): Found | null {
  const { left, top, kx, ky } = fitted(canvas, box)
  const [px, py] = [(x - left) / kx, (y - top) / ky]
  for (const one of [...onCanvas(canvas)].reverse()) {
    if (px < one.x || py < one.y || px > one.x + one.w || py > one.y + one.h) continue
    const shown = { x: left + one.x * kx, y: top + one.y * ky, w: one.w * kx, h: one.h * ky }
    return one.path === '' ? words(one.text, shown) : file(one.path, shown, middleOf(one.of))
  }
  const texture = textureOf(canvas)
  return texture === '' ? null : file(texture, box)
}

function at(element: Element, x: number, y: number): Found | null {
  const box = inPage(element.getBoundingClientRect())
  if (element instanceof HTMLImageElement) {
    const path = fileOfImage(element)
    if (path !== '') return file(path, box)
  } else if (element instanceof HTMLCanvasElement) {
    const found = onThisCanvas(element, box, x, y)
    if (found !== null) return found
  }
  const path = backgrounds(element).find((one) => one !== '')
  const text = [...element.childNodes]
    .filter((node) => node.nodeType === Node.TEXT_NODE)
    .map((node) => node.nodeValue!.trim())
    .join(' ')
    .trim()
  if (text !== '') return words(text, box)
  return path === undefined ? null : file(path, box)
}

const hex = (rgb: readonly number[]): string => `#${rgb.map((one) => one.toString(16).padStart(2, '0')).join('')}`
/** A colour as the browser computes it; nothing for what one sees through. */
function solid(computed: string): string | null {
  const found = /^rgb\((\d+), (\d+), (\d+)\)$/.exec(computed)
  return found === null ? null : hex(found.slice(1).map(Number))
}

// As the browser has it: what the game draws is followed, what we look at is not.
const { drawImage } = CanvasRenderingContext2D.prototype
let eye: CanvasRenderingContext2D | null = null
/** The colour of a canvas at a place; nothing where it is clear, or may not be read. */
function inkAt(canvas: HTMLCanvasElement, x: number, y: number): string | null {
  eye ??= Object.assign(document.createElement('canvas'), { width: 1, height: 1 }).getContext('2d', {
    willReadFrequently: true,
  })
  if (eye === null) return null
  const { left, top, kx, ky } = fitted(canvas, inPage(canvas.getBoundingClientRect()))
  eye.clearRect(0, 0, 1, 1)
  try {
    drawImage.call(eye, canvas, Math.floor((x - left) / kx), Math.floor((y - top) / ky), 1, 1, 0, 0, 1, 1)
    const [r, g, b, a] = eye.getImageData(0, 0, 1, 1).data
    return a === 255 ? hex([r!, g!, b!]) : null
  } catch {
    // The picture of another host is on it; the next look has a canvas of its own again.
    eye = null
    return null
  }
}

function coloursOf(element: Element, x: number, y: number): (string | null)[] {
  if (element instanceof HTMLCanvasElement)
    return [inkAt(element, x, y), solid(getComputedStyle(element).backgroundColor)]
  const { fill, stroke, backgroundColor } = getComputedStyle(element)
  return element instanceof SVGElement ? [solid(fill), solid(stroke)] : [solid(backgroundColor)]
}

/** What lies at a place of the page (CSS px): the topmost picture or text there, and the colours below that. */
export function pickAt(x: number, y: number): Picked {
  const over = document.elementsFromPoint(x, y)
  // What a page shows behind its body is the body's too (CSS Backgrounds 3, 2.11.2).
  const there = document.body === null || over.includes(document.body) ? over : [...over, document.body]
  let found: Found | null = null
  for (const element of there) {
    found = at(element, x, y)
    if (found !== null) break
  }
  const colours = new Set(there.flatMap((element) => coloursOf(element, x, y)).filter((one) => one !== null))
  return {
    ...(found ?? { path: null, spot: null, text: null, box: null }),
    colours: [...colours].slice(0, MOST_COLOURS),
  }
}
