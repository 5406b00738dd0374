import { standOut } from '../../art/contrast'
import { inCanvas } from '../../art/place'
import { contentOf } from '../../pack/pack'
import { partWith } from '../../template/template'
import { firstFrame, type CheckContext } from '../rule'
import { spriteRule } from '../sprite-rule'

const ground = (ctx: CheckContext) => {
  const content = contentOf(ctx.pack, ctx.template, partWith(ctx.template, 'backdrop')?.id ?? '')
  return content?.kind === 'picture' ? content : null
}

export const hardToSee = spriteRule({
  id: 'hard-to-see',
  severity: 'should',
  engine: true,
  about: 'A figure or thing in play is hard to tell from the backdrop.',
  reads: (ctx, { spec }) => [ground(ctx), spec.moment],
  async look(ctx, { spec, sprite }, of) {
    const behind = ground(ctx)
    const pixels = behind === null || spec.moment !== 'play' ? null : await ctx.pixels(behind.asset)
    if (pixels === null) return null
    const seen = standOut(inCanvas(sprite, firstFrame(sprite), of), pixels, behind?.dim ?? 0)
    return seen === null || seen.clear ? null : { facts: { contrast: Math.round(seen.contrast * 10) / 10 } }
  },
})
