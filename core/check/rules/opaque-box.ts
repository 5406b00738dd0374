import { crop } from '../../art/pixels'
import { flatBackdrop, keyOut } from '../../art/key-out'
import { fitSprite } from '../refit'
import { firstAsset, firstBox, firstFrame, ownSprites, replaceSprite, spriteAt, type Rule } from '../rule'
import { newPicture } from '../new-picture'

/** A flat colour all around the drawing: players see a card, not a thing. */
export const opaqueBox: Rule = {
  id: 'opaque-box',
  severity: 'must',
  about: 'A sprite has an opaque box of one colour around it.',
  subjects: (ctx) => ownSprites(ctx).map((one) => one.subject),
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
    const sprite = fitSprite(swapAsset(at.sprite, hash, made.hash), clean)
    return {
      name: `Cut out ${at.name}`,
      command: replaceSprite(ctx, finding.subject, sprite, { [made.hash]: made.facts }),
      bytes: { [made.hash]: made.bytes },
    }
  },
}

function swapAsset<T extends { clips: Record<string, { frames: { asset: string }[] }> }>(
  sprite: T,
  from: string,
  to: string,
): T {
  const clips = Object.fromEntries(
    Object.entries(sprite.clips).map(([name, clip]) => [
      name,
      { ...clip, frames: clip.frames.map((f) => (f.asset === from ? { ...f, asset: to } : f)) },
    ]),
  )
  return { ...sprite, clips } as T
}
