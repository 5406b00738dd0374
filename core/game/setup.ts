import { canvasHeight, canvasWidth, clipOf, frameAt } from './clips'
import { makeShape, type Shape } from './shapes'
import type { CastEntryDoc, ClipDoc, FrameDoc, GameDoc, Point, SpriteDoc } from './types'

/** What the rules read each step: the game document with the slow questions answered once. */
export interface Setup {
  doc: GameDoc
  dials: Record<string, number>
  sprites: Record<string, Actor>
  casts: Record<string, CastActor[]>
  /** Cast part id, then entry id. */
  byId: Record<string, Record<string, CastActor>>
  /** Use, then part, to the part that is shown there instead. */
  splits: Record<string, Record<string, string>>
  /** What the rules made of all this for themselves, once: see `planned`. */
  plan: unknown
}

export interface Actor {
  sprite: SpriteDoc
  /** World units around the pivot: the whole sprite's own. */
  shape: Shape
  /** By clip and frame, only where a clip or a frame has a shape or a pivot of its own. */
  shapes: Record<string, Shape[]>
  /** Whether there is any of those. */
  shifting: boolean
  width: number
  height: number
  /** World units a px of the drawing has. */
  unit: number
}

export interface CastActor extends Actor {
  id: string
  cast: string
  points: number
  harm: number
  often: number
}

const NO_FRAME: FrameDoc = { asset: '', x: 0, y: 0, w: 1, h: 1, hold: 1 }

function firstFrame(sprite: SpriteDoc): FrameDoc {
  for (const key in sprite.clips) {
    const frame = sprite.clips[key]!.frames[0]
    if (frame !== undefined && frame.h > 0) return frame
  }
  return NO_FRAME
}

const around = (points: readonly Point[], pivot: Point, width: number, height: number): Shape =>
  makeShape(points.map((p) => ({ x: (p.x - pivot.x) * width, y: (p.y - pivot.y) * height })))

export const pivotOf = (sprite: SpriteDoc, clip: ClipDoc): Point => clip.pivot ?? sprite.pivot

export function makeActor(sprite: SpriteDoc): Actor {
  const first = firstFrame(sprite)
  const unit = sprite.height / canvasHeight(sprite, first)
  const width = canvasWidth(sprite, first) * unit
  const shapes: Record<string, Shape[]> = {}
  for (const name in sprite.clips) {
    const clip = sprite.clips[name]!
    const special = clip.pivot !== undefined || clip.hitShape !== undefined
    if (!special && !clip.frames.some((frame) => frame.hitShape !== undefined)) continue
    shapes[name] = clip.frames.map((frame) =>
      around(
        frame.hitShape ?? clip.hitShape ?? sprite.hitShape,
        pivotOf(sprite, clip),
        canvasWidth(sprite, frame) * unit,
        canvasHeight(sprite, frame) * unit,
      ),
    )
  }
  const shape = around(sprite.hitShape, sprite.pivot, width, sprite.height)
  return { sprite, shape, shapes, shifting: Object.keys(shapes).length > 0, width, height: sprite.height, unit }
}

/** What of the sprite touches, `step` steps into a clip. */
export function shapeAt(actor: Actor, clip: string, step: number): Shape {
  if (!actor.shifting) return actor.shape
  const shapes = actor.shapes[clip]
  if (shapes === undefined) return actor.shape
  return shapes[frameAt(clipOf(actor.sprite, clip)!, step)] ?? actor.shape
}

export const SPLIT = '@'

/** Parts that are something else on some screens or in some places: `backdrop@won` stands in for `backdrop` there. */
function splitsOf(doc: GameDoc): Setup['splits'] {
  const splits: Setup['splits'] = {}
  for (const group of [doc.sprites, doc.pictures, doc.casts, doc.words, doc.sounds, doc.music])
    for (const id in group) {
      const [part, use] = id.split(SPLIT)
      if (use !== undefined) (splits[use] ??= {})[part!] = id
    }
  return splits
}

export function makeSetup(doc: GameDoc): Setup {
  const setup: Setup = { doc, dials: doc.dials, sprites: {}, casts: {}, byId: {}, splits: splitsOf(doc), plan: null }
  for (const id in doc.sprites) setup.sprites[id] = makeActor(doc.sprites[id]!)
  for (const cast in doc.casts) {
    const actors = doc.casts[cast]!.map((entry: CastEntryDoc): CastActor => ({
      ...makeActor(entry.sprite),
      id: entry.id,
      cast,
      points: entry.points,
      harm: entry.harm,
      often: entry.often,
    }))
    setup.casts[cast] = actors
    setup.byId[cast] = Object.fromEntries(actors.map((actor) => [actor.id, actor]))
  }
  return setup
}

/**
 * Rules look up dials, casts and shapes by name once for a set-up, not at every step. A set-up has the content of one
 * moment: other content comes with another set-up, and so with another plan.
 */
export function planned<P>(setup: Setup, make: (setup: Setup) => P): P {
  if (setup.plan === null) setup.plan = make(setup)
  return setup.plan as P
}

/** The part that is shown for `part` in that place. */
export const partIn = (setup: Setup, part: string, use: string): string => setup.splits[use]?.[part] ?? part

/** Whether a switch is on; as `made` in games from before there was such a switch. */
export function isOn(setup: Setup, id: string, made: boolean): boolean {
  const value = setup.doc.settings?.[id]
  return typeof value === 'boolean' ? value : made
}

/** The way that was chosen; `made` in games from before there was such a choice. */
export function chosen(setup: Setup, id: string, made: string): string {
  const value = setup.doc.settings?.[id]
  return typeof value === 'string' ? value : made
}

/** A dial's value; throws for a name the template does not have, so that a typing error is seen at once. */
export function dial(setup: Setup, id: string): number {
  const value = setup.dials[id]
  if (value === undefined) throw new Error(`There is no dial called "${id}".`)
  return value
}
