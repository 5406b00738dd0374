import type { ClipDoc, GameDoc, SpriteDoc } from '../game/types'

const clipFelt = ({ frames, ...clip }: ClipDoc, canvas: SpriteDoc['canvas']) => [
  clip,
  frames.map(({ w, h, hold, hitShape }) => [canvas === undefined ? w / h : 0, hold, hitShape]),
]

/** Size, shape and times of a drawing; where its file lies and what it looks like nobody feels who plays by rules. */
const spriteFelt = ({ clips, canvas, pivot, hitShape, height }: SpriteDoc) => [
  ...[canvas === undefined ? 0 : canvas.w / canvas.h, pivot, hitShape, height],
  Object.entries(clips).map(([name, clip]) => [name, clipFelt(clip, canvas)]),
]

/**
 * Everything of a game that rules and simulated players can feel, as one text: other art in the same shapes is the same
 * game to them; another shape, size or number is not, whether of a part or of an entry.
 */
export function feltOf(doc: GameDoc): string {
  const sprites = Object.entries(doc.sprites).map(([key, sprite]) => [key, spriteFelt(sprite)])
  const casts = Object.entries(doc.casts).map(([key, entries]) => [
    key,
    entries.map(({ sprite, name: _seen, ...numbers }) => [numbers, spriteFelt(sprite)]),
  ])
  return JSON.stringify([doc.template, doc.dials, casts, sprites])
}
