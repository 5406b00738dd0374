import { rulesFor } from '../core/game/registry'
import { playerFor } from '../core/game/simulated'
import { makeSetup } from '../core/game/setup'
import { idleInput, type GameDoc } from '../core/game/types'

// Bytes that steps of one endless play leave on the heap, by step. The game is put in its place as this is bundled
// (tests/support/heap.ts), so that nothing but it and the engine is in the process.
declare const GAME: GameDoc
const doc = GAME
const { id } = doc.template
const rules = rulesFor(id)
doc.parts.dial![rules.facts(makeSetup(doc)).dial] = 1e9
Object.assign(doc.parts.dial!, { lives: 1e9, 'speed-up': 0, time: 0 })
const setup = makeSetup(doc)
const player = playerFor(id)
const input = idleInput()
const state = rules.start(setup, 5)
const mind = player.make(0.9, 1)
/** Whatever would end the play does not. */
function step(): void {
  state.outcome = 'playing'
  rules.step(state, input, setup)
}
// With a player first, so that everything has been in motion; then the step alone.
for (let i = 0; i < 600_000; i++) {
  if (i < 500_000) player.decide(mind, state, setup, input)
  step()
}
const collect = (globalThis as unknown as { gc: () => void }).gc
// What a step leaves it leaves in every window; what the engine of the machine does beside it, compiling anew, in some.
const WINDOWS = 5
const STEPS = 100_000
/** Collecting throws compiled code away whose objects are gone; so many steps later it is compiled anew. */
const WARM = 50_000
let least = Infinity
for (let i = 0; i < WINDOWS; i++) {
  collect()
  for (let k = 0; k < WARM; k++) step()
  const before = process.memoryUsage().heapUsed
  for (let k = 0; k < STEPS; k++) step()
  least = Math.min(least, (process.memoryUsage().heapUsed - before) / STEPS)
  // Less than a byte is nothing, and another window would not make it more.
  if (least < 1) break
}
console.log(least.toFixed(1))
