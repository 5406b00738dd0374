import { addRules, hasRules } from './registry'
import type { Rules } from './rules'
import { addPlayer } from './simulated'
import { FETCHES } from './templates/fetches'

/** Has a template's rules and simulated player at hand; at once where they are. A template without any needs none. */
export async function fetchRules(template: string): Promise<void> {
  if (hasRules(template)) return
  const found = await FETCHES[template]?.()
  if (found === undefined) return
  addRules(found.rules as Rules)
  addPlayer(found.mind)
}
