import { closedStrip, seamOf } from '../../art/strip-seam'
import type { PictureContent } from '../../kinds/picture'
import { newPicture } from '../new-picture'
import { ownParts, type CheckContext, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Share of the picture at each side that is marked. */
const EDGE = 0.025

/** Files that are laid beside themselves: the picture where it is a strip that stands still, and every layer. */
const stripsOf = ({ fit, asset, clip, layers = [] }: PictureContent): string[] => [
  ...(fit === 'tile' && clip === undefined ? [asset] : []),
  ...layers.map((layer) => layer.asset),
]
const pictureAt = (ctx: CheckContext, part: string | undefined) =>
  ownParts(ctx, 'picture').find(({ spec }) => spec.id === part)

/** A strip whose sides do not meet: a line goes by each time it begins anew. */
export const stripSeam: Rule = {
  id: 'strip-seam',
  severity: 'should',
  engine: true,
  about: 'A strip that is laid beside itself does not meet itself at its sides.',
  subjects: (ctx) =>
    ownParts(ctx, 'picture').flatMap(({ spec, content }) =>
      stripsOf(content).map((asset) => ({ part: spec.id, asset })),
    ),
  reads: (ctx, { asset }) => asset,
  async run(ctx, { part, asset }) {
    const found = pictureAt(ctx, part)
    const pixels = found === undefined ? null : await ctx.pixels(asset!)
    if (pixels === null) return []
    const { step, usual } = seamOf(pixels)
    if (step <= LIMITS.stripStep || step <= usual * LIMITS.stripTimes) return []
    return [
      {
        facts: { name: found!.spec.name, percent: Math.round(step * 100) },
        evidence: {
          ...{ kind: 'picture', asset: asset!, shape: [] },
          boxes: [
            { x: 0, y: 0, w: EDGE, h: 1 },
            { x: 1 - EDGE, y: 0, w: EDGE, h: 1 },
          ],
        },
      },
    ]
  },
  async fix(ctx, { subject: { part, asset } }) {
    const found = pictureAt(ctx, part)
    const facts = asset === undefined ? undefined : ctx.pack.assets[asset]
    const pixels = found === undefined || facts === undefined ? null : await ctx.pixels(asset!)
    if (pixels === null) return null
    const { content } = found!
    const made = newPicture({ hash: asset!, facts: facts! }, closedStrip(pixels, content.crisp))
    const swapped = (hash: string): string => (hash === asset ? made.hash : hash)
    const layers = content.layers?.map((layer) => ({ ...layer, asset: swapped(layer.asset) }))
    return {
      name: `Close the seam of ${found!.spec.name}`,
      command: {
        ...{ type: 'set-part', part: part!, from: content, assets: { [made.hash]: made.facts } },
        content: { ...content, asset: swapped(content.asset), ...(layers === undefined ? {} : { layers }) },
      },
      bytes: { [made.hash]: made.bytes },
    }
  },
}
