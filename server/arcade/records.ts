import { Finding } from '@core/check/finding'
import { Device, Label, Visibility } from '@core/label/label'
import { LineageLine } from '@core/pack/pack'
import { GoLive, LabelPictures, REPORT_REASONS, StateAt } from '@core/posting/protocol'
import { PostingState } from '@core/pack/posting-record'
import { SHAPES } from '@core/game/stage'
import { FolderPath } from '@core/template/folder'
import * as z from 'zod'

/** What the arcade keeps of each thing; everything read back goes through these. */
export const ReleaseRecord = z.object({
  release: z.int().min(1),
  posting: z.string(),
  at: z.string(),
  label: Label.omit({ visibility: true }),
  template: z.object({ id: z.string(), name: z.string() }),
  /** Of a game that came as a folder and runs its own maker's code: the page it starts with, and whether its terms are known. */
  folder: z.object({ page: FolderPath, terms: z.boolean() }).optional(),
  /** Shape of its stage; absent in records from before there were two. */
  stage: z.enum(SHAPES).default('wide'),
  controls: z.array(z.string()),
  credits: z.array(z.object({ what: z.string(), author: z.string(), licence: z.string(), link: z.string() })),
  pictures: LabelPictures.default({ cover: null, square: null, clip: null, shots: [] }),
  players: z.string().default(''),
  devices: z.array(Device).default([]),
  languages: z.array(z.string()).default([]),
  /** Tag of each of the languages; absent in records from before labels had them. */
  tags: z.array(z.string()).default([]),
  lineage: z.array(LineageLine).default([]),
  note: z.string().default(''),
  bytes: z.int(),
})
export type ReleaseRecord = z.infer<typeof ReleaseRecord>

/** An invite; of its key only the hash is kept. */
export const InviteRecord = z.object({
  id: z.string(),
  hash: z.string(),
  name: z.string(),
  made: z.string(),
  used: z.string().nullable(),
})
export type InviteRecord = z.infer<typeof InviteRecord>

export interface GameRecord {
  id: string
  /** Id of its maker. */
  owner: string
  postcode: string
  /** The unguessable part of its link. */
  token: string
  visibility: Visibility
  /** Goes up when who can see it changes: old addresses of its files stop working. */
  epoch: number
  /** The release that is played; 0 while none is. */
  live: number
  /** Taken off by the keeper of the arcade: nobody but its maker sees it. */
  hidden: boolean
  /** The release that is played; null while none is. */
  release: ReleaseRecord | null
  created: string
  updated: string
}

export const PostingRow = z.object({
  id: z.string(),
  game: z.string(),
  owner: z.string(),
  release: z.int().min(1),
  postcode: z.string(),
  state: PostingState,
  states: z.array(StateAt),
  visibility: Visibility,
  note: z.string(),
  goLive: GoLive,
  answer: z.string(),
  title: z.string(),
  bytes: z.int(),
  findings: z.array(Finding),
  problem: z.string(),
  upload: z.string(),
  attempts: z.int(),
})
export type PostingRow = z.infer<typeof PostingRow>

export const ReportRow = z.object({
  id: z.string(),
  game: z.string(),
  at: z.string(),
  reason: z.enum(REPORT_REASONS),
  text: z.string(),
})
export type ReportRow = z.infer<typeof ReportRow>
