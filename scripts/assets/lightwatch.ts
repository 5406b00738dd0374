import { blit, disc, dither, dot, rect, scatter, sheet, strip, type Sheet } from './pixel'
import { INKS } from './inks'

/** What a lighthouse against fog needs, seen over the water at night. 20 px are one metre. */
const LAMP = { w: 30, h: 30 }

/** The top of the tower: gallery, lamp and roof; `glow` 0..2, `sway` px to the side. */
function lamp(glow: number, sway = 0, dark = false): Sheet {
  const s = sheet(LAMP.w, LAMP.h)
  const x = 15 + sway
  if (glow > 0)
    for (let r = 10 + glow; r > 8; r--)
      for (let turn = 0; turn < 48; turn++) {
        const a = (turn / 48) * Math.PI * 2
        if ((turn + r) % 4 === 0) dot(s, x + Math.round(Math.cos(a) * r), 12 + Math.round(Math.sin(a) * r), INKS['y']!)
      }
  rect(s, x - 1, 0, 2, 3, INKS['k']!)
  for (let y = 0; y < 4; y++) rect(s, x - 2 - y * 2, 3 + y, 4 + y * 4, 1, INKS[y === 3 ? 'R' : 'r']!)
  rect(s, x - 7, 7, 14, 9, INKS['k']!)
  rect(s, x - 6, 7, 12, 9, dark ? INKS['d']! : INKS['Y']!)
  rect(s, x - 5, 8, 10, 7, dark ? INKS['m']! : INKS['y']!)
  if (!dark) disc(s, x, 11, 2 + Math.min(1, glow), INKS['w']!)
  for (const bar of [-6, 0, 5]) rect(s, x + bar, 7, 1, 9, INKS['k']!)
  rect(s, x - 10, 16, 20, 2, INKS['k']!)
  for (let i = -10; i < 10; i += 3) rect(s, x + i, 13, 1, 3, INKS['G']!)
  rect(s, x - 10, 13, 20, 1, INKS['G']!)
  for (let y = 18; y < 30; y++) {
    const half = 7 + Math.floor((y - 18) / 4)
    rect(s, x - half, y, half * 2, 1, y < 24 ? INKS['w']! : INKS['r']!)
    rect(s, x + half - 3, y, 3, 1, y < 24 ? INKS['g']! : INKS['R']!)
    dot(s, x - half - 1, y, INKS['k']!)
    dot(s, x + half, y, INKS['k']!)
  }
  rect(s, x - 2, 20, 4, 3, INKS['d']!)
  return s
}

/** Rows: burning, throwing light, gone dark for a moment. */
export const lampStrip = (): Sheet =>
  strip(
    [
      ...[0, 1, 2, 1].map((glow) => lamp(glow)),
      ...[2, 2, 1, 1].map((glow, i) => lamp(glow, i === 0 ? -1 : 0)),
      ...[0, 1, 0, 1].map((i) => lamp(0, i === 0 ? -1 : 1, true)),
    ],
    4,
  )

type Puff = readonly [x: number, y: number, r: number]

/** Discs of mist with a lighter rim and two eyes; colours from shadow to light. */
function mist(
  w: number,
  h: number,
  puffs: readonly Puff[],
  tones: readonly [string, string, string],
  eyesAt: readonly [number, number],
  sleepy: boolean,
): Sheet {
  const s = sheet(w, h)
  puffs.forEach(([x, y, r]) => disc(s, x, y + 1, r, tones[0]))
  puffs.forEach(([x, y, r]) => disc(s, x, y, r - 1, tones[1]))
  puffs.forEach(([x, y, r]) => disc(s, x - 1, y - 1, Math.max(1, r - 3), tones[2]))
  const [ex, ey] = eyesAt
  for (const dx of [0, 5]) {
    if (sleepy) rect(s, ex + dx, ey + 1, 2, 1, INKS['k']!)
    else rect(s, ex + dx, ey, 2, 2, INKS['k']!)
  }
  rect(s, ex + 2, ey + 4, 3, 1, INKS['k']!)
  return s
}

/** Rags of mist that drift apart; `k` 0..3. */
function rags(w: number, h: number, tones: readonly [string, string, string], k: number): Sheet {
  const s = sheet(w, h)
  const next = scatter(w * 7 + k)
  for (let i = 0; i < 9 - k; i++) {
    const turn = (i / (9 - k)) * Math.PI * 2 + k * 0.5
    const away = 3 + k * 2.4
    const r = Math.max(0, 3 - k + Math.floor(next() * 2) - 1)
    disc(s, Math.round(w / 2 + Math.cos(turn) * away), Math.round(h / 2 + Math.sin(turn) * away), r, tones[i % 3]!)
  }
  return s
}

const BANKS: Record<string, { tones: readonly [string, string, string]; puffs: (k: number) => readonly Puff[] }> = {
  'sea fret': {
    tones: ['#6f86a0', '#9fb4c6', '#d3dee6'],
    puffs: (k) => [[6, 12 + (k % 2), 4], [12, 9, 6], [19, 11 - (k % 2), 5], [15, 13, 4]], // prettier-ignore
  },
  'thick fog': {
    tones: ['#5d6372', '#8a92a1', '#bcc3cc'],
    puffs: (k) => [[6, 12, 5], [13, 8 - (k === 2 ? 1 : 0), 7], [20, 12, 5], [13, 14, 5]], // prettier-ignore
  },
  haar: {
    tones: ['#5a7f86', '#86b0ac', '#c2e0d6'],
    puffs: (k) => [[7, 8 + k % 3, 5], [13, 12 - k % 3, 6], [19, 9 + k % 2, 4]], // prettier-ignore
  },
  drizzle: {
    tones: ['#5b5590', '#8f7fc4', '#c8bce6'],
    puffs: (k) => [[8, 9, 5], [14, 7 + (k % 2), 6], [19, 10, 4]], // prettier-ignore
  },
}
export const FOG = Object.keys(BANKS)

/** Rows: drifting, torn to rags. 26 x 20 each. */
export function fogStrip(name: string): Sheet {
  const { tones, puffs } = BANKS[name]!
  const drift = [0, 1, 2, 3].map((k) => {
    const s = mist(26, 20, puffs(k), tones, [9, 8 + (k % 2)], name === 'thick fog')
    if (name === 'drizzle') for (const x of [7, 12, 17]) rect(s, x, 16 + ((k + x) % 3), 1, 2, INKS['c']!)
    return s
  })
  return strip([...drift, ...[0, 1, 2, 3].map((k) => rags(26, 20, tones, k))], 4)
}

/** A flash of light, and a drop of cold. 8 x 8 each, two frames. */
export const flashStrip = (): Sheet =>
  strip(
    [0, 1].map((k) => {
      const s = sheet(8, 8)
      disc(s, 3, 3, 2, INKS['y']!)
      disc(s, 3, 3, 1, INKS['w']!)
      for (const [x, y] of k === 0 ? [[3, 0], [3, 7], [0, 3], [7, 3]] : [[0, 0], [7, 0], [0, 7], [7, 7]]) dot(s, x!, y!, INKS['y']!) // prettier-ignore
      return s
    }),
    2,
  )
export const coldStrip = (): Sheet =>
  strip(
    [0, 1].map((k) => {
      const s = sheet(8, 8)
      disc(s, 3, 4, 2, INKS['c']!)
      rect(s, 3, 0 + k, 1, 3, INKS['c']!)
      dot(s, 2, 3, INKS['w']!)
      dot(s, 2, 4, INKS['s']!)
      return s
    }),
    2,
  )

/** 28 x 24: fish crates, nets and a barrel on a raft; each px of it can be knocked off. */
export function raftStack(): Sheet {
  const s = sheet(28, 24)
  const crate = (x: number, y: number, w: number, h: number) => {
    rect(s, x, y, w, h, INKS['N']!)
    rect(s, x + 1, y + 1, w - 2, h - 2, INKS['t']!)
    for (let j = y + 3; j < y + h - 1; j += 3) rect(s, x + 1, j, w - 2, 1, INKS['n']!)
    rect(s, x + 1, y + 1, w - 2, 1, INKS['l']!)
  }
  crate(2, 12, 12, 9)
  crate(15, 12, 11, 9)
  crate(8, 3, 13, 9)
  rect(s, 3, 8, 5, 4, INKS['e']!)
  rect(s, 4, 7, 3, 1, INKS['E']!)
  rect(s, 21, 6, 6, 6, INKS['r']!)
  rect(s, 21, 8, 6, 1, INKS['w']!)
  rect(s, 22, 5, 4, 1, INKS['R']!)
  rect(s, 0, 21, 28, 3, INKS['N']!)
  rect(s, 0, 21, 28, 1, INKS['n']!)
  for (let x = 4; x < 28; x += 7) rect(s, x, 21, 1, 3, INKS['k']!)
  return s
}

/** 320 x 200: the sea at night from above, the same whichever way the stage stands. */
export function nightSea(): Sheet {
  const s = sheet(320, 200)
  const next = scatter(47)
  const tones = ['#141c33', '#1b2944', '#223552'] as const
  for (let y = 0; y < 200; y++)
    for (let x = 0; x < 320; x++) {
      const swell = Math.sin(x / 31 + Math.sin(y / 23) * 1.4) * 0.5 + Math.sin(y / 17 + x / 90) * 0.5
      if (swell < 0) dither(s, x, y, (swell + 1) * 0.9, tones[0], tones[1])
      else dither(s, x, y, swell * 0.8, tones[1], tones[2])
    }
  for (let k = 0; k < 120; k++) {
    const [x, y] = [Math.floor(next() * 316), Math.floor(next() * 198)]
    rect(s, x, y, 2 + Math.floor(next() * 4), 1, next() < 0.3 ? '#3b5f7a' : '#2b4763')
  }
  return s
}

/** 320 x 200: the lighthouse of Saltwick over the water, with fog coming in. */
export function lightStart(): Sheet {
  const s = nightSea()
  const next = scatter(5)
  for (let k = 0; k < 40; k++)
    dot(s, Math.floor(next() * 320), Math.floor(next() * 60), k % 3 === 0 ? INKS['w']! : INKS['M']!)
  // Light to both sides, in steps.
  for (let x = 0; x < 150; x++) {
    const half = 2 + Math.floor(x / 7)
    for (let y = -half; y <= half; y++)
      if ((x + y * 3) % 4 !== 0) dither(s, 200 + x, 66 + y, 0.55 - x / 400, '#223552', '#8d7f4a')
  }
  const tower = lamp(2)
  for (let y = 132; y < 200; y++) {
    const half = 30 + Math.floor((y - 132) / 9)
    const red = Math.floor((y - 132) / 24) % 2 === 1
    rect(s, 176 - half, y, half * 2, 1, INKS[red ? 'r' : 'w']!)
    rect(s, 176 + half - 12, y, 12, 1, INKS[red ? 'R' : 'g']!)
  }
  blit(s, tower, 131, 42, 3)
  FOG.forEach((name, i) => {
    const bank = fogStrip(name)
    const first = sheet(26, 20)
    for (let y = 0; y < 20; y++)
      first.data.set(bank.data.subarray(y * bank.width * 4, y * bank.width * 4 + 26 * 4), y * 26 * 4)
    blit(s, first, [236, 262, 240, 258][i]!, [20, 58, 96, 136][i]!, 2)
  })
  return s
}
