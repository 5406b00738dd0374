import { meanLuminance } from '../../art/contrast'
import { crop, type Pixels } from '../../art/pixels'
import { LONG_SIDE, SHORT_SIDE } from '../../game/stage'
import type { Clip } from '../../kinds/drawing'
import type { Command } from '../../pack/commands'
import type { Subject } from '../finding'
import { ownParts, ownSprites, replaceSprite, spriteAt, type CheckContext, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

const AREA = LONG_SIDE * SHORT_SIDE

/** Moving pictures large enough to count, each with its clips and the file they lie in. */
function looked(ctx: CheckContext): { subject: Subject; name: string; clips: Clip[] }[] {
  return [
    ...ownParts(ctx, 'picture').flatMap(({ spec, content }) =>
      content.clip === undefined ? [] : [{ subject: { part: spec.id }, name: spec.name, clips: [content.clip] }],
    ),
    ...ownSprites(ctx).flatMap(({ subject, name, sprite }) => {
      const frame = Object.values(sprite.clips)[0]!.frames[0]!
      const area = sprite.height * sprite.height * (frame.w / frame.h)
      return area < AREA * LIMITS.flashArea ? [] : [{ subject, name, clips: Object.values(sprite.clips) }]
    }),
  ]
}
const same = (a: Subject, b: Subject) => a.part === b.part && a.entry === b.entry
const lookedAt = (ctx: CheckContext, subject: Subject) => looked(ctx).find((one) => same(one.subject, subject))

/**
 * Flashes a second (WCAG 2.2, general flash): pairs of opposing changes of relative luminance of 10 % or more where
 * the darker side is under 0.8.
 */
async function flashRate(clip: Clip, pixelsOf: (asset: string) => Promise<Pixels | null>): Promise<number> {
  const light: number[] = []
  for (const frame of clip.frames) {
    const pixels = await pixelsOf(frame.asset)
    if (pixels === null) return 0
    light.push(meanLuminance(crop(pixels, frame)) ?? 0)
  }
  let changes = 0
  let direction = 0
  let from = light[0]!
  for (let i = 1; i <= light.length; i++) {
    const now = light[i % light.length]!
    const step = now - from
    if (Math.abs(step) < LIMITS.flashStep || Math.min(now, from) >= 0.8) continue
    if (Math.sign(step) !== direction) changes++
    direction = Math.sign(step)
    from = now
  }
  const seconds = clip.frames.reduce((sum, frame) => sum + frame.hold, 0) / clip.fps
  return changes / 2 / seconds
}

const worstOf = async (ctx: CheckContext, clips: readonly Clip[]): Promise<number> =>
  Math.max(0, ...(await Promise.all(clips.map((clip) => flashRate(clip, ctx.pixels)))))

export const flashes: Rule = {
  id: 'flashes',
  severity: 'must',
  about: 'Something large flashes more than three times a second (WCAG 2.3.1).',
  subjects: (ctx) => looked(ctx).map((one) => one.subject),
  reads: (ctx, subject) => lookedAt(ctx, subject)?.clips,
  async run(ctx, subject) {
    const { name, clips } = lookedAt(ctx, subject)!
    const rate = await worstOf(ctx, clips)
    if (rate <= LIMITS.flashes) return []
    const { asset, x, y, w, h } = clips[0]!.frames[0]!
    return [
      {
        facts: { name, rate: Math.round(rate * 10) / 10 },
        evidence: { kind: 'picture', asset, frame: { x, y, w, h }, boxes: [], shape: [] },
      },
    ]
  },
  async fix(ctx, { subject }) {
    const found = lookedAt(ctx, subject)
    if (found === undefined) return null
    const rate = await worstOf(ctx, found.clips)
    const slower = (clip: Clip): Clip => ({ ...clip, fps: Math.max(0.5, (clip.fps * LIMITS.flashes * 0.9) / rate) })
    const sprite = spriteAt(ctx, subject)?.sprite
    const content = ctx.pack.parts[subject.part!]
    const command: Command | null =
      sprite !== undefined
        ? replaceSprite(ctx, subject, {
            ...sprite,
            clips: Object.fromEntries(Object.entries(sprite.clips).map(([id, clip]) => [id, slower(clip)])),
          })
        : content?.kind === 'picture' && content.clip !== undefined
          ? {
              ...{ type: 'set-part', part: subject.part!, from: content },
              content: { ...content, clip: slower(content.clip) },
            }
          : null
    return command === null ? null : { name: `Slow ${found.name} down`, command, bytes: {} }
  },
}
