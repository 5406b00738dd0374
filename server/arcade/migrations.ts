import { Migrator, sql, type Kysely, type Migration } from 'kysely'
import type { Schema } from './schema'

export type DialectName = 'sqlite' | 'postgres'
type Step = (db: Kysely<Schema>, dialect: DialectName) => Promise<void>

/** A row number that the database counts. */
const counted = (dialect: DialectName) =>
  dialect === 'sqlite' ? sql`integer primary key autoincrement` : sql`bigint generated always as identity primary key`

/** Several statements, one after the other. */
async function all(db: Kysely<Schema>, statements: readonly string[]): Promise<void> {
  for (const statement of statements) await sql.raw(statement).execute(db)
}

const GAME = `game text not null references games(id) on delete cascade`
const MAKER = `maker text not null references makers(id) on delete cascade`

const first: Step = async (db, dialect) => {
  const long = dialect === 'sqlite' ? 'integer' : 'bigint'
  await all(db, [
    `create table meta (key text primary key, value text not null)`,
    `create table makers (id text primary key, created text not null, read_until text not null default '',
       banned integer not null default 0, served ${long} not null default 0)`,
    `create table keys (hash text primary key, ${MAKER}, created text not null, revoked text)`,
    `create table sessions (hash text primary key, ${MAKER},
       key_hash text not null references keys(hash) on delete cascade, expires ${long} not null)`,
    `create table games (id text primary key, owner text not null references makers(id), postcode text not null unique,
       token text not null, visibility text not null check (visibility in ('only-me', 'invited', 'unlisted', 'public')),
       epoch integer not null, live integer, hidden integer not null default 0, created text not null,
       updated text not null, title text not null default '', title_key text not null default '',
       title_sort text not null default '', band integer not null default 0, category text not null default '',
       devices text not null default '', bytes integer not null default 0)`,
    `create table postcodes (code text primary key, game text references games(id) on delete set null)`,
    `create table game_tags (${GAME}, tag text not null, primary key (game, tag))`,
    `create table releases (${GAME}, release integer not null check (release >= 1), record text not null,
       primary key (game, release))`,
    `create table release_files (game text not null, release integer not null, name text not null, hash text not null,
       bytes integer not null, primary key (game, release, name),
       foreign key (game, release) references releases(game, release) on delete cascade)`,
    `create table invites (id text primary key, ${GAME}, hash text not null unique, name text not null,
       made text not null, used text)`,
    `create table postings (id text primary key, game text not null, owner text not null references makers(id),
       release integer not null check (release >= 1), state text not null, states text not null,
       visibility text not null, note text not null, go_live text not null, due ${long}, answer text not null,
       title text not null, bytes integer not null, findings text not null, problem text not null,
       upload text not null, created ${long} not null, not_before ${long} not null default 0,
       attempts integer not null default 0, lease ${long} not null default 0, unique (game, release))`,
    `create table uploads (id text primary key, ${MAKER}, address text not null, bytes integer not null,
       created ${long} not null, used integer not null default 0, hash text)`,
    `create table tickets (mac text primary key, until ${long} not null)`,
    `create table figures (${GAME}, release integer not null, day text not null, record text not null,
       primary key (game, release, day))`,
    `create table emails (${GAME}, email text not null, until text not null, primary key (game, email))`,
    `create table reports (id text primary key, ${GAME}, at text not null, reason text not null, text text not null,
       closed integer not null default 0)`,
    `create table letters (id text primary key, ${MAKER}, game text not null, at text not null, text text not null)`,
  ])
  await sql`create table scores (id ${counted(dialect)}, game text not null references games(id) on delete cascade,
    name text not null, score integer not null, release integer not null, day text not null, proof text not null,
    unique (game, proof))`.execute(db)
  await sql`create table play_log (id ${counted(dialect)}, game text not null references games(id) on delete cascade,
    release integer not null, day text not null, event text not null, seconds real not null,
    cause text not null)`.execute(db)
  await sql`create table audit (id ${counted(dialect)}, at text not null, act text not null, subject text not null,
    detail text not null)`.execute(db)
  const listed = `visibility = 'public' and live is not null and hidden = 0`
  await all(db, [
    // One live public game of a title: the title is what players look for.
    `create unique index games_public_title on games (title_key) where ${listed}`,
    `create index games_new on games (updated desc, id desc) where ${listed}`,
    `create index games_title on games (title_sort, id) where ${listed}`,
    `create index games_bytes on games (bytes, id) where ${listed}`,
    `create index games_owner on games (owner)`,
    `create index game_tags_tag on game_tags (tag)`,
    `create index release_files_hash on release_files (hash)`,
    `create index postings_owner on postings (owner)`,
    `create index postings_state on postings (state, not_before)`,
    `create index uploads_maker on uploads (maker)`,
    `create index uploads_created on uploads (created)`,
    `create index scores_best on scores (game, score desc, id)`,
    `create index play_log_game on play_log (game, id)`,
    `create index emails_until on emails (until)`,
    `create index reports_game on reports (game)`,
    `create index letters_maker on letters (maker)`,
    `create index sessions_expires on sessions (expires)`,
    `create index tickets_until on tickets (until)`,
  ])
  if (dialect === 'sqlite')
    await all(db, [
      `create virtual table games_text using fts5 (game unindexed, words, tokenize = "unicode61 remove_diacritics 2",
         prefix = '2 3')`,
      `create virtual table games_words using fts5vocab (games_text, 'row')`,
    ])
  else
    await all(db, [
      `create table games_text (game text primary key references games(id) on delete cascade, words tsvector not null)`,
      `create index games_text_words on games_text using gin (words)`,
    ])
}

/**
 * The search knows a game by a number: which games have a word is then read from the index of words alone, without
 * looking up the text of each.
 */
const numberedWords: Step = async (db, dialect) => {
  if (dialect !== 'sqlite') return
  await all(db, [
    `create table game_numbers (number integer primary key autoincrement, ${GAME} unique)`,
    `insert into game_numbers (game) select id from games order by created, id`,
    `create virtual table numbered_text using fts5 (words, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3')`,
    `insert into numbered_text (rowid, words) select game_numbers.number, games_text.words from games_text
       join game_numbers on game_numbers.game = games_text.game`,
    `drop table games_words`,
    `drop table games_text`,
    `alter table numbered_text rename to games_text`,
    `create virtual table games_words using fts5vocab (games_text, 'row')`,
    `create trigger games_text_gone before delete on game_numbers begin
       delete from games_text where rowid = old.number; end`,
  ])
}

/** One step a version, in order; what was released is never changed. */
export const STEPS: readonly (readonly [name: string, step: Step])[] = [
  ['0001-first', first],
  ['0002-numbered-words', numberedWords],
]

/** Brings a database up to this version. Throws when one step fails, with everything as before it. */
export async function migrate(db: Kysely<Schema>, dialect: DialectName): Promise<void> {
  const migrations: Record<string, Migration> = {}
  for (const [name, step] of STEPS) {
    if (migrations[name] !== undefined) throw new Error(`Two steps are called ${name}.`)
    migrations[name] = { up: (at) => step(at as Kysely<Schema>, dialect) }
  }
  const { error, results } = await new Migrator({
    db,
    provider: { getMigrations: async () => migrations },
  }).migrateToLatest()
  if (error === undefined) return
  const stuck = results?.find((one) => one.status === 'Error')
  throw new Error(
    `The arcade’s database could not be brought up to this version${stuck === undefined ? '' : ` (${stuck.migrationName})`}: ${error instanceof Error ? error.message : 'unknown'}. If it was made by a newer Pack Post, update this one.`,
  )
}
