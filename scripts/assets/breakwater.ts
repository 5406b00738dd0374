import { blit, dot, rect, scatter, sheet, stamp, strip, type Sheet } from './pixel'
import { INKS } from './inks'

/** What the gull over Saltwick's breakwater needs: a flyer, posts, sea and town. 20 px are one metre. */
const BODY = [
  '................kkkkk.....',
  '...............kwwwwwk....',
  '...............kwwkwwkkk..',
  '...............kwwwwwyyyk.',
  'kkk...........kwwwwwwkok..',
  'kGGkkkkkkkkkkkwwwwwwkkk...',
  'kGgggwwwwwwwwwwwwwwwk.....',
  '.kkggwwwwwwwwwwwwwwk......',
  '...kkggwwwwwwwwwwwk.......',
  '.....kkkggwwwwwwkk........',
  '........kkkkkkkk..........',
  '..........ko.ko...........',
]
const SORE: Record<number, string> = { 1: '...............kwkwkwk....', 2: '...............kwwkwwkkk..' }

/** Wing rows from the shoulder, drawn upwards or downwards over the body. */
const WING_UP = [
  '.kkk........',
  '.kGGk.......',
  '..kGGk......',
  '..kGggk.....',
  '...kggwk....',
  '....kgwwk...',
  '.....kwwwk..',
]
const WING_MID = ['..kkkk......', 'kkGGggkkk...', 'kGGgggwwwk..', '.kkkggwwwwk.', '....kkkwwk..']
const WING_DOWN = [
  '.....kwwwk..',
  '....kgwwwk..',
  '....kggwk...',
  '...kGggk....',
  '...kGGk.....',
  '...kGk......',
  '....k.......',
]

function gull(wing: readonly string[], top: number, sore = false, bob = 0): Sheet {
  const s = sheet(30, 26)
  const body = BODY.map((row, y) => (sore ? (SORE[y] ?? row) : row))
  stamp(s, body, INKS, 2, 8 + bob)
  stamp(s, wing, INKS, 8, top + bob)
  return s
}

export const gullStrip = (): Sheet =>
  strip(
    [
      gull(WING_UP, 7),
      gull(WING_MID, 11),
      gull(WING_DOWN, 15),
      gull(WING_DOWN, 15, false, -1),
      gull(WING_MID, 11),
      gull(WING_MID, 11, false, 1),
      gull(WING_DOWN, 15, true),
      gull(WING_UP, 7, true, 1),
      gull(WING_MID, 11, true),
    ],
    3,
  )

/** 26 x 60: an iron-bound post head, then timber that repeats every 30 px. */
export function breakwaterPost(): Sheet {
  const s = sheet(26, 60)
  const timber = (top: number, rows: number) => {
    for (let y = 0; y < rows; y++) {
      const at = top + y
      rect(s, 3, at, 20, 1, INKS['n']!)
      rect(s, 3, at, 1, 1, INKS['k']!)
      rect(s, 22, at, 1, 1, INKS['k']!)
      rect(s, 4, at, 3, 1, INKS['t']!)
      rect(s, 18, at, 4, 1, INKS['N']!)
      const row = (at - 30 + 300) % 30
      if (row % 15 === 3) rect(s, 9, at, 6, 1, INKS['N']!)
      if (row === 7 || row === 8) rect(s, 12, at, 2, 1, INKS['N']!)
      if (row === 14) rect(s, 3, at, 20, 1, INKS['k']!)
      if (row === 29) rect(s, 4, at, 18, 1, INKS['N']!)
      if (row >= 19 && row <= 22) dot(s, 5 + (row % 2) * 2, at, INKS['e']!)
    }
  }
  timber(0, 60)
  rect(s, 1, 0, 24, 1, INKS['k']!)
  rect(s, 0, 1, 26, 6, INKS['k']!)
  rect(s, 1, 1, 24, 5, INKS['d']!)
  rect(s, 2, 1, 22, 1, INKS['G']!)
  rect(s, 4, 3, 2, 2, INKS['g']!)
  rect(s, 20, 3, 2, 2, INKS['g']!)
  rect(s, 2, 12, 22, 5, INKS['k']!)
  rect(s, 3, 13, 20, 3, INKS['r']!)
  rect(s, 3, 13, 20, 1, INKS['h']!)
  return s
}

/** 64 x 20: one metre of sea; its right edge meets its left. */
export function seaStrip(): Sheet {
  const s = sheet(64, 20)
  for (let y = 0; y < 20; y++) rect(s, 0, y, 64, 1, y < 7 ? '#2f7f8f' : y < 13 ? '#256a7d' : '#1d566a')
  for (let x = 0; x < 64; x++) {
    const crest = [2, 1, 0, 0, 0, 1, 2, 3, 3, 3, 3, 3, 3, 3, 3, 3][x % 16]!
    for (let y = 0; y < crest; y++) s.data.fill(0, (y * 64 + x) * 4, (y * 64 + x) * 4 + 4)
    dot(s, x, crest, '#e6f3ee')
    dot(s, x, crest + 1, '#8fcbd0')
  }
  const next = scatter(7)
  for (let k = 0; k < 14; k++) rect(s, Math.floor(next() * 58), 8 + Math.floor(next() * 10), 5, 1, '#4a97a5')
  return s
}

const SKY = ['#7fc3d6', '#96cfda', '#aedbdd', '#c7e6df', '#e3efdc', '#f6efd6']

/** 320 x 200: a clear morning; nothing in it moves. */
export function morningSky(): Sheet {
  const s = sheet(320, 200)
  for (let y = 0; y < 200; y++) rect(s, 0, y, 320, 1, SKY[Math.min(5, Math.floor(y / 30))]!)
  for (let y = 30; y < 180; y += 30)
    for (let x = y % 2; x < 320; x += 2) dot(s, x, y - 1, SKY[Math.floor(y / 30)] ?? SKY[5]!)
  const cloud = (x: number, y: number, w: number) => {
    rect(s, x, y, w, 5, '#fbf8ea')
    rect(s, x + 6, y - 4, w - 16, 4, '#fbf8ea')
    rect(s, x + 3, y + 5, w - 4, 2, '#dbe9e2')
  }
  cloud(28, 34, 44)
  cloud(150, 22, 60)
  cloud(246, 52, 40)
  cloud(92, 74, 34)
  return s
}

/** 320 x 200, see-through above: the town across the bay; its sides meet. */
export function farTown(): Sheet {
  const s = sheet(320, 200)
  for (let x = 0; x < 320; x++) {
    const hill = 132 - Math.round(9 * Math.sin((x / 320) * Math.PI * 2) + 5 * Math.sin((x / 320) * Math.PI * 6))
    rect(s, x, hill, 1, 160 - hill, '#9cc0b6')
  }
  const next = scatter(31)
  for (let x = 6; x < 300; x += 15 + Math.floor(next() * 8)) {
    const w = 9 + Math.floor(next() * 5)
    const h = 11 + Math.floor(next() * 13)
    const wall = ['#d8cdbb', '#c9b9a6', '#e3d9c4', '#bfc4bd'][Math.floor(next() * 4)]!
    rect(s, x, 152 - h, w, h, wall)
    for (let i = 0; i < 4; i++) rect(s, x + i, 152 - h - 1 - i, w - i * 2, 1, '#b0705c')
    rect(s, x + 2, 152 - h + 3, 2, 3, '#6f8c93')
    rect(s, x + w - 4, 152 - h + 3, 2, 3, '#6f8c93')
  }
  rect(s, 0, 150, 320, 4, '#a9aa9f')
  for (let y = 154; y < 200; y++) rect(s, 0, y, 320, 1, y < 166 ? '#5ba3ad' : y < 180 ? '#4a93a0' : '#3c8393')
  for (let k = 0; k < 26; k++) rect(s, Math.floor(next() * 306), 157 + Math.floor(next() * 38), 12, 1, '#7dbcc0')
  return s
}

/** 320 x 200, see-through above: boats at their moorings, nearer by. */
export function moorings(boat: Sheet, buoy: Sheet): Sheet {
  const s = sheet(320, 200)
  blit(s, boat, 40, 154)
  blit(s, buoy, 140, 160)
  blit(s, boat, 214, 158)
  blit(s, buoy, 286, 156)
  for (let x = 0; x < 320; x += 4) rect(s, x, 178 + ((x / 4) % 3), 3, 1, '#7dbcc0')
  return s
}
