import type { Point } from '@core/game/types'
import type { SpriteContent } from '@core/pack/content'
import { defineStore } from 'pinia'
import { toRaw } from 'vue'
import { workshop } from '../workers/workshop'
import { useBench } from './bench'

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** Hit shapes against drawings, worked out in the worker. */
export const useShapes = defineStore('shapes', () => {
  const bench = useBench()
  const frameOf = (sprite: SpriteContent) => Object.values(sprite.clips)[0]!.frames[0]!

  /** Area of the hit shape over the drawn area of the first frame; null when it cannot be told. */
  async function fairness(sprite: SpriteContent): Promise<number | null> {
    const frame = frameOf(sprite)
    const facts = bench.facts(frame.asset)
    return facts === undefined || bench.template === null
      ? null
      : workshop().fairness(plain(sprite.hitShape), plain(frame), plain(facts), toRaw(bench.template))
  }

  async function fit(sprite: SpriteContent, points = 12): Promise<Point[] | null> {
    const frame = frameOf(sprite)
    const facts = bench.facts(frame.asset)
    return facts === undefined || bench.template === null
      ? null
      : workshop().outline(plain(frame), plain(facts), toRaw(bench.template), points)
  }

  return { fairness, fit }
})
