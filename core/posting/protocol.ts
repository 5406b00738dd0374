import * as z from 'zod'
import { Finding } from '../check/finding'
import { Visibility } from '../label/label'
import { PostingState } from './record'

/** What app and arcade say to each other. Both sides read through these. */
export const UPLOAD_LIMIT_BYTES = 25_000_000

const Id = z.string().regex(/^[a-z0-9-]{6,64}$/)

export const KeyAnswer = z.object({ key: z.string().regex(/^[A-Za-z0-9_-]{43}$/) })

export const PostRequest = z.object({
  /** Id of a finished upload. */
  upload: z.string().regex(/^[A-Za-z0-9_-]{8,64}$/),
  /** Absent for the first release of a new game. */
  game: Id.optional(),
  visibility: Visibility,
  note: z.string().max(600),
})
export type PostRequest = z.infer<typeof PostRequest>

export const StateAt = z.object({ state: PostingState, at: z.string() })

export const PostingView = z.object({
  id: Id,
  game: Id,
  release: z.int().min(1),
  postcode: z.string(),
  state: PostingState,
  states: z.array(StateAt),
  visibility: Visibility,
  note: z.string(),
  bytes: z.int(),
  /** The letter: why it was returned. */
  findings: z.array(Finding),
  /** A returned posting that could not be read at all says so in one sentence. */
  problem: z.string(),
})
export type PostingView = z.infer<typeof PostingView>

/** What anybody who may see a game learns of it. */
export const GameView = z.object({
  game: Id,
  postcode: z.string(),
  release: z.int(),
  visibility: Visibility,
  title: z.string(),
  short: z.string(),
  description: z.string(),
  howTo: z.array(z.string()),
  tags: z.array(z.string()),
  author: z.string(),
  template: z.string(),
  controls: z.array(z.string()),
  coverAlt: z.string(),
  hasCover: z.boolean(),
  credits: z.array(z.object({ what: z.string(), author: z.string(), licence: z.string(), link: z.string() })),
  /** Path under which the game's files lie; it changes when who can see it does. */
  playPath: z.string(),
  updated: z.string(),
  mine: z.boolean(),
})
export type GameView = z.infer<typeof GameView>

export const VisibilityRequest = z.object({ visibility: Visibility })

/** RFC 9457. */
export const Problem = z.object({ type: z.string(), title: z.string(), status: z.int(), detail: z.string() })
export type Problem = z.infer<typeof Problem>

/** What a game may keep through the page around it. */
export const SaveMessage = z.object({ type: z.literal('pack-post:save'), best: z.int().min(0).max(1e9) })
export const LoadMessage = z.object({ type: z.literal('pack-post:load') })
export const GameMessage = z.discriminatedUnion('type', [SaveMessage, LoadMessage])
