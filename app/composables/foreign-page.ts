import type { StageShape } from '@core/game/stage'
import { useElementSize } from '@vueuse/core'
import { computed, type CSSProperties, type Ref } from 'vue'

export interface PageSize {
  w: number
  h: number
}

/** px of the page of a game that came as a folder, whatever room it has: as a usual screen, or as a phone held upright. */
export const PAGE_SIZES: Readonly<Record<StageShape, PageSize>> = {
  wide: { w: 960, h: 600 },
  tall: { w: 390, h: 624 },
}

/** A frame of that size in the middle of its room, as large as there is room: the scale, and how it is styled. */
export function useFitting(room: Ref<HTMLElement | null>, size: () => PageSize) {
  const { width, height } = useElementSize(room)
  const scale = computed(() => Math.min(width.value / size().w, height.value / size().h) || 1)
  const style = computed((): CSSProperties => ({
    ...{ position: 'absolute', left: '50%', top: '50%', border: 0, background: '#fff' },
    ...{ width: `${size().w}px`, height: `${size().h}px` },
    transform: `translate(-50%, -50%) scale(${scale.value})`,
  }))
  return { width, height, scale, style }
}
