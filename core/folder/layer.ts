import { ANIMATION_LIMITS } from '../art/animation'
import { inCanvas } from '../art/place'
import { pixelsOfSprite } from '../check/sprite-rule'
import { isPlain, recolourPixels } from '../art/recolour'
import { crop, type Pixels } from '../art/pixels'
import { userError } from '../errors'
import type { PartContent } from '../kinds'
import type { Clip, SpriteContent } from '../kinds/drawing'
import type { PictureContent } from '../kinds/picture'
import type { AssetFacts, Mime } from '../pack/asset'
import { contentOf, factsOf, type Pack } from '../pack/pack'
import { base64 } from '../bytes'
import type { Samples } from '../sound/samples'
import { withGain } from '../sound/edit'
import { levelOf } from '../sound/true-peak'
import type { FolderPlace } from '../template/folder'
import type { FolderTemplate } from '../template/template'
import { dataKey } from './beside-words'
import { mayBeOwnSize, ownPlaces, partsBeside } from './layer-paths'
import { textOf } from './make'
import { clearBox, drawInto, emptyPixels, fitted } from './render'

/** What writing the layer asks of where it is done. */
export interface LayerPlace {
  /** Bytes of the folder's own files and of the pack's; null when they are not there. */
  bytes(hash: string): Promise<Uint8Array | null>
  facts(hash: string): AssetFacts | undefined
  pixels(hash: string): Promise<Pixels | null>
  samples(hash: string): Promise<Samples | null>
  /** One picture, or several that move, in ms for each; only a GIF shows more than the first. Null for what is not written here. */
  picture(stills: readonly Pixels[], as: Mime, delaysMs: readonly number[]): Promise<Uint8Array | null>
  sound(samples: Samples, as: Mime): Promise<Uint8Array | null>
}

type Files = Map<string, Uint8Array>
export interface Layered {
  files: Files
  /** Parts that lie in data: addresses, by the key of the address as it is now. */
  keys: Map<string, string>
}
const encoder = new TextEncoder()

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
const escaped = (text: string, marks: RegExp): string => text.replace(marks, (mark) => ENTITIES[mark]!)

/** A value as it is written where it stands, so that it ends nothing around it. */
export function written(value: string | number, as: Extract<FolderPlace, { at: 'span' }>['as']): string {
  if (typeof value === 'number') return String(value)
  switch (as) {
    case 'html':
      return escaped(value, /[&<>]/g)
    case 'attribute':
      return escaped(value, /[&<>"']/g)
    case 'json':
      return JSON.stringify(value).slice(1, -1)
    case 'template':
    case 'script':
      return JSON.stringify(value)
        .slice(1, -1)
        .replace(/['`]/g, '\\$&')
        .replaceAll('${', '\\${')
        .replace(/<(?=[/!]|script)/gi, '\\x3c')
        .replaceAll('\u2028', '\\u2028')
        .replaceAll('\u2029', '\\u2029')
    default:
      return value
  }
}

/** The drawings of a sprite, one after the other, with its colours as they are now; null where its files are gone. */
async function drawingsOf(now: SpriteContent, place: LayerPlace): Promise<Pixels[] | null> {
  const pixelsOf = await pixelsOfSprite(place, now)
  if (pixelsOf === null) return null
  return Object.values(now.clips)[0]!.frames.map((frame) => {
    const drawn = inCanvas(now, frame, pixelsOf)
    if (now.recolour !== undefined && !isPlain(now.recolour)) recolourPixels(drawn.data, now.recolour)
    return drawn
  })
}
const cellsOf = (of: SpriteContent) => Object.values(of.clips)[0]!.frames

/** Drawing after drawing of one sprite, from that one on, in the cells of another: standing where those stood, nothing else touched. */
function drawCells(
  sheet: Pixels,
  was: SpriteContent,
  now: SpriteContent,
  drawings: readonly Pixels[],
  scale: number,
  first: number,
): void {
  const cells = cellsOf(was).map(({ x, y, w, h }) => ({
    ...{ x: x * scale, y: y * scale, w: w * scale, h: h * scale },
  }))
  for (const cell of cells) clearBox(sheet, cell)
  cells.forEach(({ x, y, w, h }, i) => {
    const frame = drawings[(first + i) % drawings.length]!
    // World units do not matter here: a cell is as high as its sprite is said to be.
    const k = (now.height * h) / was.height / frame.height
    const box = {
      ...{ w: frame.width * k, h: frame.height * k },
      x: x + was.pivot.x * w - now.pivot.x * frame.width * k,
      y: y + was.pivot.y * h - now.pivot.y * frame.height * k,
    }
    drawInto(sheet, frame, box, { x, y, w, h })
  })
}

interface Change {
  was: PartContent
  now: PartContent
  /** No other part lies in the same file. */
  alone: boolean
}
type SpriteChange = Change & { was: SpriteContent; now: SpriteContent }
const isSprite = (one: Change): one is SpriteChange => one.was.kind === 'sprite' && one.now.kind === 'sprite'

/** What a file shows: one picture, or several that move (ms for each). */
interface Shown {
  stills: Pixels[]
  delaysMs: number[]
}
const GIF = 'image/gif'
const still = (pixels: Pixels): Shown => ({ stills: [pixels], delaysMs: [100] })
const delaysOf = ({ fps, frames }: Clip): number[] => frames.map(({ hold }) => Math.max(20, (1000 / fps) * hold))
/** How many pictures of that size may move in one file. */
const movingOf = (count: number, { width, height }: { width: number; height: number }): number =>
  Math.max(1, Math.min(count, Math.floor(ANIMATION_LIMITS.areaPx / (width * height))))
/** px of a picture that is written in its own size, at the most. */
const MOST_PX = 16_000_000
/** The size of a drawing in a copy that is so much larger than the first, as far as that can be written. */
function ownSizeOf({ width, height }: Pixels, scale: number): { width: number; height: number } {
  const k = Math.min(scale, Math.sqrt(MOST_PX / (width * height)))
  return { width: width * k, height: height * k }
}
/** A picture of that size with all of another in it. */
function resized(from: Pixels, width: number, height: number, fit: PictureContent['fit'] = 'cover'): Pixels {
  const made = emptyPixels(Math.max(1, Math.round(width)), Math.max(1, Math.round(height)))
  drawInto(made, from, fitted(from, made.width, made.height, fit), { x: 0, y: 0, w: made.width, h: made.height })
  return made
}

/** A sheet with what the pack changed of what lies on it. Cells are those of its first copy, which may be smaller. */
async function sheetOf(
  changes: readonly SpriteChange[],
  hash: string,
  facts: AssetFacts,
  first: AssetFacts,
  place: LayerPlace,
): Promise<Shown | null> {
  const scale = facts.width / first.width
  const all: (SpriteChange & { drawings: Pixels[] })[] = []
  for (const one of changes) {
    const drawings = await drawingsOf(one.now, place)
    if (drawings === null) return null
    all.push({ ...one, drawings })
  }
  const { was, now, alone, drawings } = all[0]!
  const clip = Object.values(now.clips)[0]!
  const isOwn = now.ownSize === true && mayBeOwnSize(was, alone)
  const size = isOwn ? ownSizeOf(drawings[0]!, scale) : facts
  // A file that can move does, where it shows one thing.
  const moves = facts.mime === GIF && alone && cellsOf(was).length === 1
  const count = moves ? movingOf(clip.frames.length, size) : 1
  const delaysMs = delaysOf(clip).slice(0, count)
  if (isOwn) return { stills: drawings.slice(0, count).map((of) => resized(of, size.width, size.height)), delaysMs }
  const old = await place.pixels(hash)
  if (old === null || old.width !== facts.width || old.height !== facts.height) return null
  const stills = Array.from({ length: count }, (_, shift) => {
    const sheet = { ...old, data: new Uint8ClampedArray(old.data) }
    for (const one of all) drawCells(sheet, one.was, one.now, one.drawings, scale, shift)
    return sheet
  })
  return { stills, delaysMs }
}

async function pictureOf(
  now: PictureContent,
  facts: AssetFacts,
  first: AssetFacts,
  place: LayerPlace,
): Promise<Shown | null> {
  const whole = await place.pixels(now.asset)
  if (whole === null) return null
  const light = 1 - (now.dim ?? 0)
  const scale = facts.width / first.width
  const written = (from: Pixels): Pixels => {
    const { width, height } = now.ownSize === true ? ownSizeOf(from, scale) : facts
    const made = resized(from, width, height, now.fit)
    if (light < 1) for (let i = 0; i < made.data.length; i++) if (i % 4 !== 3) made.data[i] = made.data[i]! * light
    return made
  }
  if (facts.mime !== GIF || now.clip === undefined) return still(written(whole))
  const stills: Pixels[] = []
  const most = movingOf(now.clip.frames.length, now.ownSize === true ? whole : facts)
  for (const frame of now.clip.frames.slice(0, most)) {
    const of = frame.asset === now.asset ? whole : await place.pixels(frame.asset)
    if (of === null) return null
    stills.push(written(crop(of, frame)))
  }
  return { stills, delaysMs: delaysOf(now.clip) }
}

const SVG = 'image/svg+xml'
const dataUrl = (bytes: Uint8Array, mime: string): string => `data:${mime};base64,${base64(bytes)}`

/** What the pack changed of a file, as a file of that kind, of that size: what the game asks for at its path. */
async function fileOf(
  changes: readonly Change[],
  hash: string,
  facts: AssetFacts,
  first: AssetFacts,
  place: LayerPlace,
): Promise<Uint8Array> {
  const { now } = changes.at(-1)!
  const cannot = () =>
    userError(
      'layer-kind',
      `“${facts.source.file}” cannot be written here as what the game asks for. Swap it for another file, or use another browser.`,
    )
  let made: Uint8Array | null = null
  if (now.kind === 'sprite' || now.kind === 'picture') {
    const shown =
      now.kind === 'sprite'
        ? await sheetOf(changes.filter(isSprite), hash, facts, first, place)
        : await pictureOf(now, facts, first, place)
    if (shown === null) throw cannot()
    if (facts.mime !== SVG) made = await place.picture(shown.stills, facts.mime, shown.delaysMs)
    else {
      const png = await place.picture(shown.stills.slice(0, 1), 'image/png', [])
      const { width, height } = shown.stills[0]!
      made =
        png === null
          ? null
          : encoder.encode(
              `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><image width="${width}" height="${height}" href="${dataUrl(png, 'image/png')}"/></svg>`,
            )
    }
  } else if (now.kind === 'sound' || now.kind === 'music') {
    const samples =
      now.asset === null ? { sampleRate: 44100, channels: [new Float32Array(4410)] } : await place.samples(now.asset)
    const as = now.asset === null || now.gainDb !== 0 ? undefined : place.facts(now.asset)
    if (as?.mime === facts.mime) made = await place.bytes(now.asset!)
    else made = samples === null ? null : await place.sound(withGain(samples, levelOf(now.gainDb)), facts.mime)
  } else if (now.kind === 'typeface') made = now.asset === null ? null : await place.bytes(now.asset)
  if (made === null) throw cannot()
  return made
}

const valueOf = (content: PartContent): string | number | null => {
  switch (content.kind) {
    case 'wording':
      return content.text
    case 'dial':
    case 'colour':
      return content.value
    default:
      return null
  }
}

/**
 * The game's files with the pack's changes over them; what is not changed is byte for byte what it was. Throws a UserError
 * that names a file which is gone, or which cannot be written here.
 */
export async function applyLayer(template: FolderTemplate, pack: Pack, place: LayerPlace): Promise<Layered> {
  const { files: listed } = template.folder
  const made: Files = new Map()
  const keys = new Map<string, string>()
  const edits = new Map<string, { from: number; to: number; text: string }[]>()
  const files = new Map<string, { first: AssetFacts; changes: Change[] }>()
  for (const { part, place: at, content } of ownPlaces(template, pack)) {
    const was = contentOf({ ...pack, parts: {} }, template, part)!
    if (at.at === 'file') {
      const first = template.assets[listed[at.paths[0]!]!.hash]!.facts
      for (const path of at.paths) {
        const of = files.get(path) ?? { first, changes: [] }
        files.set(path, of)
        of.changes.push({ was, now: content, alone: partsBeside(template, part).length === 0 })
      }
      continue
    }
    const list = edits.get(at.path) ?? []
    edits.set(at.path, list)
    const value = valueOf(content)
    if (value !== null) list.push({ ...at, text: written(value, at.as) })
    else {
      const hash = 'asset' in was ? was.asset : Object.values((was as SpriteContent).clips)[0]!.frames[0]!.asset
      const facts = factsOf(pack, template, hash ?? '')
      if (facts === undefined) continue
      const text = dataUrl(await fileOf([{ was, now: content, alone: true }], hash!, facts, facts, place), facts.mime)
      keys.set(dataKey(text), part)
      list.push({ ...at, text })
    }
  }
  for (const [path, { first, changes }] of files) {
    const { hash } = listed[path]!
    const facts = template.assets[hash]?.facts
    if (facts !== undefined) made.set(path, await fileOf(changes, hash, facts, first, place))
  }
  for (const [path, { hash }] of Object.entries(listed)) {
    if (made.has(path)) continue
    const bytes = await place.bytes(hash)
    if (bytes === null)
      throw userError(
        'folder-gone',
        `The game’s file ${path} is gone from this browser. Open the game’s folder again; the pack is kept.`,
      )
    const list = edits.get(path)
    made.set(path, list === undefined ? bytes : encoder.encode(edited(textOf(bytes), list)))
    for (const [part, at] of Object.entries(template.folder.places))
      if (at.at === 'span' && at.as === 'data' && at.path === path && pack.parts[part] === undefined)
        keys.set(dataKey(textOf(bytes).slice(at.from, at.to)), part)
  }
  return { files: made, keys }
}

/** The text with those characters replaced, and no others. Where two overlap the first counts. */
function edited(text: string, list: { from: number; to: number; text: string }[]): string {
  const out: string[] = []
  let at = 0
  for (const one of [...list].sort((a, b) => a.from - b.from)) {
    if (one.from < at) continue
    out.push(text.slice(at, one.from), one.text)
    at = one.to
  }
  return out.join('') + text.slice(at)
}
