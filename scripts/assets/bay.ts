import { blit, disc, dither, dot, rect, scatter, sheet, type Sheet } from './pixel'

/** Saltwick's bay on a chart, from above: land all around, a sandy rim, an island with the light, and the town. */
const W = 160
const H = 100
/** The board of a wide stage ends here: below stand who plays and the dice. */
const FOOT = 84
const [DEEP, SEA, SHOAL, SAND, GRASS, WOOD] = [
  '#1f4d66',
  '#2f6f86',
  '#57a0a8',
  '#e6cf94',
  '#6d9a4e',
  '#4d7a42',
] as const

/** How far inside the water a point is: below 0 is land. */
function depth(x: number, y: number): number {
  const bay = 1 - ((x - 80) / 58) ** 2 - ((y - 44) / 33) ** 2
  const wave = 0.07 * (Math.sin(x * 0.31) + Math.cos(y * 0.43 + x * 0.11))
  const mouth = x > 118 && Math.abs(y - 40) < 12 + Math.sin(x * 0.5) * 2 ? 0.3 : -1
  const island = 0.22 - ((x - 84) / 22) ** 2 - ((y - 44) / 17) ** 2
  return Math.min(Math.max(bay + wave, mouth), island > 0 ? -island * 0.6 : 1)
}

function house(s: Sheet, x: number, y: number, roof: string): void {
  rect(s, x, y + 3, 6, 4, '#f0e4cc')
  for (let i = 0; i < 4; i++) rect(s, x + 3 - Math.max(1, i), y + i, Math.max(2, i * 2), 1, roof)
  dot(s, x + 2, y + 5, '#2b2f45')
}
function light(s: Sheet, x: number, y: number): void {
  for (let i = 0; i < 12; i++) rect(s, x - 2, y + i, 5, 1, Math.floor(i / 3) % 2 === 0 ? '#d8432f' : '#fdf6e3')
  rect(s, x - 1, y - 3, 3, 3, '#f7c548')
  rect(s, x - 2, y - 4, 5, 1, '#2b2f45')
}

export function bayBoard(): Sheet {
  const s = sheet(W, H)
  const next = scatter(77)
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const d = depth(x, y)
      if (d > 0.3) dither(s, x, y, Math.min(1, (d - 0.3) * 2), SEA, DEEP)
      else if (d > 0.06) dither(s, x, y, (d - 0.06) * 4, SHOAL, SEA)
      else if (d > -0.05) dot(s, x, y, d > 0 ? SHOAL : SAND)
      else dither(s, x, y, Math.min(0.9, -d * 0.8), GRASS, WOOD)
    }
  for (let i = 0; i < 90; i++) {
    const [x, y] = [Math.floor(next() * W), Math.floor(next() * H)]
    const d = depth(x, y)
    if (d > 0.2) rect(s, x, y, 3, 1, '#6fb3bd')
    else if (d < -0.25) {
      disc(s, x, y, 2, '#3c6636')
      dot(s, x, y - 1, '#5c8a4a')
    }
  }
  ;[[10, 62, '#b5543f'], [18, 66, '#7a5638'], [9, 71, '#c4823a'], [22, 72, '#b5543f'], [30, 70, '#5d4a86']].forEach(([x, y, roof]) => house(s, x as number, y as number, roof as string)) // prettier-ignore
  rect(s, 36, 70, 14, 2, '#7a5638')
  for (let i = 0; i < 4; i++) rect(s, 38 + i * 4, 72, 1, 3, '#5a3d28')
  light(s, 84, 34)
  for (let y = FOOT; y < H; y++) for (let x = 0; x < W; x++) dither(s, x, y, 0.35, WOOD, '#3c6636')
  return s
}

/** The same bay, with those who race round it, for the start picture. */
export function bayStart(...racers: Sheet[]): Sheet {
  const s = bayBoard()
  const at = [[96, 56], [118, 22], [112, 62], [52, 60]] as const // prettier-ignore
  racers.forEach((one, i) => blit(s, one, at[i]![0], at[i]![1], 2))
  return s
}
