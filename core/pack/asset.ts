import * as z from 'zod'

export const MIMES = [
  'image/png',
  'image/jpeg',
  'image/webp',
  'image/gif',
  'image/svg+xml',
  'audio/wav',
  'audio/mpeg',
  'audio/ogg',
  'audio/flac',
  'audio/mp4',
  'font/ttf',
  'font/otf',
  'font/woff2',
] as const
export type Mime = (typeof MIMES)[number]

export const EXTENSIONS: Record<Mime, string> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/webp': 'webp',
  'image/gif': 'gif',
  'image/svg+xml': 'svg',
  'audio/wav': 'wav',
  'audio/mpeg': 'mp3',
  'audio/ogg': 'ogg',
  'audio/flac': 'flac',
  'audio/mp4': 'm4a',
  'font/ttf': 'ttf',
  'font/otf': 'otf',
  'font/woff2': 'woff2',
}

export const Source = z.object({
  /** The file's name when it came in: told to people, never used to find anything. */
  file: z.string().max(255),
  author: z.string().max(120),
  /** SPDX id, or empty while unknown. */
  licence: z.string().max(60),
  link: z.string().max(500),
})
export type Source = z.infer<typeof Source>

/** What is known about some bytes without opening them again. Sizes in px, durations in s, 0 where it does not apply. */
export const AssetFacts = z.object({
  mime: z.enum(MIMES),
  bytes: z.int().min(1),
  width: z.int().min(0).max(16384),
  height: z.int().min(0).max(16384),
  durationS: z.number().min(0),
  source: Source,
  /** Hash of the file this was made from (an SVG, a GIF, a picture before a fix). */
  madeFrom: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
  /** ISO date. */
  imported: z.string().max(40),
})
export type AssetFacts = z.infer<typeof AssetFacts>

export const isPicture = (mime: Mime): boolean => mime.startsWith('image/')
