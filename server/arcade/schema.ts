import type { Generated } from 'kysely'

/** A column that holds JSON; what is read from it goes through a schema. */
export type Json = string
/** 0 or 1, since not every database has a kind of its own for it. */
export type Flag = 0 | 1

export interface MakersTable {
  id: string
  created: string
  /** Mail up to here was read; ISO time, empty for none. */
  read_until: string
  banned: Flag
  /** When a parcel of theirs was last inspected, ms: whoever waited longest is next. */
  served: number
}

/** A maker may have several keys, one after the other; of each only the SHA-256 is kept. */
export interface KeysTable {
  hash: string
  maker: string
  created: string
  revoked: string | null
}

export interface SessionsTable {
  hash: string
  maker: string
  key_hash: string
  /** ms. */
  expires: number
}

export interface PostcodesTable {
  code: string
  /** Null once the game is deleted: a link that was given out never leads to something else. */
  game: string | null
}

export interface GamesTable {
  id: string
  owner: string
  postcode: string
  /** The unguessable part of its link. */
  token: string
  visibility: string
  /** Goes up when who can see it changes: old addresses of its files stop working. */
  epoch: number
  live: number | null
  /** Taken off by the keeper. */
  hidden: Flag
  created: string
  updated: string
  /** What lists are made from; of the live release, empty without one. */
  title: string
  title_key: string
  title_sort: string
  band: number
  category: string
  devices: string
  bytes: number
}

export interface GameTagsTable {
  game: string
  tag: string
}

export interface ReleasesTable {
  game: string
  release: number
  record: Json
}

export interface ReleaseFilesTable {
  game: string
  release: number
  name: string
  hash: string
  bytes: number
}

export interface InvitesTable {
  id: string
  game: string
  hash: string
  name: string
  made: string
  used: string | null
}

export interface PostingsTable {
  id: string
  game: string
  owner: string
  release: number
  state: string
  states: Json
  visibility: string
  note: string
  go_live: Json
  /** ms at which a held release goes live; null for by hand. */
  due: number | null
  answer: string
  title: string
  bytes: number
  findings: Json
  problem: string
  upload: string
  created: number
  /** Inspection begins no sooner, ms. */
  not_before: number
  attempts: number
  /** Whoever inspects it has it until then, ms; 0 for nobody. */
  lease: number
}

export interface UploadsTable {
  id: string
  maker: string
  /** Of the network it came from; a salted hash, forgotten with the upload. */
  address: string
  bytes: number
  created: number
  used: Flag
  /** Where a whole upload lies among the files, for servers that have no folder in common. */
  hash: string | null
}

export interface ScoresTable {
  id: Generated<number>
  game: string
  name: string
  score: number
  release: number
  day: string
  proof: string
}

export interface TicketsTable {
  mac: string
  /** ms. */
  until: number
}

/** Plays as they come; rolled up into days from time to time. */
export interface PlayLogTable {
  id: Generated<number>
  game: string
  release: number
  day: string
  event: string
  seconds: number
  cause: string
}

export interface FiguresTable {
  game: string
  release: number
  day: string
  record: Json
}

export interface EmailsTable {
  game: string
  email: string
  until: string
}

export interface ReportsTable {
  id: string
  game: string
  at: string
  reason: string
  text: string
  closed: Flag
}

/** Letters of the keeper; all others follow from what happened. */
export interface LettersTable {
  id: string
  maker: string
  game: string
  at: string
  text: string
}

export interface AuditTable {
  id: Generated<number>
  at: string
  act: string
  subject: string
  detail: string
}

export interface MetaTable {
  key: string
  value: string
}

export interface Schema {
  makers: MakersTable
  keys: KeysTable
  sessions: SessionsTable
  postcodes: PostcodesTable
  games: GamesTable
  game_tags: GameTagsTable
  releases: ReleasesTable
  release_files: ReleaseFilesTable
  invites: InvitesTable
  postings: PostingsTable
  uploads: UploadsTable
  scores: ScoresTable
  tickets: TicketsTable
  play_log: PlayLogTable
  figures: FiguresTable
  emails: EmailsTable
  reports: ReportsTable
  letters: LettersTable
  audit: AuditTable
  meta: MetaTable
}
