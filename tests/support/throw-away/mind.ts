import type { SimulatedPlayer } from '../../../core/game/rules'
import { sidesOf } from '../../../core/game/sides'
import type { Stones } from './rules'

/** Types the first letter of whose turn it is, the sooner the better it is. */
export const mind: SimulatedPlayer<Stones> = {
  template: 'stones',
  make: (skill, seed) => ({ rng: seed >>> 0, skill, wait: 0, aim: 0, memory: 0 }),
  decide(mind, state, setup, into) {
    Object.assign(into, { axis: 0, px: -1, py: -1, bits: 0, key: 0 })
    if (++mind.wait % (60 - Math.round(mind.skill * 50)) === 0)
      into.key = sidesOf(setup, 'sides')[state.turns.side]!.name.codePointAt(0)!
  },
}
