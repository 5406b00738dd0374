import type { AlignBy } from '@core/art/align'
import type { CellsFound, CutLook } from '@core/art/find-cells'
import type { StandOut } from '@core/art/contrast'
import type { Rework } from '@core/art/rework'
import type { Point } from '@core/game/types'
import type { Frame, SpriteContent, Strip } from '@core/kinds/drawing'
import { defineStore } from 'pinia'
import { stageFirst } from '../composables/stage-first'
import { bytesKept } from '../storage/assets'
import { lendUnstored } from '../workers/lend'
import { workshop } from '../workers/workshop'
import type { SpriteLook } from '../workers/work/drawing-work'
import { useBench } from './bench'
import { plain, useSwap } from './swap'

export type ShapeKind = 'outline' | 'box' | 'capsule' | 'fair'
const firstFrame = (sprite: SpriteContent): Frame => Object.values(sprite.clips)[0]!.frames[0]!

/** The worker reads files where they are stored: what has just come in is waited for. */
async function stored(): Promise<{ workshop: ReturnType<typeof workshop> }> {
  await bytesKept().catch(lendUnstored)
  await stageFirst()
  return { workshop: workshop() }
}

/** Questions about drawings that the worker answers. */
export const useShapes = defineStore('shapes', () => {
  const bench = useBench()
  const swap = useSwap()

  /** Area of the hit shape over the drawn area of a frame; null when it cannot be told. */
  async function fairness(
    sprite: SpriteContent,
    shape = sprite.hitShape,
    frame = firstFrame(sprite),
  ): Promise<number | null> {
    const template = bench.plainTemplate()
    return template === null
      ? null
      : (await stored()).workshop.fairness(
          plain(shape),
          plain(sprite),
          plain(frame),
          bench.factsOfSprite(sprite),
          template,
        )
  }

  /** Of each picture of a tile: px above its top, and the widest hair at its sides; empty when it cannot be told. */
  async function tiles(sprite: SpriteContent): Promise<{ top: number; hair: number }[]> {
    const template = bench.plainTemplate()
    if (template === null) return []
    return (await stored()).workshop.tiles(plain(sprite), bench.factsOfSprite(sprite), template)
  }

  async function shape(
    kind: ShapeKind,
    sprite: SpriteContent,
    frame = firstFrame(sprite),
    points = 12,
    ratio = 1,
  ): Promise<Point[] | null> {
    const template = bench.plainTemplate()
    return template === null
      ? null
      : (await stored()).workshop.shape(
          kind,
          points,
          ratio,
          plain(sprite),
          plain(frame),
          bench.factsOfSprite(sprite),
          template,
        )
  }

  async function look(sprite: SpriteContent, frame: Frame): Promise<SpriteLook | null> {
    const template = bench.plainTemplate()
    return template === null
      ? null
      : (await stored()).workshop.look(plain(sprite), plain(frame), bench.factsOfSprite(sprite), template)
  }

  async function proposeCut(sprite: SpriteContent): Promise<CellsFound> {
    const { asset } = firstFrame(sprite)
    return swap.value(
      await (await stored()).workshop.proposeCut(asset, plain(bench.facts(asset)!), bench.plainTemplate()!),
    )
  }

  async function lookAtCut(asset: string, cut: Strip): Promise<CutLook | null> {
    const facts = bench.facts(asset)
    const template = bench.plainTemplate()
    if (facts === undefined || template === null) return null
    return swap.value(await (await stored()).workshop.lookAtCut(asset, plain(facts), template, plain(cut)))
  }

  async function trim(sprite: SpriteContent, margin: number): Promise<SpriteContent> {
    return swap.value(
      await (await stored()).workshop.trim(plain(sprite), bench.factsOfSprite(sprite), bench.plainTemplate()!, margin),
    )
  }

  async function align(sprite: SpriteContent, clip: string, by: AlignBy) {
    return swap.value(
      await (
        await stored()
      ).workshop.align(plain(sprite), clip, by, bench.factsOfSprite(sprite), bench.plainTemplate()!),
    )
  }

  async function preview(sprite: SpriteContent, frame: Frame, what: Rework) {
    return swap.value(
      await (
        await stored()
      ).workshop.previewRework(
        plain(sprite),
        plain(frame),
        plain(what),
        bench.factsOfSprite(sprite),
        bench.plainTemplate()!,
      ),
    )
  }

  async function repeatOf(sprite: SpriteContent): Promise<number | null> {
    return workshop().repeatOf(
      plain(sprite),
      plain(firstFrame(sprite)),
      bench.factsOfSprite(sprite),
      bench.plainTemplate()!,
    )
  }

  /** How well drawings stand out from a backdrop dimmed by `dim`. */
  async function standOut(sprites: SpriteContent[], ground: string, dim: number): Promise<(StandOut | null)[]> {
    const template = bench.plainTemplate()
    const facts = { [ground]: plain(bench.facts(ground)!), ...Object.assign({}, ...sprites.map(bench.factsOfSprite)) }
    return template === null ? [] : (await stored()).workshop.standOut(plain(sprites), ground, dim, facts, template)
  }

  return {
    tiles,
    fairness,
    shape,
    look,
    proposeCut,
    lookAtCut,
    trim,
    align,
    preview,
    repeatOf,
    standOut,
  }
})
