import { canvasOf } from '@core/art/place'
import type { Clip, Frame, SpriteContent, Strip } from '@core/kinds/drawing'
import { wholePart } from '@core/template/uses'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { perPack } from '../composables/per-pack'
import { useBench } from './bench'
import { useDesk } from './desk'
import { useSwap } from './swap'

export const TOOLS = ['frames', 'beside', 'cut', 'clean', 'line-up', 'stand', 'touch', 'colour', 'size'] as const
export type Tool = (typeof TOOLS)[number]

/** The art workshop over stage and inspector: which drawing is in it, which frame is looked at, with which tool. */
export const useWorkbench = defineStore('workbench', () => {
  const bench = useBench()
  const swap = useSwap()
  const desk = useDesk()
  const open = computed({
    get: () => desk.open === 'art',
    set: (on) => {
      if (on !== (desk.open === 'art')) desk.show(on ? 'art' : '')
    },
  })
  const tool = perPack(ref<Tool>('frames'))
  const clipName = ref('')
  const index = ref(0)
  /** Times the game's speed; 0 stands still. */
  const speed = ref(0)
  const onion = ref(true)
  const ghost = ref(true)
  /** What the cleaning tool would do to the frame, before it is done. */
  const preview = shallowRef<{ bitmap: ImageBitmap; x: number; y: number; w: number; h: number } | null>(null)
  /** A colour is to be picked from the drawing. */
  const picking = ref<((colour: { r: number; g: number; b: number }) => void) | null>(null)
  /** The cut that is being laid, before it is done. */
  const draft = ref<Strip>({ columns: 1, rows: 1 })

  const part = computed(() => bench.selected.part)
  const entry = computed(() => bench.selected.entry)
  const spec = computed(() => bench.spec(part.value))
  /** The drawing is a tile that courses are laid of. */
  const isTile = computed(
    () => bench.template?.parts.some(({ course }) => course?.tiles === wholePart(part.value)) === true,
  )
  const tools = computed(() => TOOLS.filter((one) => one !== 'beside' || isTile.value))
  const sprite = computed(() => swap.spriteAt(part.value, entry.value))
  /** The template's drawing that this one stands in for. */
  const reference = computed(() => swap.referenceAt(part.value, entry.value))
  const clips = computed(() => Object.keys(sprite.value?.clips ?? {}))
  const clip = computed((): Clip | undefined => sprite.value?.clips[clipName.value])
  const frame = computed(
    (): Frame | undefined => clip.value?.frames[Math.min(index.value, clip.value.frames.length - 1)],
  )
  const canvas = computed(() => (sprite.value === undefined ? { w: 1, h: 1 } : canvasOf(sprite.value)))
  /** The user's own drawing: the template's files are shown, but not worked on. */
  const own = computed(() => frame.value !== undefined && bench.pack?.assets[frame.value.asset] !== undefined)

  watch(
    [clips, clip],
    () => {
      if (!clips.value.includes(clipName.value)) clipName.value = clips.value[0] ?? ''
      index.value = Math.max(0, Math.min(index.value, (clip.value?.frames.length ?? 1) - 1))
      if (sprite.value === undefined) open.value = false
    },
    { immediate: true },
  )
  watch([part, entry], () => {
    index.value = 0
    preview.value = null
    picking.value = null
  })
  watch([tool, index, clipName], () => {
    preview.value = null
    picking.value = null
  })
  watch(
    () => sprite.value?.strip,
    (strip) => {
      if (strip !== undefined) draft.value = JSON.parse(JSON.stringify(strip)) as Strip
    },
    { immediate: true },
  )

  const set = (name: string, from: SpriteContent, next: SpriteContent, mark = '') =>
    swap.setSprite(part.value, entry.value, name, from, next, mark)
  const change = (name: string, next: Partial<SpriteContent>, mark = '') =>
    sprite.value === undefined ? Promise.resolve() : set(name, sprite.value, { ...sprite.value, ...next }, mark)
  /** Changes the clip that is looked at. */
  const changeClip = (name: string, next: Partial<Clip>, mark = '') =>
    sprite.value === undefined || clip.value === undefined
      ? Promise.resolve()
      : change(name, { clips: { ...sprite.value.clips, [clipName.value]: { ...clip.value, ...next } } }, mark)

  function show(which: Tool = 'frames'): void {
    tool.value = which
    open.value = sprite.value !== undefined
  }
  const key = (word: string) => `${word}:${part.value}:${entry.value}:${clipName.value}`

  return {
    ...{ open, tool, clipName, index, speed, onion, ghost, preview, picking, draft },
    ...{ isTile, tools, part, entry, spec, sprite, reference, clips, clip, frame, canvas, own },
    ...{ set, change, changeClip, show, key },
  }
})
