import { looksLikePixelArt } from '../../art/pixels'
import { replaceAsset } from '../../art/rework'
import { shrinkArea, shrinkNearest } from '../../art/resize'
import { STAGES } from '../../game/stage'
import type { Command } from '../../pack/commands'
import { smallerPicture } from '../new-picture'
import { firstFrame, ownParts, ownSprites, replaceSprite, spriteAt, type CheckContext, type Rule } from '../rule'
import type { Subject } from '../finding'
import { LIMITS } from '../thresholds'

interface Shown {
  name: string
  asset: string
  /** px of one frame in the file, and px it is shown with on a large screen. */
  height: number
  shown: number
  factor: number
  /** Factor from which it is too much. */
  most: number
}

function shownSize(ctx: CheckContext, subject: Subject): Shown | null {
  const sprite = spriteAt(ctx, subject)
  if (sprite !== undefined) {
    const frame = firstFrame(sprite.sprite)
    const shown = sprite.sprite.height * LIMITS.pixelsPerUnit
    return {
      name: sprite.name,
      asset: frame.asset,
      height: frame.h,
      shown: Math.round(shown),
      factor: frame.h / shown,
      most: LIMITS.oversize,
    }
  }
  const content = ctx.pack.parts[subject.part!]
  const spec = ctx.template.parts.find((one) => one.id === subject.part)
  if (content?.kind !== 'picture' || spec === undefined) return null
  const facts = ctx.pack.assets[content.asset]
  if (facts === undefined) return null
  const stage = STAGES[ctx.pack.stage]
  const shown = stage.height * LIMITS.pixelsPerUnit
  const factor = Math.min(facts.height / shown, facts.width / (stage.width * LIMITS.pixelsPerUnit))
  return { name: spec.name, asset: content.asset, height: facts.height, shown, factor, most: LIMITS.oversizeBackdrop }
}

/** Far more pixels than any screen shows: slow to load and heavy in memory for nothing. */
export const pictureTooLarge: Rule = {
  id: 'picture-too-large',
  severity: 'should',
  safe: true,
  about: 'A picture has far more pixels than it is ever shown with.',
  subjects: (ctx) => [
    ...ownSprites(ctx).map((one) => one.subject),
    ...ownParts(ctx, 'picture').map(({ spec }) => ({ part: spec.id })),
  ],
  reads: (ctx, subject) => shownSize(ctx, subject),
  async run(ctx, subject) {
    const size = shownSize(ctx, subject)
    if (size === null || size.factor <= size.most) return []
    const facts = ctx.pack.assets[size.asset]
    return [
      {
        facts: {
          name: size.name,
          height: size.height,
          shown: size.shown,
          megabytes: ((facts?.width ?? 0) * (facts?.height ?? 0) * 4) / 1e6,
        },
        evidence: {
          kind: 'picture',
          asset: size.asset,
          boxes: [{ x: 0, y: 1 - 1 / size.factor, w: 1 / size.factor, h: 1 / size.factor }],
          shape: [],
        },
      },
    ]
  },
  async fix(ctx, finding) {
    const size = shownSize(ctx, finding.subject)
    const facts = size === null ? undefined : ctx.pack.assets[size.asset]
    const pixels = size === null ? null : await ctx.pixels(size.asset)
    if (size === null || facts === undefined || pixels === null) return null
    const sprite = spriteAt(ctx, finding.subject)
    const columns = sprite?.sprite.strip.columns ?? 1
    const rows = sprite?.sprite.strip.rows ?? 1
    const art = looksLikePixelArt(pixels)
    // Whole cells stay whole: the new size is a multiple of the number of cells.
    const width = Math.max(columns, Math.floor(pixels.width / size.factor / columns) * columns)
    const height = Math.max(rows, Math.floor(pixels.height / size.factor / rows) * rows)
    const smaller = art ? shrinkNearest(pixels, Math.floor(size.factor)) : shrinkArea(pixels, width, height)
    const made = await smallerPicture(ctx, { hash: size.asset, facts }, smaller)
    // A photograph that was packed well may take more room without its loss: then it stays.
    if (made === null) return null
    const command = sprite
      ? replaceSprite(
          ctx,
          finding.subject,
          replaceAsset(
            sprite.sprite,
            size.asset,
            made.hash,
            smaller.width / pixels.width,
            smaller.height / pixels.height,
          ),
          {
            [made.hash]: made.facts,
          },
        )
      : pictureCommand(ctx, finding.subject, made.hash, { [made.hash]: made.facts })
    return command === null ? null : { name: `Make ${size.name} smaller`, command, bytes: { [made.hash]: made.bytes } }
  },
}

function pictureCommand(
  ctx: CheckContext,
  subject: Subject,
  asset: string,
  assets: CheckContext['pack']['assets'],
): Command | null {
  const content = ctx.pack.parts[subject.part!]
  return content?.kind === 'picture'
    ? { type: 'set-part', part: subject.part!, from: content, content: { ...content, asset }, assets }
    : null
}
