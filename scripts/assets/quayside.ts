import { blit, disc, dot, rect, scatter, sheet, stamp, strip, type Sheet } from './pixel'
import { INKS } from './inks'

/** What a quay cart on the harbour wall needs: the cart and its passenger, stone, a load on a rope. 20 px are one metre. */
const CELL = { w: 46, h: 36 }
const AXLES = [12, 32] as const
const WHEEL_Y = 29

/** A wheel whose spokes stand at one of four turns. */
function wheel(s: Sheet, x: number, y: number, turn: number): void {
  disc(s, x, y, 6, INKS['k']!)
  disc(s, x, y, 5, INKS['n']!)
  disc(s, x, y, 4, INKS['k']!)
  disc(s, x, y, 3, INKS['N']!)
  const spokes = [
    [1, 0],
    [2, 1],
    [1, 1],
    [1, 2],
  ][turn % 4]!
  for (const [dx, dy] of [spokes, [-spokes[1]!, spokes[0]!]] as const)
    for (const way of [-1, 1])
      for (let k = 1; k <= 3; k++) {
        const long = Math.max(Math.abs(dx!), Math.abs(dy!))
        dot(s, x + way * Math.round((dx! * k) / long), y + way * Math.round((dy! * k) / long), INKS['l']!)
      }
  dot(s, x, y, INKS['y']!)
}

interface CartPose {
  turn: number
  /** px the cart is off the stone, and the passenger off its seat; downwards. */
  cart?: number
  seat?: number
  /** px the hind wheel hangs lower than the fore one. */
  nose?: number
  wings?: 'up' | 'out' | ''
}

function cart(passenger: readonly string[], { turn, cart: lift = 0, seat = 0, nose = 0, wings = '' }: CartPose): Sheet {
  const s = sheet(CELL.w, CELL.h)
  stamp(s, passenger.slice(0, 17 - Math.max(0, seat)), INKS, 9, 1 + lift + seat)
  if (wings !== '') {
    const up = ['kk......', 'kkk.....', '.kkkk...', '..kkkkk.', '...kkkkk']
    const out = ['........', 'kkkk....', '.kkkkkkk', '...kkkkk', '........']
    stamp(s, wings === 'up' ? up : out, INKS, 7, (wings === 'up' ? 6 : 10) + lift + seat)
  }
  const top = 16 + lift
  rect(s, 2, top, 40, 9, INKS['k']!)
  for (let i = 0; i < 3; i++) {
    rect(s, 3, top + 1 + i * 3, 38, 2, INKS[i === 1 ? 't' : 'l']!)
    rect(s, 3, top + 2 + i * 3, 38, 1, INKS['n']!)
    dot(s, 5, top + 1 + i * 3, INKS['k']!)
    dot(s, 38, top + 1 + i * 3, INKS['k']!)
  }
  rect(s, 16, top + 1, 12, 7, INKS['b']!)
  rect(s, 17, top + 2, 10, 1, INKS['c']!)
  stamp(s, ['..kk', '.kk.', 'kk..'], INKS, 42, top - 2)
  wheel(s, AXLES[0], WHEEL_Y + lift + nose, turn)
  wheel(s, AXLES[1], WHEEL_Y + lift - nose, turn)
  return s
}

/** Rows: rolling, jumping, falling, ducking, bumped. */
export function cartStrip(passenger: readonly string[], sore: readonly string[]): Sheet {
  const roll = [0, 1, 2, 3].map((turn) => cart(passenger, { turn, seat: turn % 2 }))
  const jump = [0, 1, 2, 3].map((turn) =>
    cart(passenger, { turn, cart: -1, seat: 0, nose: 1, wings: turn % 2 === 0 ? 'up' : 'out' }),
  )
  const fall = [0, 1, 2, 3].map((turn) =>
    cart(passenger, { turn, seat: -1, nose: -1, wings: turn % 2 === 0 ? 'out' : 'up' }),
  )
  const duck = [0, 1, 2, 3].map((turn) => cart(passenger, { turn, seat: 11 + (turn % 2) }))
  const bump = [0, 1, 2, 3].map((turn) =>
    cart(sore, { turn, seat: -(turn % 2), nose: turn % 2 === 0 ? 1 : -1, wings: 'up' }),
  )
  return strip([...roll, ...jump, ...fall, ...duck, ...bump], 4)
}

/** 64 x 34: the top of the harbour wall; its sides meet. */
export function wallStrip(): Sheet {
  const s = sheet(64, 34)
  rect(s, 0, 0, 64, 34, '#6f7683')
  rect(s, 0, 0, 64, 5, '#aab0b4')
  rect(s, 0, 0, 64, 1, '#c9ccc8')
  rect(s, 0, 5, 64, 1, '#4c5362')
  for (let x = 0; x < 64; x += 16) rect(s, x, 1, 1, 4, '#8b919a')
  const next = scatter(19)
  for (let row = 0, y = 6; y < 34; y += 7, row++) {
    rect(s, 0, y + 6, 64, 1, '#505767')
    for (let x = (row % 2) * 8; x < 64; x += 16) {
      rect(s, x, y, 1, 6, '#505767')
      rect(s, x + 1, y, 15, 1, '#838a95')
      if (next() < 0.4) rect(s, x + 3 + Math.floor(next() * 7), y + 3, 3, 1, '#5c6473')
    }
    // What hangs over the right side goes on at the left.
    if (row % 2 === 1) rect(s, 57, y, 7, 1, '#838a95')
  }
  for (let x = 3; x < 64; x += 13) rect(s, x, 26 + (x % 3), 3, 2, INKS['e']!)
  return s
}

/** 26 x 56: a crate on a crane's rope. */
export function hangingCrate(): Sheet {
  const s = sheet(26, 56)
  for (let y = 0; y < 32; y++) dot(s, 12 + (y % 4 < 2 ? 0 : 1), y, INKS[y % 4 < 2 ? 't' : 'n']!)
  for (let i = 0; i < 9; i++) {
    dot(s, 12 - i, 28 + i, INKS['n']!)
    dot(s, 13 + i, 28 + i, INKS['n']!)
  }
  stamp(s, ['.kkkk.', 'kyyyyk', 'kYyyYk', '.kkkk.'], INKS, 10, 26)
  rect(s, 2, 36, 22, 20, INKS['k']!)
  rect(s, 3, 37, 20, 18, INKS['t']!)
  for (let y = 37; y < 55; y += 5) rect(s, 3, y + 4, 20, 1, INKS['N']!)
  rect(s, 3, 37, 3, 18, INKS['l']!)
  rect(s, 20, 37, 3, 18, INKS['n']!)
  for (let i = 0; i < 14; i++) rect(s, 5 + i, 39 + i, 2, 1, INKS['l']!)
  return s
}

/** 320 x 200: the start of a run along the wall. */
export function wallStart(
  sky: Sheet,
  town: Sheet,
  boats: Sheet,
  pieces: { cart: Sheet; crate: Sheet; pot: Sheet; fish: Sheet },
): Sheet {
  const s = sheet(320, 200)
  for (const layer of [sky, town, boats]) blit(s, layer, 0, 0)
  const wall = wallStrip()
  for (let x = 0; x < 320; x += 64) blit(s, wall, x, 166)
  blit(s, pieces.pot, 280, 155)
  blit(s, pieces.crate, 232, 46, 2)
  const first = sheet(CELL.w, CELL.h)
  for (let y = 0; y < CELL.h; y++) {
    const from = (y + CELL.h) * pieces.cart.width * 4
    first.data.set(pieces.cart.data.subarray(from, from + CELL.w * 4), y * CELL.w * 4)
  }
  blit(s, first, 92, 59, 3)
  blit(s, pieces.fish, 44, 128)
  return s
}
