import { readFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import sharp from 'sharp'
import { FULL_BOX, outlineOf } from '../../core/art/outline'
import { masked } from '../../core/art/mask'
import { crop, looksLikePixelArt, type Pixels } from '../../core/art/pixels'
import { sniff } from '../../core/art/sniff'
import { cells } from '../../core/art/strip'
import type { AssetFacts } from '../../core/pack/asset'
import { hashOf } from '../../core/pack/hash'
import type { PictureFit } from '../../core/game/types'
import { PartContent } from '../../core/kinds'
import type { SpriteContent } from '../../core/kinds/drawing'
import { decodeSound } from '../../core/sound/decode'
import { durationOf } from '../../core/sound/samples'

/** The day the shipped art was first made: part of the files, so it must not change from run to run. */
export const MADE_ON = '2026-11-23T00:00:00.000Z'

export async function decodePicture(bytes: Uint8Array): Promise<Pixels> {
  const { data, info } = await sharp(bytes).rotate().ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) }
}

export type AssetTable = Record<string, { path: string; facts: AssetFacts }>

/** Reads files of a folder into an asset table, each once. */
export function assetReader(folder: string, credit: { author: string; licence: string }) {
  const assets: AssetTable = {}
  const pixels = new Map<string, Pixels>()
  return {
    assets,
    pixels,
    async read(path: string): Promise<string> {
      const bytes = new Uint8Array(readFileSync(join(folder, path)))
      const hash = hashOf(bytes)
      if (assets[hash] !== undefined) return hash
      const kind = sniff(bytes)
      if (kind === null) throw new Error(`${path} is not a file a pack may hold`)
      const isSound = kind.mime.startsWith('audio/')
      if (!isSound) pixels.set(hash, await decodePicture(bytes))
      assets[hash] = {
        path,
        facts: {
          mime: kind.mime,
          bytes: bytes.length,
          width: kind.width,
          height: kind.height,
          durationS: isSound ? Math.round(durationOf(await decodeSound(bytes, kind.mime)) * 1000) / 1000 : 0,
          source: { file: basename(path), ...credit, link: '' },
          imported: MADE_ON,
        },
      }
      return hash
    },
  }
}

type Reader = ReturnType<typeof assetReader>

export interface SpriteRecipe {
  file: string
  columns: number
  rows: number
  clips: Record<string, { row: number; fps: number; mode?: 'loop' | 'once' | 'bounce'; ownShape?: boolean }>
  pivot: { x: number; y: number }
  height: number
  repeatFrom?: number
  /** It crumbles in play, cell by cell. */
  crumbles?: boolean
}

export async function makeSprite(recipe: SpriteRecipe, reader: Reader, folder = 'art/'): Promise<SpriteContent> {
  const hash = await reader.read(folder + recipe.file)
  const picture = reader.pixels.get(hash)!
  const all = cells(picture.width, picture.height, recipe.columns, recipe.rows)
  const clips: SpriteContent['clips'] = {}
  for (const [name, clip] of Object.entries(recipe.clips))
    clips[name] = {
      frames: all
        .slice(clip.row * recipe.columns, (clip.row + 1) * recipe.columns)
        .map((rect) => ({ asset: hash, ...rect, hold: 1 })),
      fps: clip.fps,
      mode: clip.mode ?? 'loop',
      // What is drawn quite another way in this clip is touched that way too.
      ...(clip.ownShape === true
        ? { hitShape: outlineOf(crop(picture, all[clip.row * recipe.columns]!)) ?? FULL_BOX }
        : {}),
    }
  const first = crop(picture, all[0]!)
  const made: SpriteContent = {
    kind: 'sprite',
    clips,
    strip: { columns: recipe.columns, rows: recipe.rows },
    pivot: recipe.pivot,
    hitShape: outlineOf(first) ?? FULL_BOX,
    height: recipe.height,
    crisp: looksLikePixelArt(first),
    ...(recipe.repeatFrom === undefined ? {} : { repeatFrom: recipe.repeatFrom }),
  }
  return recipe.crumbles === true ? masked(made, () => picture) : made
}

/** Places by the words the recipes use for them; anywhere else a part is only described. */
const PLACES: Record<string, string> = {
  'Start screen': 'start',
  'How to play': 'how',
  Options: 'options',
  'About screen': 'about',
  'In play': 'play',
  'Pause screen': 'pause',
  'Winning screen': 'won',
  'Losing screen': 'lost',
}
export const makeUse = (raw: string | { use: string; name: string }) =>
  typeof raw === 'string' ? { use: PLACES[raw] ?? '', name: raw } : raw

/** A content as the recipes write it, to one as packs have it. */
export async function makeContent(raw: Record<string, unknown>, reader: Reader): Promise<PartContent> {
  switch (raw['kind']) {
    case 'sprite':
      return makeSprite(raw as unknown as SpriteRecipe, reader)
    case 'picture': {
      const asset = await reader.read(`art/${String(raw['file'])}`)
      const layers = []
      for (const layer of (raw['layers'] ?? []) as { file: string; speed: number }[])
        layers.push({ asset: await reader.read(`art/${layer.file}`), speed: layer.speed })
      return {
        kind: 'picture',
        asset,
        fit: (raw['fit'] as PictureFit | undefined) ?? 'cover',
        crisp: looksLikePixelArt(reader.pixels.get(asset)!),
        ...(layers.length === 0 ? {} : { layers }),
        ...(raw['speed'] === undefined ? {} : { speed: Number(raw['speed']) }),
      }
    }
    case 'sound':
    case 'music':
      return {
        kind: raw['kind'],
        asset: raw['file'] === null ? null : await reader.read(`sound/${String(raw['file'])}`),
        gainDb: 0,
      }
    case 'typeface':
      return { kind: 'typeface', name: '', asset: null, glyphs: null }
    case 'wording':
      return {
        ...{ kind: 'wording', text: String(raw['text']), scale: 1 },
        ...(raw['shrinkTo'] === undefined ? {} : { shrinkTo: Number(raw['shrinkTo']) }),
      }
    case 'story':
      return { kind: 'story', lines: [] }
    case 'cast': {
      const entries = []
      for (const entry of raw['entries'] as Record<string, unknown>[])
        entries.push({ ...entry, sprite: await makeSprite(entry['sprite'] as SpriteRecipe, reader) })
      return { kind: 'cast', entries } as PartContent
    }
    case 'deck': {
      // Files of cells by their names.
      const rows = []
      for (const row of raw['rows'] as { id: string; cells: Record<string, Record<string, string>> }[]) {
        const cells: Record<string, unknown> = {}
        for (const [column, { picture, sound, ...cell }] of Object.entries(row.cells))
          cells[column] = {
            ...cell,
            ...(picture === undefined ? {} : { picture: await reader.read(`art/${picture}`) }),
            ...(sound === undefined ? {} : { sound: await reader.read(`sound/${sound}`) }),
          }
        rows.push({ ...row, cells })
      }
      return PartContent.parse({ kind: 'deck', rows })
    }
    // All others are written as they are kept; what is of no kind is refused by name.
    default:
      return PartContent.parse(raw)
  }
}
