import { encodePng } from '../../art/png'
import { isPicture } from '../../pack/asset'
import { newPicture } from '../new-picture'
import { ownAssets, type Fix, type Rule } from '../rule'
import { LIMITS } from '../thresholds'
import { swapAsset } from '../swap-asset'

/** The same pixels in half the bytes: nobody would see a difference, but for the wait. */
export const pictureHeavy: Rule = {
  id: 'picture-heavy',
  severity: 'should',
  about: 'A picture file has more than twice the bytes that the same pixels need without loss.',
  safe: true,
  subjects: (ctx) => ownAssets(ctx, ({ mime, bytes }) => mime === 'image/png' && bytes >= LIMITS.heavyPictureBytes),
  reads: (_ctx, { asset }) => asset,
  async run(ctx, { asset, part }) {
    const facts = ctx.pack.assets[asset!]
    const pixels = facts !== undefined && isPicture(facts.mime) ? await ctx.pixels(asset!) : null
    if (facts === undefined || pixels === null) return []
    const needs = encodePng(pixels).length
    if (facts.bytes <= needs * LIMITS.heavyPicture) return []
    const name = ctx.template.parts.find((spec) => spec.id === part)?.name ?? ''
    return [
      {
        facts: { name, kilobytes: Math.round(facts.bytes / 1000), needs: Math.round(needs / 1000) },
        evidence: { kind: 'figure', text: `${Math.round(facts.bytes / 1000)} kB` },
      },
    ]
  },
  async fix(ctx, { subject }): Promise<Fix | null> {
    const facts = ctx.pack.assets[subject.asset!]
    const pixels = await ctx.pixels(subject.asset!)
    if (facts === undefined || pixels === null) return null
    const made = newPicture({ hash: subject.asset!, facts }, pixels)
    return swapAsset(ctx, subject, subject.asset!, made, 'Pack a picture smaller')
  },
}
