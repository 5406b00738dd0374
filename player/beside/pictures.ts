import type { PickBox } from '../../core/folder/beside-protocol'
import { takeTurns, tellDrawn } from './cuts'
import { instead, tell } from './report'
import { cameFrom, fileAt, sourceOf, swapped } from './sources'
import { WHOLE, type Drawn } from './turns'

const MOST = 3000
/** What is on each canvas: of this frame, and of the last one in which anything was drawn. */
const now = new Map<object, Drawn[]>()
const before = new Map<object, Drawn[]>()

export function frameBegins(): void {
  for (const [canvas, list] of now) {
    if (list.length === 0) continue
    takeTurns(before.get(canvas) ?? [], list)
    before.set(canvas, list)
  }
  now.clear()
}
/** What is on a canvas, in the order it was drawn. */
export const onCanvas = (canvas: object): Drawn[] => now.get(canvas) ?? before.get(canvas) ?? []

/** Pictures of the page by their file, so that they can be another one at once. */
const elements = new Map<string, Set<WeakRef<HTMLImageElement>>>()
const known = new WeakMap<HTMLImageElement, string>()
/** Files that went where a new picture does not follow by itself. */
const fixed = new Set<string>()

export function fileOfImage(image: HTMLImageElement): string {
  const path = known.get(image) ?? fileAt(image.currentSrc || image.src)
  if (path !== '' && known.get(image) !== path) remember(image, path)
  return path
}
function remember(image: HTMLImageElement, path: string): void {
  known.set(image, path)
  const all = elements.get(path) ?? new Set()
  elements.set(path, all)
  all.add(new WeakRef(image))
}

/** A picture that the page's own text brought after its file was swapped. */
export function followSwap(image: HTMLImageElement): void {
  const path = fileOfImage(image)
  const other = swapped.get(path)
  if (other === undefined || image.src === other) return
  image.src = other
  remember(image, path)
}

function pathOfSource(source: object): string {
  if (source instanceof HTMLImageElement) return fileOfImage(source)
  if (source instanceof HTMLVideoElement) return fileAt(source.currentSrc)
  return sourceOf(source)
}

type Ink = CanvasRenderingContext2D

/** Files whose pictures are textures of a canvas: where they are drawn is not known. */
const textures = new WeakMap<object, Set<string>>()
/** The one file that a canvas has textures of; nothing where it has none, or several. */
export function textureOf(canvas: object): string {
  const [path = '', another] = textures.get(canvas) ?? []
  return another === undefined ? path : ''
}

function boxOf(ink: Ink, x: number, y: number, w: number, h: number): PickBox {
  const { a, b, c, d, e, f } = ink.getTransform()
  const xs = [x, x + w, x, x + w].map((px, i) => a * px + c * (i < 2 ? y : y + h) + e)
  const ys = [x, x + w, x, x + w].map((px, i) => b * px + d * (i < 2 ? y : y + h) + f)
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  return { x: left, y: top, w: Math.max(...xs) - left, h: Math.max(...ys) - top }
}

function put(ink: Ink, drawn: Drawn): void {
  const list = now.get(ink.canvas) ?? []
  now.set(ink.canvas, list)
  if (list.length < MOST) list.push(drawn)
  if (drawn.path !== '') tellDrawn(drawn)
  if (drawn.text.trim() !== '') tell({ is: 'said', text: drawn.text.slice(0, 300) })
}

const sizeOf = (source: CanvasImageSource): [number, number] => {
  if (source instanceof HTMLImageElement) return [source.naturalWidth, source.naturalHeight]
  if (source instanceof HTMLVideoElement) return [source.videoWidth, source.videoHeight]
  const { width, height } = source as { width: number; height: number }
  return [Number(width) || 0, Number(height) || 0]
}

/** A canvas that is drawn onto another brings along what is on it. */
function carried(ink: Ink, source: object, cut: PickBox, at: PickBox): void {
  for (const one of onCanvas(source)) {
    const left = Math.max(one.x, cut.x)
    const top = Math.max(one.y, cut.y)
    const w = Math.min(one.x + one.w, cut.x + cut.w) - left
    const h = Math.min(one.y + one.h, cut.y + cut.h) - top
    if (w <= 0 || h <= 0) continue
    const [kx, ky] = [at.w / cut.w, at.h / cut.h]
    const box = boxOf(ink, at.x + (left - cut.x) * kx, at.y + (top - cut.y) * ky, w * kx, h * ky)
    const of = {
      ...{ x: one.of.x + ((left - one.x) / one.w) * one.of.w, y: one.of.y + ((top - one.y) / one.h) * one.of.h },
      ...{ w: (w / one.w) * one.of.w, h: (h / one.h) * one.of.h },
    }
    put(ink, { ...one, ...box, of })
  }
}

function follow2d(proto: Ink | undefined): void {
  instead(
    proto,
    'drawImage',
    (real) =>
      function (this: Ink, ...args: unknown[]) {
        const result = (real as (...all: unknown[]) => void).apply(this, args)
        const [source, ...n] = args as [CanvasImageSource, ...number[]]
        const [w, h] = sizeOf(source)
        const cut = n.length === 8 ? { x: n[0]!, y: n[1]!, w: n[2]!, h: n[3]! } : { x: 0, y: 0, w, h }
        const [x, y, dw, dh] = n.length === 8 ? n.slice(4) : [n[0]!, n[1]!, n[2] ?? w, n[3] ?? h]
        const at = { x: x!, y: y!, w: dw!, h: dh! }
        const path = pathOfSource(source)
        const of = w > 0 && h > 0 ? { x: cut.x / w, y: cut.y / h, w: cut.w / w, h: cut.h / h } : WHOLE
        if (path !== '') put(this, { path, text: '', of, ...boxOf(this, at.x, at.y, at.w, at.h) })
        else if (cut.w > 0 && cut.h > 0) carried(this, source, cut, at)
        return result
      } as never,
  )
  for (const name of ['fillText', 'strokeText'] as const)
    instead(
      proto,
      name,
      (real) =>
        function (this: Ink, text: string, x: number, y: number, ...rest: number[]) {
          const result = (real as (...all: unknown[]) => void).call(this, text, x, y, ...rest)
          const m = this.measureText(String(text))
          const up = m.actualBoundingBoxAscent
          const left = m.actualBoundingBoxLeft
          const box = boxOf(this, x - left, y - up, left + m.actualBoundingBoxRight, up + m.actualBoundingBoxDescent)
          put(this, { path: '', text: String(text), of: WHOLE, ...box })
          return result
        } as never,
    )
  const patterns = new WeakMap<object, string>()
  instead(
    proto,
    'createPattern',
    (real) =>
      function (this: Ink, source: CanvasImageSource, how: string | null) {
        const made = (real as (...all: unknown[]) => CanvasPattern | null).call(this, source, how)
        const path = pathOfSource(source)
        if (made !== null && path !== '') {
          patterns.set(made, path)
          fixed.add(path)
        }
        return made
      } as never,
  )
  instead(
    proto,
    'fillRect',
    (real) =>
      function (this: Ink, x: number, y: number, w: number, h: number) {
        const result = real.call(this, x, y, w, h)
        const path = typeof this.fillStyle === 'object' ? patterns.get(this.fillStyle) : undefined
        if (path !== undefined) put(this, { path, text: '', of: WHOLE, ...boxOf(this, x, y, w, h) })
        return result
      } as never,
  )
}

/** Notes every picture and text that is drawn, and where. */
export function followPictures(): void {
  follow2d(CanvasRenderingContext2D.prototype)
  if (typeof OffscreenCanvasRenderingContext2D !== 'undefined')
    follow2d(OffscreenCanvasRenderingContext2D.prototype as unknown as Ink)
  for (const proto of [window.WebGLRenderingContext?.prototype, window.WebGL2RenderingContext?.prototype])
    for (const name of ['texImage2D', 'texSubImage2D'] as const)
      instead(
        proto,
        name,
        (real) =>
          function (this: WebGLRenderingContext, ...args: unknown[]) {
            const source = args.find((one) => typeof one === 'object' && one !== null) as object | undefined
            const path = source === undefined ? '' : pathOfSource(source)
            if (path !== '') {
              tell({ is: 'drawn', path })
              fixed.add(path)
              const all = textures.get(this.canvas) ?? new Set()
              textures.set(this.canvas, all.add(path))
            }
            return (real as (...all: unknown[]) => void).apply(this, args)
          } as never,
      )
  instead(window, 'createImageBitmap', (real) => async (...args: unknown[]) => {
    const made = await (real as (...all: unknown[]) => Promise<ImageBitmap>).apply(window, args)
    const path = pathOfSource(args[0] as object)
    cameFrom(made, path)
    if (path !== '') fixed.add(path)
    return made
  })
  // What is loaded from an opaque origin taints a canvas, unless it is asked for by the rules that our server answers.
  const { set, get } = Object.getOwnPropertyDescriptor(HTMLImageElement.prototype, 'src')!
  Object.defineProperty(HTMLImageElement.prototype, 'src', {
    configurable: true,
    enumerable: true,
    get,
    set(this: HTMLImageElement, address: string) {
      known.delete(this)
      const path = fileAt(String(address))
      const other = swapped.get(path)
      if (other !== undefined && other !== address) {
        remember(this, path)
        return set!.call(this, other)
      }
      set!.call(this, address)
    },
  })
}

const URLS = /url\((["']?)(.*?)\1\)/g
/** Files that are shown behind an element. */
export const backgrounds = (element: Element): string[] =>
  [...getComputedStyle(element).backgroundImage.matchAll(URLS)].map((found) => fileAt(found[2]!))

/** Another picture in place of a file, at once. False where the game holds what no element follows: it has to start again. */
export function swapPicture(path: string, url: string): boolean {
  swapped.set(path, url)
  let count = 0
  for (const ref of elements.get(path) ?? []) {
    const image = ref.deref()
    if (image === undefined) continue
    image.src = url
    known.set(image, path)
    count++
  }
  for (const element of document.querySelectorAll('*')) {
    if (element instanceof HTMLImageElement && !known.has(element) && fileOfImage(element) === path) {
      element.src = url
      known.set(element, path)
      count++
    }
    if (!backgrounds(element).includes(path)) continue
    const { style } = element as HTMLElement
    style.backgroundImage = getComputedStyle(element).backgroundImage.replace(URLS, (all, _quote, address: string) =>
      fileAt(address) === path ? `url("${url}")` : all,
    )
    count++
  }
  return count > 0 && !fixed.has(path)
}

/** The largest canvas as a picture; null where there is none, or it cannot be read. */
export function pictureNow(): string | null {
  const largest = [...document.querySelectorAll('canvas')].sort((a, b) => b.width * b.height - a.width * a.height)[0]
  try {
    return largest?.toDataURL('image/png') ?? null
  } catch {
    return null
  }
}
