import type { Body } from '../../course/body'
import type { PlayState } from '../../rules'
import type { Pop } from '../../pops'
import type { Point } from '../../types'

/** Levels of platforms: run and jump from the start to the way out. */
export interface Stepstone extends PlayState {
  lives: number
  hero: Climber
  things: Thing[]
  pops: Pop[]
  /** Keys in hand. */
  keys: number
  /** Where it begins again, and from which mark; empty for the start. */
  again: Point
  mark: string
  /** The world's top left on the stage. */
  camera: { left: number; top: number }
  /** What took the last life, and where on the stage. */
  cause: string
  at: Point
}

export interface Climber extends Body {
  /** 1 looks right, -1 left. */
  dir: number
  /** The press that is down was there before; the jump was cut short already. */
  held: boolean
  cut: boolean
  /** Steps for which a press still counts, and for which the edge that was left still does. */
  asked: number
  late: number
  clip: string
  clipStep: number
  hurt: number
  /** Index of what carries it, -1 for the ground. */
  ride: number
}

/** What a thing of the course is doing. `x` and `y` are its feet's place, or the middle of what one stands on. */
export interface Thing {
  id: string
  live: boolean
  x: number
  y: number
  /** Way it walks, and how far it came in this step. */
  way: number
  dx: number
  dy: number
  age: number
  /** Steps of what it is in the middle of: bursting, tottering, springing. */
  busy: number
  on: boolean
}
