import { latest } from '../composables/latest'
import { gridFor, heightOnGrid } from '@core/art/crispness'
import { redraw } from '@core/art/swap'
import { drawingsIn } from '@core/kinds'
import type { Command } from '@core/pack/commands'
import type { Frame, SpriteContent } from '@core/kinds/drawing'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { useBench } from './bench'
import { useShapes } from './shapes'

interface Drawn {
  part: string
  entry: string
  sprite: SpriteContent
  /** px of the art from top to bottom. */
  art: number
}

/** The whole game drawn pixel by pixel: found in the art, offered, and done as one step. */
export const useCrisp = defineStore('crisp', () => {
  const bench = useBench()
  const shapes = useShapes()
  const drawn = shallowRef<Drawn[]>([])
  const smooth = ref(0)
  const declined = ref('')
  const turns = latest()

  /** Looked up once for each frame: a pack changes with every letter that is typed. */
  const known = new Map<string, Promise<number | null>>()
  function artOf(sprite: SpriteContent, frame: Frame): Promise<number | null> {
    const key = [frame.asset, frame.x, frame.y, frame.w, frame.h, sprite.canvas?.h].join()
    let found = known.get(key)
    if (found === undefined) {
      found = shapes.look(sprite, frame).then((look) => look?.art ?? null)
      known.set(key, found)
    }
    return found
  }

  watch(
    () => bench.pack?.parts,
    async (parts) => {
      const counts = turns.begin()
      const found: Drawn[] = []
      let others = 0
      for (const [part, content] of Object.entries(parts ?? {})) {
        for (const { entry, sprite } of drawingsIn(content)) {
          const frame = Object.values(sprite.clips)[0]!.frames[0]!
          if (bench.pack?.assets[frame.asset] === undefined) continue
          const art = sprite.crisp ? await artOf(sprite, frame) : null
          if (art === null) others++
          else found.push({ part, entry, sprite, art })
        }
      }
      if (!counts()) return
      drawn.value = found
      smooth.value = others
    },
    { immediate: true },
  )

  const grid = computed(() => gridFor(drawn.value.map(({ art, sprite }) => ({ pixels: art, height: sprite.height }))))
  const pixels = computed(() => bench.pack?.pixels ?? 0)
  /** px a metre to offer: most of the user's art is drawn so, and the game is not yet. */
  const offer = computed(() =>
    pixels.value === 0 &&
    drawn.value.length >= 2 &&
    drawn.value.length >= smooth.value &&
    declined.value !== bench.pack?.id
      ? grid.value
      : null,
  )

  /** Sets the grid and fits drawings to it whose size changes by no more than a fifth. */
  async function set(to: number): Promise<void> {
    const commands: Command[] = [{ type: 'set-pixels', pixels: to }]
    if (to > 0)
      for (const { part, entry, sprite, art } of drawn.value) {
        const height = heightOnGrid(art, sprite.height, to)
        if (Math.abs(height / sprite.height - 1) > 0.2 || Math.abs(height - sprite.height) < 1e-6) continue
        const content = bench.content(part)
        if (content !== undefined)
          commands.push(redraw(part, content, entry, { old: sprite, sprite: { ...sprite, height } }))
      }
    await bench.act(to > 0 ? `Make the game pixel-crisp, ${to} px a metre` : 'Make the game smooth', {
      type: 'all',
      commands,
    })
  }
  const decline = (): void => {
    declined.value = bench.pack?.id ?? ''
  }

  return { grid, pixels, offer, set, decline }
})
