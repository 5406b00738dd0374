import { rulesFor } from '../../game/registry'
import { makeSetup } from '../../game/setup'
import { drawingIn, kindOf } from '../../kinds'
import { contentOf } from '../../pack/pack'
import { buildGameDoc } from '../../template/game-doc'
import type { CheckContext, Rule } from '../rule'

const unmetIn = (ctx: CheckContext) =>
  rulesFor(ctx.template.id).facts(makeSetup(buildGameDoc(ctx.template, ctx.pack))).unmet ?? []

/** Own art that the rules cannot bring into play: a drawing that is swapped may be wider than a jump is long. */
export const neverMet: Rule = {
  id: 'never-met',
  severity: 'should',
  about: 'An entry never comes into play at the present numbers.',
  subjects: (ctx) => unmetIn(ctx).map(({ part, entry }) => ({ part, entry })),
  reads: (ctx) => unmetIn(ctx),
  async run(ctx, { part, entry }) {
    const found = unmetIn(ctx).find((one) => one.part === part && one.entry === entry)
    const drawing = drawingIn(contentOf(ctx.pack, ctx.template, part!), entry)
    if (found === undefined || drawing === undefined) return []
    const face = kindOf(drawing.sprite).face(drawing.sprite)
    if (face.face !== 'picture') return []
    return [
      {
        facts: { name: drawing.name, because: found.because },
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
