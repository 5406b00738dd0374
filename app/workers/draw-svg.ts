import { checkDrawn, isTooFar, plainSvg, pointsOutside } from '@core/art/svg'
import { userError } from '@core/errors'
import DOMPurify from 'dompurify'

const SVG = 'http://www.w3.org/2000/svg'
/** Neither drawn nor wanted: what programs keep for themselves, and what could do something. */
const DROPPED = new Set(['metadata', 'script', 'foreignObject', 'iframe', 'audio', 'video'])

/** The parsed drawing, whatever comes before its first element. Throws a UserError that says where it stops being XML. */
function parsed(name: string, text: string): SVGSVGElement {
  const document = new DOMParser().parseFromString(text, 'image/svg+xml')
  const failed = document.querySelector('parsererror')
  const root = document.documentElement
  if (failed !== null || root.localName !== 'svg') {
    const line = /line (\d+)/.exec(failed?.textContent ?? '')?.[1]
    throw userError(
      'file-broken',
      `“${name}” is an SVG that is broken${line === undefined ? '' : ` in line ${line}`}. Save it again as plain SVG, or as PNG.`,
    )
  }
  if (root.namespaceURI === SVG) return root as unknown as SVGSVGElement
  // Without its namespace no browser draws it, though it was meant.
  const again = new DOMParser().parseFromString(text.replace(/<svg/i, `<svg xmlns="${SVG}"`), 'image/svg+xml')
  return again.documentElement as unknown as SVGSVGElement
}

/**
 * The drawing without scripts, handlers, foreign content and anything outside of the file, its names and order as they
 * were. Throws a UserError for what is no SVG and for what would draw without end; nothing has been drawn then.
 */
export function cleanSvg(name: string, bytes: Uint8Array): string {
  const root = parsed(name, plainSvg(name, bytes))
  for (const element of [...root.querySelectorAll('*')])
    if (element.namespaceURI !== SVG || DROPPED.has(element.localName)) element.remove()
  DOMPurify.sanitize(root, { IN_PLACE: true, USE_PROFILES: { svg: true, svgFilters: true }, ADD_TAGS: ['use', 'a'] })
  for (const element of [root, ...root.querySelectorAll('*')]) {
    for (const { name: attribute, value } of [...element.attributes]) {
      const href = /(^|:)href$/i.test(attribute)
      const inside = /^(#|data:image\/(png|jpe?g|webp|gif);)/i.test(value.trim())
      if ((href && !inside) || pointsOutside(value) || isTooFar(attribute, value)) element.removeAttribute(attribute)
    }
    if (element.localName === 'style' && pointsOutside(element.textContent)) element.remove()
    // A link draws what is in it; where it leads is nobody's business here.
    if (element.localName === 'a') element.removeAttribute('target')
  }
  checkDrawn(name, root)
  return new XMLSerializer().serializeToString(root)
}

/** px of an absolute unit (CSS Values 4, 6.2). */
const UNITS: Record<string, number> = { '': 1, px: 1, mm: 96 / 25.4, cm: 96 / 2.54, in: 96, pt: 96 / 72, pc: 16 }
/** A side in px; 0 where the file says none, or one that follows from what is around it. */
function px(text: string | null): number {
  const [, value, unit] = /^\s*([\d.]+(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(text ?? '') ?? []
  return (Number(value) || 0) * (UNITS[unit?.toLowerCase() ?? ''] ?? 0)
}

/**
 * Cleans an SVG and draws it at `height` px as PNG. Returns the cleaned file too: what is kept is what was drawn.
 */
export async function drawSvg(
  name: string,
  given: Uint8Array,
  size: { width: number; height: number },
  height: number,
): Promise<{ bytes: Uint8Array; drawn: Uint8Array }> {
  const text = cleanSvg(name, given)
  let url = ''
  try {
    const root = new DOMParser().parseFromString(text, 'image/svg+xml').documentElement
    const canvas = document.createElement('canvas')
    const own = {
      width: px(root.getAttribute('width')) || size.width,
      height: px(root.getAttribute('height')) || size.height,
    }
    // A drawing without a size of its own is laid out by the size it is shown with.
    if (own.width > 0 && own.height > 0 && root.getAttribute('viewBox') === null)
      root.setAttribute('viewBox', `0 0 ${own.width} ${own.height}`)
    canvas.height = Math.max(1, Math.min(4096, Math.round(height)))
    canvas.width = Math.max(1, Math.min(4096, Math.round((height * (own.width || 100)) / (own.height || 100))))
    root.setAttribute('width', String(canvas.width))
    root.setAttribute('height', String(canvas.height))
    const shown = new XMLSerializer().serializeToString(root)
    url = URL.createObjectURL(new Blob([shown], { type: 'image/svg+xml' }))
    const image = new Image()
    image.src = url
    await image.decode()
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'))
    if (blob === null) throw new Error('nothing drawn')
    return { bytes: new TextEncoder().encode(text), drawn: new Uint8Array(await blob.arrayBuffer()) }
  } catch {
    throw userError(
      'file-broken',
      `“${name}” is an SVG that cannot be drawn. Save it as plain SVG or PNG and drop it here.`,
    )
  } finally {
    URL.revokeObjectURL(url)
  }
}
