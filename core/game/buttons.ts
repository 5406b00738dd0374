import type { GameState } from './game'
import { pagesOf } from './cards'
import type { Area } from './layouts'
import { cardsOf, hasBegun, levelsOf, reached } from './levels'
import { hasLooks, lookCardsOf, looksOf } from './looks'
import { beside } from './plates'
import { isAnything, SLOTS } from './progress'
import { cardAt, CREDITS_PER_PAGE, plateAt, SCREEN_PLANS, type ScreenButton, screensOf, type ScreenId } from './screens'
import type { Setup } from './setup'
import { BITS } from './types'

export function creditPages(setup: Setup): number {
  return Math.max(1, Math.ceil(setup.doc.credits.length / CREDITS_PER_PAGE))
}

const SHOWN: Record<NonNullable<ScreenButton['when']>, (state: GameState, setup: Setup) => boolean> = {
  'more-credits': (_state, setup) => creditPages(setup) > 1,
  languages: (_state, setup) => setup.doc.languages.length > 1,
  levels: hasBegun,
  looks: (_state, setup) => hasLooks(setup),
  slots: (_state, setup) => screensOf(setup.doc).includes('slots'),
  kept: (state) => isAnything(state.progress) && !state.sure,
  sure: (state) => state.sure,
  begun: (state, setup) => hasBegun(state, setup) && reached(state, setup) > 0,
  'not-begun': (state, setup) => !hasBegun(state, setup) || reached(state, setup) === 0,
  'more-levels': (_state, setup) => pagesOf(levelsOf(setup).length) > 1,
  'more-looks': (_state, setup) => pagesOf(looksOf(setup).length) > 1,
  'more-lines': (state, setup) =>
    state.story !== null && state.story.line + 1 < (setup.find('story', state.story.part)?.lines.length ?? 0),
}

/** Buttons of a screen, as far as there is something to do with them; on the screens of levels and of looks after the cards. */
export function buttonsOf(state: GameState, setup: Setup): ScreenButton[] {
  const shown = SCREEN_PLANS[state.screen].buttons.filter(
    // Games from before there was such a button have no words for it.
    ({ when, words }) =>
      when === undefined || (SHOWN[when](state, setup) && setup.find('wording', words) !== undefined),
  )
  if (state.screen === 'levels') return [...cardsOf(state, setup), ...shown]
  if (state.screen === 'slots') return [...SLOT_CARDS, ...shown]
  return state.screen === 'looks' ? [...lookCardsOf(state, setup), ...shown] : shown
}

/** Where each of them stands. */
export function buttonAreas(state: GameState, setup: Setup, buttons: readonly ScreenButton[]): Area[] {
  const { shape } = setup.stage
  const cards = buttons.filter((button) => button.card === true).length
  return buttons.map((_button, i) =>
    i < cards ? cardAt(shape, i) : plateAt(shape, state.screen, i - cards, buttons.length - cards),
  )
}

const CARD_SCREENS: readonly ScreenId[] = ['levels', 'looks', 'slots']
const SLOT_CARDS = Array.from({ length: SLOTS }, (_, slot): ScreenButton => ({
  words: 'slot-card',
  act: { do: 'slot', slot },
  card: true,
}))

/** The button that is pointed to by keys and pad: the nearest to a side; up and down, plates go round and cards do not. */
export function moveFocus(state: GameState, areas: readonly Area[], pressed: number, axis: number): void {
  const count = areas.length
  if (axis !== 0) state.focus = beside(areas, state.focus, axis, 0)
  if (CARD_SCREENS.includes(state.screen)) {
    if (pressed & BITS.up) state.focus = beside(areas, state.focus, 0, -1)
    if (pressed & BITS.down) state.focus = beside(areas, state.focus, 0, 1)
    return
  }
  if (pressed & BITS.up) state.focus = (state.focus + count - 1) % count
  if (pressed & BITS.down) state.focus = (state.focus + 1) % count
}

/** How many pages what is turned on a screen has. */
export function pagesHere(state: GameState, setup: Setup): number {
  if (state.screen === 'levels') return pagesOf(levelsOf(setup).length)
  return state.screen === 'looks' ? pagesOf(looksOf(setup).length) : creditPages(setup)
}
