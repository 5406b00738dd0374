import { userError } from '@core/errors'

/**
 * Draws an SVG at `height` px as PNG. As an image it can run no script and load nothing from outside; the browser
 * sees to both.
 */
export async function drawSvg(
  name: string,
  bytes: Uint8Array,
  size: { width: number; height: number },
  height: number,
): Promise<Uint8Array> {
  const url = URL.createObjectURL(new Blob([bytes as BlobPart], { type: 'image/svg+xml' }))
  try {
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
    return new Uint8Array(await blob.arrayBuffer())
  } catch {
    throw userError(
      'file-broken',
      `“${name}” is an SVG that cannot be drawn. Save it as plain SVG or PNG and drop it here.`,
    )
  } finally {
    URL.revokeObjectURL(url)
  }
}
