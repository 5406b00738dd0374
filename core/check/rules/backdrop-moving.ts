import { crop, type Pixels } from '../../art/pixels'
import type { PictureContent } from '../../kinds/picture'
import { ownParts, type CheckContext, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Mean difference of two pictures of one size, 0..1; sampled, as only its size matters. */
function difference(a: Pixels, b: Pixels): number {
  const step = 4 * Math.max(1, Math.floor(a.data.length / 4 / 4000))
  let sum = 0
  let count = 0
  for (let i = 0; i < Math.min(a.data.length, b.data.length); i += step) {
    for (let c = 0; c < 3; c++) sum += Math.abs(a.data[i + c]! - b.data[i + c]!)
    count += 3
  }
  return count === 0 ? 0 : sum / count / 255
}

/** Mean change from frame to frame times frames a second, 0 where nothing moves. */
async function motionOf(ctx: CheckContext, content: PictureContent): Promise<number> {
  const pixels = await ctx.pixels(content.asset)
  const { frames, fps } = content.clip ?? { frames: [], fps: 0 }
  if (pixels === null || frames.length < 2) return 0
  const shown = frames.map((frame) => crop(pixels, frame))
  const changes = shown.map((frame, i) => difference(frame, shown[(i + 1) % shown.length]!))
  return (changes.reduce((sum, one) => sum + one, 0) / changes.length) * fps
}

const movingPicture = (ctx: CheckContext, part: string): PictureContent | null => {
  const content = ctx.pack.parts[part]
  return content?.kind === 'picture' && content.clip !== undefined ? content : null
}

export const backdropMoving: Rule = {
  id: 'backdrop-moving',
  severity: 'should',
  about: 'A backdrop moves so strongly that it draws the eye from the game.',
  subjects: (ctx) => ownParts(ctx, 'picture').flatMap(({ spec, content }) => (content.clip ? [{ part: spec.id }] : [])),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const content = movingPicture(ctx, part!)
    const motion = content === null ? 0 : await motionOf(ctx, content)
    if (motion <= LIMITS.motion) return []
    const name = ctx.template.parts.find((spec) => spec.id === part)?.name ?? ''
    const { asset, x, y, w, h } = content!.clip!.frames[0]!
    return [
      {
        facts: { name, percent: Math.round(motion * 100) },
        evidence: { kind: 'picture', asset, frame: { x, y, w, h }, boxes: [], shape: [] },
      },
    ]
  },
  async fix(ctx, { subject }) {
    const content = movingPicture(ctx, subject.part!)
    const motion = content === null ? 0 : await motionOf(ctx, content)
    if (content === null || motion === 0) return null
    const fps = (content.clip!.fps * LIMITS.motion * 0.95) / motion
    // Slower than a clip can be: the drawing itself changes too much.
    if (fps < 0.5) return null
    return {
      name: 'Slow the backdrop down',
      command: {
        ...{ type: 'set-part', part: subject.part!, from: content },
        content: { ...content, clip: { ...content.clip!, fps } },
      },
      bytes: {},
    }
  },
}
