import { ParcelManifest } from '@core/parcel/manifest'
import { LONGEST_PATH } from '@core/template/folder'
import { FolderTemplate } from '@core/template/template'
import { Finding } from '@core/check/finding'
import * as z from 'zod'

/** What the inspecting process is told, as one line of JSON. All paths are folders or files of this machine. */
export const InspectorJob = z.object({
  parcel: z.string(),
  /** Folder with a folder a template: template.json and its files. */
  shelf: z.string(),
  /** Where the files that are kept are put, by their hash. */
  out: z.string(),
})
export type InspectorJob = z.infer<typeof InspectorJob>

/** A file of the parcel that is kept. */
export const KeptFile = z.object({
  name: z.string().max(LONGEST_PATH),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  bytes: z.int().min(0),
})
export type KeptFile = z.infer<typeof KeptFile>

export const Inspected = z.object({
  manifest: ParcelManifest,
  folder: FolderTemplate.nullable(),
  findings: z.array(Finding),
  files: z.array(KeptFile),
})
export type Inspected = z.infer<typeof Inspected>

/** What it answers, as one line of JSON: what it found, or why it cannot be read, as a sentence. */
export const InspectorAnswer = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), value: Inspected }),
  z.object({ ok: z.literal(false), code: z.string(), message: z.string() }),
])
