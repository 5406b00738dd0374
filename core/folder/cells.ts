import { FULL_BOX } from '../art/outline'
import type { Rect } from '../art/pixels'
import type { SpriteContent } from '../kinds/drawing'

export const FOLDER_CLIP = 'all'

/** Whatever a drawing of a foreign game is: its cells in a row, standing on its lower edge. */
export const plainSprite = (): SpriteContent => ({
  kind: 'sprite',
  clips: {},
  strip: { columns: 1, rows: 1 },
  pivot: { x: 0.5, y: 1 },
  hitShape: FULL_BOX.map((p) => ({ ...p })),
  height: 1,
  crisp: false,
})

/** A drawing that lies in those cells of a picture (px), in their order. */
export const spriteOfCells = (asset: string, cells: readonly Rect[], crisp: boolean): SpriteContent => ({
  ...plainSprite(),
  clips: {
    [FOLDER_CLIP]: {
      frames: cells.map(({ x, y, w, h }) => ({ asset, x, y, w, h, hold: 1 })),
      fps: cells.length <= 4 ? 8 : Math.max(8, Math.min(12, Math.round(cells.length / 1.5))),
      mode: 'loop',
    },
  },
  crisp,
})
