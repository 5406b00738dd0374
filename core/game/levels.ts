import { CARDS } from './cards'
import type { GameState } from './game'
import { wordsIn } from './languages'
import type { Saved } from './progress'
import type { ScreenButton } from './screens'
import { isOn, partIn, setupFor, type Setup } from './setup'
import type { LevelDoc } from './types'

/** A game of one level has none to count. */
export const levelsOf = (setup: Setup): readonly LevelDoc[] => setup.doc.levels ?? []
export const hasLevels = (setup: Setup): boolean => levelsOf(setup).length > 1
export const isLast = (state: GameState, setup: Setup): boolean => state.level + 1 >= levelsOf(setup).length

const wonIn = (state: GameState, level: LevelDoc | undefined): boolean =>
  level !== undefined && state.progress.levels[level.id]?.won === true

/** A level can be played once the one before it was won. */
export const isOpen = (state: GameState, setup: Setup, level: number): boolean => {
  const levels = levelsOf(setup)
  return level === 0 || wonIn(state, levels[level]) || wonIn(state, levels[level - 1])
}

/** The first level that is not won yet: where a player goes on. The first one after all are. */
export const reached = ({ progress }: Pick<GameState, 'progress'>, setup: Setup): number => reachedBy(progress, setup)
export const reachedBy = (saved: Saved, setup: Setup): number =>
  Math.max(
    0,
    levelsOf(setup).findIndex(({ id }) => saved.levels[id]?.won !== true),
  )

/** Whether a player has won any level there is today. */
export const hasBegun = (state: GameState, setup: Setup): boolean =>
  levelsOf(setup).some((level) => wonIn(state, level))

/** What a play that is over leaves: best of its level and of all in one go, and points for the purse. */
export function keepResult(state: GameState, setup: Setup): void {
  const { play, progress } = state
  if (play === null) return
  const score = Math.max(0, Math.floor(play.score))
  const level = levelsOf(setup)[state.level]
  if (level !== undefined) {
    const before = progress.levels[level.id]
    progress.levels[level.id] = {
      won: before?.won === true || play.outcome === 'won',
      best: Math.max(before?.best ?? 0, score),
    }
  }
  const all = inAll(state, setup)
  if (all > state.best) state.best = all
  progress.best = Math.max(progress.best, state.best)
  if (setup.doc.dresses !== undefined) progress.purse += score
}

/** Points of the play at hand, with those of the levels before it where they add up. */
export const inAll = (state: GameState, setup: Setup): number =>
  (state.play?.score ?? 0) + (hasLevels(setup) && isOn(setup, 'carry-score', true) ? state.total : 0)

/** The cards of the page that is shown, as buttons. */
export const cardsOf = (state: GameState, setup: Setup): ScreenButton[] =>
  levelsOf(setup)
    .slice(state.page * CARDS, (state.page + 1) * CARDS)
    .map((_level, i) => ({ words: 'level-card', act: { do: 'play-level', level: state.page * CARDS + i }, card: true }))

/** What a level's card says under its name: a part each, so that makers have it in their own words. */
export function levelFact(
  state: GameState,
  setup: Setup,
  index: number,
  language: number,
): [part: string, values: Record<string, string | number>] {
  const levels = levelsOf(setup)
  if (!isOpen(state, setup, index)) return ['level-locked-words', { before: levelName(setup, index - 1, language) }]
  const best = state.progress.levels[levels[index]!.id]?.best ?? 0
  return wonIn(state, levels[index]) ? ['level-best-words', { 'level-best': best }] : ['level-new-words', {}]
}

/** The name of a level (0-based) as players read it: the game's words for it, in a language. */
export function levelName(whole: Setup, index: number, language: number): string {
  const level = levelsOf(whole)[index]
  const own = partIn(setupFor(whole, index), NAME_WORDS, '')
  const words = wordsIn(whole, own, language) || NAMED
  return words.replaceAll(NAMED, level?.name ?? '')
}
/** Part of the words for a level's name. */
export const NAME_WORDS = 'level-name-words'
const NAMED = '{level-name}'
