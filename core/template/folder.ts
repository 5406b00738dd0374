import * as z from 'zod'
import { Hash, PartKey } from '../kinds/values'

export const LONGEST_PATH = 300
/** A file of the folder, by its path inside it. */
export const FolderPath = z
  .string()
  .min(1)
  .max(LONGEST_PATH)
  .refine((path) => !/^\/|\\|(^|\/)\.{1,2}(\/|$)/.test(path), { error: 'A path stays inside its folder.' })

/** Files that are one part: sizes and formats of one drawing. */
export const MOST_COPIES = 64

/** How a value is written where it stands. */
export const WRITINGS = ['html', 'attribute', 'script', 'template', 'json', 'css', 'data'] as const
export type Writing = (typeof WRITINGS)[number]

/** Where a part lies in the folder: whole files, or some characters of one. */
export const FolderPlace = z.discriminatedUnion('at', [
  /** The same drawing in several sizes or formats is one part. */
  z.object({ at: z.literal('file'), paths: z.array(FolderPath).min(1).max(MOST_COPIES) }),
  z.object({
    at: z.literal('span'),
    path: FolderPath,
    /** Characters of the file (UTF-16), from and up to. */
    from: z.int().min(0),
    to: z.int().min(0),
    as: z.enum(WRITINGS),
    /** Counted from 1. */
    line: z.int().min(1),
  }),
])
export type FolderPlace = z.infer<typeof FolderPlace>

export const MOST_FOLDER_FILES = 2000

/** A game that came as a folder: its files as they are, and where each part lies in them. */
export const Folder = z.object({
  /** The page it starts with. */
  page: FolderPath,
  files: z
    .record(FolderPath, z.object({ hash: Hash, bytes: z.int().min(0) }))
    .refine((files) => Object.keys(files).length <= MOST_FOLDER_FILES, { error: 'Too many files.' }),
  places: z.record(PartKey, FolderPlace),
  /** Files that terms were read from, and what they seem to say: an SPDX id, or empty. */
  terms: z.array(z.object({ path: FolderPath, licence: z.string().max(60) })).max(20),
  /** What is to be known about it, in sentences. */
  told: z.array(z.string().max(300)).max(20),
})
export type Folder = z.infer<typeof Folder>
