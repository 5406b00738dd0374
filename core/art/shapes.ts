import type { Point } from '../game/types'
import { shapeArea, shapeCentre } from './outline'
import { coverage, drawnBox, type Pixels } from './pixels'

const round = (value: number): number => Math.round(value * 10000) / 10000
const point = (x: number, y: number): Point => ({ x: round(x), y: round(y) })

/** The box around what is drawn, 0..1 of the frame; the whole frame when nothing is. */
export function boxShape(pixels: Pixels): Point[] {
  const { width, height } = pixels
  const box = drawnBox(pixels, 100) ?? { x: 0, y: 0, w: width, h: height }
  const [l, t, r, b] = [box.x / width, box.y / height, (box.x + box.w) / width, (box.y + box.h) / height]
  return [point(l, t), point(r, t), point(r, b), point(l, b)]
}

/** Half circles (8 sides each, corners on the circle) at the ends of the longer side of the drawing's box. */
export function capsuleShape(pixels: Pixels): Point[] {
  const { width, height } = pixels
  const box = drawnBox(pixels, 100) ?? { x: 0, y: 0, w: width, h: height }
  const upright = box.h >= box.w
  const radius = Math.min(box.w, box.h) / 2
  const cx = box.x + box.w / 2
  const cy = box.y + box.h / 2
  const reach = Math.max(box.w, box.h) / 2 - radius
  const points: Point[] = []
  const SIDES = 8
  for (let end = 0; end < 2; end++)
    for (let k = 0; k <= SIDES; k++) {
      const turn = Math.PI * (end + k / SIDES)
      const along = end === 0 ? reach : -reach
      // Upright: the first half circle is the lower one, walked from right to left.
      const x = upright ? Math.cos(turn) * radius : Math.sin(turn) * radius + along
      const y = upright ? Math.sin(turn) * radius + along : -Math.cos(turn) * radius
      points.push(point((cx + x) / width, (cy + y) / height))
    }
  return points
}

/** The shape grown or shrunk around its centre until its area is `ratio` times the drawn area. */
export function asFairAs(shape: readonly Point[], pixels: Pixels, ratio: number): Point[] {
  const area = shapeArea(shape)
  const want = coverage(pixels) * ratio
  if (area <= 0 || want <= 0) return [...shape]
  const k = Math.sqrt(want / area)
  const centre = shapeCentre(shape)
  const clamp = (value: number) => Math.max(-2, Math.min(3, value))
  return shape.map((p) => point(clamp(centre.x + (p.x - centre.x) * k), clamp(centre.y + (p.y - centre.y) * k)))
}

const side = (a: Point, b: Point, c: Point): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)

/** True when no two sides cross: what the engine's touch test needs. Convex or not does not matter to it. */
export function isSimple(shape: readonly Point[]): boolean {
  const count = shape.length
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++) {
      if (j === i + 1 || (i === 0 && j === count - 1)) continue
      const [a, b] = [shape[i]!, shape[(i + 1) % count]!]
      const [c, d] = [shape[j]!, shape[(j + 1) % count]!]
      // Sides that only touch do not cross.
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return false
    }
  return true
}
