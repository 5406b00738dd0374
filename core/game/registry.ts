import { namedOnce } from './named-once'
import type { Rules } from './rules'
import { updraft } from './rules/updraft'
import { windfall } from './rules/windfall'

const RULES = namedOnce('Rules', [windfall as unknown as Rules, updraft as unknown as Rules], (rules) => rules.id)

/** Throws for a template this engine does not know. */
export function rulesFor(template: string): Rules {
  const rules = RULES.get(template)
  if (rules === undefined) throw new Error(`This engine has no rules for the template "${template}".`)
  return rules
}
