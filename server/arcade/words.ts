import { distance } from 'fastest-levenshtein'
import { sql } from 'kysely'
import type { Db } from './database'
import type { DialectName } from './migrations'

/** A text as it is searched: letters and digits, without accents and case. */
export const fold = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/** Words of a text, folded. */
export const wordsOf = (text: string): string[] => fold(text).match(/[\p{L}\p{N}]+/gu) ?? []

/** Words of a question that count. */
export const MOST_WORDS = 8

/** Takes a game into the search, or out of it with an empty text. */
export async function indexGame(db: Db, dialect: DialectName, game: string, text: string): Promise<void> {
  await sql`delete from games_text where game = ${game}`.execute(db)
  if (text === '') return
  const words = wordsOf(text).join(' ')
  if (dialect === 'sqlite') await sql`insert into games_text (game, words) values (${game}, ${words})`.execute(db)
  else await sql`insert into games_text (game, words) values (${game}, to_tsvector('simple', ${words}))`.execute(db)
}

/** The condition that a game has every word of `words`, or one that begins like it. */
function having(dialect: DialectName, words: readonly string[]) {
  // Nothing but letters and digits is in a word, so nothing in it can end the question.
  return dialect === 'sqlite'
    ? sql<string>`select game from games_text where games_text match ${words.map((word) => `"${word}"*`).join(' ')}`
    : sql<string>`select game from games_text where words @@ to_tsquery('simple', ${words.map((word) => `${word}:*`).join(' & ')})`
}

/** Ids of games that a search finds, as part of a query; null when it asks for nothing. */
export async function searched(db: Db, dialect: DialectName, question: string) {
  const words = wordsOf(question).slice(0, MOST_WORDS)
  if (words.length === 0) return null
  const some = await sql`${having(dialect, words)} limit 1`.execute(db)
  if (some.rows.length > 0) return having(dialect, words)
  const meant = await Promise.all(words.map((word) => closest(db, dialect, word)))
  return having(dialect, meant)
}

/** Letters that may be wrong in a word of this length. */
const slips = (length: number): number => (length < 4 ? 0 : length < 7 ? 1 : 2)

/** The word that was most likely meant: itself when games have it, else the one with the fewest wrong letters. */
async function closest(db: Db, dialect: DialectName, word: string): Promise<string> {
  const most = slips(word.length)
  if (most === 0) return word
  const [from, to] = [word.length - most, word.length + most]
  const known = await (
    dialect === 'sqlite'
      ? sql<{ word: string; games: number }>`select term as word, doc as games from games_words
          where length(term) between ${from} and ${to}`
      : sql<{ word: string; games: number }>`select word, ndoc as games
          from ts_stat('select words from games_text') where length(word) between ${from} and ${to}`
  ).execute(db)
  let best = { word, slips: most + 1, games: Number.POSITIVE_INFINITY }
  for (const one of known.rows) {
    if (one.word.startsWith(word)) return word
    const wrong = distance(word, one.word)
    if (wrong < best.slips || (wrong === best.slips && one.games > best.games))
      best = { word: one.word, slips: wrong, games: one.games }
  }
  return best.word
}
