import { Label, Visibility } from '@core/label/label'
import { PostingView } from '@core/posting/protocol'
import * as z from 'zod'

/** What the arcade keeps of each thing; everything read back goes through these. */
export const ReleaseRecord = z.object({
  release: z.int().min(1),
  posting: z.string(),
  at: z.string(),
  label: Label.omit({ visibility: true }),
  template: z.object({ id: z.string(), name: z.string() }),
  controls: z.array(z.string()),
  credits: z.array(z.object({ what: z.string(), author: z.string(), licence: z.string(), link: z.string() })),
  hasCover: z.boolean(),
  bytes: z.int(),
})
export type ReleaseRecord = z.infer<typeof ReleaseRecord>

export const GameRecord = z.object({
  id: z.string(),
  /** SHA-256 of the owner's key. */
  owner: z.string(),
  postcode: z.string(),
  visibility: Visibility,
  /** Goes up when who can see it changes: old addresses of its files stop working. */
  epoch: z.int(),
  /** The release that is played; 0 while none is. */
  live: z.int(),
  releases: z.array(ReleaseRecord),
  created: z.string(),
  updated: z.string(),
})
export type GameRecord = z.infer<typeof GameRecord>

export const PostingRow = PostingView.extend({ owner: z.string(), upload: z.string() })
export type PostingRow = z.infer<typeof PostingRow>
