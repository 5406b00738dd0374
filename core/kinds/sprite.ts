import type { ClipDoc, SpriteDoc } from '../game/types'
import { maskKey, SpriteContent } from './drawing'
import type { Face, Kind } from './kind'

export const spriteAssets = (content: SpriteContent): string[] =>
  Object.values(content.clips).flatMap((clip) => clip.frames.map((frame) => frame.asset))

export const spriteDoc = (content: SpriteContent): SpriteDoc => ({
  clips: content.clips,
  pivot: content.pivot,
  hitShape: content.hitShape,
  height: content.height,
  crisp: content.crisp,
  ...(content.canvas === undefined ? {} : { canvas: content.canvas }),
  ...(content.recolour === undefined ? {} : { recolour: content.recolour }),
  ...(content.repeatFrom === undefined ? {} : { repeatFrom: content.repeatFrom }),
  ...maskDoc(content),
})

/** What crumbles has the mask of how it is drawn; one of an earlier drawing is left out, and its hit shape stands in. */
function maskDoc({ mask, ...content }: SpriteContent): Pick<SpriteDoc, 'mask'> {
  if (mask === undefined || mask.of !== maskKey(content)) return {}
  return { mask: { w: mask.w, h: mask.h, rows: mask.rows } }
}

export function spriteFace(content: SpriteContent): Face {
  const { asset, x, y, w, h } = Object.values(content.clips)[0]!.frames[0]!
  return { face: 'picture', asset, frame: { x, y, w, h } }
}

const clipFelt = ({ frames, ...clip }: ClipDoc, canvas: SpriteDoc['canvas']) => [
  clip,
  frames.map(({ w, h, hold, hitShape }) => [canvas === undefined ? w / h : 0, hold, hitShape]),
]

/** Size, shape and times of a drawing; where its file lies and what it looks like nobody feels who plays by rules. */
export const spriteFelt = ({ clips, canvas, pivot, hitShape, height, mask }: SpriteDoc): unknown => [
  ...[canvas === undefined ? 0 : canvas.w / canvas.h, pivot, hitShape, height],
  Object.entries(clips).map(([name, clip]) => [name, clipFelt(clip, canvas)]),
  ...(mask === undefined ? [] : [mask]),
]

export const sprite: Kind<SpriteContent> = {
  kind: 'sprite',
  schema: SpriteContent,
  wants: 'picture',
  takesMany: true,
  splits: true,
  assets: spriteAssets,
  toDoc: (content, { put, part }) => put('sprite', part, spriteDoc(content)),
  texts: () => [],
  said: () => [],
  face: spriteFace,
  drawings: (sprite) => [{ entry: '', name: '', sprite }],
  redrawn: (content, entry, sprite) => (entry === '' ? sprite : content),
  felt: spriteFelt,
  filled: () => true,
  summary(content) {
    const count = Object.keys(content.clips).length
    return count > 1 ? `sprite, ${count} clips` : 'sprite'
  },
}
