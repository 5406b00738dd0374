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
  const words = wordsOf(text).join(' ')
  if (dialect === 'postgres') {
    await sql`delete from games_text where game = ${game}`.execute(db)
    if (words !== '')
      await sql`insert into games_text (game, words) values (${game}, to_tsvector('simple', ${words}))`.execute(db)
    return
  }
  await sql`delete from games_text where rowid = (select number from game_numbers where game = ${game})`.execute(db)
  if (words === '') return
  await sql`insert into game_numbers (game) values (${game}) on conflict do nothing`.execute(db)
  await sql`insert into games_text (rowid, words)
    select number, ${words} from game_numbers where game = ${game}`.execute(db)
}

/** Up to so many answers are looked up and put in order; of more, the games are gone through in order until a page is full. */
const FEW = 1000

/** That a game has every word of `words`, or one that begins like it: a condition on `games.id`. */
export async function having(db: Db, dialect: DialectName, words: readonly string[], few = FEW) {
  // Nothing but letters and digits is in a word, so nothing in it can end the question.
  if (dialect === 'postgres')
    return sql<boolean>`games.id in (select game from games_text
      where words @@ to_tsquery('simple', ${words.map((word) => `${word}:*`).join(' & ')}))`
  const numbers = sql`select rowid from games_text where games_text match ${words.map((word) => `"${word}"*`).join(' ')}`
  const found = await sql<{ n: number }>`select count(*) as n from (${numbers} limit ${few + 1})`.execute(db)
  return (found.rows[0]?.n ?? 0) <= few
    ? sql<boolean>`games.id in (select game from game_numbers where number in (${numbers}))`
    : sql<boolean>`(select number from game_numbers where game = +games.id) in (${numbers})`
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
