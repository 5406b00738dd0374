import { userError } from '@core/errors'
import DOMPurify from 'dompurify'

const OUTSIDE = ['href', 'xlink:href', 'src']

/** The drawing without scripts, handlers, foreign content and references to anything outside of the file. */
export function cleanSvg(text: string): string {
  const root = new DOMParser().parseFromString(
    DOMPurify.sanitize(text, {
      USE_PROFILES: { svg: true, svgFilters: true },
      ADD_TAGS: ['use'],
      PARSER_MEDIA_TYPE: 'application/xhtml+xml',
    }),
    'image/svg+xml',
  )
  for (const element of root.querySelectorAll('*'))
    for (const attribute of [...element.attributes]) {
      const inside = /^(#|data:image\/(png|jpe?g|webp|gif);)/i.test(attribute.value.trim())
      if (OUTSIDE.includes(attribute.name.toLowerCase()) && !inside) element.removeAttribute(attribute.name)
      if (/url\(\s*['"]?(?!#)/i.test(attribute.value)) element.removeAttribute(attribute.name)
    }
  return new XMLSerializer().serializeToString(root)
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
  let url = ''
  try {
    const bytes = new TextEncoder().encode(cleanSvg(new TextDecoder().decode(given)))
    url = URL.createObjectURL(new Blob([bytes as BlobPart], { type: 'image/svg+xml' }))
    const image = new Image()
    image.src = url
    await image.decode()
    const own = { width: size.width || image.naturalWidth || 100, height: size.height || image.naturalHeight || 100 }
    const canvas = document.createElement('canvas')
    canvas.height = Math.max(1, Math.round(height))
    canvas.width = Math.max(1, Math.min(4096, Math.round((height * own.width) / own.height)))
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'))
    if (blob === null) throw new Error('nothing drawn')
    return { bytes, drawn: new Uint8Array(await blob.arrayBuffer()) }
  } catch {
    throw userError(
      'file-broken',
      `“${name}” is an SVG that cannot be drawn. Save it as plain SVG or PNG and drop it here.`,
    )
  } finally {
    URL.revokeObjectURL(url)
  }
}
