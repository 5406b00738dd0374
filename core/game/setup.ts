import { canvasHeight, canvasWidth, clipOf, frameAt } from './clips'
import { makeShape, type Shape } from './shapes'
import { STAGES, type Stage } from './stage'
import type { ClipDoc, DocKind, FieldValue, FrameDoc, GameDoc, PartDocs, Point, Role, SpriteDoc } from './types'

/** What the rules read each step: the game document with the slow questions answered once. */
export interface Setup {
  doc: GameDoc
  stage: Stage
  /** A part of that kind; throws its name where the game has none, so that a typing error is seen at once. */
  get<K extends DocKind>(kind: K, part: string): PartDocs[K]
  find<K extends DocKind>(kind: K, part: string): PartDocs[K] | undefined
  sprites: Record<string, Actor>
  casts: Record<string, CastActor[]>
  /** Cast part id, then entry id. */
  byId: Record<string, Record<string, CastActor>>
  /** Use, then part, to the part that is shown there instead. */
  splits: Record<string, Record<string, string>>
  /** What the rules made of all this for themselves, once: see `planned`. */
  plan: unknown
  /** The place of the level this is for; empty for a game of one level, and for the whole of one with more. */
  level: string
  /** By level and then by look: see `setupFor`. */
  variants: Record<string, Setup>[]
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
  fields: Record<string, FieldValue>
}

/** A number an entry says of itself; 0 where the template asks for none of that name. */
export function numberOf(actor: CastActor, field: string): number {
  const value = actor.fields[field]
  return typeof value === 'number' ? value : 0
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
function splitsOf({ parts }: GameDoc): Setup['splits'] {
  const splits: Setup['splits'] = {}
  for (const kind in parts)
    for (const id in parts[kind as DocKind]) {
      const [part, use] = id.split(SPLIT)
      if (use !== undefined) (splits[use] ??= {})[part!] = id
    }
  return splits
}

/** A part of that kind in a document. */
export const partOf = <K extends DocKind>(doc: GameDoc, kind: K, part: string): PartDocs[K] | undefined =>
  (doc.parts[kind] as Record<string, PartDocs[K]> | undefined)?.[part]

/** Every part of that kind, by its id. */
export const partsOf = <K extends DocKind>(doc: GameDoc, kind: K): Record<string, PartDocs[K]> =>
  (doc.parts[kind] as Record<string, PartDocs[K]> | undefined) ?? {}

export function makeSetup(doc: GameDoc): Setup {
  const setup: Setup = {
    doc,
    stage: STAGES[doc.stage],
    get(kind, part) {
      const found = partOf(doc, kind, part)
      if (found === undefined) throw new Error(`There is no ${kind} called "${part}".`)
      return found
    },
    find: (kind, part) => partOf(doc, kind, part),
    ...{ sprites: {}, casts: {}, byId: {} },
    splits: splitsOf(doc),
    plan: null,
    level: '',
    variants: [],
  }
  for (const [id, sprite] of Object.entries(partsOf(doc, 'sprite'))) setup.sprites[id] = makeActor(sprite)
  for (const [cast, entries] of Object.entries(partsOf(doc, 'cast'))) {
    const actors = entries.map(({ id, sprite, fields }): CastActor => ({ ...makeActor(sprite), id, cast, fields }))
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

/** The part that is shown for `part` in that place, or else in the level the set-up is for. */
export const partIn = (setup: Setup, part: string, use: string): string =>
  setup.splits[use]?.[part] ?? setup.splits[setup.level]?.[part] ?? part

/** A level is one more place: `backdrop@level-2` stands in for `backdrop` in level `2`. */
export const levelPlace = (id: string): string => `level-${id}`

/**
 * The set-up of one level (0-based) with the hero in one of its looks, empty for its own: an ordinary one, so that rules
 * know of neither. What a game has none of is the set-up itself.
 */
export function setupFor(whole: Setup, level: number, look = ''): Setup {
  const id = whole.doc.levels?.[level]?.id
  const worn = whole.doc.dresses === undefined ? '' : look
  if (id === undefined && worn === '') return whole
  const kept = (whole.variants[level] ??= {})
  const place = id === undefined ? '' : levelPlace(id)
  return (kept[worn] ??= { ...makeSetup(dressed(partsAt(whole.doc, place), worn)), level: place })
}

/** The document with the parts as they are in that place. */
function partsAt(doc: GameDoc, place: string): GameDoc {
  const parts: Record<string, Record<string, unknown>> = {}
  for (const [kind, all] of Object.entries(doc.parts)) {
    const here: Record<string, unknown> = (parts[kind] = { ...all })
    for (const id in all) if (place !== '' && id.endsWith(SPLIT + place)) here[id.split(SPLIT)[0]!] = all[id]
  }
  return { ...doc, parts: parts as GameDoc['parts'] }
}

/** The document with the hero in that look; as it is where there is none of that name. */
function dressed(doc: GameDoc, look: string): GameDoc {
  if (doc.dresses === undefined) return doc
  const { looks, of } = doc.dresses
  const worn = partOf(doc, 'cast', looks)?.find((entry) => entry.id === look)
  if (worn === undefined) return doc
  return { ...doc, parts: { ...doc.parts, sprite: { ...doc.parts.sprite, [of]: worn.sprite } } }
}

/** One level (0-based) as a game of its own; a game of one level is that. */
export function docOfLevel(doc: GameDoc, level: number): GameDoc {
  const id = doc.levels?.[level]?.id
  if (id === undefined) return doc
  const { levels: _others, ...one } = partsAt(doc, levelPlace(id))
  return one
}

/** The part that is that to this game; empty where none is. */
export const partAs = (doc: GameDoc, role: Role): string => doc.roles[role] ?? ''

/** What lies behind a play; undefined where a game has no such picture. */
export const backdropOf = (setup: Setup | null): PartDocs['picture'] | undefined =>
  setup?.find('picture', partAs(setup.doc, 'backdrop'))

/** Whether a switch is on; as `made` in games from before there was such a switch. */
export const isOn = (setup: Setup, id: string, made: boolean): boolean => setup.find('switch', id) ?? made

/** The way that was chosen; `made` in games from before there was such a choice. */
export const chosen = (setup: Setup, id: string, made: string): string => setup.find('choice', id) ?? made

export const dial = (setup: Setup, id: string): number => setup.get('dial', id)
