import { bringIn, spriteOf, sureCut, type BroughtIn, type Incoming } from '@core/art/bring-in'
import { findCells, lookAtCut } from '@core/art/find-cells'
import { inCanvas, framesOf } from '@core/art/place'
import { drawnShare } from '@core/art/stand-in'
import { spriteFromPicture, type SpriteWish } from '@core/art/strip'
import type { AssetFacts } from '@core/pack/asset'
import type { SpriteContent, Strip } from '@core/kinds/drawing'
import { hashOf } from '@core/pack/hash'
import { broken, newFacts } from '@core/art/take-in'
import { ART_LIMITS, unzipSafely } from '@core/parcel/unzip'
import type { Template } from '@core/template/template'
import type { FontFacts } from '@core/wording/font'
import { answer } from './answer'
import type { FactsTable, WorkFiles, WorkshopPlace } from './files'

export interface TakenIn {
  hash: string
  facts: AssetFacts
  /** Everything to keep: the file itself, and the files it was made from. */
  files: Map<string, Uint8Array>
  originals: Record<string, AssetFacts>
  /** Pictures only. */
  crisp: boolean
  told: string[]
  /** The picture, decoded, where it could be handed over. */
  bitmap?: ImageBitmap
  /** What the wish asked for, made of it. */
  sprite?: SpriteContent
  /** A moving picture that is no sprite. */
  clip?: SpriteContent['clips'][string]
}

/** Taking files in: pictures, sheets and their cells, font files. */
export function bringWork(place: WorkshopPlace, { pixelsOf, pixelsFor }: WorkFiles) {
  /** The wish with where the drawing it takes after lies in its canvas. */
  async function knowingWhere(wish: SpriteWish, facts: FactsTable, template: Template): Promise<SpriteWish> {
    const of = await pixelsFor(wish.like, facts, template).catch(() => null)
    if (of === null) return wish
    return { ...wish, likeDrawn: drawnShare(inCanvas(wish.like, framesOf(wish.like)[0]!, of)) }
  }

  return {
    /**
     * Takes in a picture, several numbered ones, a moving one, or a sheet with its description; for a sprite also makes
     * its content. SVGs come already drawn. The files as they were, without their tags, are kept beside what was made.
     */
    takePictures: (
      incoming: Incoming[],
      imported: string,
      source: Partial<AssetFacts['source']>,
      wish?: SpriteWish,
      cut?: Strip,
      likeFacts: FactsTable = {},
      template?: Template,
      progress?: (share: number) => void,
    ) =>
      answer(async (): Promise<TakenIn> => {
        place.handOver()
        const asked =
          wish === undefined || template === undefined ? wish : await knowingWhere(wish, likeFacts, template)
        const clips = wish === undefined ? [] : [...wish.clips, ...wish.optionalClips]
        const taken = await bringIn(
          incoming,
          clips,
          imported,
          source,
          progress === undefined ? place : { ...place, progress },
        )
        pixelsOf.put(taken.hash, taken.pixels)
        const { hash, facts, files, originals, crisp, told } = taken
        const made: TakenIn = { hash, facts, files, originals, crisp, told, ...makeOf(taken, asked, cut) }
        const bitmap = place.handOver()
        return bitmap === null ? made : place.transfer({ ...made, bitmap }, [bitmap])
      }),

    /** What is inside a ZIP that was dropped: pictures and sheet descriptions; all else is left out. */
    unpack: (name: string, bytes: Uint8Array) =>
      answer(async () =>
        [...unzipSafely(bytes, name, ART_LIMITS)]
          .filter(([file]) => /\.(png|apng|jpe?g|webp|gif|svg|json)$/i.test(file) && !/(^|\/)(\.|__MACOSX)/.test(file))
          .map(([file, content]) => ({ name: file, bytes: content })),
      ),

    /** Cuts a picture that is in the store into a sprite. */
    cutSprite: (
      hash: string,
      facts: AssetFacts,
      template: Template,
      wish: SpriteWish,
      likeFacts: FactsTable,
      cut?: Strip,
    ) =>
      answer(async () => {
        const pixels = await pixelsOf(hash, template, facts)
        if (pixels === null) throw broken(facts.source.file)
        return spriteFromPicture(hash, pixels, cut ?? sureCut(pixels), await knowingWhere(wish, likeFacts, template))
      }),

    /** The cut that the picture itself proposes. */
    proposeCut: (hash: string, facts: AssetFacts, template: Template) =>
      answer(async () => {
        const pixels = await pixelsOf(hash, template, facts)
        if (pixels === null) throw broken(facts.source.file)
        return findCells(pixels)
      }),

    lookAtCut: (hash: string, facts: AssetFacts, template: Template, cut: Strip) =>
      answer(async () => {
        const pixels = await pixelsOf(hash, template, facts)
        if (pixels === null) throw broken(facts.source.file)
        return lookAtCut(pixels, cut)
      }),

    /** What a font file says of itself. */
    takeFont: (name: string, bytes: Uint8Array, imported: string, source: Partial<AssetFacts['source']>) =>
      answer(async (): Promise<TakenIn & { font: FontFacts }> => {
        const { readFont } = await import('@core/wording/font')
        const font = readFont(name, bytes)
        const hash = hashOf(bytes)
        const facts = newFacts(name, font.mime, bytes.length, {}, imported, {
          author: font.author.slice(0, 120),
          ...source,
        })
        return { hash, facts, files: new Map([[hash, bytes]]), originals: {}, crisp: false, told: [], font }
      }),
  }
}

/** The content a wish asks for; without one, a moving picture's clip. */
function makeOf(taken: BroughtIn, wish: SpriteWish | undefined, cut?: Strip): Pick<TakenIn, 'sprite' | 'clip'> {
  if (wish !== undefined) return { sprite: spriteOf(taken, wish, cut) }
  const group = taken.groups === null ? undefined : Object.values(taken.groups)[0]
  return group === undefined || group.frames.length < 2
    ? {}
    : { clip: { frames: group.frames, fps: group.fps ?? 8, mode: 'loop' } }
}
