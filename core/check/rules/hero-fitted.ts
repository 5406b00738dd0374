import { drawingIn } from '../../kinds'
import { contentOf } from '../../pack/pack'
import { factsOf, levelsIn } from '../levels'
import { firstAsset, firstBox, type CheckContext, type Rule } from '../rule'

/** What rules made fit, each once: in every level it is the same drawing, or one of its own. */
function fittedIn(ctx: CheckContext): { part: string; because: string }[] {
  const all = levelsIn(ctx).flatMap((level) =>
    (factsOf(level).fitted ?? []).map(({ part, because }) => ({ part: level.part(part), because })),
  )
  return all.filter((one, i) => all.findIndex(({ part }) => part === one.part) === i)
}

/** Own art of another size plays the same game, and its maker is told how. */
export const heroFitted: Rule = {
  id: 'hero-fitted',
  severity: 'know',
  engine: true,
  about: 'A drawing is so wide or tall that the play counts it as smaller.',
  subjects: (ctx) => fittedIn(ctx).map(({ part }) => ({ part })),
  reads: (ctx) => fittedIn(ctx),
  async run(ctx, { part }) {
    const found = fittedIn(ctx).find((one) => one.part === part)
    const drawing = drawingIn(contentOf(ctx.pack, ctx.template, part!), '')
    if (found === undefined || drawing === undefined) return []
    const name = ctx.template.parts.find(({ id }) => id === part)?.name ?? part!
    return [
      {
        facts: { name, because: found.because },
        evidence: {
          kind: 'picture',
          asset: firstAsset(drawing.sprite),
          frame: firstBox(drawing.sprite),
          boxes: [],
          shape: drawing.sprite.hitShape,
        },
      },
    ]
  },
}
