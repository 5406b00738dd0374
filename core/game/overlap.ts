import { chosen, type Setup } from './setup'

/** What lies on top where the hero and other things overlap; the first in games that say nothing of it. */
export const ON_TOP = ['hero', 'things'] as const

/** Draws the hero and the other things in the order their maker chose. */
export function inOrder(setup: Setup, hero: () => void, things: () => void): void {
  const [first, last] = chosen(setup, 'overlap', ON_TOP[0]) === 'things' ? [hero, things] : [things, hero]
  first()
  last()
}
