import { enclosedPieces, flatBackdrop, keyOut, TOLERANCE } from '../../art/key-out'
import { crop } from '../../art/pixels'
import { replaceAsset } from '../../art/rework'
import { assetsOf } from '../../kinds'
import { newPicture } from '../new-picture'
import { firstFrame, type CheckContext, type SpriteAt } from '../rule'
import { spriteRule } from '../sprite-rule'
import { LIMITS } from '../thresholds'

/** The backdrop a sprite's picture was cut out of; null when it was not cut out, or is not known any more. */
async function backdropOf(ctx: CheckContext, { sprite }: SpriteAt) {
  const origin = ctx.pack.assets[firstFrame(sprite).asset]?.madeFrom
  const pixels = origin === undefined ? null : await ctx.pixels(origin)
  return pixels === null ? null : flatBackdrop(pixels)
}

/** Between an arm and a body, in a wheel: backdrop that the drawing encloses stays when it is cut out from outside. */
export const enclosedLeft = spriteRule({
  id: 'enclosed-left',
  severity: 'know',
  about: 'A sprite that was cut out still encloses pieces of its backdrop.',
  async look(ctx, at, of) {
    const flat = await backdropOf(ctx, at)
    if (flat === null) return null
    const frame = firstFrame(at.sprite)
    const drawing = crop(of(frame.asset), frame)
    const pieces = enclosedPieces(drawing, flat, Math.max(6, frame.w * frame.h * LIMITS.enclosedShare))
    if (pieces.length === 0) return null
    const { asset, x, y, w, h } = frame
    const boxes = pieces.slice(0, 12).map((box) => ({ x: box.x / w, y: box.y / h, w: box.w / w, h: box.h / h }))
    return {
      facts: { pieces: pieces.length },
      evidence: { kind: 'picture', asset, frame: { x, y, w, h }, boxes, shape: [] },
    }
  },
  fixName: (name) => `Take enclosed pieces out of ${name}`,
  async fix(ctx, at, of) {
    const flat = await backdropOf(ctx, at)
    if (flat === null) return null
    const made = []
    let { sprite } = at
    for (const asset of assetsOf(sprite)) {
      const facts = ctx.pack.assets[asset]
      if (facts === undefined) return null
      const clean = keyOut(of(asset), { colour: flat, tolerance: TOLERANCE, everywhere: true, fringe: true })
      // The original stays what it was made from: a second look asks for the same backdrop.
      const next = newPicture({ hash: facts.madeFrom ?? asset, facts }, clean)
      made.push(next)
      sprite = replaceAsset(sprite, asset, next.hash, 1, 1)
    }
    return { sprite, made }
  },
})
