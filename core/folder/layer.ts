import { inCanvas } from '../art/place'
import { pixelsOfSprite } from '../check/sprite-rule'
import { isPlain, recolourPixels } from '../art/recolour'
import type { Pixels } from '../art/pixels'
import { userError } from '../errors'
import type { PartContent } from '../kinds'
import type { SpriteContent } from '../kinds/drawing'
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
import { ownPlaces } from './layer-paths'
import { textOf } from './make'
import { drawInto, emptyPixels, fitted } from './render'

/** What writing the layer asks of where it is done. */
export interface LayerPlace {
  /** Bytes of the folder's own files and of the pack's; null when they are not there. */
  bytes(hash: string): Promise<Uint8Array | null>
  facts(hash: string): AssetFacts | undefined
  pixels(hash: string): Promise<Pixels | null>
  samples(hash: string): Promise<Samples | null>
  /** Null for what is not written here. */
  picture(pixels: Pixels, as: Mime): Promise<Uint8Array | null>
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

/** Frame after frame of one sprite in the cells of another's sheet, standing where those stood. */
async function sheetOf(
  was: SpriteContent,
  now: SpriteContent,
  facts: AssetFacts,
  scale: number,
  place: LayerPlace,
): Promise<Pixels | null> {
  const sheet = emptyPixels(facts.width, facts.height)
  const clip = Object.values(now.clips)[0]!
  const pixelsOf = await pixelsOfSprite(place, now)
  if (pixelsOf === null) return null
  const frames = clip.frames.map((frame) => {
    const drawn = inCanvas(now, frame, pixelsOf)
    if (now.recolour !== undefined && !isPlain(now.recolour)) recolourPixels(drawn.data, now.recolour)
    return drawn
  })
  const cells = Object.values(was.clips)[0]!.frames
  cells.forEach((cell, i) => {
    const frame = frames[i % frames.length]!
    const [x, y, w, h] = [cell.x * scale, cell.y * scale, cell.w * scale, cell.h * scale]
    // World units do not matter here: a cell is as high as its sprite is said to be.
    const k = (now.height * h) / was.height / frame.height
    const box = {
      ...{ w: frame.width * k, h: frame.height * k },
      x: x + was.pivot.x * w - now.pivot.x * frame.width * k,
      y: y + was.pivot.y * h - now.pivot.y * frame.height * k,
    }
    drawInto(sheet, frame, box, { x, y, w, h })
  })
  return sheet
}

async function pictureOf(now: PictureContent, facts: AssetFacts, place: LayerPlace): Promise<Pixels | null> {
  const from = await place.pixels(now.asset)
  if (from === null) return null
  const made = emptyPixels(facts.width, facts.height)
  drawInto(made, from, fitted(from, made.width, made.height, now.fit), { x: 0, y: 0, w: made.width, h: made.height })
  const light = 1 - (now.dim ?? 0)
  if (light < 1) for (let i = 0; i < made.data.length; i++) if (i % 4 !== 3) made.data[i] = made.data[i]! * light
  return made
}

const SVG = 'image/svg+xml'
const dataUrl = (bytes: Uint8Array, mime: string): string => `data:${mime};base64,${base64(bytes)}`

/** A part as a file of that kind, of that size: what the game asks for at its path. */
async function fileOf(
  was: PartContent,
  now: PartContent,
  facts: AssetFacts,
  first: AssetFacts,
  place: LayerPlace,
): Promise<Uint8Array> {
  const cannot = () =>
    userError(
      'layer-kind',
      `“${facts.source.file}” cannot be written here as what the game asks for. Swap it for another file, or use another browser.`,
    )
  let made: Uint8Array | null = null
  if (now.kind === 'sprite' || now.kind === 'picture') {
    const scale = facts.width / first.width
    const pixels =
      now.kind === 'sprite'
        ? await sheetOf(was as SpriteContent, now, facts, scale, place)
        : await pictureOf(now, facts, place)
    if (pixels === null) throw cannot()
    if (facts.mime !== SVG) made = await place.picture(pixels, facts.mime)
    else {
      const png = await place.picture(pixels, 'image/png')
      const { width, height } = pixels
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
  for (const { part, place: at, content } of ownPlaces(template, pack)) {
    const was = contentOf({ ...pack, parts: {} }, template, part)!
    if (at.at === 'file') {
      const first = template.assets[listed[at.paths[0]!]!.hash]!.facts
      for (const path of at.paths) {
        const facts = template.assets[listed[path]!.hash]?.facts
        if (facts !== undefined) made.set(path, await fileOf(was, content, facts, first, place))
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
      const text = dataUrl(await fileOf(was, content, facts, facts, place), facts.mime)
      keys.set(dataKey(text), part)
      list.push({ ...at, text })
    }
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
