import { namedOnce } from './named-once'
import type { Rules } from './rules'
import { RULES } from './templates/rules'

const byName = namedOnce('Rules', RULES as unknown as readonly Rules[], (rules) => rules.id)

/** Throws for a template this engine does not know. */
export function rulesFor(template: string): Rules {
  const rules = byName.get(template)
  if (rules === undefined) throw new Error(`This engine has no rules for the template "${template}".`)
  return rules
}
