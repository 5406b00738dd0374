import { playSeed } from '../game/game'
import { startRecording, record, type Recording } from '../game/recording'
import { rulesFor } from '../game/registry'
import { playerFor } from '../game/simulated'
import type { Carry, PlayState, Rules, SimulatedPlayer } from '../game/rules'
import { levelsOf } from '../game/levels'
import { isOn, setupFor, type Setup } from '../game/setup'
import { idleInput, STEPS_PER_SECOND } from '../game/types'

/** Five kinds of players, from a first try to an expert. */
export const SKILLS = [
  { skill: 0, name: 'First try' },
  { skill: 0.25, name: 'Beginner' },
  { skill: 0.5, name: 'Average' },
  { skill: 0.75, name: 'Practised' },
  { skill: 1, name: 'Expert' },
] as const

/** A play that goes on longer than this counts as not ended, s. */
export const MOST_SECONDS = 300
export const STILL_PLAYING = 'five minutes were up'

/** One simulated game. Plain data, in the order the games were asked for. */
export interface DryGame {
  /** What it can be played again with. */
  seed: number
  skill: number
  outcome: PlayState['outcome']
  seconds: number
  score: number
  cause: string
  /** World units. */
  x: number
  y: number
}

export interface Engine {
  rules: Rules
  player: SimulatedPlayer
}
export const engineOf = (setup: Setup): Engine => ({
  rules: rulesFor(setup.doc.template.id),
  player: playerFor(setup.doc.template.id),
})

/** Seeds of a batch: the same base gives the same games, however many workers share them. */
export const seedAt = (base: number, index: number): number =>
  (Math.imul(base ^ Math.imul(index + 1, 0x27d4eb2f), 0x165667b1) ^ index) >>> 0

/** Plays one game to its end, or for five minutes; of a game with levels all of them in one go, as far as it gets. */
export function playOne(
  setup: Setup,
  engine: Engine,
  skill: number,
  seed: number,
  each?: Each,
  left?: (state: PlayState) => void,
): DryGame {
  const levels = levelsOf(setup).length
  const carries = isOn(setup, 'carry-lives', false)
  let carry: Carry | undefined
  let seconds = 0
  let score = 0
  for (let level = 0; ; level++) {
    const at = setupFor(setup, level)
    const { game, state } = playLevel(at, engine, skill, seed, playSeed(seed, level + 1), carry, each)
    left?.(state)
    seconds += game.seconds
    score += game.score
    if (level + 1 >= levels || game.outcome !== 'won') return { ...game, seconds, score }
    carry = carries ? engine.rules.carried?.(state) : undefined
  }
}

/** Sees every input before it is played. */
type Each = (input: ReturnType<typeof idleInput>) => void

function playLevel(
  setup: Setup,
  engine: Engine,
  skill: number,
  seed: number,
  start: number,
  carry: Carry | undefined,
  each: Each | undefined,
): { game: DryGame; state: PlayState } {
  const { rules, player } = engine
  const input = idleInput()
  const state = rules.start(setup, start, carry)
  const mind = player.make(skill, seed)
  const most = MOST_SECONDS * STEPS_PER_SECOND
  while (state.outcome === 'playing' && state.step < most) {
    player.decide(mind, state, setup, input)
    each?.(input)
    rules.step(state, input, setup)
  }
  const ended = state.outcome !== 'playing'
  const { cause, x, y } = ended ? rules.ending(state, setup) : { cause: STILL_PLAYING, x: -1, y: -1 }
  const { outcome, score } = state
  return { game: { seed, skill, outcome, seconds: state.step / STEPS_PER_SECOND, score, cause, x, y }, state }
}

export interface Ask {
  skills: readonly number[]
  /** Games for each skill. */
  games: number
  seed: number
}

/** Every game of a batch, as [skill, seed]. Each skill plays the very same games. */
export function gamesOf({ skills, games, seed }: Ask): { skill: number; seed: number }[] {
  return skills.flatMap((skill) => Array.from({ length: games }, (_, i) => ({ skill, seed: seedAt(seed, i) })))
}

export const playAll = (
  setup: Setup,
  asked: readonly { skill: number; seed: number }[],
  engine: Engine = engineOf(setup),
): DryGame[] => asked.map(({ skill, seed }) => playOne(setup, engine, skill, seed))

/** The same game again as inputs, for the stage, which plays them in that level (0-based). */
export function recordingOf(setup: Setup, game: Pick<DryGame, 'skill' | 'seed'>, level = 0): Recording {
  const recording = startRecording(setup.doc.template.id, game.seed, true, level)
  playOne(setup, engineOf(setup), game.skill, game.seed, (input) => record(recording, input))
  return recording
}
