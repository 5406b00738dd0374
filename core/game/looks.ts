import { CARDS } from './cards'
import type { GameState } from './game'
import type { ScreenButton } from './screens'
import type { Setup } from './setup'
import type { CastEntryDoc } from './types'

/** How the hero may look, the first as it is. `price` is in points that were collected. */
export interface Look {
  /** Empty for the hero's own. */
  id: string
  name: string
  price: number
}

const OWN: Look = { id: '', name: '', price: 0 }

const entriesOf = ({ doc, find }: Setup): readonly CastEntryDoc[] =>
  doc.dresses === undefined ? [] : (find('cast', doc.dresses.looks) ?? [])

/** A game without looks has none, not even the hero's own. */
export function looksOf(setup: Setup): readonly Look[] {
  const entries = entriesOf(setup)
  if (entries.length === 0) return []
  const price = setup.doc.dresses!.price
  return [OWN, ...entries.map(({ id, name, fields }) => ({ id, name, price: Math.max(0, Number(fields[price]) || 0) }))]
}
export const hasLooks = (setup: Setup): boolean => entriesOf(setup).length > 0

export const isYours = (state: GameState, look: Look): boolean =>
  look.price === 0 || state.progress.looks.includes(look.id)

/** Puts a look on; one that is not theirs is bought first, where the purse has it. */
export function wear(state: GameState, setup: Setup, id: string): void {
  const look = looksOf(setup).find((one) => one.id === id)
  const { progress } = state
  if (look === undefined) return
  if (!isYours(state, look)) {
    if (progress.purse < look.price) return
    progress.purse -= look.price
    progress.looks.push(id)
  }
  progress.worn = id
}

/** The looks of the page that is shown, as buttons. */
export const lookCardsOf = (state: GameState, setup: Setup): ScreenButton[] =>
  looksOf(setup)
    .slice(state.page * CARDS, (state.page + 1) * CARDS)
    .map(({ id }) => ({ words: 'look-card', act: { do: 'wear', look: id }, card: true }))

/** What a card of a look says under its name: a part each, and what is filled in. */
export function lookFact(state: GameState, look: Look): [part: string, values: Record<string, number>] {
  const { progress } = state
  if (progress.worn === look.id) return ['look-worn-words', {}]
  if (isYours(state, look)) return ['look-yours-words', {}]
  const short = look.price - progress.purse
  return short > 0 ? ['look-short-words', { price: look.price, short }] : ['look-price-words', { price: look.price }]
}
