import { playerFor, rulesFor } from '../core/game/registry'
import { makeSetup } from '../core/game/setup'
import { idleInput } from '../core/game/types'
import { buildGameDoc } from '../core/parcel/game-doc'
import { breakwaterGull, puffinCatch, updraft, windfall } from '../tests/support/fixtures'
import type { Row } from './report'

/** Simulated seconds in each second of one core, the simulated player included. */
const GAMES = {
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

/** What a step leaves on the heap once everything has been made: bytes a step over 200,000 steps of one endless play. */
export function heapRow(id: keyof typeof GAMES): Row {
  const doc = GAMES[id]()
  Object.assign(doc.dials, { goal: 1e9, lives: 1e9, 'speed-up': 0, ...(id === 'windfall' ? { time: 0 } : {}) })
  const setup = makeSetup(doc)
  const rules = rulesFor(id)
  const player = playerFor(id)
  const input = idleInput()
  const state = rules.start(setup, 5)
  const mind = player.make(0.9, 1)
  // A whole play first, so that hands and things are all in motion; then the step alone.
  const run = (steps: number, playing: boolean) => {
    for (let i = 0; i < steps; i++) {
      if (playing && i % 4 === 0) player.decide(mind, state, setup, input)
      rules.step(state, input, setup)
    }
  }
  run(400_000, true)
  run(100_000, false)
  const collect = (globalThis as { gc?: () => void }).gc
  collect?.()
  const before = process.memoryUsage().heapUsed
  run(200_000, false)
  const bytes = (process.memoryUsage().heapUsed - before) / 200_000
  return {
    what: `${id}, heap growth a step of the rules`,
    measured: collect === undefined ? 'not measured: run with --expose-gc' : `${bytes.toFixed(1)} bytes`,
    goal: '0 bytes',
  }
}
