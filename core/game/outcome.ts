import type { PlayState } from './rules'

/** Ends a play that is won or lost, with its sound; won comes first. Called once a step, after all that moves. */
export function judge(state: PlayState, won: boolean, lost: boolean): void {
  if (!won && !lost) return
  state.outcome = won ? 'won' : 'lost'
  state.events.push(won ? 'win-sound' : 'lose-sound')
}
