import { add, type DrawList } from './draw-list'
import { chosen, type Setup } from './setup'
import { STAGE } from './types'

/** Ways in which lives are shown; the first where a game says nothing of it. */
export const LIVES_SHOWN = ['marks', 'number'] as const
const Y = 0.85

/** Lives at the top right: a mark each, those that are lost pale; or one mark and how many are left. */
export function drawLives(list: DrawList, setup: Setup, lives: number, left: number): void {
  const gap = (setup.sprites['life']?.width ?? 0.6) + 0.18
  const numbered = chosen(setup, 'lives-shown', LIVES_SHOWN[0]) === 'number'
  for (let i = 0; i < (numbered ? Math.min(1, lives) : lives); i++) {
    const item = add(list, 'sprite', 'life', STAGE.width - 0.75 - i * gap, Y)
    item.clip = 'shown'
    item.clipStep = 0
    if (i >= left) item.alpha = 0.25
  }
  if (!numbered || lives === 0) return
  const item = add(list, 'text', 'lives-number', STAGE.width - 0.75 - gap - 1.7, Y - 0.4)
  item.w = 2
  item.h = 0.8
  item.text = String(left)
}
