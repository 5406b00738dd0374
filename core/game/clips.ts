import { STEPS_PER_SECOND, type ClipDoc, type FrameDoc, type SpriteDoc } from './types'

/** The clip of that name, or the sprite's first clip when it has none of that name. */
export function clipOf(sprite: SpriteDoc, name: string): ClipDoc | undefined {
  const own = sprite.clips[name]
  if (own !== undefined && own.frames.length > 0) return own
  for (const key in sprite.clips) if (sprite.clips[key]!.frames.length > 0) return sprite.clips[key]
  return undefined
}

/** Length of one pass in steps of 1/60 s, at least 1. */
export function clipSteps(clip: ClipDoc): number {
  let holds = 0
  for (const frame of clip.frames) holds += frame.hold
  return Math.max(1, Math.round((holds / clip.fps) * STEPS_PER_SECOND))
}

/**
 * Which frame shows `step` steps (>= 0) after the clip began. `once` stays on its last frame; `bounce` runs
 * forth and back without showing either end twice in a row. A looping clip comes back to `loopFrom`; after
 * `repeats` passes it stays where it ended.
 */
export function frameAt(clip: ClipDoc, step: number): number {
  const frames = clip.frames
  const count = frames.length
  if (count <= 1) return 0
  const order = clip.mode === 'bounce' ? count * 2 - 2 : count
  const at = (i: number) => (i < count ? i : order - i)
  const from = clip.mode === 'loop' ? Math.min(clip.loopFrom ?? 0, count - 1) : 0
  let holds = 0
  let head = 0
  for (let i = 0; i < order; i++) {
    if (i < from) head += frames[at(i)]!.hold
    holds += frames[at(i)]!.hold
  }
  let units = (step * clip.fps) / STEPS_PER_SECOND
  const body = holds - head
  const passes = clip.mode === 'once' ? 1 : (clip.repeats ?? 0)
  if (passes > 0 && units >= head + body * passes) return clip.mode === 'bounce' ? 0 : count - 1
  if (units >= holds) units = head + ((units - head) % body)
  for (let i = 0; i < order; i++) {
    units -= frames[at(i)]!.hold
    if (units < 0) return at(i)
  }
  return at(order - 1)
}

/** px of the canvas a frame lies in. */
export const canvasWidth = (sprite: SpriteDoc, frame: FrameDoc): number => sprite.canvas?.w ?? frame.w
export const canvasHeight = (sprite: SpriteDoc, frame: FrameDoc): number => sprite.canvas?.h ?? frame.h
