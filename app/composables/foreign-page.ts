import type { StageShape } from '@core/game/stage'

/** px of the page of a game that came as a folder, whatever room it has: as a usual screen, or as a phone held upright. */
export const PAGE_SIZES: Readonly<Record<StageShape, { w: number; h: number }>> = {
  wide: { w: 960, h: 600 },
  tall: { w: 390, h: 624 },
}
