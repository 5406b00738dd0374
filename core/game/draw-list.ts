import type { Point } from './types'

/**
 * What is on the stage at one step. One list, five uses: the stage draws it, picking tests it, covers are captured
 * from it, tests read it, the player ships it. Items are reused from step to step, so keep none of them.
 */
/**
 * A `tile` fills its box exactly, so that there is no seam to the next one.
 * A `column` is a sprite whose lower rows repeat: its edge is at `y`, and it goes on for `h`, upwards when `sy` is negative.
 */
export type DrawKind = 'sprite' | 'column' | 'tile' | 'picture' | 'text' | 'plate' | 'dim'

export interface DrawItem {
  kind: DrawKind
  /** Where in the game it is, for parts that are something else in some places; the screen when empty. */
  use: string
  /** World units the camera has moved. */
  scroll: number
  /** Part id, and the cast entry's id where the part is a cast. */
  part: string
  entry: string
  clip: string
  /** Steps since the clip began. */
  clipStep: number
  /** How far it goes along with the camera: 0 stands on the stage, 1 lies in the world, what is between is far away. */
  share: number
  /** Sprites: where the pivot sits. Everything else: the top left. World units. */
  x: number
  y: number
  w: number
  h: number
  /** Stretch around the pivot; a negative `sx` mirrors. */
  sx: number
  sy: number
  alpha: number
  /** What a text says, after its {names} were filled in. */
  text: string
  /** Plates: whether this is the one with the focus. */
  lit: boolean
  /** Sprites that crumble: what is left, and how many cells are gone; null for what is whole. */
  left: readonly number[] | null
  gone: number
  /** Tiles: which of its pictures; -1 where they follow each other. */
  picture: number
  /** Pictures of a deck's cells: the file itself, laid whole into the box; empty for the part's. */
  asset: string
}

export interface DrawList {
  items: DrawItem[]
  count: number
  /** Whoever looks asked for less motion: screens follow each other at once. */
  still: boolean
  /** Which of the game's languages is shown (index). */
  language: number
  /** Texts of this language begin at the right. */
  rightToLeft: boolean
  /** Where in the world the stage's top left is, world units. */
  camera: Point
}

export const makeDrawList = (): DrawList => ({
  items: [],
  count: 0,
  still: false,
  language: 0,
  rightToLeft: false,
  camera: { x: 0, y: 0 },
})

/** The next free item of the list, reset to plain values. */
export function add(list: DrawList, kind: DrawKind, part: string, x: number, y: number): DrawItem {
  let item = list.items[list.count]
  if (item === undefined) {
    item = {
      kind,
      part,
      use: '',
      scroll: 0,
      entry: '',
      clip: '',
      clipStep: 0,
      share: 0,
      x,
      y,
      w: 0,
      h: 0,
      sx: 1,
      sy: 1,
      alpha: 1,
      text: '',
      lit: false,
      left: null,
      gone: 0,
      picture: -1,
      asset: '',
    }
    list.items.push(item)
  } else {
    item.kind = kind
    item.part = part
    item.use = ''
    item.scroll = 0
    item.entry = ''
    item.clip = ''
    item.clipStep = 0
    item.share = 0
    item.x = x
    item.y = y
    item.w = 0
    item.h = 0
    item.sx = 1
    item.sy = 1
    item.alpha = 1
    item.text = ''
    item.lit = false
    item.left = null
    item.gone = 0
    item.picture = -1
    item.asset = ''
  }
  list.count++
  return item
}

/**
 * Puts what lies in the world where the camera sees it. The one place that maps the world to the stage: painting,
 * picking, covers and maps all read the list after it.
 */
export function toStage(list: DrawList): void {
  const { x, y } = list.camera
  for (let i = 0; i < list.count; i++) {
    const item = list.items[i]!
    if (item.share === 0) continue
    item.x -= x * item.share
    item.y -= y * item.share
  }
}
