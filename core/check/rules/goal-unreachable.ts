import { rulesFor } from '../../game/registry'
import { levelsIn, oncePerPart, type LevelAt } from '../levels'
import type { CheckContext, Rule } from '../rule'

const factsOf = ({ setup }: LevelAt) => rulesFor(setup.doc.template.id).facts(setup)
/** Levels whose goal that part sets. */
const levelsOf = (ctx: CheckContext, part: string | undefined) =>
  levelsIn(ctx).filter((level) => level.part(factsOf(level).dial) === part)

/** Nobody can win, however well they play. */
export const goalUnreachable: Rule = {
  id: 'goal-unreachable',
  severity: 'must',
  about: 'The goal cannot be reached with these casts and dials; of each level.',
  subjects: (ctx) => oncePerPart(levelsIn(ctx), (level) => factsOf(level).dial),
  reads: (ctx, { part }) =>
    levelsOf(ctx, part).map((level) => {
      const { goal, reachable, because } = factsOf(level)
      return [level.name, goal, reachable, because]
    }),
  async run(ctx, { part }) {
    return levelsOf(ctx, part).flatMap((level) => {
      const { goal, reachable, because } = factsOf(level)
      if (reachable >= goal) return []
      const facts = { goal, reachable, because, level: level.name }
      return [{ facts, evidence: { kind: 'figure' as const, text: `${reachable} of ${goal}` } }]
    })
  },
  async fix(ctx, { subject }) {
    // A goal that several levels share is one that the poorest of them can reach.
    const least = Math.min(...levelsOf(ctx, subject.part).map((level) => factsOf(level).reachable))
    const spec = ctx.template.parts.find((one) => one.id === subject.part)?.dial
    // Three in four of what falls: hard, and possible.
    const value = Math.floor((least * 0.75) / (spec?.step ?? 10)) * (spec?.step ?? 10)
    if (spec === undefined || value < spec.min) return null
    return {
      name: `Set the goal to ${value}`,
      command: { type: 'set-part', part: subject.part!, content: { kind: 'dial', value } },
      bytes: {},
    }
  },
}
