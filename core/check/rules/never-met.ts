import { rulesFor } from '../../game/registry'
import { SPLIT } from '../../game/setup'
import { drawingIn, kindOf } from '../../kinds'
import { contentOf } from '../../pack/pack'
import { levelsIn } from '../levels'
import type { CheckContext, Rule } from '../rule'

/** Entries that come into play in none of the levels their part is in. */
function unmetIn(ctx: CheckContext) {
  const levels = levelsIn(ctx)
  const course = ctx.template.parts.find(({ content }) => content.kind === 'course')?.id ?? ''
  const found = levels.flatMap((level) => {
    const unmet = rulesFor(ctx.template.id).facts(level.setup).unmet ?? []
    return unmet.map((one) => ({ ...one, part: level.part(one.part), course: level.part(course) }))
  })
  return found.filter(({ part, entry }, i) => {
    const same = found.filter((one) => one.part === part && one.entry === entry)
    const having = levels.filter((level) => level.part(part.split(SPLIT)[0]!) === part)
    return found.indexOf(same[0]!) === i && same.length === having.length
  })
}

/** Own art that the rules cannot bring into play: a drawing that is swapped may be wider than a jump is long. */
export const neverMet: Rule = {
  id: 'never-met',
  severity: 'should',
  engine: true,
  about: 'An entry never comes into play at the present numbers.',
  subjects: (ctx) => unmetIn(ctx).map(({ part, entry }) => ({ part, entry })),
  reads: (ctx) => unmetIn(ctx),
  async run(ctx, { part, entry }) {
    const found = unmetIn(ctx).find((one) => one.part === part && one.entry === entry)
    const drawing = drawingIn(contentOf(ctx.pack, ctx.template, part!), entry)
    if (found === undefined || drawing === undefined) return []
    const facts = { name: drawing.name, because: found.because }
    if (found.place !== undefined) return [{ facts, evidence: { kind: 'place', course: found.course, ...found.place } }]
    const face = kindOf(drawing.sprite).face(drawing.sprite)
    if (face.face !== 'picture') return []
    return [
      {
        facts,
        evidence: {
          kind: 'picture',
          asset: face.asset,
          ...(face.frame ? { frame: face.frame } : {}),
          boxes: [],
          shape: [],
        },
      },
    ]
  },
}
