import { shapeArea } from '../../art/outline'
import { canvasHeight, canvasWidth } from '../../game/clips'
import { drawingIn } from '../../kinds'
import type { SpriteContent } from '../../kinds/drawing'
import { contentOf } from '../../pack/pack'
import { looksOf } from '../../template/uses'
import { firstAsset, firstBox, firstFrame, replaceSprite, type CheckContext, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

const specOf = (ctx: CheckContext) => ctx.template.parts.find(({ dresses }) => dresses !== undefined)
const heroOf = (ctx: CheckContext): SpriteContent | undefined =>
  drawingIn(contentOf(ctx.pack, ctx.template, specOf(ctx)?.dresses ?? ''))?.sprite
const lookOf = (ctx: CheckContext, id: string | undefined) =>
  looksOf(ctx.template, ctx.pack).find((one) => one.id === id)

/** How much of the stage can be touched, in square world units. */
function bodyOf(sprite: SpriteContent): number {
  const frame = firstFrame(sprite)
  const width = (sprite.height * canvasWidth(sprite, frame)) / canvasHeight(sprite, frame)
  return shapeArea(sprite.hitShape) * sprite.height * width
}

/** Whoever wears it plays another game: it is hit more easily, or hardly at all. */
export const lookUnfair: Rule = {
  id: 'look-unfair',
  severity: 'should',
  engine: true,
  about: 'A look is far easier or harder to hit than the hero it dresses.',
  subjects: (ctx) => looksOf(ctx.template, ctx.pack).map(({ id }) => ({ part: specOf(ctx)!.id, entry: id })),
  reads: (ctx, { entry }) => [lookOf(ctx, entry)?.sprite, heroOf(ctx)],
  async run(ctx, { entry }) {
    const [look, hero] = [lookOf(ctx, entry), heroOf(ctx)]
    if (look === undefined || hero === undefined) return []
    const ratio = bodyOf(look.sprite) / bodyOf(hero)
    if (ratio >= LIMITS.lookLow && ratio <= LIMITS.lookHigh) return []
    return [
      {
        facts: { name: look.name, percent: Math.round(ratio * 100) },
        evidence: {
          kind: 'picture',
          asset: firstAsset(look.sprite),
          frame: firstBox(look.sprite),
          boxes: [],
          shape: look.sprite.hitShape,
        },
      },
    ]
  },
  async fix(ctx, { subject }) {
    const [look, hero] = [lookOf(ctx, subject.entry), heroOf(ctx)]
    if (look === undefined || hero === undefined) return null
    const height = look.sprite.height * Math.sqrt(bodyOf(hero) / bodyOf(look.sprite))
    if (!Number.isFinite(height)) return null
    const sprite = { ...look.sprite, height: Math.round(height * 100) / 100 }
    return { name: `Make ${look.name} as large as the hero`, command: replaceSprite(ctx, subject, sprite), bytes: {} }
  },
}
