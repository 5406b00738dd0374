import { namedOnce } from './named-once'
import type { Rules } from './rules'
import { RULES } from './templates/rules'

const byName = new Map(namedOnce('Rules', RULES as unknown as readonly Rules[], (rules) => rules.id))

/** Throws for a template this engine does not know. */
export function rulesFor(template: string): Rules {
  const rules = byName.get(template)
  if (rules === undefined) throw new Error(`This engine has no rules for the template "${template}".`)
  return rules
}

export const hasRules = (template: string): boolean => byName.has(template)
/** Rules that were fetched, where the list above is empty: the page of the app has those of the games it shows. */
export const addRules = (rules: Rules): void => void byName.set(rules.id, rules)
