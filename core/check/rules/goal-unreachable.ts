import { factsOf, goalParts, levelsWithGoal } from '../levels'
import type { Rule } from '../rule'

/** Nobody can win, however well they play. */
export const goalUnreachable: Rule = {
  id: 'goal-unreachable',
  severity: 'must',
  engine: true,
  about: 'The goal cannot be reached with these casts and dials; of each level.',
  subjects: goalParts,
  reads: (ctx, { part }) =>
    levelsWithGoal(ctx, part).map((level) => {
      const { goal, reachable, because } = factsOf(level)
      return [level.name, goal, reachable, because]
    }),
  async run(ctx, { part }) {
    return levelsWithGoal(ctx, part).flatMap((level) => {
      const { goal, reachable, because, aim = '', place, dial } = factsOf(level)
      if (reachable >= goal) return []
      const facts = { goal, reachable, because, aim, level: level.name }
      const figure = { kind: 'figure' as const, text: `${reachable} of ${goal}` }
      const evidence = place === undefined ? figure : { kind: 'place' as const, course: level.part(dial), ...place }
      return [{ facts, evidence }]
    })
  },
  async fix(ctx, { subject }) {
    // A goal that several levels share is one that the poorest of them can reach.
    const least = Math.min(...levelsWithGoal(ctx, subject.part).map((level) => factsOf(level).reachable))
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
