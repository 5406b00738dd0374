import type { SpriteContent, Strip } from '../kinds/drawing'
import { cellsOf } from './grid'
import { outlineOf, FULL_BOX } from './outline'
import { crop, drawnBox, looksLikePixelArt, type Pixels, type Rect } from './pixels'
import { findRepeat } from './repeat'
import { drawnShare, standIn, type DrawnBox } from './stand-in'

/** What a template's sprite part asks of a new drawing. */
export interface SpriteWish {
  clips: readonly string[]
  optionalClips: readonly string[]
  /** Drawn as a column whose lower rows repeat. */
  column?: boolean
  /** It crumbles in play, cell by cell. */
  crumbles?: boolean
  /** The content to take speeds, pivot and size from. */
  like: SpriteContent
  /** Where in its canvas that one is drawn; all of it when absent. */
  likeDrawn?: DrawnBox
}

/** Cells of a strip without margins, row by row. */
export const cells = (width: number, height: number, columns: number, rows: number): Rect[] =>
  cellsOf(width, height, { columns, rows })

/** Frames a clip may have. */
const MOST_FRAMES = 256

const WHOLE: DrawnBox = { x: 0, y: 0, w: 1, h: 1 }

/** Frames that came in, each with its place; by clip name. */
export type FrameGroups = Record<string, { frames: SpriteContent['clips'][string]['frames']; fps?: number }>

/**
 * Makes the content of a sprite part from frames in groups. Speeds, pivot and shown height follow the template; the
 * hit shape is the outline of the first frame. `first` is that frame's drawing.
 */
export function spriteFromFrames(
  groups: FrameGroups,
  first: Pixels,
  wish: SpriteWish,
  cut: Strip,
  canvas?: { w: number; h: number },
): SpriteContent {
  const clips: SpriteContent['clips'] = {}
  for (const [name, group] of Object.entries(groups)) {
    const like = wish.like.clips[name]
    clips[name] = {
      frames: group.frames,
      fps: group.fps ?? rateFor(group.frames.length, like),
      mode: like?.mode ?? 'loop',
    }
  }
  return {
    kind: 'sprite',
    clips,
    strip: cut,
    ...(canvas === undefined ? {} : { canvas }),
    pivot: { ...wish.like.pivot },
    hitShape: outlineOf(first) ?? FULL_BOX.map((p) => ({ ...p })),
    height: wish.like.height,
    crisp: looksLikePixelArt(first),
    ...(wish.column === true ? { repeatFrom: findRepeat(first) } : {}),
  }
}

/** Frames a second, so that a clip of many frames is through in about one and a half seconds. */
function rateFor(frames: number, like: SpriteContent['clips'][string] | undefined): number {
  const usual = like !== undefined && like.frames.length > 1 ? like.fps : 8
  return frames <= (like?.frames.length ?? 4) ? usual : Math.max(usual, Math.min(12, Math.round(frames / 1.5)))
}

/** Which clip each row of a cut is for; an empty name for none. As the cut says, else by the order of the clips. */
export function clipsOfRows(cut: Strip, names: readonly string[]): string[] {
  const rows = Array.from({ length: cut.rows }, (_, row) => row)
  if (cut.clips !== undefined) return rows.map((row) => cut.clips![row] ?? '')
  const perClip = cut.rows > 1 && cut.rows <= names.length
  return rows.map((row) => names[perClip ? row : 0] ?? '')
}

/**
 * Makes the content of a sprite part from one picture cut into cells. Rows are the clips the cut says; else, with as
 * many rows as clips, each row is a clip, and otherwise all cells are one clip that serves for all.
 */
export function spriteFromPicture(hash: string, pixels: Pixels, cut: Strip, wish: SpriteWish): SpriteContent {
  const without = new Set(cut.without ?? [])
  const all = cellsOf(pixels.width, pixels.height, cut)
  const names = [...wish.clips, ...wish.optionalClips]
  const rowClips = clipsOfRows(cut, names)
  const groups: FrameGroups = {}
  for (const name of new Set(rowClips)) {
    if (name === '') continue
    const indices = all.map((_, i) => i).filter((i) => rowClips[Math.floor(i / cut.columns)] === name)
    const drawn = indices.filter((i) => !without.has(i) && looksDrawn(pixels, all[i]!)).slice(0, MOST_FRAMES)
    const rects = (drawn.length > 0 ? drawn : indices.slice(0, 1)).map((i) => all[i]!)
    groups[name] = { frames: rects.map((rect) => ({ asset: hash, ...toEdge(pixels, rect, wish), hold: 1 })) }
  }
  if (Object.keys(groups).length === 0) return spriteFromPicture(hash, pixels, { columns: 1, rows: 1 }, wish)
  const first = crop(pixels, Object.values(groups)[0]!.frames[0]!)
  const made = spriteFromFrames(groups, first, wish, cut)
  return standIn(made, drawnShare(first), wish.like, wish.likeDrawn ?? WHOLE)
}

/** A column has to meet the gap's edge: see-through rows above and below its drawing are left out. */
function toEdge(pixels: Pixels, rect: Rect, wish: SpriteWish): Rect {
  const box = wish.column === true ? drawnBox(crop(pixels, rect), 100) : null
  return box === null ? rect : { x: rect.x + box.x, y: rect.y + box.y, w: box.w, h: box.h }
}

export function looksDrawn(pixels: Pixels, rect: Rect): boolean {
  for (let y = rect.y; y < rect.y + rect.h; y++)
    for (let x = rect.x, at = (y * pixels.width + rect.x) * 4 + 3; x < rect.x + rect.w; x++, at += 4)
      if (pixels.data[at]! > 8) return true
  return false
}
