import { playerFor, rulesFor } from '../core/game/registry'
import { makeSetup } from '../core/game/setup'
import { idleInput } from '../core/game/types'
import { buildGameDoc } from '../core/parcel/game-doc'
import { puffinCatch, windfall } from '../tests/support/fixtures'
import type { Row } from './report'

/** Simulated seconds in each second of one core, the simulated player included. */
export function engineRow(): Row {
  const setup = makeSetup(buildGameDoc(windfall, puffinCatch()))
  const rules = rulesFor('windfall')
  const player = playerFor('windfall')
  const input = idleInput()
  const play = (games: number): number => {
    let steps = 0
    for (let game = 0; game < games; game++) {
      const state = rules.start(setup, game * 77 + 1)
      const mind = player.make((game % 5) / 4, game)
      while (state.outcome === 'playing') {
        player.decide(mind, state, setup, input)
        rules.step(state, input, setup)
      }
      steps += state.step
    }
    return steps / 60
  }
  play(50)
  const began = performance.now()
  const seconds = play(1500)
  const rate = seconds / ((performance.now() - began) / 1000)
  return {
    what: 'windfall, simulated s per s of one core',
    measured: `${Math.round(rate).toLocaleString('en')}x real time`,
    goal: '20,000x',
  }
}
