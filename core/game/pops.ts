import { add, type DrawList } from './draw-list'
import { isOn, type Setup } from './setup'

/** A number that flies up where points were won or lost. Plain data, part of a play's state. */
export interface Pop {
  live: boolean
  x: number
  y: number
  /** Steps. */
  age: number
  points: number
}

const STEPS = 45

export const makePops = (count: number): Pop[] =>
  Array.from({ length: count }, () => ({ live: false, x: 0, y: 0, age: 0, points: 0 }))

/** Lets a number fly up from (x, y); the oldest one makes room when all are in the air. */
export function pop(pops: Pop[], x: number, y: number, points: number): void {
  let oldest = pops[0]!
  for (let i = 0; i < pops.length; i++) {
    const p = pops[i]!
    if (!p.live) {
      oldest = p
      break
    }
    if (p.age > oldest.age) oldest = p
  }
  oldest.live = true
  oldest.x = x
  oldest.y = y
  oldest.age = 0
  oldest.points = points
}

export function agePops(pops: Pop[]): void {
  for (let i = 0; i < pops.length; i++) {
    const p = pops[i]!
    if (p.live && ++p.age > STEPS) p.live = false
  }
}

export function drawPops(pops: readonly Pop[], list: DrawList, setup: Setup): void {
  if (!isOn(setup, 'points-fly', true)) return
  for (const p of pops) {
    if (!p.live) continue
    const item = add(list, 'text', 'pop-words', p.x - 1.5, p.y - 0.5 - p.age * 0.02)
    item.w = 3
    item.h = 0.8
    item.text = (p.points > 0 ? '+' : '') + p.points
    item.alpha = Math.min(1, (STEPS - p.age) / 15)
  }
}
