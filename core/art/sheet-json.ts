import * as z from 'zod'

/** A rectangle of a sheet, px, with where it lies in the frame it was trimmed from. */
export interface SheetFrame {
  name: string
  x: number
  y: number
  w: number
  h: number
  ox: number
  oy: number
  /** px of the untrimmed frame. */
  canvasW: number
  canvasH: number
  /** ms, 0 when not told. */
  durationMs: number
}

export interface SheetTag {
  name: string
  from: number
  to: number
  direction: 'forward' | 'reverse' | 'pingpong'
}

export interface SheetDescription {
  /** File name of the picture, empty when not told. */
  image: string
  frames: SheetFrame[]
  tags: SheetTag[]
}

const px = z.number().min(0).max(16384)
const Box = z.object({ x: px, y: px, w: px, h: px })
const Entry = z.object({
  filename: z.string().optional(),
  frame: Box,
  rotated: z.boolean().optional(),
  spriteSourceSize: z.object({ x: z.number(), y: z.number() }).optional(),
  sourceSize: z.object({ w: px, h: px }).optional(),
  duration: z.number().min(0).max(60000).optional(),
})
const Description = z.object({
  frames: z.union([z.array(Entry).max(2000), z.record(z.string(), Entry)]),
  meta: z
    .object({
      image: z.string().optional(),
      frameTags: z
        .array(
          z.object({
            name: z.string(),
            from: z.number().int().min(0),
            to: z.number().int().min(0),
            direction: z.string().optional(),
          }),
        )
        .optional(),
    })
    .optional(),
})

/**
 * Reads the description of a sheet: the two open JSON shapes that art programs and packers write, a list of frames or
 * a table by name, with optional tags. Null for anything else; a frame that lies turned in the sheet is left out.
 */
export function readSheetJson(text: string): SheetDescription | null {
  let raw: unknown
  try {
    raw = JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch {
    return null
  }
  const read = Description.safeParse(raw)
  if (!read.success) return null
  const entries = Array.isArray(read.data.frames)
    ? read.data.frames.map((entry, i) => ({ ...entry, filename: entry.filename ?? String(i) }))
    : Object.entries(read.data.frames).map(([filename, entry]) => ({ ...entry, filename }))
  const frames = entries
    .filter((entry) => entry.rotated !== true && entry.frame.w >= 1 && entry.frame.h >= 1)
    .map((entry): SheetFrame => ({
      name: entry.filename,
      x: Math.round(entry.frame.x),
      y: Math.round(entry.frame.y),
      w: Math.round(entry.frame.w),
      h: Math.round(entry.frame.h),
      ox: Math.round(entry.spriteSourceSize?.x ?? 0),
      oy: Math.round(entry.spriteSourceSize?.y ?? 0),
      canvasW: Math.round(entry.sourceSize?.w ?? entry.frame.w),
      canvasH: Math.round(entry.sourceSize?.h ?? entry.frame.h),
      durationMs: entry.duration ?? 0,
    }))
  if (frames.length === 0) return null
  const tags = (read.data.meta?.frameTags ?? [])
    .filter((tag) => tag.to >= tag.from && tag.from < frames.length)
    .map((tag): SheetTag => ({
      name: tag.name,
      from: tag.from,
      to: Math.min(frames.length - 1, tag.to),
      direction: tag.direction === 'reverse' || tag.direction === 'pingpong' ? tag.direction : 'forward',
    }))
  return { image: read.data.meta?.image ?? '', frames, tags }
}
