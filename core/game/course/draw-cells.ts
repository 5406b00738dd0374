import { add, type DrawList } from '../draw-list'
import type { Stage } from '../stage'
import { TILE_CLIP, type CellLayer, type Grid } from './grid'

/** The cells of a layer that the camera sees, each one world unit, as tiles of that part's cast. */
export function drawCells(
  list: DrawList,
  grid: Grid,
  layer: CellLayer | null,
  part: string,
  stage: Stage,
  clipStep: number,
): void {
  if (layer === null) return
  const { x, y } = list.camera
  const left = Math.max(0, Math.floor(x))
  const right = Math.min(grid.w, Math.ceil(x + stage.width))
  // What hangs over its stand line is seen of a row that is not.
  const bottom = Math.min(grid.h, Math.ceil(y + stage.height) + 1)
  for (let row = Math.max(0, Math.floor(y)); row < bottom; row++)
    for (let column = left; column < right; column++) {
      const at = row * grid.w + column
      const tile = layer.tile[at]!
      if (tile < 0) continue
      const over = grid.over[tile]!
      const item = add(list, 'tile', part, column, row - over)
      item.share = 1
      item.w = 1
      item.h = 1 + over
      item.entry = grid.tiles[tile]!.id
      item.clip = TILE_CLIP
      item.clipStep = clipStep
      item.picture = layer.picture[at]!
    }
}
