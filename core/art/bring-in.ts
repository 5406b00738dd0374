import { userError } from '../errors'
import type { AssetFacts, Mime } from '../pack/asset'
import type { SpriteContent, Strip } from '../kinds/drawing'
import { broken, identify, newFacts } from './take-in'
import { decodeAnimation, timing, TooManyFrames, type Animation, type Progress } from './animation'
import { findCells } from './find-cells'
import { readTags, saysColours, stripTags } from './metadata'
import { groupNumbered, matchClips } from './numbered'
import { packFrames } from './pack-frames'
import { crop, looksLikePixelArt, type Pixels } from './pixels'
import { readSheetJson, type SheetDescription } from './sheet-json'
import { masked } from './mask'
import { drawnShare, standIn } from './stand-in'
import { inCanvas } from './place'
import { spriteFromFrames, spriteFromPicture, type FrameGroups, type SpriteWish } from './strip'

export interface Incoming {
  name: string
  bytes: Uint8Array
  /** An SVG, drawn as PNG. */
  drawn?: Uint8Array
}

/** What the place it runs in does for the core. */
export interface Workplace {
  /** Upright, straight RGBA; `exact` where the very same colours are written out again. Rejects what cannot be decoded. */
  still(bytes: Uint8Array, mime: Mime, exact: boolean): Promise<Pixels>
  /** Frames of kinds the core has no decoder for. */
  moving?(bytes: Uint8Array, mime: Mime): Promise<Animation | null>
  /** As small as time allows: without any loss for drawings, and with none that is seen for large smooth ones. */
  encode(pixels: Pixels): Promise<{ bytes: Uint8Array; mime: 'image/png' | 'image/webp' }>
  /** Told now and then how much is done, 0..1. */
  progress?: Progress
  hash(bytes: Uint8Array): Promise<string>
}

export interface BroughtIn {
  hash: string
  facts: AssetFacts
  pixels: Pixels
  /** Everything to keep: the picture itself, and the files it was made from. */
  files: Map<string, Uint8Array>
  originals: Record<string, AssetFacts>
  crisp: boolean
  /** Frames by group name, when there are several; null for a still picture. */
  groups: FrameGroups | null
  /** px all frames lie in. */
  canvas?: { w: number; h: number }
  /** Sentences to tell: what was taken out, what was left out. */
  told: string[]
}

interface Opened {
  name: string
  mime: Mime
  hash: string
  bytes: Uint8Array
  facts: AssetFacts
  still: Pixels | null
  animation: Animation | null
}

interface Context {
  imported: string
  source: Partial<AssetFacts['source']>
  place: Workplace
  told: string[]
  exact: boolean
}

async function open(file: Incoming, { imported, source, place, told, exact }: Context): Promise<Opened> {
  const kind = identify(file.name, file.bytes, 'picture')
  const tags = kind.mime === 'image/jpeg' || kind.mime === 'image/webp' ? readTags(file.bytes) : null
  if (tags !== null && tags.latitude !== null && tags.longitude !== null)
    told.push(`“${file.name}” said where it was taken. That was taken out.`)
  const bytes = stripTags(file.bytes)
  let animation: Animation | null = null
  let still: Pixels | null = null
  try {
    animation =
      (await decodeAnimation(
        bytes,
        kind.mime,
        (png) => place.still(png, 'image/png', !saysColours(bytes)),
        (share) => place.progress?.(share * 0.6),
      )) ??
      (await place.moving?.(bytes, kind.mime)) ??
      null
    if (animation === null)
      still = await place.still(
        file.drawn ?? bytes,
        file.drawn === undefined ? kind.mime : 'image/png',
        exact && !saysColours(bytes),
      )
  } catch (error) {
    if (error instanceof TooManyFrames)
      throw userError(
        'picture-frames',
        `“${file.name}” has ${error.message}, more than a pack may hold. Take out some frames, or make it smaller.`,
      )
    throw broken(file.name)
  }
  const size = animation ?? still!
  const facts = newFacts(
    file.name,
    kind.mime,
    bytes.length,
    { width: size.width, height: size.height },
    imported,
    source,
  )
  return { name: file.name, mime: kind.mime, hash: await place.hash(bytes), bytes, facts, still, animation }
}

/**
 * Takes in one picture, an animated one, a row of numbered ones, several rows, or a sheet with its description (JSON).
 * Throws a UserError that names the file; nothing was kept then.
 */
export async function bringIn(
  incoming: readonly Incoming[],
  clips: readonly string[],
  imported: string,
  source: Partial<AssetFacts['source']>,
  place: Workplace,
): Promise<BroughtIn> {
  const told: string[] = []
  const descriptions = incoming.filter((file) => /\.json$/i.test(file.name))
  const pictures = incoming.filter((file) => !/\.json$/i.test(file.name))
  if (pictures.length === 0)
    throw userError(
      'file-kind',
      `“${incoming[0]?.name ?? 'That'}” is not a picture. Drop the picture it belongs to as well.`,
    )
  if (pictures.length > 256)
    throw userError('picture-many', `${pictures.length} pictures are more than one sprite may have (256). Drop fewer.`)
  const context: Context = { imported, source, place, told, exact: pictures.length > 1 }
  const opened: Opened[] = []
  for (const file of pictures) opened.push(await open(file, context))
  const first = opened[0]!
  const files = new Map(opened.map((one) => [one.hash, one.bytes]))
  const description = descriptions.length === 0 ? null : describe(descriptions[0]!, told)
  if (opened.length === 1 && first.still !== null) {
    const groups = description === null ? null : sheetGroups(description, first, clips, told)
    // Kinds that games do not ship, and drawn ones, go on as PNG.
    // So do ones that say how their colours are meant: what is shown then is what a browser shows.
    const plain = first.mime !== 'image/gif' && first.mime !== 'image/svg+xml' && !saysColours(first.bytes)
    if (plain)
      return {
        ...{ hash: first.hash, facts: first.facts, pixels: first.still, files, originals: {}, told },
        crisp: looksLikePixelArt(first.still),
        ...(groups ?? { groups: null }),
      }
    const made = await packed(first.still, first, context)
    files.set(made.hash, made.bytes)
    return {
      ...{ hash: made.hash, facts: made.facts, pixels: first.still, files, told },
      originals: { [first.hash]: first.facts },
      crisp: looksLikePixelArt(first.still),
      groups: null,
    }
  }
  return manyFrames(opened, clips, files, context)
}

/** A picture that was made here, packed, with the facts of what it was made from. */
async function packed(pixels: Pixels, from: Opened, { place }: Context) {
  const { bytes, mime } = await place.encode(pixels)
  const facts: AssetFacts = {
    ...from.facts,
    mime,
    bytes: bytes.length,
    width: pixels.width,
    height: pixels.height,
    madeFrom: from.hash,
  }
  return { bytes, hash: await place.hash(bytes), facts }
}

/** Rows of files, and files that move, packed on one sheet. */
async function manyFrames(
  opened: readonly Opened[],
  clips: readonly string[],
  files: Map<string, Uint8Array>,
  context: Context,
): Promise<BroughtIn> {
  const rows = groupNumbered(opened)
  const drawings: { pixels: Pixels; delayMs: number; row: number }[] = []
  rows.forEach((row, i) => {
    for (const file of row.files)
      if (file.animation === null) drawings.push({ pixels: file.still!, delayMs: 0, row: i })
      else for (const frame of file.animation.frames) drawings.push({ ...frame, row: i })
  })
  if (drawings.length > 256)
    throw userError('picture-many', `${drawings.length} frames are more than one sprite may have (256). Drop fewer.`)
  const matched =
    clips.length === 0
      ? new Map([['', 0]])
      : matchClips(
          rows.map((row) => row.group),
          clips,
        )
  const left = rows.filter((_, i) => ![...matched.values()].includes(i)).map((row) => row.group)
  if (left.length > 0) context.told.push(`No clip is left for ${left.map((name) => `“${name}”`).join(', ')}.`)
  const { sheet, frames: places } = packFrames(drawings.map((one) => one.pixels))
  context.place.progress?.(0.7)
  const made = await packed(sheet, opened[0]!, context)
  const canvas = {
    w: Math.max(...drawings.map((one) => one.pixels.width)),
    h: Math.max(...drawings.map((one) => one.pixels.height)),
  }
  const groups: FrameGroups = {}
  for (const [clip, row] of matched) {
    const of = drawings.flatMap((one, i) => (one.row === row ? [i] : []))
    const moving = of.some((i) => drawings[i]!.delayMs > 0)
    const time = moving ? timing(of.map((i) => drawings[i]!.delayMs || 100)) : null
    groups[clip] = {
      frames: of.map((i, k) => {
        const { x, y, w, h, ox, oy } = places[i]!
        const { pixels } = drawings[i]!
        // Frames of several sizes stand on one line, in the middle.
        return {
          ...{ asset: made.hash, x, y, w, h, hold: time?.holds[k] ?? 1 },
          ox: ox + Math.floor((canvas.w - pixels.width) / 2),
          oy: oy + canvas.h - pixels.height,
        }
      }),
      ...(time === null ? {} : { fps: time.fps }),
    }
  }
  files.set(made.hash, made.bytes)
  return {
    ...{ hash: made.hash, facts: made.facts, pixels: sheet, files, canvas, groups, told: context.told },
    originals: Object.fromEntries(opened.map((one) => [one.hash, one.facts])),
    crisp: looksLikePixelArt(sheet),
  }
}

function describe(file: Incoming, told: string[]): SheetDescription | null {
  const read = readSheetJson(new TextDecoder().decode(file.bytes))
  if (read === null) told.push(`“${file.name}” describes no frames that can be read; the picture was taken without it.`)
  return read
}

/** Frames as a description has them: its tags as clips, else rows of numbered names. */
function sheetGroups(
  description: SheetDescription,
  picture: Opened,
  clips: readonly string[],
  told: string[],
): { groups: FrameGroups; canvas: { w: number; h: number } } | null {
  const { width, height } = picture.facts
  const inside = description.frames.filter((frame) => frame.x + frame.w <= width && frame.y + frame.h <= height)
  if (inside.length < description.frames.length)
    told.push(
      `${description.frames.length - inside.length} frames of the description lie outside of “${picture.name}” and were left out.`,
    )
  if (inside.length === 0) return null
  const rows =
    description.tags.length > 0
      ? description.tags.map((tag) => {
          const files = description.frames.slice(tag.from, tag.to + 1).filter((frame) => inside.includes(frame))
          return { group: tag.name, files: tag.direction === 'reverse' ? files.reverse() : files }
        })
      : groupNumbered(inside)
  const matched =
    clips.length === 0
      ? new Map([['', 0]])
      : matchClips(
          rows.map((row) => row.group),
          clips,
        )
  const canvas = {
    w: Math.max(...inside.map((frame) => frame.canvasW)),
    h: Math.max(...inside.map((frame) => frame.canvasH)),
  }
  const groups: FrameGroups = {}
  for (const [clip, row] of matched) {
    const frames = rows[row]!.files.slice(0, 256)
    if (frames.length === 0) continue
    const timed = frames.some((frame) => frame.durationMs > 0)
    const time = timed ? timing(frames.map((frame) => frame.durationMs || 100)) : null
    groups[clip] = {
      frames: frames.map(({ x, y, w, h, ox, oy }, k) => ({
        ...{ asset: picture.hash, x, y, w, h, ox, oy, hold: time?.holds[k] ?? 1 },
      })),
      ...(time === null ? {} : { fps: time.fps }),
    }
  }
  return Object.keys(groups).length === 0 ? null : { groups, canvas }
}

/** The cut a picture is taken in with when nobody has said one: only where it surely is a strip or sheet. */
export function sureCut(pixels: Pixels): Strip {
  const { cut, trust } = findCells(pixels)
  return trust === 'sure' ? cut : { columns: 1, rows: 1 }
}

/** The content of a sprite part made from what came in. */
export function spriteOf(taken: BroughtIn, wish: SpriteWish, cut?: Strip): SpriteContent {
  const made = drawn(taken, wish, cut)
  return wish.crumbles === true ? masked(made, () => taken.pixels) : made
}

function drawn(taken: BroughtIn, wish: SpriteWish, cut?: Strip): SpriteContent {
  if (taken.groups === null || cut !== undefined)
    return spriteFromPicture(taken.hash, taken.pixels, cut ?? sureCut(taken.pixels), wish)
  const frame = Object.values(taken.groups)[0]!.frames[0]!
  const canvas = taken.canvas
  const one: Strip = { columns: 1, rows: 1 }
  const made = spriteFromFrames(taken.groups, crop(taken.pixels, frame), wish, one, canvas)
  const placed = canvas === undefined ? made : { ...made, hitShape: inPlace(made, frame, canvas) }
  const whole = wish.likeDrawn ?? { x: 0, y: 0, w: 1, h: 1 }
  return standIn(placed, drawnShare(inCanvas(placed, frame, () => taken.pixels)), wish.like, whole)
}

/** An outline of the frame's own drawing as one of its canvas. */
function inPlace(
  sprite: SpriteContent,
  frame: SpriteContent['clips'][string]['frames'][number],
  canvas: { w: number; h: number },
): SpriteContent['hitShape'] {
  const round = (value: number) => Math.round(value * 10000) / 10000
  return sprite.hitShape.map((p) => ({
    x: round(((frame.ox ?? 0) + p.x * frame.w) / canvas.w),
    y: round(((frame.oy ?? 0) + p.y * frame.h) / canvas.h),
  }))
}
