import { disc, dot, edged, rect, scatter, sheet, strip, type Sheet } from './pixel'
import { INKS } from './inks'

/** What the climb of the old pier is made of: 20 px are one metre, and a cell of the course. */
const CELL = 20

/** A piece of pier whose neighbours are in `sum`: above 1, right 2, below 4, left 8. */
function pier(sum: number): Sheet {
  const s = sheet(CELL, CELL)
  const next = scatter(sum * 13 + 5)
  rect(s, 0, 0, CELL, CELL, '#5d4132')
  for (let y = 0; y < CELL; y += 5) {
    rect(s, 0, y, CELL, 4, y % 10 === 0 ? '#7a563d' : '#6d4b36')
    rect(s, Math.floor(next() * 14), y + 1, 4, 1, '#8a6548')
    dot(s, 2, y + 2, '#3b2a22')
    dot(s, 17, y + 2, '#3b2a22')
  }
  const open = (bit: number) => (sum & bit) === 0
  if (open(8)) rect(s, 0, 0, 2, CELL, '#4a3428')
  if (open(2)) rect(s, CELL - 2, 0, 2, CELL, '#3b2a22')
  if (open(4)) rect(s, 0, CELL - 3, CELL, 3, '#3b2a22')
  if (open(1)) {
    rect(s, 0, 0, CELL, 4, '#b98f60')
    rect(s, 0, 0, CELL, 1, '#dcb787')
    rect(s, 0, 4, CELL, 1, '#4a3428')
  }
  return s
}
export const pierSet = (): Sheet => strip(Array.from({ length: 16 }, (_, sum) => pier(sum)), 16) // prettier-ignore

export const gangway = (): Sheet =>
  strip(
    [0, 1].map((k) => {
      const s = sheet(CELL, CELL)
      rect(s, 0, 0, CELL, 5, INKS['n']!)
      rect(s, 0, 0, CELL, 1, INKS['l']!)
      rect(s, 0, 4, CELL, 1, INKS['N']!)
      rect(s, 5 + k * 8, 1, 1, 3, INKS['N']!)
      rect(s, k === 0 ? 3 : 15, 5, 2, 4, INKS['N']!)
      return s
    }),
    2,
  )
export const barnacles = (): Sheet =>
  strip(
    [0, 1].map((k) => {
      const s = sheet(CELL, CELL)
      for (let i = 0; i < 5; i++) {
        const [x, high] = [i * 4 + 1, 8 + ((i * 3 + k * 2) % 4) * 2]
        for (let y = 0; y < high; y++)
          rect(s, x + (y > high / 2 ? 1 : 0), CELL - 1 - y, y > high / 2 ? 1 : 3, 1, INKS[y % 3 === 0 ? 'g' : 'G']!)
        dot(s, x + 1, CELL - high, INKS['w']!)
      }
      edged(s, INKS['k']!)
      return s
    }),
    2,
  )
export const weed = (): Sheet =>
  strip(
    [0, 1].map((k) => {
      const s = sheet(CELL, CELL)
      for (let i = 0; i < 4; i++)
        for (let y = 0; y < 9 + i * 2; y++)
          rect(s, 2 + i * 5 + (((y >> 1) + k + i) % 2), CELL - 1 - y, 2, 1, INKS[i % 2 === 0 ? 'e' : 'E']!)
      return s
    }),
    2,
  )

/** Frames one above the other: how it is, and how it is in the middle of what it does. */
const two = (w: number, h: number, draw: (s: Sheet, k: number) => void): Sheet =>
  strip(
    [0, 1].map((k) => {
      const s = sheet(w, h)
      draw(s, k)
      return s
    }),
    1,
  )
export const raft = (): Sheet =>
  two(40, 14, (s, k) => {
    rect(s, 0, 0, 40, 5, INKS['t']!)
    rect(s, 0, 0, 40, 1, INKS['l']!)
    rect(s, 0, 4, 40, 1, INKS['N']!)
    for (const x of [3, 20, 31]) disc(s, x + 3, 9 + k, 4, INKS[x === 20 ? 'r' : 'b']!)
  })
export const rottenPlank = (): Sheet =>
  two(40, 8, (s, k) => {
    rect(s, 0, k, 40, 5, INKS['t']!)
    rect(s, 0, k, 40, 1, INKS['l']!)
    for (const x of [9, 22, 33]) rect(s, x, k + 1, 1, 5, INKS['N']!)
    rect(s, 14, k + 3, 5, 2, INKS['N']!)
  })
export const ropeCoil = (): Sheet =>
  two(22, 11, (s, k) => {
    for (let row = 0; row < 3 - k; row++) {
      rect(s, 1 + row, 1 + row * 3 + k * 3, 20 - row * 2, 3, INKS['t']!)
      for (let x = 2 + row; x < 20 - row; x += 3) dot(s, x, 2 + row * 3 + k * 3, INKS['n']!)
    }
    edged(s, INKS['k']!)
  })
export const urchin = (): Sheet =>
  two(20, 18, (s, k) => {
    const out = k === 1 ? 15 : 5
    for (let i = 0; i < 6; i++) rect(s, 1 + i * 3, 18 - out + (i % 2) * 2, 2, out, INKS[i % 2 === 0 ? 'm' : 'M']!)
    rect(s, 0, 15, 20, 3, INKS['k']!)
  })
export const festivalBell = (): Sheet =>
  two(30, 44, (s, k) => {
    rect(s, 2, 4, 3, 40, INKS['n']!)
    rect(s, 25, 4, 3, 40, INKS['N']!)
    rect(s, 0, 2, 30, 4, INKS['t']!)
    const x = 15 + (k === 1 ? 2 : 0)
    rect(s, x - 1, 6, 2, 4, INKS['k']!)
    disc(s, x, 14, 5, INKS['y']!)
    rect(s, x - 6, 16, 13, 4, INKS['Y']!)
    rect(s, x - 7, 20, 15, 2, INKS['y']!)
    disc(s, x + (k === 1 ? -3 : 0), 23, 1, INKS['k']!)
    if (k === 1) for (const [dx, dy] of [[-11, 8], [11, 8], [-12, 18], [12, 18]]) rect(s, x + dx!, dy!, 2, 1, INKS['w']!) // prettier-ignore
  })
export const pole = (): Sheet =>
  two(18, 28, (s, k) => {
    rect(s, 8, 0, 2, 28, INKS['N']!)
    rect(s, 5, 25, 8, 3, INKS['G']!)
    if (k === 1) for (let y = 0; y < 8; y++) rect(s, 10, 2 + y, 8 - Math.abs(4 - y), 1, INKS[y < 4 ? 'r' : 'R']!)
    else for (let y = 0; y < 8; y++) rect(s, 10, 16 + y, 3, 1, INKS['G']!)
  })
export const tideGate = (): Sheet =>
  two(16, 42, (s, k) => {
    rect(s, 1, 0, 4, 42, INKS['d']!)
    rect(s, 11, 0, 4, 42, INKS['k']!)
    if (k === 1) return
    for (let y = 2; y < 42; y += 8) rect(s, 4, y, 8, 4, INKS['G']!)
    rect(s, 6, 18, 5, 6, INKS['y']!)
    rect(s, 8, 20, 1, 3, INKS['k']!)
  })
export const brassKey = (): Sheet =>
  strip(
    [0, 1].map((k) => {
      const s = sheet(14, 16)
      disc(s, 6, 4 + k, 3, INKS['y']!)
      disc(s, 6, 4 + k, 1, INKS['Y']!)
      rect(s, 6, 7 + k, 2, 7, INKS['y']!)
      rect(s, 8, 10 + k, 2, 1, INKS['Y']!)
      rect(s, 8, 12 + k, 3, 1, INKS['Y']!)
      edged(s, INKS['k']!)
      return s
    }),
    2,
  )
