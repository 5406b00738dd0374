import { Device, Label, Visibility } from '@core/label/label'
import { LineageLine } from '@core/pack/pack'
import { DayFigures, LabelPictures, PostingView, REPORT_REASONS, ScoreRow } from '@core/posting/protocol'
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
  pictures: LabelPictures.default({ cover: null, square: null, clip: null, shots: [] }),
  players: z.string().default(''),
  devices: z.array(Device).default([]),
  languages: z.array(z.string()).default([]),
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
  invites: z.array(InviteRecord).default([]),
  created: z.string(),
  updated: z.string(),
})
export type GameRecord = z.infer<typeof GameRecord>

export const PostingRow = PostingView.extend({ owner: z.string(), upload: z.string() })
export type PostingRow = z.infer<typeof PostingRow>

export const ReportRow = z.object({
  id: z.string(),
  game: z.string(),
  at: z.string(),
  reason: z.enum(REPORT_REASONS),
  text: z.string(),
})
export type ReportRow = z.infer<typeof ReportRow>

/** Scores of a game, the best first; `proof` is the hash of the play, so that one play stands there once. */
export const ScoreRecord = z.object({ id: z.string(), rows: z.array(ScoreRow.extend({ proof: z.string() })) })
/** A day whose counts of stops were spoilt keeps everything else. */
const MendedDay = z.preprocess((raw) => {
  const day = z.looseObject({ stops: z.record(z.string(), z.unknown()) }).safeParse(raw)
  if (!day.success) return raw
  const counts = Object.entries(day.data.stops).filter(([, n]) => Number.isInteger(n))
  return { ...day.data, stops: Object.fromEntries(counts) }
}, DayFigures)
export const FiguresRecord = z.object({ id: z.string(), days: z.array(MendedDay) })
/** Addresses players left, each with the day it is deleted. */
export const EmailRecord = z.object({
  id: z.string(),
  rows: z.array(z.object({ email: z.string(), until: z.string() })),
})
