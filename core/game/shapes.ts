import type { Point } from './types'

/** A simple polygon in world units around its sprite's pivot, with its bounds worked out once. */
export interface Shape {
  points: readonly Point[]
  left: number
  top: number
  right: number
  bottom: number
}

export function makeShape(points: readonly Point[]): Shape {
  const shape: Shape = { points, left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const p of points) {
    shape.left = Math.min(shape.left, p.x)
    shape.right = Math.max(shape.right, p.x)
    shape.top = Math.min(shape.top, p.y)
    shape.bottom = Math.max(shape.bottom, p.y)
  }
  return shape
}

/** Even-odd rule; a point on an edge may count either way. */
export function contains(points: readonly Point[], x: number, y: number): boolean {
  let inside = false
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const a = points[i]!
    const b = points[j]!
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside
  }
  return inside
}

function side(ax: number, ay: number, bx: number, by: number, cx: number, cy: number): number {
  return (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
}

/** Numbers handed to a function that is not built into its caller are made on the heap each time; these are not. */
const moved = new Float64Array(2)

/** True when two simple polygons, the second moved by (dx, dy) relative to the first, share any point. */
export function touches(a: Shape, b: Shape, dx: number, dy: number): boolean {
  if (a.right < b.left + dx || b.right + dx < a.left || a.bottom < b.top + dy || b.bottom + dy < a.top) return false
  moved[0] = dx
  moved[1] = dy
  return overlap(a, b)
}

/** The slow part of `touches`: edges that cross, or one inside of the other. Reads `moved`. */
function overlap(a: Shape, b: Shape): boolean {
  const dx = moved[0]!
  const dy = moved[1]!
  const pa = a.points
  const pb = b.points
  for (let i = 0, j = pa.length - 1; i < pa.length; j = i++) {
    const p = pa[j]!
    const q = pa[i]!
    for (let k = 0, l = pb.length - 1; k < pb.length; l = k++) {
      const rx = pb[l]!.x + dx
      const ry = pb[l]!.y + dy
      const sx = pb[k]!.x + dx
      const sy = pb[k]!.y + dy
      const d1 = side(p.x, p.y, q.x, q.y, rx, ry)
      const d2 = side(p.x, p.y, q.x, q.y, sx, sy)
      const d3 = side(rx, ry, sx, sy, p.x, p.y)
      const d4 = side(rx, ry, sx, sy, q.x, q.y)
      if (d1 > 0 !== d2 > 0 && d3 > 0 !== d4 > 0) return true
    }
  }
  return contains(pa, pb[0]!.x + dx, pb[0]!.y + dy) || contains(pb, pa[0]!.x - dx, pa[0]!.y - dy)
}
