import { spawnSync } from 'node:child_process'
import { rulesFor } from '../core/game/registry'
import { playerFor } from '../core/game/simulated'
import { makeSetup } from '../core/game/setup'
import { idleInput } from '../core/game/types'
import { buildGameDoc } from '../core/template/game-doc'
import { breakwaterGull, puffinCatch, updraft, windfall } from '../tests/support/fixtures'
import type { Row } from './report'

/** Simulated seconds in each second of one core, the simulated player included. */
export const GAMES = {
  windfall: () => buildGameDoc(windfall, puffinCatch()),
  updraft: () => buildGameDoc(updraft, breakwaterGull()),
}

export function engineRow(id: keyof typeof GAMES): Row {
  const setup = makeSetup(GAMES[id]())
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

/** What a step leaves on the heap, in a process that plays nothing else, as a worker of the dry run does. */
export function heapRow(id: keyof typeof GAMES): Row {
  const { stdout } = spawnSync(
    process.execPath,
    ['--expose-gc', '--max-semi-space-size=128', '--import', 'tsx', 'benchmarks/heap.ts', id],
    { encoding: 'utf8', env: { ...process.env, TSX_TSCONFIG_PATH: 'tsconfig.tests.json' } },
  )
  return { what: `${id}, heap growth a step of the rules`, measured: `${stdout.trim()} bytes`, goal: '0 bytes' }
}
