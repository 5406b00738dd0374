import { crop } from '../../art/pixels'
import { flatBackdrop, keyOut } from '../../art/key-out'
import { replaceAsset } from '../../art/rework'
import { standAgain } from '../../art/stand-in'
import { fitSprite } from '../refit'
import { firstAsset, firstBox, firstFrame, standingSprites, replaceSprite, spriteAt, type Rule } from '../rule'
import { newPicture } from '../new-picture'
import { pixelsOfSprite } from '../sprite-rule'

/** A flat colour all around the drawing: players see a card, not a thing. */
export const opaqueBox: Rule = {
  id: 'opaque-box',
  severity: 'must',
  about: 'A sprite has an opaque box of one colour around it.',
  subjects: (ctx) => standingSprites(ctx).map((one) => one.subject),
  reads: (ctx, subject) => spriteAt(ctx, subject)?.sprite.clips,
  async run(ctx, subject) {
    const at = spriteAt(ctx, subject)!
    const frame = firstFrame(at.sprite)
    const pixels = await ctx.pixels(frame.asset)
    if (pixels === null) return []
    const flat = flatBackdrop(crop(pixels, frame))
    if (flat === null) return []
    return [
      {
        facts: { name: at.name, r: flat.r, g: flat.g, b: flat.b, white: flat.r + flat.g + flat.b > 720 ? 1 : 0 },
        evidence: {
          kind: 'picture',
          asset: frame.asset,
          frame: firstBox(at.sprite),
          boxes: [{ x: 0, y: 0, w: 1, h: 1 }],
          shape: [],
        },
      },
    ]
  },
  async fix(ctx, finding) {
    const at = spriteAt(ctx, finding.subject)
    if (at === undefined) return null
    const hash = firstAsset(at.sprite)
    const pixels = await ctx.pixels(hash)
    const facts = ctx.pack.assets[hash]
    if (pixels === null || facts === undefined) return null
    const colour = { r: Number(finding.facts['r']), g: Number(finding.facts['g']), b: Number(finding.facts['b']) }
    const clean = keyOut(pixels, colour)
    const made = newPicture({ hash, facts }, clean)
    const cut = fitSprite(replaceAsset(at.sprite, hash, made.hash, 1, 1), clean)
    const sprite = standAgain(cut, () => clean, at.reference, await pixelsOfSprite(ctx, at.reference))
    return {
      name: `Cut out ${at.name}`,
      command: replaceSprite(ctx, finding.subject, sprite, { [made.hash]: made.facts }),
      bytes: { [made.hash]: made.bytes },
    }
  },
}
