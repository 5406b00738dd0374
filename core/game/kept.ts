import type { GameState } from './game'
import { stateHash } from './hash'
import { MOST_KEPT, type KeptRound } from './progress'
import type { Proof } from './proof'
import type { PlayState, Rules } from './rules'
import { eachStep } from './runs'
import { partsOf, type Setup } from './setup'

const contents = new WeakMap<Setup, string>()
/** What a round is played on: another release of a game with other content is another game to it. */
function fingerprint(setup: Setup): string {
  const { doc } = setup
  let found = contents.get(setup)
  if (found === undefined) {
    const kinds = (['deck', 'dial', 'choice', 'switch'] as const).map((kind) => partsOf(doc, kind))
    // Along a way every space counts, and what a die gives.
    const along = doc.parts.way === undefined ? [] : [partsOf(doc, 'way'), partsOf(doc, 'cast')]
    contents.set(setup, (found = stateHash([doc.stage, kinds, doc.levels ?? [], ...along])))
  }
  return found
}

/**
 * What rules have whose rounds wait for the next visit. Only what was pressed is kept: the same rules make the same round
 * of it. No player carries this whose rules do not.
 */
export interface Rounds {
  /** Leaves the round at hand in the progress; takes it out once it is over, was left, or has become too long. */
  keep(state: GameState, setup: Setup, proof: Proof): void
  /**
   * A kept round as it stood, of a level's set-up; null where it was of other content, or is over. It came from a store,
   * so its inputs are only ever played.
   */
  again(rules: Rules, whole: Setup, here: Setup, round: KeptRound, seed: number): PlayState | null
}

export const rounds: Rounds = {
  keep({ progress, play, carry, level }, setup, { seed, plays, runs }) {
    if (play === null || play.outcome !== 'playing' || carry !== null || runs.length > MOST_KEPT) delete progress.round
    else if (play.step > 0)
      progress.round = { of: fingerprint(setup), seed, plays, level, look: progress.worn, runs: [...runs] }
  },
  again(rules, whole, here, { of, runs }, seed) {
    if (of !== fingerprint(whole)) return null
    const play = rules.start(here, seed)
    eachStep(runs, (input) => {
      if (play.outcome !== 'playing') return false
      rules.step(play, input, here)
    })
    play.events.length = 0
    return play.outcome === 'playing' ? play : null
  },
}
