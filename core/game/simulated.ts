import { namedOnce } from './named-once'
import type { SimulatedPlayer } from './rules'
import { MINDS } from './templates/minds'

/** Players by machine, apart from the rules: games that are sent to friends have none. */
const byName = new Map(
  namedOnce('Simulated player', MINDS as unknown as readonly SimulatedPlayer[], (player) => player.template),
)
export const addPlayer = (player: SimulatedPlayer): void => void byName.set(player.template, player)

export function playerFor(template: string): SimulatedPlayer {
  const player = byName.get(template)
  if (player === undefined) throw new Error(`There is no simulated player for the template "${template}".`)
  return player
}
