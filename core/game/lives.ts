import { add, type DrawList } from './draw-list'
import { chosen, partAs, type Setup } from './setup'

/** Ways in which lives are shown; the first where a game says nothing of it. */
export const LIVES_SHOWN = ['marks', 'number'] as const
const Y = 0.85

/** Lives at the top right: a mark each, those that are lost pale; or one mark and how many are left. */
export function drawLives(list: DrawList, setup: Setup, lives: number, left: number): void {
  const mark = partAs(setup.doc, 'life')
  const right = setup.stage.width - 0.75
  const gap = (setup.sprites[mark]?.width ?? 0.6) + 0.18
  const numbered = chosen(setup, 'lives-shown', LIVES_SHOWN[0]) === 'number'
  for (let i = 0; i < (numbered ? Math.min(1, lives) : lives); i++) {
    const item = add(list, 'sprite', mark, right - i * gap, Y)
    item.clip = 'shown'
    item.clipStep = 0
    if (i >= left) item.alpha = 0.25
  }
  if (!numbered || lives === 0) return
  const item = add(list, 'text', 'lives-number', right - gap - 1.7, Y - 0.4)
  item.w = 2
  item.h = 0.8
  item.text = String(left)
}
