import { blit, rect, sheet, type Sheet } from './pixel'

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

/** Which points of a pennant's cloth are of its other colour. */
const PATTERNS = {
  plain: () => false,
  striped: (x: number) => x % 5 > 2,
  dotted: (x: number, y: number) => x % 4 === 1 && y % 4 === 1,
  crossed: (x: number, y: number) => (x + y) % 5 === 0 || (x + 10 - y) % 5 === 0,
}

/** 20 x 20: a pennant on its staff. */
export function pennant(light: string, dark: string, pattern: keyof typeof PATTERNS): Sheet {
  const s = sheet(20, 20)
  rect(s, 2, 1, 2, 18, '#6a4026')
  for (let y = 0; y < 12; y++) {
    const wide = Math.round(15 * (1 - Math.abs(y - 5.5) / 6.5))
    for (let x = 0; x < wide; x++) rect(s, 4 + x, 2 + y, 1, 1, PATTERNS[pattern](x, y) ? dark : light)
  }
  return s
}

/** 34 x 30: a lobster pot with its net over hoops, thick enough to hide what is in it. */
export function lobsterPot(): Sheet {
  const s = sheet(34, 30)
  for (let y = 1; y < 28; y++) {
    // A round back over straight sides.
    const inset = y < 10 ? Math.round(15 - Math.sqrt(225 - (15 - y * 1.5) ** 2)) + 1 : 1
    rect(s, inset, y, 34 - 2 * inset, 1, (y + inset) % 4 === 0 ? '#5d9c86' : '#4a8571')
    for (let x = inset; x < 34 - inset; x++)
      if ((x + y) % 6 === 0 || (x - y + 60) % 6 === 0) rect(s, x, y, 1, 1, '#cfe6d2')
  }
  for (const x of [1, 16, 31]) rect(s, x, x === 16 ? 1 : 10, 2, x === 16 ? 27 : 18, '#a97847')
  rect(s, 0, 25, 34, 4, '#8a5a34')
  rect(s, 0, 25, 34, 1, '#b98452')
  rect(s, 13, 0, 8, 2, '#d9b06a')
  return s
}

/** 24 x 24: a square of deck boards, with its nails. */
export function deckBoards(): Sheet {
  const s = sheet(24, 24)
  rect(s, 1, 0, 22, 24, '#6a4a32')
  rect(s, 0, 1, 24, 22, '#6a4a32')
  for (let i = 0; i < 4; i++) {
    const top = 1 + i * 6 - (i > 1 ? 1 : 0)
    rect(s, 1, top, 22, 5, i % 2 === 0 ? '#b58a5e' : '#aa7f55')
    rect(s, 1, top, 22, 1, '#c79d70')
    for (const x of [3, 20]) rect(s, x, top + 2, 1, 1, '#5a3d28')
  }
  return s
}

/** A start picture: pots on the quay, and a crab that was seen. */
export function potsOnTheQuay(harbour: Sheet, crab: Sheet): Sheet {
  for (const [x, y] of [
    [150, 116],
    [212, 122],
    [268, 114],
  ] as const)
    blit(harbour, lobsterPot(), x, y, 2)
  blit(harbour, crab, 104, 150, 2)
  return harbour
}

/** A start picture: boards of a deck, and pennants that stand on some. */
export function claimedDeck(harbour: Sheet): Sheet {
  const claimed = [
    pennant('#d8432f', '#a02c2a', 'plain'),
    null,
    pennant('#fdf6e3', '#2f7fae', 'striped'),
    null,
    pennant('#d8432f', '#a02c2a', 'plain'),
    pennant('#f7c548', '#2f5fa8', 'dotted'),
    pennant('#fdf6e3', '#5d4a86', 'crossed'),
    null,
    pennant('#d8432f', '#a02c2a', 'plain'),
  ]
  claimed.forEach((one, i) => {
    const [x, y] = [172 + (i % 3) * 48, 46 + Math.floor(i / 3) * 48]
    blit(harbour, deckBoards(), x, y, 2)
    if (one !== null) blit(harbour, one, x + 4, y + 4, 2)
  })
  return harbour
}

/** 320 x 200: the same harbour behind a quay that is seen from above, with room to move things about on it. */
export function quayTable(harbour: Sheet): Sheet {
  const tones = ['#8a6244', '#7d573b', '#946b4b']
  for (let row = 0, top = 92; top < 200; row++) {
    const high = 10 + row * 2
    rect(harbour, 0, top, 320, high, tones[row % 3]!)
    rect(harbour, 0, top, 320, 1, '#a87c58')
    rect(harbour, 0, top + high - 1, 320, 1, '#5a3d28')
    for (let x = (row * 53) % 80; x < 320; x += 80) {
      rect(harbour, x, top, 1, high, '#5a3d28')
      rect(harbour, x + 3, top + 3, 1, 1, '#4a3020')
      rect(harbour, x - 3, top + 3, 1, 1, '#4a3020')
    }
    top += high
  }
  return harbour
}
