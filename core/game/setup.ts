import { makeShape, type Shape } from './shapes'
import type { CastEntryDoc, GameDoc, SpriteDoc } from './types'

/** What the rules read each step: the game document with the slow questions answered once. */
export interface Setup {
  doc: GameDoc
  dials: Record<string, number>
  sprites: Record<string, Actor>
  casts: Record<string, CastActor[]>
  /** Cast part id, then entry id. */
  byId: Record<string, Record<string, CastActor>>
}

export interface Actor {
  sprite: SpriteDoc
  /** World units around the pivot. */
  shape: Shape
  width: number
  height: number
}

export interface CastActor extends Actor {
  id: string
  cast: string
  points: number
  harm: number
  often: number
}

export function makeActor(sprite: SpriteDoc): Actor {
  let ratio = 1
  for (const key in sprite.clips) {
    const frame = sprite.clips[key]!.frames[0]
    if (frame !== undefined && frame.h > 0) {
      ratio = frame.w / frame.h
      break
    }
  }
  const height = sprite.height
  const width = height * ratio
  const points = sprite.hitShape.map((p) => ({ x: (p.x - sprite.pivot.x) * width, y: (p.y - sprite.pivot.y) * height }))
  return { sprite, shape: makeShape(points), width, height }
}

export function makeSetup(doc: GameDoc): Setup {
  const setup: Setup = { doc, dials: doc.dials, sprites: {}, casts: {}, byId: {} }
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

/** A dial's value; throws for a name the template does not have, so that a typing error is seen at once. */
export function dial(setup: Setup, id: string): number {
  const value = setup.dials[id]
  if (value === undefined) throw new Error(`There is no dial called "${id}".`)
  return value
}
