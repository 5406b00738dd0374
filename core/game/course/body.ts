import { HARMFUL, ONE_WAY, SOLID, surfaceAt, type Grid } from './grid'

/** Something that runs, jumps and falls: the middle of its feet, and its speed, world units a step. */
export interface Body {
  x: number
  y: number
  vx: number
  vy: number
  grounded: boolean
}

/** What it takes of the course: half its width, and its height, world units. */
export interface Size {
  half: number
  tall: number
}

/** How it moves, world units and steps. */
export interface Gait {
  speed: number
  /** Speed gained in a step, on the ground and in the air. */
  grip: number
  drift: number
  jump: number
  weight: number
  /** A jump that is let go of keeps so much of its speed. */
  cut: number
  fastest: number
}

/** One still stands on what carries with the middle of the feet so much of half one's width beyond its end. */
export const FOOTHOLD = 0.7

/** Nearer than this is touching. */
const NEAR = 1e-6

/** Of a jump `high` m high that takes `air` s, by somebody who runs `speed` m/s. Heights follow v² = 2 g h. */
export function gaitOf(speed: number, high: number, air: number, stepsPerSecond: number): Gait {
  const run = speed / stepsPerSecond
  return {
    speed: run,
    grip: run / 7,
    drift: run / 9,
    jump: (4 * high) / air / stepsPerSecond,
    weight: (8 * high) / (air * air) / (stepsPerSecond * stepsPerSecond),
    cut: 0.45,
    fastest: 0.45,
  }
}

/** The same, thrown up so many times as fast as it jumps. Written out: a spread object would cost every step of a play. */
export const thrown = ({ speed, grip, drift, jump, weight, fastest }: Gait, times: number): Gait => ({
  speed,
  grip,
  drift,
  jump: jump * times,
  weight,
  cut: 1,
  fastest,
})

/** Speeds up or slows down towards `way` (-1, 0 or 1) times the speed. */
export function steer(body: Body, gait: Gait, way: number): void {
  const want = way * gait.speed
  const by = body.grounded ? gait.grip : gait.drift
  if (body.vx < want) body.vx = Math.min(want, body.vx + by)
  else if (body.vx > want) body.vx = Math.max(want, body.vx - by)
}

/**
 * One step of its speed, first sideways and then up or down, so that it never catches on the seam of two cells. It stops
 * at what is solid, and from above at what is solid from above only.
 */
export function moveBody(body: Body, size: Size, grid: Grid): void {
  body.x += body.vx
  if (body.vx !== 0) {
    const right = body.vx > 0
    const column = right ? Math.floor(body.x + size.half - NEAR) : Math.floor(body.x - size.half + NEAR)
    const last = Math.floor(body.y - NEAR)
    for (let row = Math.floor(body.y - size.tall + NEAR); row <= last; row++)
      if (surfaceAt(grid, column, row) === SOLID) {
        body.x = right ? column - size.half : column + 1 + size.half
        body.vx = 0
        break
      }
  }
  const feet = body.y
  body.y += body.vy
  body.grounded = false
  const from = Math.floor(body.x - size.half + NEAR)
  const to = Math.floor(body.x + size.half - NEAR)
  if (body.vy >= 0) {
    const row = Math.floor(body.y + NEAR)
    if (feet > row + NEAR) return
    for (let column = from; column <= to; column++) {
      const surface = surfaceAt(grid, column, row)
      if (surface !== SOLID && surface !== ONE_WAY) continue
      body.y = row
      body.vy = 0
      body.grounded = true
      return
    }
    return
  }
  const row = Math.floor(body.y - size.tall)
  for (let column = from; column <= to; column++)
    if (surfaceAt(grid, column, row) === SOLID) {
      body.y = row + 1 + size.tall
      body.vy = 0
      return
    }
}

/** A cell counts as touched from so far inside of the body. */
const INSET = 0.12

/** Whether it touches a cell that harms. */
export function harmed(body: Body, size: Size, grid: Grid): boolean {
  const from = Math.floor(body.x - size.half + INSET)
  const to = Math.floor(body.x + size.half - INSET)
  const last = Math.floor(body.y + 0.02)
  for (let row = Math.floor(body.y - size.tall + INSET); row <= last; row++)
    for (let column = from; column <= to; column++) if (surfaceAt(grid, column, row) === HARMFUL) return true
  return false
}
