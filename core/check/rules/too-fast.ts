import { STAGES } from '../../game/stage'
import { factsOf, levelsIn } from '../levels'
import type { CheckContext, Rule } from '../rule'
import { LIMITS } from '../thresholds'

/**
 * Degrees of the eye that a world unit has, with the stage as large as on a laptop seen from 60 cm: 30 cm wide for a wide
 * one, 12 cm for a tall one, which is as high as the screen. So small an angle is as good as its tangent.
 */
const degreesOf = (width: number, tall: boolean): number => (((tall ? 0.12 : 0.3) / width / 0.6) * 180) / Math.PI

interface Fast {
  part: string
  level: string
  what: string
  degrees: number
}
function fastIn(ctx: CheckContext): Fast[] {
  const { width } = STAGES[ctx.pack.stage]
  return levelsIn(ctx).flatMap((level) => {
    const { follows } = factsOf(level)
    if (follows === undefined) return []
    const degrees = Math.round(follows.speed * degreesOf(width, ctx.pack.stage === 'tall'))
    return [{ part: level.part(follows.dial), level: level.name, what: follows.what, degrees }]
  })
}

/** Eyes lose what goes faster than they can: then it is a guess, however well somebody looks. */
export const tooFast: Rule = {
  id: 'too-fast',
  severity: 'know',
  engine: true,
  about: 'What has to be kept in view goes faster than eyes can follow.',
  subjects: (ctx) => [...new Set(fastIn(ctx).map(({ part }) => part))].map((part) => ({ part })),
  reads: (ctx, { part }) => fastIn(ctx).filter((one) => one.part === part),
  async run(ctx, { part }) {
    return fastIn(ctx)
      .filter((one) => one.part === part && one.degrees > LIMITS.eyesFollow)
      .map(({ what, degrees, level }) => ({
        facts: { what, degrees, most: LIMITS.eyesFollow, level },
        evidence: { kind: 'figure', text: `${degrees}° a second` },
      }))
  },
}
