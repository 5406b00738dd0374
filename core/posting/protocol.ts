import { SHAPES } from '../game/stage'
import * as z from 'zod'
import { Finding } from '../check/finding'
import { Band } from '../label/age-guide'
import { Device, LabelWords, SEASONS, Visibility } from '../label/label'
import { CATEGORIES } from '../label/names'
import { EmailUse } from '../label/privacy'
import { PlayProof } from './proof-schema'
import { KeptProgress } from './progress-schema'
import { PostingState } from '../pack/posting-record'
import { FolderPath } from '../template/folder'

/** What app and arcade say to each other. Both sides read through these. */
export const UPLOAD_LIMIT_BYTES = 25_000_000

const Id = z.string().regex(/^[a-z0-9-]{6,64}$/)

export const KeyAnswer = z.object({ key: z.string().regex(/^[A-Za-z0-9_-]{43}$/) })

/** When a cleared release goes live. */
export const GoLive = z.discriminatedUnion('when', [
  z.object({ when: z.literal('cleared') }),
  z.object({ when: z.literal('hand') }),
  z.object({ when: z.literal('at'), at: z.iso.datetime() }),
])
export type GoLive = z.infer<typeof GoLive>

export const PostRequest = z.object({
  /** Id of a finished upload. */
  upload: z.string().regex(/^[A-Za-z0-9_-]{8,64}$/),
  /** Absent for the first release of a new game. */
  game: Id.optional(),
  visibility: Visibility,
  note: z.string().max(600),
  goLive: GoLive.default({ when: 'cleared' }),
  /** What the maker says to the letter that came back. */
  answer: z.string().max(600).default(''),
})
export type PostRequest = z.input<typeof PostRequest>

export const StateAt = z.object({ state: PostingState, at: z.string() })

export const PostingView = z.object({
  id: Id,
  game: Id,
  release: z.int().min(1),
  /** Empty until the first release of a new game is cleared. */
  postcode: z.string(),
  /** Path of the game's page, as in its view; empty as long as the postcode. */
  link: z.string().default(''),
  state: PostingState,
  states: z.array(StateAt),
  visibility: Visibility,
  note: z.string(),
  goLive: GoLive.default({ when: 'cleared' }),
  answer: z.string().default(''),
  bytes: z.int(),
  /** The letter: why it was returned. */
  findings: z.array(Finding),
  /** A returned posting that could not be read at all says so in one sentence. */
  problem: z.string(),
  title: z.string().default(''),
})
export type PostingView = z.infer<typeof PostingView>

/** A picture of the label: its path below the game's files. */
export const LabelPictures = z.object({
  cover: z.string().nullable(),
  square: z.string().nullable(),
  clip: z.string().nullable(),
  shots: z.array(z.object({ file: z.string(), alt: z.string() })),
})
export type LabelPictures = z.infer<typeof LabelPictures>

const Credit = z.object({ what: z.string(), author: z.string(), licence: z.string(), link: z.string() })
export const CopiedFrom = z.object({ title: z.string(), author: z.string(), postcode: z.string(), licence: z.string() })

/** What anybody who may see a game learns of it. */
export const GameView = z.object({
  game: Id,
  postcode: z.string(),
  release: z.int(),
  note: z.string(),
  visibility: Visibility,
  title: z.string(),
  short: z.string(),
  description: z.string(),
  howTo: z.array(z.string()),
  tags: z.array(z.string()),
  category: z.enum(CATEGORIES),
  season: z.enum(SEASONS),
  devices: z.array(Device),
  players: z.string(),
  languages: z.array(z.string()),
  /** What the label says in each of them, the first one first. */
  said: z.array(LabelWords.extend({ tag: z.string(), name: z.string() })).default([]),
  author: z.string(),
  template: z.string(),
  stage: z.enum(SHAPES).default('wide'),
  controls: z.array(z.string()),
  coverAlt: z.string(),
  pictures: LabelPictures,
  credits: z.array(Credit),
  lineage: z.array(CopiedFrom),
  band: Band,
  bandReasons: z.array(z.string()),
  /** What players are told, one sentence each. */
  statement: z.array(z.string()),
  /** As `frame-ancestors` of a Content-Security-Policy. */
  framedBy: z.string(),
  scores: z.boolean(),
  plays: z.boolean(),
  email: EmailUse.nullable(),
  copies: z.string().nullable(),
  /** Address under which the game's files lie, on an origin of their own; it changes when who can see it does. */
  playUrl: z.url(),
  /** Of a game that came as a folder, which runs its maker's code: the page below `playUrl` it starts with; else null. */
  page: FolderPath.nullable().default(null),
  /** Address of the page that keeps the game as an app, on the same origin; null for one that runs its maker's code. */
  appUrl: z.url().nullable(),
  /** Path of the game's page; for what is not public it has a part that nobody guesses. */
  link: z.string(),
  bytes: z.int(),
  created: z.string(),
  updated: z.string(),
  mine: z.boolean(),
})
export type GameView = z.infer<typeof GameView>
/** A page of a list; `next` is asked for as `after`, and null at the end. */
export const GamePage = z.object({ games: z.array(GameView), next: z.string().nullable() })
export type GamePage = z.infer<typeof GamePage>

export const VisibilityRequest = z.object({ visibility: Visibility })
/** Which cleared release is played; 0 takes the game off the arcade. */
export const LiveRequest = z.object({ release: z.int().min(0) })

/** An invite as its maker sees it. The key is told once, when it is made. */
export const InviteView = z.object({
  id: z.string().regex(/^[0-9a-f]{16}$/),
  name: z.string().max(60),
  made: z.string(),
  used: z.string().nullable(),
})
export type InviteView = z.infer<typeof InviteView>
export const InviteRequest = z.object({ name: z.string().trim().min(1).max(60) })
export const NewInvite = InviteView.extend({ key: z.string() })

/** How it stands with a game, for its maker. */
export const OwnerView = z.object({
  game: Id,
  postcode: z.string(),
  /** Path of the game's page, as in its view. */
  link: z.string(),
  title: z.string(),
  visibility: Visibility,
  live: z.int(),
  /** Taken off by the keeper of the arcade. */
  hidden: z.boolean().default(false),
  releases: z.array(z.object({ release: z.int(), at: z.string(), note: z.string() })),
  invites: z.array(InviteView),
})
export type OwnerView = z.infer<typeof OwnerView>

/** One letter of the arcade to a maker. */
export const MailView = z.object({
  id: z.string(),
  at: z.string(),
  kind: z.enum(['returned', 'cleared', 'held', 'live', 'withdrawn', 'report', 'keeper']),
  game: Id,
  posting: z.string(),
  title: z.string(),
  release: z.int(),
  postcode: z.string(),
  findings: z.array(Finding),
  text: z.string(),
})
export type MailView = z.infer<typeof MailView>

export const REPORT_REASONS = ['unkind', 'not-as-described', 'private', 'copied', 'broken', 'other'] as const
export const REPORT_NAMES: Record<(typeof REPORT_REASONS)[number], string> = {
  unkind: 'It is unkind or not right for its age band',
  'not-as-described': 'It is not what its page says',
  private: 'It shows something private of somebody',
  copied: 'It is somebody else’s work',
  broken: 'It does not work',
  other: 'Something else',
}
export const ReportRequest = z.object({ reason: z.enum(REPORT_REASONS), text: z.string().max(600) })

/** What a game tells of a play; nothing in it says who played. */
export const PlayEvent = z.object({
  event: z.enum(['began', 'won', 'lost', 'left']),
  /** Played so far, s. */
  seconds: z.number().min(0).max(36000),
  cause: z.string().max(80),
})
export type PlayEvent = z.infer<typeof PlayEvent>

/** A day's counts of one release. */
export const DayFigures = z.object({
  day: z.string(),
  release: z.int(),
  plays: z.int(),
  finishes: z.int(),
  won: z.int(),
  /** Ended plays by length, in steps of FIGURE_STEP_S. */
  lengths: z.array(z.int()),
  /** What ended plays, and where players left. */
  stops: z.record(z.string(), z.int()),
})
export type DayFigures = z.infer<typeof DayFigures>
export const FIGURE_STEP_S = 5
export const Figures = z.object({ days: z.array(DayFigures) })

export const ScoreRow = z.object({ name: z.string(), score: z.int(), release: z.int(), day: z.string() })
export type ScoreRow = z.infer<typeof ScoreRow>
/** Before a scored play: the seed it must be played with, and the names to choose from. */
export const ScoreTicket = z.object({
  seed: z.int().min(0).max(0xffffffff),
  until: z.int(),
  release: z.int(),
  mac: z.string(),
  names: z.array(z.int()),
})
export type ScoreTicket = z.infer<typeof ScoreTicket>
export const ScoreRequest = z.object({
  ticket: ScoreTicket,
  name: z.int().min(0),
  score: z.int().min(0).max(1e9),
  proof: PlayProof,
})
export type ScoreRequest = z.infer<typeof ScoreRequest>
export const EmailRequest = z.object({ email: z.email().max(200) })

/** RFC 9457. */
export const Problem = z.object({ type: z.string(), title: z.string(), status: z.int(), detail: z.string() })
export type Problem = z.infer<typeof Problem>

/** What a game says to the page around it. */
export const SaveMessage = z.object({
  type: z.literal('pack-post:save'),
  best: z.int().min(0).max(1e9),
  /** Absent from games of before there was any. */
  progress: KeptProgress.optional(),
})
export const LoadMessage = z.object({ type: z.literal('pack-post:load') })
export const BeganMessage = z.object({ type: z.literal('pack-post:began') })
export const EndedMessage = z.object({
  type: z.literal('pack-post:ended'),
  outcome: z.enum(['won', 'lost']),
  score: z.int().min(0).max(1e9),
  seconds: z.number().min(0).max(36000),
  cause: z.string().max(80),
  proof: PlayProof.nullable(),
  /** A level is done, and the go is not over. */
  more: z.boolean().default(false),
})
export const GameMessage = z.discriminatedUnion('type', [SaveMessage, LoadMessage, BeganMessage, EndedMessage])
