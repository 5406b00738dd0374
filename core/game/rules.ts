import type { DrawList } from './draw-list'
import type { Rounds } from './kept'
import type { Seeded } from './random'
import type { Setup } from './setup'
import type { Stage, StageShape } from './stage'
import type { GameDoc, Input, Point } from './types'

/** What every template's play state has; the rest is the rules' own. All of it plain, serialisable data. */
export interface PlayState extends Seeded {
  /** Steps played. */
  step: number
  score: number
  outcome: 'playing' | 'won' | 'lost'
  /** Names of sound parts fired in this step; emptied at the start of the next. */
  events: string[]
}

/** What a play leaves for the next level, where the maker wants it to go along. */
export interface Carry {
  lives: number
}

/** What follows from the content, so that nobody has to type it. */
export interface PlayFacts {
  goal: number
  /** The dial that sets it. */
  dial: string
  /** The most points an even-handed run of drops could bring. */
  reachable: number
  /** One sentence on how that was worked out. */
  because: string
  /** What wins, in words, where no number says it. */
  aim?: string
  /** Entries of casts that never come into play at the present numbers, and why, in a sentence. */
  unmet?: readonly { part: string; entry: string; because: string; place?: Point }[]
  /** Drawings that count as smaller than they are drawn, and how, in a sentence. */
  fitted?: readonly { part: string; because: string }[]
  /** The fastest thing a player has to keep in view, world units a second, what it is, and the dial that slows it. */
  follows?: { speed: number; dial: string; what: string }
  /** What is to be out of sight behind what, where the part `place` (a spot) has it; `seen` steps after a start it shows. */
  hides?: readonly { thing: Entry; behind: Entry; place: string; seen: number }[]
  /** Nobody plays against the game: people play with each other, or move pieces by hand. */
  unjudged?: boolean
  /** Where in its course the goal is, cells from the top left, where it is in one place. */
  place?: Point
}

/** A sprite part, or an entry of a cast. */
export interface Entry {
  part: string
  entry: string
}

/** Where a place that can be moved counts from, and what its sizes are drawn at; it is seen so many steps after a start. */
export interface SpotPlace extends Point {
  part: string
  scale: number
  steps: number
}

/** How a play ended, and where on the stage (world units): for the dry run. */
export interface Ending {
  /** In a player's words: the name of what ended it. */
  cause: string
  x: number
  y: number
}

/** What thumbs press on a screen without keys; all else is a touch on the stage. */
export type Pad = 'left' | 'right' | 'up' | 'down' | 'act'

/** What a play asks of the controls beyond keys that move and a pointer that presses. */
export interface Asks {
  /** Where the pointer is, also while it presses nothing. */
  hover?: boolean
  /** Characters, one a step. */
  typing?: boolean
}

/** What a game along a way says of it. */
export interface Along<S extends PlayState = PlayState> {
  /** The part that is the way. */
  part: string
  /** Where on the stage the board is whose shares its spaces are given in, from the top left; world units. */
  board(stage: Stage): { width: number; height: number }
  /** By space: how often somebody stopped there. */
  landed(state: S): readonly number[]
  /** The same game as so many play it in turn at one screen. */
  among(doc: GameDoc, sides: number): GameDoc
}

/** A piece as it stands on a table. Shares of the table, 0 to 1. */
export interface Arranged extends Point {
  entry: string
  mirrored: boolean
  size: number
}

export interface Rules<S extends PlayState = PlayState> {
  id: string
  /** A round that was left waits for the next visit, as it stood. */
  waits?: Rounds
  asks?(state: S, setup: Setup): Asks
  /** Pads a phone shows for a stage of that shape, from the left. */
  pads(shape: StageShape): readonly Pad[]
  /** `carry`: what goes along from the level before, as that one's `carried` said. */
  start(setup: Setup, seed: number, carry?: Carry): S
  /** What may go along into the next level; absent where nothing does. */
  carried?(state: S): Carry
  /** Moves the state on by 1/60 s, in place, without allocating. */
  step(state: S, input: Input, setup: Setup): void
  draw(state: S, setup: Setup, list: DrawList): void
  /**
   * What a running play does when its content changes under it: things of an entry that is gone go, what has another
   * size fits again. In place; `state` was played with `before` and goes on with `after`, on a stage of the same shape.
   */
  adopt(state: S, before: Setup, after: Setup): void
  facts(setup: Setup): PlayFacts
  /** Values for {names} in the wordings shown during play, as the state has them now. */
  values(state: S, setup: Setup): Record<string, number>
  /**
   * How far a move carries at the present numbers, for makers to see: a path on the stage (world units), from where the
   * hero is. Absent where nothing of the kind is asked of players.
   */
  reach?(state: S, setup: Setup): Point[]
  /** Places of the template's that can be moved on the stage. */
  spots?(state: S, setup: Setup): SpotPlace[]
  /** Pieces as they stand, of a game that is played by hand; null while it is not. */
  arranged?(state: S, setup: Setup): Arranged[] | null
  /** Games along a way. */
  way?: Along<S>
  /** Where in its course the hero's feet are. */
  feet?(state: S): Point
  /** Of a play that is over. */
  ending(state: S, setup: Setup): Ending
}

/** Sees only what a person sees and answers with an input; its own state is plain data too. */
export interface SimulatedPlayer<S extends PlayState = PlayState> {
  template: string
  /** `skill` 0 (a first try) to 1 (an expert). */
  make(skill: number, seed: number): SimulatedMind
  decide(mind: SimulatedMind, state: S, setup: Setup, into: Input): void
}

export interface SimulatedMind extends Seeded {
  skill: number
  wait: number
  aim: number
  memory: number
}
