import { cellsOf, cellSize } from '../../art/grid'
import { findCells } from '../../art/find-cells'
import { inCanvas, framesOf } from '../../art/place'
import { drawnShare } from '../../art/stand-in'
import { spriteFromPicture } from '../../art/strip'
import { firstFrame } from '../rule'
import { pixelsOfSprite, spriteRule } from '../sprite-rule'

/** Cells that are drawn over the sheet beside the sentence. */
const MOST_BOXES = 128

/** A whole sheet where one picture belongs: players would see all of its pictures at once. */
export const wholeSheet = spriteRule({
  id: 'whole-sheet',
  severity: 'should',
  about: 'A sprite is a whole sheet of pictures that was not cut.',
  async look(ctx, { sprite }, of) {
    const frames = framesOf(sprite)
    const { asset, x, y, w, h } = frames[0]!
    const pixels = of(asset)
    const whole = x === 0 && y === 0 && w === pixels.width && h === pixels.height
    if (frames.length > 1 || !whole || ctx.pack.assets[asset] === undefined) return null
    const { cut, trust, drawn, crossed, evidence } = findCells(pixels)
    if (trust === 'none') return null
    const size = cellSize(w, h, cut)
    const boxes = cellsOf(w, h, cut)
      .slice(0, MOST_BOXES)
      .map((cell) => ({ x: cell.x / w, y: cell.y / h, w: cell.w / w, h: cell.h / h }))
    return {
      facts: { count: drawn, w: size.w, h: size.h, crossed, why: evidence.join(', ') },
      evidence: { kind: 'picture', asset, boxes, shape: [] },
    }
  },
  fixName: (name) => `Cut ${name}`,
  async fix(ctx, { sprite, spec, reference }, of) {
    const { asset } = firstFrame(sprite)
    const likeOf = await pixelsOfSprite(ctx, reference)
    const made = spriteFromPicture(asset, of(asset), findCells(of(asset)).cut, {
      clips: spec.clips ?? Object.keys(reference.clips).slice(0, 1),
      optionalClips: spec.optionalClips ?? [],
      like: reference,
      ...(likeOf === null ? {} : { likeDrawn: drawnShare(inCanvas(reference, firstFrame(reference), likeOf)) }),
      ...(spec.column === true ? { column: true } : {}),
    })
    return { sprite: made }
  },
})
