import type { BesideNews } from '@core/folder/beside-protocol'
import type { StageShape } from '@core/game/stage'
import { useElementSize } from '@vueuse/core'
import { computed, shallowRef, watch, type CSSProperties, type Ref } from 'vue'

export interface PageSize {
  w: number
  h: number
}

/** px of the page of a game that came as a folder, as long as it says nothing else: a usual screen, or a phone held upright. */
export const PAGE_SIZES: Readonly<Record<StageShape, PageSize>> = {
  wide: { w: 960, h: 600 },
  tall: { w: 390, h: 624 },
}
/** px of that page on a whole phone held upright. */
export const PHONE_SIZE: PageSize = { w: 390, h: 693 }

type Extent = Extract<BesideNews, { is: 'extent' }>

const LEAST_PX = 120
/** A page that needs more than so many times a usual screen is one to be scrolled. */
const MOST_TIMES = 1.6
/** A game that would be shown no larger than this much is left as it is. */
const WORTH = 1.1
/** A page that has no more to show than this part of what it was given goes along with its frame. */
const GOES_ALONG = 0.95
const MOST_TRIES = 3

/**
 * The size of the page of a game: what it says it needs, once it has said so, and what a usual screen has where its game
 * goes along with whatever it is given. Each start begins anew (`begin`).
 */
export function usePageSize(usual: () => PageSize) {
  const own = shallowRef<PageSize | null>(null)
  const size = computed(() => own.value ?? usual())
  let tries = 0
  watch(usual, begin)
  function begin(): void {
    own.value = null
    tries = 0
  }
  function wanted({ w, h }: PageSize): PageSize {
    const most = usual()
    const within = (px: number, usualPx: number) =>
      px > usualPx * MOST_TIMES ? usualPx : Math.max(LEAST_PX, Math.ceil(px))
    return { w: within(w, most.w), h: within(h, most.h) }
  }
  function hear(told: Extent): void {
    const now = size.value
    // Said of a frame that has another size by now.
    if (told.within.w !== now.w || told.within.h !== now.h) return
    const more = told.w > now.w + 1 || told.h > now.h + 1
    if (own.value !== null) {
      const alongWith = told.w < now.w * GOES_ALONG || told.h < now.h * GOES_ALONG
      if (alongWith) tries = MOST_TRIES
      if (alongWith || more) own.value = null
      return
    }
    if (tries >= MOST_TRIES) return
    const next = wanted(told)
    const larger = Math.min(now.w / next.w, now.h / next.h)
    if (larger < WORTH && !(more && (next.w > now.w || next.h > now.h))) return
    tries++
    own.value = next
  }
  return { size, begin, hear }
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
