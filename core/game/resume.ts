import { goTo, playSeed, setupOf, type GameState } from './game'
import type { KeptRound } from './progress'
import type { Proof } from './proof'
import { rulesFor } from './registry'
import type { Setup } from './setup'

/** Sets a round that was kept up again, in its pause, with its proof; false where it cannot go on. */
export function resumeRound(state: GameState, setup: Setup, round: KeptRound, proof: Proof): boolean {
  const rules = rulesFor(setup.doc.template.id)
  const { seed, plays, level, look, runs } = round
  if (look !== state.progress.worn || level >= Math.max(1, setup.doc.levels?.length ?? 0)) return false
  const was = state.level
  state.level = level
  const play = rules.waits?.again(rules, setup, setupOf(state, setup), round, playSeed(seed, plays)) ?? null
  if (play === null) {
    state.level = was
    return false
  }
  Object.assign(state, { seed, plays, play, since: level })
  Object.assign(proof, { seed, plays, runs: [...runs] })
  if (level > 0) proof.level = level
  if (look !== '') proof.look = look
  goTo(state, 'pause')
  return true
}
