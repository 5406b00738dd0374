import type { Pixels } from '../art/pixels'
import type { PixelsOf } from '../art/place'
import { assetsOf } from '../kinds'
import type { SpriteContent } from '../kinds/drawing'
import type { Evidence, Facts, Severity } from './finding'
import {
  firstFrame,
  standingSprites,
  replaceSprite,
  spriteAt,
  type CheckContext,
  type Fix,
  type Rule,
  type SpriteAt,
} from './rule'
import type { NewAsset } from './new-picture'

/** Pixels of every file a sprite's frames lie in; null when one of them is missing. */
export async function pixelsOfSprite(
  ctx: Pick<CheckContext, 'pixels'>,
  sprite: SpriteContent,
): Promise<PixelsOf | null> {
  const found = new Map<string, Pixels>()
  for (const asset of assetsOf(sprite)) {
    const pixels = await ctx.pixels(asset)
    if (pixels === null) return null
    found.set(asset, pixels)
  }
  return (asset) => found.get(asset)!
}

/** A frame as evidence. */
export function frameEvidence(sprite: SpriteContent, frame = firstFrame(sprite)): Evidence {
  const { asset, x, y, w, h } = frame
  return { kind: 'picture', asset, frame: { x, y, w, h }, boxes: [], shape: [] }
}

interface SpriteRule {
  id: string
  severity: Severity
  engine?: boolean
  about: string
  safe?: boolean
  /** More than the sprite and the template's that the answer depends on. */
  reads?(ctx: CheckContext, at: SpriteAt): unknown
  /** Null when there is nothing to say. */
  look(
    ctx: CheckContext,
    at: SpriteAt,
    pixelsOf: PixelsOf,
  ): Promise<{ facts: Facts; evidence?: Evidence; severity?: Severity } | null>
  fix?(
    ctx: CheckContext,
    at: SpriteAt,
    pixelsOf: PixelsOf,
  ): Promise<{ sprite: SpriteContent; made?: NewAsset[] } | null>
  fixName?(name: string): string
}

/** A rule that looks at each of the pack's own sprites by itself. */
export function spriteRule({ look, fix, fixName, reads, safe, ...rest }: SpriteRule): Rule {
  return {
    ...rest,
    ...(safe === undefined ? {} : { safe }),
    subjects: (ctx) => standingSprites(ctx).map((one) => one.subject),
    reads: (ctx, subject) => {
      const at = spriteAt(ctx, subject)
      return [at?.sprite, at?.reference, at === undefined ? null : reads?.(ctx, at)]
    },
    async run(ctx, subject) {
      const at = spriteAt(ctx, subject)!
      const of = await pixelsOfSprite(ctx, at.sprite)
      const found = of === null ? null : await look(ctx, at, of)
      if (found === null) return []
      const { facts, evidence = frameEvidence(at.sprite), severity } = found
      return [{ facts: { name: at.name, ...facts }, evidence, ...(severity === undefined ? {} : { severity }) }]
    },
    ...(fix === undefined
      ? {}
      : {
          async fix(ctx, finding): Promise<Fix | null> {
            const at = spriteAt(ctx, finding.subject)
            const of = at === undefined ? null : await pixelsOfSprite(ctx, at.sprite)
            const done = at === undefined || of === null ? null : await fix(ctx, at, of)
            if (done === null) return null
            const made = done.made ?? []
            return {
              name: fixName?.(at!.name) ?? `Put ${at!.name} right`,
              command: replaceSprite(
                ctx,
                finding.subject,
                done.sprite,
                Object.fromEntries(made.map((one) => [one.hash, one.facts])),
              ),
              bytes: Object.fromEntries(made.map((one) => [one.hash, one.bytes])),
            }
          },
        }),
  }
}
