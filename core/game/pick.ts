import type { DrawItem, DrawList } from './draw-list'
import { clipOf } from './clips'
import { pivotOf, type Actor, type Setup } from './setup'
import type { TextBox } from './types'

export interface Box {
  x: number
  y: number
  w: number
  h: number
}

export function actorOf(item: DrawItem, setup: Setup): Actor | undefined {
  if (item.entry === '') return setup.sprites[item.part]
  // A thing of an entry that this content does not have (the template's, while B is held) borrows one of its cast.
  return setup.byId[item.part]?.[item.entry] ?? setup.casts[item.part]?.[0]
}

/** The box a text is set in: its own where the screen places it, else the part's. */
export function textBoxOf(item: DrawItem, setup: Setup): Box | undefined {
  if (item.w > 0) return item
  const box: TextBox | undefined = setup.find('wording', item.part)?.box
  return box
}

/** World box an item covers, undefined when nothing of it can be seen. */
export function boundsOf(item: DrawItem, setup: Setup): Box | undefined {
  if (item.kind === 'text') return textBoxOf(item, setup)
  if (item.kind !== 'sprite' && item.kind !== 'column') return item
  const actor = actorOf(item, setup)
  if (actor === undefined) return undefined
  const clip = clipOf(actor.sprite, item.clip)
  const pivot = clip === undefined ? actor.sprite.pivot : pivotOf(actor.sprite, clip)
  if (item.kind === 'column')
    return { x: item.x - pivot.x * actor.width, y: item.sy < 0 ? item.y - item.h : item.y, w: actor.width, h: item.h }
  const left = item.sx < 0 ? 1 - pivot.x : pivot.x
  return { x: item.x - left * actor.width, y: item.y - pivot.y * actor.height, w: actor.width, h: actor.height }
}

/** The topmost item with a part of its own at a world point; a little `slack` makes small things easy to hit. */
export function pickAt(list: DrawList, setup: Setup, x: number, y: number, slack = 0.1): DrawItem | undefined {
  for (let i = list.count - 1; i >= 0; i--) {
    const item = list.items[i]!
    if (item.part === '' || item.kind === 'dim' || item.kind === 'plate') continue
    const box = boundsOf(item, setup)
    if (box === undefined) continue
    const grow = item.kind === 'sprite' ? slack : 0
    if (x >= box.x - grow && x <= box.x + box.w + grow && y >= box.y - grow && y <= box.y + box.h + grow) return item
  }
  return undefined
}
