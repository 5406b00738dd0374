import * as z from 'zod'
import { Visibility } from '../label/label'

/** draft → sent → in inspection → returned or cleared → held or live → withdrawn. */
export const POSTING_STATES = [
  'draft',
  'sent',
  'in-inspection',
  'returned',
  'cleared',
  'held',
  'live',
  'withdrawn',
] as const
export const PostingState = z.enum(POSTING_STATES)
export type PostingState = z.infer<typeof PostingState>

/** One sending, as the pack remembers it. The link is never lost: it is in the pack file too. */
export const PostingRecord = z.object({
  id: z.string().max(80),
  game: z.string().max(80),
  release: z.int().min(1),
  postcode: z.string().max(20),
  /** Path of the game's page; absent in records from before there was one. */
  link: z.string().max(80).optional(),
  host: z.string().max(300),
  at: z.string().max(40),
  state: PostingState,
  visibility: Visibility,
  note: z.string().max(600),
  /** Content fingerprints at that time, part by part, so that the next release can say what changed. */
  fingerprint: z.record(z.string(), z.string().max(64)),
})
export type PostingRecord = z.infer<typeof PostingRecord>
