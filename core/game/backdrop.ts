import { add, type DrawList } from './draw-list'
import { partAs, type Setup } from './setup'

/** What lies behind a play, over the whole stage; `scroll` is how far its layers have moved, world units. */
export function drawBackdrop(list: DrawList, setup: Setup, clipStep: number, scroll: number): void {
  const item = add(list, 'picture', partAs(setup.doc, 'backdrop'), 0, 0)
  item.w = setup.stage.width
  item.h = setup.stage.height
  item.clipStep = clipStep
  item.scroll = scroll
}
