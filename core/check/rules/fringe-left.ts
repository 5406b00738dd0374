import { crop, type Pixels } from '../../art/pixels'
import { replaceAsset } from '../../art/rework'
import { assetsOf } from '../../kinds'
import { newPicture } from '../new-picture'
import { firstFrame } from '../rule'
import { spriteRule } from '../sprite-rule'
import { LIMITS } from '../thresholds'

const light = (data: Pixels['data'], i: number): boolean => Math.min(data[i]!, data[i + 1]!, data[i + 2]!) >= 225

/** Drawn pixels with a see-through neighbour. */
function* rim({ width, height, data }: Pixels): Generator<number> {
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4
      if (data[i + 3]! < 128) continue
      const open =
        (x > 0 && data[i - 1]! < 128) ||
        (x < width - 1 && data[i + 7]! < 128) ||
        (y > 0 && data[i + 3 - width * 4]! < 128) ||
        (y < height - 1 && data[i + 3 + width * 4]! < 128)
      if (open) yield i
    }
}

/** Shares, 0..1, of light pixels on the rim and in the drawing as a whole. */
function lightShares(pixels: Pixels): { rim: number; all: number } {
  let edge = 0
  let edgeLight = 0
  for (const i of rim(pixels)) {
    edge++
    if (light(pixels.data, i)) edgeLight++
  }
  let all = 0
  let allLight = 0
  for (let i = 0; i < pixels.data.length; i += 4) {
    if (pixels.data[i + 3]! < 128) continue
    all++
    if (light(pixels.data, i)) allLight++
  }
  return { rim: edge === 0 ? 0 : edgeLight / edge, all: all === 0 ? 0 : allLight / all }
}

/** Left over from the card it was cut out of: a pale line all around. */
export const fringeLeft = spriteRule({
  id: 'fringe-left',
  severity: 'should',
  about: 'A pale line is left around a sprite from the backdrop it was cut out of.',
  safe: true,
  async look(_ctx, at, of) {
    const frame = firstFrame(at.sprite)
    const shares = lightShares(crop(of(frame.asset), frame))
    if (shares.rim < LIMITS.fringeShare || shares.rim < shares.all * 2.5) return null
    return { facts: { percent: Math.round(shares.rim * 100) } }
  },
  fixName: (name) => `Take the pale line off ${name}`,
  async fix(ctx, at, of) {
    const made = []
    let { sprite } = at
    for (const asset of assetsOf(sprite)) {
      const facts = ctx.pack.assets[asset]
      if (facts === undefined) return null
      const pixels = of(asset)
      const data = new Uint8ClampedArray(pixels.data)
      // Two rings: the line is often softened over both.
      for (let ring = 0; ring < 2; ring++)
        for (const i of [...rim({ ...pixels, data })]) if (light(data, i)) data[i + 3] = 0
      const next = newPicture({ hash: asset, facts }, { ...pixels, data })
      made.push(next)
      sprite = replaceAsset(sprite, asset, next.hash, 1, 1)
    }
    return { sprite, made }
  },
})
