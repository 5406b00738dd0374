import { spriteRule } from '../sprite-rule'
import type { SpriteAt } from '../rule'

const missing = ({ spec, sprite }: SpriteAt): string[] =>
  (spec.clips ?? []).filter((clip) => sprite.clips[clip] === undefined)

export const clipMissing = spriteRule({
  id: 'clip-missing',
  severity: 'must',
  engine: true,
  about: 'A sprite lacks a clip that the game asks for.',
  async look(_ctx, at) {
    const [first] = missing(at)
    if (first === undefined) return null
    // Only the first clip is always needed; for the others the game shows the first.
    return { facts: { clip: first }, ...(first === at.spec.clips?.[0] ? {} : { severity: 'know' as const }) }
  },
  fixName: (name) => `Stand in for the missing clips of ${name}`,
  async fix(_ctx, at) {
    const [name] = Object.keys(at.sprite.clips)
    const clip = at.sprite.clips[name!]!
    return {
      sprite: {
        ...at.sprite,
        clips: { ...at.sprite.clips, ...Object.fromEntries(missing(at).map((id) => [id, clip])) },
      },
    }
  },
})
