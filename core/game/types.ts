import type { StageShape } from './stage'

/**
 * The plain data the engine works with. World units; y grows downwards.
 * Angles are absent on purpose: only + - x / and square root are the same in every JavaScript engine.
 */
export interface Point {
  x: number
  y: number
}

export const STEPS_PER_SECOND = 60

/** One step of input, all integers so that a recording replays exactly. */
export interface Input {
  /** -1 left, 0 none, 1 right. */
  axis: number
  /** Pointer in hundredths of a world unit, -1 when there is none; one that only hovers has no bit. */
  px: number
  py: number
  /** Bit mask of `BITS`. */
  bits: number
  /** Code point of one typed character, 0 for none; only where the rules ask for typing. */
  key: number
}

export const BITS = { confirm: 1, back: 2, up: 4, down: 8, pointer: 16 } as const

export const idleInput = (): Input => ({ axis: 0, px: -1, py: -1, bits: 0, key: 0 })

/** Makes an input idle again, in place: every mind begins so. */
export function letGo(into: Input): void {
  into.axis = 0
  into.key = 0
  into.px = -1
  into.py = -1
  into.bits = 0
}

/**
 * A frame is a rectangle (px) of one asset; `hold` is how long it stays relative to the others (1 is normal). Where a
 * sprite has a canvas, `ox` and `oy` say where in it the rectangle lies.
 */
export interface FrameDoc {
  asset: string
  x: number
  y: number
  w: number
  h: number
  hold: number
  ox?: number
  oy?: number
  /** Instead of the clip's or the sprite's, on this frame only. */
  hitShape?: Point[]
}

export type ClipMode = 'loop' | 'once' | 'bounce'

export interface ClipDoc {
  frames: FrameDoc[]
  fps: number
  mode: ClipMode
  /** Looping: the frame (0-based) that follows the last one. */
  loopFrom?: number
  /** Passes after which it stays on its last frame; 0 or absent goes on for ever. */
  repeats?: number
  /** Instead of the sprite's, in this clip. */
  pivot?: Point
  hitShape?: Point[]
}

/** Other colours for the same drawing, worked out when it is shown: no second file is needed. */
export interface RecolourDoc {
  /** Turn of the hue in degrees (OKLCH), -180..180. */
  hue: number
  /** `#rrggbb` that all colours are led towards, keeping light and dark; empty for none. */
  tint: string
  /** 0..1 of the way towards the tint. */
  share: number
  swaps: { from: string; to: string; near: number }[]
}

export interface SpriteDoc {
  clips: Record<string, ClipDoc>
  /** px; every frame lies in it at its offset. Absent: each frame is its own canvas. */
  canvas?: { w: number; h: number }
  /** 0..1 of the canvas, from its top left. */
  pivot: Point
  /** Simple polygon, 0..1 of the canvas; at least 3 points. */
  hitShape: Point[]
  /** Shown height of the canvas in world units. */
  height: number
  /** Nearest sampling: edges of pixels stay sharp. */
  crisp: boolean
  recolour?: RecolourDoc
  /** Columns: the rows from here down (0..1 of the canvas) are repeated for as long as the column is. */
  repeatFrom?: number
  /** For what crumbles. Absent: all within its hit shape is drawn. */
  mask?: MaskDoc
}

/** Which cells of a drawing's canvas are drawn: a row of hex digits, four cells each, the left one highest. */
export interface MaskDoc {
  w: number
  h: number
  rows: string[]
}

export type PictureFit = 'cover' | 'contain' | 'tile'

/** A picture over or behind another, moving at its own share of the camera's speed (0 stands still, 1 goes along). */
export interface LayerDoc {
  asset: string
  speed: number
}

export interface PictureDoc {
  asset: string
  fit: PictureFit
  crisp: boolean
  /** Animated backdrops: rectangles of the asset, shown one after the other. */
  clip?: ClipDoc
  /** 0..0.9 darker. */
  dim?: number
  /** World units. */
  blur?: number
  speed?: number
  layers?: LayerDoc[]
}

export interface SoundDoc {
  /** null means silent on purpose. */
  asset: string | null
  gainDb: number
  /** dB the music steps back by while this sounds; absent for none. */
  duckDb?: number
  /** Music: the part that goes round, s; absent or 0 for the whole and its end. */
  loopFromS?: number
  loopToS?: number
}

export interface TextBox {
  x: number
  y: number
  w: number
  h: number
  /** Height of a line's letters in world units, before `scale`. */
  size: number
  lines: number
  align: 'left' | 'center' | 'right'
  tone: 'title' | 'plain' | 'plate' | 'hud'
}

/** How one text looks, where it does not follow its place. */
export interface TextStyleDoc {
  /** `#rrggbb` of the letters, and of the line around them. */
  colour?: string
  outlineColour?: string
  /** Width of the line around letters in letter heights, 0 for none. */
  outline?: number
  align?: TextBox['align']
  /** Font file (asset key) instead of the game's lettering. */
  typeface?: string
}

export interface WordDoc {
  text: string
  box: TextBox
  /** 0.3..2 of the place's own letter size. */
  scale: number
  /** 0.3..2: where the text would not fit, its letters get smaller by themselves, down to this. */
  shrinkTo?: number
  style?: TextStyleDoc
}

/** Another language of the same game: texts by wording part; what it lacks is shown in the first one. */
export interface LanguageDoc {
  /** BCP 47. */
  tag: string
  /** As its speakers call it. */
  name: string
  words: Record<string, string>
}

/** Lines shown one after the other. Line `id` of part `p` has its words, picture and sound under `p#id`. */
export interface StoryDoc {
  lines: { id: string; /** It goes on by itself after this; 0 waits for a press. */ seconds: number }[]
}

/** One field of an entry: a number, or words, a way or a colour. */
export type FieldValue = number | string

export interface CastEntryDoc {
  id: string
  name: string
  sprite: SpriteDoc
  /** What the template lets each entry say of itself: exactly its fields, each within its range. */
  fields: Record<string, FieldValue>
}

/** A typeface drawn as a sheet of glyphs: equal cells, in the order of `order`, read row by row. */
export interface GlyphSheetDoc {
  asset: string
  columns: number
  rows: number
  order: string
}

export interface CreditDoc {
  what: string
  author: string
  licence: string
  link: string
}

/** Something of a cast in a course: where its feet are, in cells from the top left, and where it goes. */
export interface CourseThingDoc {
  id: string
  part: string
  entry: string
  x: number
  y: number
  path?: Point[]
  seconds?: number
}

/** Rows of letters, one a cell, a dot for none: what is stood on, and what is only seen behind and before it. */
export interface CourseDoc {
  tiles: Record<string, string>
  play: string[]
  back?: string[]
  front?: string[]
  things: CourseThingDoc[]
  start: Point
}

/** What lies in one cell of a deck: words, in other languages too, and files. */
export interface DeckCellDoc {
  text?: string | undefined
  picture?: string | undefined
  sound?: string | undefined
  crisp?: boolean | undefined
  /** The picture is the text drawn. */
  formula?: boolean | undefined
  /** By BCP 47 tag. */
  in?: Record<string, string> | undefined
}
/** A row of a deck: its cells by their column. */
export interface DeckRowDoc {
  id: string
  cells: Record<string, DeckCellDoc>
}
/** Rows of content. Sounds of cells are sound parts (`cellSound`). */
export interface DeckDoc {
  /** The part it stands under: that of a level where it is of one. */
  key: string
  rows: readonly DeckRowDoc[]
}

/**
 * What each kind of part leaves in the game's document. A kind that brings another form adds its line here from its own
 * module (`declare module '../game/types'`).
 */
export interface PartDocs {
  sprite: SpriteDoc
  picture: PictureDoc
  sound: SoundDoc
  music: SoundDoc
  wording: WordDoc
  story: StoryDoc
  dial: number
  cast: CastEntryDoc[]
  choice: string
  switch: boolean
  /** `#rrggbb`. */
  colour: string
  course: CourseDoc
  deck: DeckDoc
}
export type DocKind = keyof PartDocs
/** By kind, then by part: no two kinds are ever mistaken for each other, and each has its type. */
export type Parts = { [K in DocKind]?: Record<string, PartDocs[K]> }

/** What parts may be to a game, whatever they are called in it. */
export const ROLES = [
  ...(['accent', 'plate', 'ink'] as const),
  ...(['title', 'tagline', 'opening', 'backdrop', 'icon', 'life', 'music', 'press', 'pace'] as const),
] as const
export type Role = (typeof ROLES)[number]

/** One level of a game, in its order: what is something else in it stands under its place (`levelPlace`). */
export interface LevelDoc {
  id: string
  name: string
}

/** Everything a running game needs, resolved: no template or pack beside it. It is the `game.json` of a parcel. */
export interface GameDoc {
  format: 'pack-post-game'
  version: 2
  template: { id: string; version: string }
  title: string
  stage: StageShape
  colours: { accent: string; plate: string; ink: string }
  /** Which part is what to the game. */
  roles: Partial<Record<Role, string>>
  parts: Parts
  /** Absent in games of one level. */
  levels?: LevelDoc[]
  /** A cast of looks, and the sprite players may dress in one of them. */
  dresses?: {
    looks: string
    of: string
    /** Field of a look that says what it costs, in points that were collected. */
    price: string
  }
  /** The first language, then the others. */
  languages: LanguageDoc[]
  credits: CreditDoc[]
  /** px a world unit has in a game drawn pixel by pixel: whole-number scale, nearest sampling. 0 for smooth games. */
  pixels: number
  /** Letters drawn by hand, instead of the typeface. */
  glyphs?: GlyphSheetDoc
  /** Asset key (SHA-256, hex) to its file, relative to game.json or a data: URL. */
  assets: Record<string, { file: string; mime: string }>
  /** The typeface's file or data: URL; the page's own when absent. */
  typeface?: string
}
