import { rulesFor } from '../core/game/registry'
import { playerFor } from '../core/game/simulated'
import { makeSetup } from '../core/game/setup'
import { idleInput } from '../core/game/types'
import { buildGameDoc } from '../core/template/game-doc'
import { newPack } from '../core/pack/pack'
import type { GameDoc } from '../core/game/types'
import type { CATALOGUE } from '../core/template/catalogue'
import { demoPacks, TEMPLATES } from '../tests/support/fixtures'
import { bytesAStep } from '../tests/support/heap'
import type { Row } from './report'

export type TemplateId = (typeof CATALOGUE)[number]

/** The game of a template's first demo pack; without one, the template's own. */
export const demoGame = (id: TemplateId): GameDoc =>
  buildGameDoc(TEMPLATES[id], demoPacks().find((pack) => pack.template.id === id) ?? newPack(TEMPLATES[id], 'a-game'))

/** Simulated seconds in each second of one core, the simulated player included. */
export function engineRow(id: TemplateId): Row {
  const setup = makeSetup(demoGame(id))
  const rules = rulesFor(id)
  const player = playerFor(id)
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
    what: `${id}, simulated s per s of one core`,
    measured: `${Math.round(rate).toLocaleString('en')}x real time`,
    goal: '20,000x',
  }
}

export const heapRow = (id: TemplateId): Row => ({
  what: `${id}, heap growth a step of the rules`,
  measured: `${bytesAStep(demoGame(id)).toFixed(1)} bytes`,
  goal: '0 bytes',
})
