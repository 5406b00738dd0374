import { updraftPlayer } from './players/updraft'
import { windfallPlayer } from './players/windfall'
import type { Rules, SimulatedPlayer } from './rules'
import { updraft } from './rules/updraft'
import { windfall } from './rules/windfall'

function table<T>(what: string, rows: readonly T[], key: (row: T) => string): ReadonlyMap<string, T> {
  const map = new Map<string, T>()
  for (const row of rows) {
    if (map.has(key(row))) throw new Error(`${what} "${key(row)}" is registered twice.`)
    map.set(key(row), row)
  }
  return map
}

const RULES = table('Rules', [windfall as unknown as Rules, updraft as unknown as Rules], (rules) => rules.id)
const PLAYERS = table(
  'Simulated player',
  [windfallPlayer as unknown as SimulatedPlayer, updraftPlayer as unknown as SimulatedPlayer],
  (player) => player.template,
)

/** Throws for a template this engine does not know. */
export function rulesFor(template: string): Rules {
  const rules = RULES.get(template)
  if (rules === undefined) throw new Error(`This engine has no rules for the template "${template}".`)
  return rules
}

export function playerFor(template: string): SimulatedPlayer {
  const player = PLAYERS.get(template)
  if (player === undefined) throw new Error(`There is no simulated player for the template "${template}".`)
  return player
}

export const knownTemplates = (): string[] => [...RULES.keys()]
