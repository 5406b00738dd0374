import { rulesFor } from '../../game/registry'
import { makeSetup } from '../../game/setup'
import { buildGameDoc } from '../../template/game-doc'
import type { CheckContext, Rule } from '../rule'

const facts = (ctx: CheckContext) => {
  const setup = makeSetup(buildGameDoc(ctx.template, ctx.pack))
  return rulesFor(ctx.template.id).facts(setup)
}

/** Nobody can win, however well they play. */
export const goalUnreachable: Rule = {
  id: 'goal-unreachable',
  severity: 'must',
  about: 'The goal cannot be reached with these casts and dials.',
  subjects: (ctx) => [{ part: facts(ctx).dial }],
  reads: (ctx) => {
    const { goal, reachable, because } = facts(ctx)
    return [goal, reachable, because]
  },
  async run(ctx) {
    const { goal, reachable, because } = facts(ctx)
    if (reachable >= goal) return []
    return [{ facts: { goal, reachable, because }, evidence: { kind: 'figure', text: `${reachable} of ${goal}` } }]
  },
  async fix(ctx) {
    const { reachable, dial } = facts(ctx)
    const spec = ctx.template.parts.find((one) => one.id === dial)?.dial
    // Three in four of what falls: hard, and possible.
    const value = Math.floor((reachable * 0.75) / (spec?.step ?? 10)) * (spec?.step ?? 10)
    if (spec === undefined || value < spec.min) return null
    return {
      name: `Set the goal to ${value}`,
      command: { type: 'set-part', part: dial, content: { kind: 'dial', value } },
      bytes: {},
    }
  },
}
