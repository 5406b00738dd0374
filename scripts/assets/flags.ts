import { rect, sheet, type Sheet } from './pixel'

/** Flags of the International Code of Signals, 24 x 18 px, and what goes with them: cards, and pennants of two watches. */
const W = 24
const H = 18
const [WHITE, RED, BLUE, YELLOW, BLACK] = ['#fdf6e3', '#d8432f', '#2f5fa8', '#f7c548', '#1d2033'] as const

type Paint = (s: Sheet) => void
const all =
  (colour: string): Paint =>
  (s) =>
    rect(s, 0, 0, W, H, colour)
/** Stripes of one width, from the left or from above. */
const stripes =
  (upright: boolean, ...colours: string[]): Paint =>
  (s) =>
    colours.forEach((colour, i) => {
      const [from, to] = [i, i + 1].map((n) => Math.round((n * (upright ? W : H)) / colours.length)) as [number, number]
      if (upright) rect(s, from, 0, to - from, H, colour)
      else rect(s, 0, from, W, to - from, colour)
    })
/** Every point where that is so. */
const where =
  (colour: string, is: (x: number, y: number) => boolean): Paint =>
  (s) => {
    for (let y = 0; y < H; y++) for (let x = 0; x < W; x++) if (is(x + 0.5, y + 0.5)) rect(s, x, y, 1, 1, colour)
  }
const swallowtail: Paint = (s) => {
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++)
      if (x + 0.5 > W - 6 + Math.abs(y + 0.5 - H / 2) * 0.67) s.data.set([0, 0, 0, 0], (y * W + x) * 4)
}
const disc = (colour: string): Paint => where(colour, (x, y) => (x - W / 2) ** 2 + (y - H / 2) ** 2 < 20)
const middle = (colour: string, share: number): Paint =>
  where(colour, (x, y) => Math.abs(x - W / 2) < (W * share) / 2 && Math.abs(y - H / 2) < (H * share) / 2)

const PAINTS: Record<string, Paint[]> = {
  A: [stripes(true, WHITE, BLUE), swallowtail],
  C: [stripes(false, BLUE, WHITE, RED, WHITE, BLUE)],
  D: [stripes(false, YELLOW, BLUE, BLUE, YELLOW)],
  E: [stripes(false, BLUE, RED)],
  F: [all(WHITE), where(RED, (x, y) => Math.abs(x - W / 2) / (W / 2) + Math.abs(y - H / 2) / (H / 2) < 1)],
  G: [stripes(true, YELLOW, BLUE, YELLOW, BLUE, YELLOW, BLUE)],
  H: [stripes(true, WHITE, RED)],
  I: [all(YELLOW), disc(BLACK)],
  J: [stripes(false, BLUE, WHITE, BLUE)],
  K: [stripes(true, YELLOW, BLUE)],
  L: [all(YELLOW), where(BLACK, (x, y) => x > W / 2 !== y > H / 2)],
  N: [all(WHITE), where(BLUE, (x, y) => (Math.floor(x / 6) + Math.floor(y / 4.5)) % 2 === 0)],
  O: [all(RED), where(YELLOW, (x, y) => y / H > x / W)],
  P: [all(BLUE), middle(WHITE, 0.4)],
  S: [all(WHITE), middle(BLUE, 0.4)],
  T: [stripes(true, RED, WHITE, BLUE)],
  U: [all(RED), where(WHITE, (x, y) => x > W / 2 !== y > H / 2)],
  X: [all(WHITE), where(BLUE, (x, y) => Math.abs(x - W / 2) < 2.5 || Math.abs(y - H / 2) < 2.5)],
}
export const FLAG_LETTERS = Object.keys(PAINTS)

export function flag(letter: string): Sheet {
  const s = sheet(W, H)
  for (const paint of PAINTS[letter]!) paint(s)
  return s
}

/** 32 x 24: paper with a rim, and an anchor on it or nothing. */
export function cardSheet(paper: string, rim: string, sign: Sheet | null): Sheet {
  const s = sheet(32, 24)
  rect(s, 1, 0, 30, 24, rim)
  rect(s, 0, 1, 32, 22, rim)
  rect(s, 1, 1, 30, 22, paper)
  if (sign === null) return s
  const [left, top] = [Math.floor((32 - sign.width) / 2), Math.floor((24 - sign.height) / 2)]
  for (let y = 0; y < sign.height; y++)
    for (let x = 0; x < sign.width; x++) {
      const from = (y * sign.width + x) * 4
      if (sign.data[from + 3]! > 0 && left + x >= 0 && top + y >= 0 && left + x < 32 && top + y < 24)
        s.data.set(sign.data.subarray(from, from + 4), ((top + y) * 32 + left + x) * 4)
    }
  return s
}

/** An anchor that fits on a card, in one colour. */
export function anchorSign(colour: string): Sheet {
  const rows = [
    '.....##.....',
    '....#..#....',
    '.....##.....',
    '...######...',
    '.....##.....',
    '.....##.....',
    '#....##....#',
    '##...##...##',
    '#....##....#',
    '.#...##...#.',
    '.##..##..##.',
    '..########..',
    '....####....',
    '.....##.....',
  ]
  const s = sheet(12, rows.length)
  rows.forEach((row, y) => [...row].forEach((letter, x) => letter === '#' && rect(s, x, y, 1, 1, colour)))
  return s
}

/** 20 x 20: a pennant on its staff, plain or striped. */
export function pennant(light: string, dark: string, striped: boolean): Sheet {
  const s = sheet(20, 20)
  rect(s, 2, 1, 2, 18, '#6a4026')
  for (let y = 0; y < 12; y++) {
    const wide = Math.round(15 * (1 - Math.abs(y - 5.5) / 6.5))
    for (let x = 0; x < wide; x++) rect(s, 4 + x, 2 + y, 1, 1, striped && x % 5 > 2 ? dark : light)
  }
  return s
}
