/**
 * The plain data the engine works with. World units: the stage is 16 wide and 10 high, y grows downwards.
 * Angles are absent on purpose: only + - x / and square root are the same in every JavaScript engine.
 */
export interface Point {
  x: number
  y: number
}

export const STAGE = { width: 16, height: 10 } as const
export const STEPS_PER_SECOND = 60

/** One step of input, all integers so that a recording replays exactly. */
export interface Input {
  /** -1 left, 0 none, 1 right. */
  axis: number
  /** Pointer in hundredths of a world unit, -1 when there is none. */
  px: number
  py: number
  /** Bit mask of `BITS`. */
  bits: number
}

export const BITS = { confirm: 1, back: 2, up: 4, down: 8, pointer: 16 } as const

export const idleInput = (): Input => ({ axis: 0, px: -1, py: -1, bits: 0 })

/** A frame is a rectangle (px) of one asset; `hold` is how long it stays relative to the others (1 is normal). */
export interface FrameDoc {
  asset: string
  x: number
  y: number
  w: number
  h: number
  hold: number
}

export type ClipMode = 'loop' | 'once' | 'bounce'

export interface ClipDoc {
  frames: FrameDoc[]
  fps: number
  mode: ClipMode
}

export interface SpriteDoc {
  clips: Record<string, ClipDoc>
  /** 0..1 of the frame, from its top left. */
  pivot: Point
  /** Simple polygon, 0..1 of the frame; at least 3 points. */
  hitShape: Point[]
  /** Shown height in world units. */
  height: number
  /** Nearest sampling: edges of pixels stay sharp. */
  crisp: boolean
}

export interface PictureDoc {
  asset: string
  fit: 'cover' | 'contain'
  crisp: boolean
}

export interface SoundDoc {
  /** null means silent on purpose. */
  asset: string | null
  gainDb: number
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

export interface WordDoc {
  text: string
  box: TextBox
  /** 0.5..1: the maker may set smaller letters so that a text fits. */
  scale: number
}

export interface CastEntryDoc {
  id: string
  name: string
  sprite: SpriteDoc
  points: number
  /** Lives lost when touched. */
  harm: number
  /** Share of drops relative to the other entries of this cast. */
  often: number
}

export interface CreditDoc {
  what: string
  author: string
  licence: string
  link: string
}

/** Everything a running game needs, resolved: no template or pack beside it. It is the `game.json` of a parcel. */
export interface GameDoc {
  format: 'pack-post-game'
  version: 1
  template: { id: string; version: string }
  title: string
  colours: { accent: string; plate: string; ink: string }
  sprites: Record<string, SpriteDoc>
  pictures: Record<string, PictureDoc>
  sounds: Record<string, SoundDoc>
  music: Record<string, SoundDoc>
  words: Record<string, WordDoc>
  dials: Record<string, number>
  casts: Record<string, CastEntryDoc[]>
  credits: CreditDoc[]
  /** Asset key (SHA-256, hex) to its file, relative to game.json or a data: URL. */
  assets: Record<string, { file: string; mime: string }>
  /** The typeface's file or data: URL; the page's own when absent. */
  typeface?: string
}
