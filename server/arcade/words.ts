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

/** Ids of games that have every word of `words`, or one that begins like it, as part of a query. */
export function having(dialect: DialectName, words: readonly string[]) {
  // Nothing but letters and digits is in a word, so nothing in it can end the question.
  return dialect === 'sqlite'
    ? sql<string>`select game from games_text where games_text match ${words.map((word) => `"${word}"*`).join(' ')}`
    : sql<string>`select game from games_text where words @@ to_tsquery('simple', ${words.map((word) => `${word}:*`).join(' & ')})`
}

/** Words a search asks for; empty when it asks for nothing. */
export const soughtWords = (question: string): string[] => wordsOf(question).slice(0, MOST_WORDS)

/** Each word, or the one that was most likely meant where no game has it. */
export const meantWords = (db: Db, dialect: DialectName, words: readonly string[]): Promise<string[]> =>
  Promise.all(words.map((word) => closest(db, dialect, word)))

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
