import { folded, move, oval, resetFolds, shape, svg, svgStrip, type Drawing, type Tone } from '../../scripts/assets/paper'
import { scatter } from '../../scripts/assets/pixel'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Stepstone's own art: a young goat on its way up to a hut, cut from paper. */
const COAT: Tone = ['#f4efe4', '#d9d1c2']
const HORN = '#8a7460'
const INK = '#2b2f3d'
const ROCK: Tone = ['#8f93a3', '#767b8c']
const GRASS: Tone = ['#7fa65a', '#668b45']

interface Pose {
  /** Turns of the four legs: hind near, hind far, fore near, fore far. */
  legs: readonly [number, number, number, number]
  bob?: number
  tilt?: number
  squash?: number
  sore?: boolean
}

function leg(x: number, turn: number, fill: string): string {
  return move(x, 96, shape('M-6,-6L-5,26L-6,34L6,34L6,26L7,-6Z', fill) + shape('M-7,30L7,30L8,38L-8,38Z', INK), `rotate(${turn})`)
}
function goat({ legs, bob = 0, tilt = 0, squash = 1, sore = false }: Pose): string {
  const [hind, hindFar, fore, foreFar] = legs
  const eye = sore
    ? `<path d="M106,46l8,8M114,46l-8,8" stroke="${INK}" stroke-width="3.4" stroke-linecap="round"/>`
    : oval(110, 50, 4.4, 5.2, INK) + oval(111.4, 48.6, 1.5, 1.8, '#fff')
  const body = 'M26,84C22,64 44,56 72,58C96,60 108,68 106,86C104,102 86,108 64,108C42,108 30,102 26,84Z'
  return move(
    0,
    bob,
    `<g transform="translate(0 ${(134 * (1 - squash)).toFixed(1)}) scale(1 ${squash})">` +
      leg(44, hindFar, COAT[1]) +
      leg(92, foreFar, COAT[1]) +
      shape('M28,72C14,66 12,54 18,46C26,52 32,60 36,68Z', COAT[0]) +
      folded(body, COAT, 'M20,88C60,98 90,96 120,80L120,120L20,120Z') +
      shape('M88,74C84,54 90,34 108,30C126,28 138,42 138,56C138,66 128,72 116,72C112,84 100,88 88,84Z', COAT[0]) +
      shape('M138,56C138,66 128,72 116,72C124,68 130,62 132,54C135,52 138,53 138,56Z', '#e9c9b8') +
      oval(136, 55, 3, 2.6, '#7a5a52') +
      shape('M112,70C110,80 112,86 116,90C118,84 120,78 119,71Z', COAT[1]) +
      shape('M92,42C80,38 74,44 74,52C82,54 90,52 96,48Z', COAT[1]) +
      shape('M100,32C96,18 86,10 76,10C82,18 86,28 90,38Z', HORN) +
      shape('M110,30C108,16 100,8 90,6C96,14 98,24 101,33Z', '#a08a72') +
      eye +
      // A red scarf: seen on every rock.
      folded('M84,74C94,82 106,82 116,76L114,86C104,92 92,90 82,84Z', ['#d2503c', '#b03e2d'], 'M100,70L130,70L130,100L100,100Z') +
      shape('M84,78L70,88L74,96L88,86Z', '#b03e2d') +
      leg(40, hind, COAT[0]) +
      leg(86, fore, COAT[0]) +
      '</g>',
    `rotate(${tilt} 74 110)`,
  )
}

function heroStrip(): string {
  const four = (poses: readonly Pose[]) => poses.map((pose) => move(2, 22, goat(pose)))
  return svgStrip(160, 4, [
    ...four([0, 1, 2, 1].map((bob) => ({ legs: [0, 4, 0, -4] as const, bob }))),
    ...four([
      { legs: [40, 22, -42, -26], bob: -3 },
      { legs: [8, -10, -6, 12], bob: 1 },
      { legs: [-30, -42, 26, 40], bob: -2 },
      { legs: [-4, 12, 8, -12], bob: 1 },
    ]),
    ...four([44, 50, 46, 42].map((turn) => ({ legs: [turn, turn - 12, -turn, -turn + 10] as const, tilt: -12 }))),
    ...four([10, 4, 8, 2].map((turn) => ({ legs: [turn, turn - 14, -26 - turn, -38] as const, tilt: 9 }))),
    ...four([0.8, 0.86, 0.93, 1].map((squash) => ({ legs: [14, -12, 12, -14] as const, squash }))),
    ...four([-9, 9, -7, 7].map((tilt, i) => ({ legs: i % 2 === 0 ? ([-30, 24, 34, -40] as const) : ([26, -30, -36, 30] as const), tilt, sore: true }))),
  ])
}

/** 64 x 64: a piece of crag whose neighbours are in `sum`: above 1, right 2, below 4, left 8. */
function crag(sum: number): string {
  const next = scatter(40 + sum)
  const facets = [0, 1, 2]
    .map(() => {
      const [x, y] = [8 + next() * 34, 16 + next() * 30]
      return shape(`M${x.toFixed(1)},${y.toFixed(1)}l${(10 + next() * 10).toFixed(1)},-6l8,10l-14,8Z`, next() < 0.5 ? '#9da1b0' : '#848999')
    })
    .join('')
  const open = (bit: number) => (sum & bit) === 0
  return (
    `<rect width="64" height="64" fill="${ROCK[0]}"/>` +
    facets +
    (open(4) ? `<rect y="54" width="64" height="10" fill="#5d6170"/>` : '') +
    (open(2) ? `<rect x="57" width="7" height="64" fill="${ROCK[1]}"/>` : '') +
    (open(8) ? `<rect width="5" height="64" fill="#a6aab8"/>` : '') +
    (open(1)
      ? `<rect width="64" height="13" fill="${GRASS[0]}"/>` +
        [0, 13, 26, 39, 52].map((x, i) => shape(`M${x},12L${x + 6},${i % 2 === 0 ? 22 : 18}L${x + 12},12Z`, GRASS[0])).join('') +
        `<rect width="64" height="4" fill="#93b96c"/>`
      : '')
  )
}
const ledge = (k: number): string =>
  `<rect y="0" width="64" height="20" fill="#a97c4f"/><rect y="0" width="64" height="5" fill="#c99a66"/><rect y="16" width="64" height="4" fill="#7d5836"/>` +
  [10 + k * 7, 40 - k * 5].map((x) => `<rect x="${x}" y="6" width="3" height="9" fill="#8a6340"/>`).join('') +
  (k === 1 ? shape('M6,20L10,32L18,20Z', GRASS[1]) : k === 2 ? shape('M44,20L50,30L56,20Z', GRASS[1]) : '')
const thorns = (k: number): string =>
  [0, 1, 2, 3, 4].map((i) => shape(`M${i * 13 - 2},64L${i * 13 + 5},${14 + ((i * 7 + k * 5) % 4) * 5}L${i * 13 + 14},64Z`, i % 2 === 0 ? '#8c3f54' : '#6f2f43')).join('') +
  [10, 34, 52].map((x, i) => oval(x, 40 + ((i + k) % 2) * 8, 3, 3, '#e3a24c')).join('')
const fern = (k: number): string =>
  move(32, 64, [-52, -26, 0, 26, 52].map((turn, i) => `<g transform="rotate(${turn + k * 5})">${shape('M-5,0C-8,-20 -3,-44 0,-54C3,-44 8,-20 5,0Z', GRASS[i % 2]!)}</g>`).join(''))

/** Scraps of paper that fly apart; `k` 0..3. */
const scraps = (k: number, colours: readonly string[]): string =>
  Array.from({ length: 8 }, (_, i) => {
    const turn = (i * 45 + k * 11) * (Math.PI / 180)
    const away = 10 + k * 12 + (i % 3) * 4
    return `<g transform="translate(${(60 + Math.cos(turn) * away).toFixed(1)} ${(72 + Math.sin(turn) * away * 0.8).toFixed(1)}) rotate(${i * 57 + k * 40}) scale(${(1 - k * 0.2).toFixed(2)})">${shape('M-8,-6L8,-8L10,6L-6,8Z', colours[i % colours.length]!)}</g>`
  }).join('')
const foe = (frames: readonly string[], colours: readonly string[]): string =>
  svgStrip(120, 4, [...frames, ...[0, 1, 2, 3].map((k) => scraps(k, colours))])

const eye = (x: number, y: number): string => oval(x, y, 6, 7, '#fffdf6') + oval(x - 1.6, y + 0.6, 3, 3.6, INK)
const cone = (k: number): string => {
  const step = [0, 6, 0, -6][k]!
  return (
    oval(44 + step, 112, 11, 6, '#6c4a30') +
    oval(78 - step, 112, 11, 6, '#6c4a30') +
    folded('M24,76C22,44 44,22 60,16C78,22 98,44 96,76C94,100 80,110 60,110C40,110 26,100 24,76Z', ['#a5744a', '#875a37'], 'M62,10L120,10L120,120L62,120Z') +
    [0, 1, 2].flatMap((j) => [0, 1, 2, 3].map((i) => shape(`M${30 + i * 17 - (j % 2) * 7},${86 - j * 22}q8,12 16,0q-8,-6 -16,0Z`, '#6f4a2d'))).join('') +
    eye(46, 66) +
    eye(68, 66) +
    shape('M46,84L68,82L66,88L50,90Z', INK)
  )
}
const wasp = (k: number): string =>
  move(0, [0, -3, 0, 3][k]!, oval(70, 40, 20, k % 2 === 0 ? 22 : 12, '#dfeaf0') + oval(90, 46, 15, k % 2 === 0 ? 16 : 9, '#cfdde6') +
    folded('M20,68C20,50 40,44 62,46C88,48 104,58 108,72C100,86 84,94 58,94C36,94 20,86 20,68Z', ['#f0b93f', '#d69c2b'], 'M20,72L120,66L120,110L20,110Z') +
    [50, 68, 86].map((x) => shape(`M${x},46L${x + 9},47L${x + 7},93L${x - 2},93Z`, INK)).join('') +
    shape('M106,66L120,72L106,80Z', INK) +
    eye(34, 62))
const fox = (k: number): string => {
  const run = [16, -8, -16, 8][k]!
  const paw = (x: number, turn: number) => move(x, 88, shape('M-6,-6L-4,24L7,24L6,-6Z', '#7d3a22'), `rotate(${turn})`)
  return (
    shape('M84,76C108,66 118,50 112,36C100,40 86,54 78,70Z', '#e2874a') +
    shape('M112,36C104,40 100,46 98,54C106,50 112,44 112,36Z', '#fff4e2') +
    paw(48, run) +
    paw(82, -run) +
    folded('M22,72C24,58 46,54 68,56C90,58 98,68 96,82C94,96 76,98 58,98C38,98 22,90 22,72Z', ['#d9703a', '#b9582a'], 'M20,80L110,76L110,110L20,110Z') +
    shape('M8,66C12,46 28,36 44,38C56,40 62,50 60,62C58,76 44,82 30,80L4,74Z', '#d9703a') +
    shape('M4,74L30,80C40,80 50,76 56,68C46,66 30,66 18,68Z', '#fff4e2') +
    shape('M30,40L34,18L48,38Z', '#b9582a') +
    shape('M46,40L56,22L62,46Z', '#b9582a') +
    oval(6, 73, 4.5, 3.6, INK) +
    eye(34, 56) +
    paw(40, -run) +
    paw(74, run)
  )
}

const berry = (k: number): string =>
  move(40, 44, shape('M-2,-14L-6,-30L0,-32L3,-15Z', GRASS[1]) + shape('M-4,-28C-20,-34 -24,-24 -22,-20C-14,-16 -6,-20 -3,-26Z', GRASS[0]) +
    [[-12, 0], [12, -2], [0, 16]].map(([x, y]) => folded(`M${x! - 13},${y!}C${x! - 13},${y! - 17} ${x! + 13},${y! - 17} ${x! + 13},${y!}C${x! + 13},${y! + 17} ${x! - 13},${y! + 17} ${x! - 13},${y!}Z`, ['#5566b8', '#3f4d97'], `M${x!},-40L60,-40L60,60L${x!},60Z`) + oval(x! - 5, y! - 4, 3, 3, '#b8c3f2')).join(''), `rotate(${k * 10 - 5})`)
const key = (k: number): string =>
  move(40, 40, `<circle cx="0" cy="-16" r="13" fill="none" stroke="#e8b33c" stroke-width="9"/>` + shape('M-4,-4L4,-4L4,34L-4,34ZM4,18L16,18L16,24L4,24ZM4,28L13,28L13,34L4,34Z', '#e8b33c') + shape('M0,-4L4,-4L4,34L0,34Z', '#c8922a'), `rotate(${k * 14 - 7})`)
const heart = (k: number): string =>
  move(40 - 33, 6 + k * 2, folded('M33,64C10,46 2,30 6,16C10,2 26,2 33,16C40,2 56,2 60,16C64,30 56,46 33,64Z', ['#d8694f', '#b44f3b'], 'M34,0L80,0L80,70L34,70Z'))
const basket = (k: number): string =>
  shape(`M8,20L${4 + k},-4L10,-4L14,20ZM146,20L${150 - k},-4L156,-4L152,20Z`, '#8a6340') +
  folded('M0,14L160,14L146,62C120,70 40,70 14,62Z', ['#c39558', '#a47a42'], 'M80,0L160,0L160,80L80,80Z') +
  `<rect y="11" width="160" height="10" fill="#d9ad6f"/>` +
  [26, 52, 78, 104, 130].map((x) => `<rect x="${x}" y="24" width="5" height="38" fill="#8f6836"/>`).join('')
const plank = (k: number): string =>
  move(0, k * 2, `<rect y="6" width="160" height="22" rx="3" fill="#b98a55"/><rect y="6" width="160" height="6" fill="#d3a76f"/>` + shape('M60,12L66,28L58,28L54,20Z', '#7d5836') + shape('M112,10L108,28L116,28L120,18Z', '#7d5836'))
const mushroom = (k: number): string => {
  const low = k * 14
  return (
    folded(`M56,112C60,${92 + low / 2} 60,80 58,${66 + low}L84,${66 + low}C82,80 84,96 90,112Z`, ['#f1e4cd', '#d9c7a8'], 'M72,50L110,50L110,120L72,120Z') +
    folded(`M8,${62 + low}C12,${28 + low} 40,${12 + low} 70,${12 + low}C100,${12 + low} 128,${28 + low} 132,${62 + low}C104,${72 + low} 36,${72 + low} 8,${62 + low}Z`, ['#4f8fb0', '#3c7291'], `M72,0L150,0L150,100L72,100Z`) +
    [[40, 44], [70, 30], [102, 46]].map(([x, y]) => oval(x!, y! + low, 9, 7, '#e9f3f2')).join('')
  )
}
const sprigs = (out: boolean): string =>
  out
    ? [0, 1, 2, 3].map((i) => shape(`M${8 + i * 28},118C${10 + i * 28},80 ${14 + i * 26},40 ${22 + i * 26},${12 + (i % 2) * 16}C${26 + i * 26},50 ${28 + i * 28},90 ${28 + i * 28},118Z`, i % 2 === 0 ? '#8c3f54' : '#6f2f43')).join('')
    : [0, 1, 2, 3].map((i) => shape(`M${8 + i * 28},118L${18 + i * 28},${100 + (i % 2) * 4}L${28 + i * 28},118Z`, '#6f2f43')).join('')
const hut = (lit: boolean): string =>
  folded('M30,90L150,90L150,214L30,214Z', ['#a8744a', '#8a5c38'], 'M92,80L160,80L160,220L92,220Z') +
  [112, 136, 160, 184].map((y) => `<rect x="30" y="${y}" width="120" height="4" fill="#7b5130"/>`).join('') +
  folded('M12,96L90,22L168,96Z', ['#c8553d', '#a8432f'], 'M90,10L180,10L180,100L90,100Z') +
  `<rect x="70" y="136" width="42" height="78" fill="${lit ? '#f9d77a' : '#5a3a22'}"/>` +
  `<rect x="122" y="126" width="20" height="24" fill="${lit ? '#f9e3a0' : '#f2c65a'}"/><rect x="38" y="126" width="20" height="24" fill="${lit ? '#f9e3a0' : '#f2c65a'}"/>` +
  `<rect x="122" y="30" width="14" height="34" fill="#7a6a66"/>`
const cairn = (up: boolean): string =>
  folded('M22,118C20,100 40,94 60,94C82,94 100,100 98,118Z', ROCK, 'M60,80L110,80L110,120L60,120Z') +
  folded('M34,96C34,82 46,76 60,76C76,76 86,82 86,96Z', ['#a0a4b2', '#858a9a'], 'M60,60L100,60L100,100L60,100Z') +
  folded('M44,78C44,68 52,64 60,64C70,64 76,68 76,78Z', ROCK, 'M60,50L90,50L90,80L60,80Z') +
  `<rect x="58" y="${up ? 8 : 30}" width="4" height="60" fill="#7d5836"/>` +
  (up ? shape('M62,10L98,20L62,34Z', '#d2503c') : shape('M62,34L74,44L62,58Z', '#9a8f86'))
const gate = (open: boolean): string =>
  `<rect x="12" y="6" width="16" height="194" fill="#7d5836"/><rect x="72" y="6" width="16" height="194" fill="#6a492c"/>` +
  (open
    ? `<rect x="28" y="20" width="8" height="180" fill="#a97c4f"/>`
    : [24, 66, 108, 150].map((y) => `<rect x="26" y="${y}" width="48" height="30" fill="#a97c4f"/><rect x="26" y="${y}" width="48" height="6" fill="#c99a66"/>`).join('') + oval(62, 118, 7, 7, '#e8b33c') + `<rect x="60" y="118" width="4" height="12" fill="#2b2f3d"/>`)

const signpost = (): string =>
  `<rect x="54" y="20" width="10" height="98" fill="#7d5836"/>` +
  folded('M20,26L92,26L108,42L92,58L20,58Z', ['#c99a66', '#a97c4f'], 'M20,42L110,42L110,60L20,60Z') +
  `<rect x="30" y="36" width="44" height="4" fill="#7d5836"/><rect x="30" y="46" width="30" height="4" fill="#7d5836"/>`
const pine = (): string =>
  `<rect x="66" y="170" width="18" height="48" fill="#6a492c"/>` +
  [[128, 66, 178], [84, 54, 132], [40, 40, 86]].map(([top, half, low]) => folded(`M75,${top! - 32}L${75 + half!},${low}L${75 - half!},${low}Z`, ['#5f8a62', '#4b7350'], `M75,0L150,0L150,${low}L75,${low}Z`)).join('') // prettier-ignore
const seat = (k: number): string =>
  `<rect x="10" y="8" width="140" height="16" rx="4" fill="${k === 0 ? '#a97c4f' : '#8a6340'}"/><rect x="10" y="8" width="140" height="5" rx="2" fill="#c99a66"/>` +
  [24, 128].map((x) => `<rect x="${x}" y="2" width="8" height="26" rx="3" fill="#d2b48a"/>`).join('')

/** A line of hills that meets itself at both ends; `waves` are [whole turns, height, start]. */
function ridge(base: number, waves: readonly [number, number, number][], fill: string): string {
  const points: string[] = []
  for (let x = 0; x <= 1280; x += 16)
    points.push(`${x},${waves.reduce((y, [turns, high, from]) => y - Math.abs(Math.sin((x / 1280) * Math.PI * turns + from)) * high, base).toFixed(1)}`)
  return shape(`M0,800L${points.join('L')}L1280,800Z`, fill)
}
const sky = (): string =>
  `<rect width="1280" height="800" fill="#cfe3ee"/><rect width="1280" height="280" fill="#bcd8e8"/>` +
  oval(260, 190, 70, 70, '#fdf3d2') +
  [[620, 150, 1.1], [980, 230, 0.9], [140, 330, 0.7]].map(([x, y, k]) => move(x!, y!, shape('M-110,18C-90,-4 -60,-6 -40,4C-20,-16 30,-16 46,4C70,-6 104,2 116,18Z', '#f4fafc'), `scale(${k})`)).join('')
const peaks = (): string => ridge(560, [[3, 210, 0.5], [7, 40, 0.2]], '#a9bccb') + ridge(620, [[4, 150, 1.3], [9, 24, 0]], '#93aaba') // prettier-ignore
const slopes = (): string => ridge(700, [[3, 90, 0.9], [8, 16, 0.4]], '#8fae94') + ridge(760, [[5, 60, 0.1]], '#7f9f80') // prettier-ignore

export function drawings(): Drawing[] {
  resetFolds()
  const four = (draw: (k: number) => string) => [0, 1, 2, 3].map(draw)
  const row = (cell: number, high: number, frames: readonly string[]) =>
    svg(cell * frames.length, high, frames.map((frame, i) => move(i * cell, 0, frame)).join(''))
  /** Clips one above the other, a frame each. */
  const rows = (wide: number, high: number, frames: readonly string[]) =>
    svg(wide, high * frames.length, frames.map((frame, i) => move(0, i * high, frame)).join(''))
  const all = Array.from({ length: 16 }, (_, i) => i)
  return [
    { name: 'hero', svg: heroStrip() },
    { name: 'crag', svg: row(64, 64, all.map(crag)) },
    { name: 'ledge', svg: row(64, 64, [0, 1, 2].map(ledge)) },
    { name: 'thorns', svg: row(64, 64, [0, 1].map(thorns)) },
    { name: 'fern', svg: row(64, 64, [0, 1].map(fern)) },
    { name: 'cone', svg: foe(four(cone), ['#a5744a', '#6f4a2d', '#875a37']) },
    { name: 'wasp', svg: foe(four(wasp), ['#f0b93f', INK, '#dfeaf0']) },
    { name: 'fox', svg: foe(four(fox), ['#d9703a', '#fff4e2', '#b9582a']) },
    { name: 'berry', svg: svgStrip(80, 2, [0, 1].map(berry)) },
    { name: 'key', svg: svgStrip(80, 2, [0, 1].map(key)) },
    { name: 'heart', svg: svgStrip(80, 2, [0, 1].map(heart)) },
    { name: 'basket', svg: rows(160, 72, [0, 1].map((k) => move(0, 0, basket(k)))) },
    { name: 'plank', svg: rows(160, 36, [0, 1].map(plank)) },
    { name: 'mushroom', svg: rows(140, 116, [0, 1].map(mushroom)) },
    { name: 'sprigs', svg: rows(120, 120, [sprigs(false), sprigs(true)]) },
    { name: 'hut', svg: rows(180, 216, [hut(false), hut(true)]) },
    { name: 'cairn', svg: rows(120, 120, [cairn(false), cairn(true)]) },
    { name: 'gate', svg: rows(100, 200, [gate(false), gate(true)]) },
    { name: 'seat', svg: rows(160, 36, [0, 1].map(seat)) },
    { name: 'signpost', svg: svg(120, 120, signpost()) },
    { name: 'pine', svg: svg(150, 220, pine()) },
    { name: 'life', svg: svg(66, 68, heart(0).replace('translate(7 6)', 'translate(0 2)')) },
    { name: 'backdrop', svg: svg(1280, 800, sky()) },
    { name: 'peaks', svg: svg(1280, 800, peaks()) },
    { name: 'slopes', svg: svg(1280, 800, slopes()) },
    {
      name: 'start',
      svg: svg(
        1280,
        800,
        sky() +
          peaks() +
          slopes() +
          Array.from({ length: 8 }, (_, i) => move(640 + i * 80, 660, crag(14 - (i === 0 ? 8 : 0)), 'scale(1.25)')).join('') +
          Array.from({ length: 8 }, (_, i) => move(640 + i * 80, 740, crag(15 - (i === 0 ? 8 : 0)), 'scale(1.25)')).join('') +
          [0, 1, 2].map((i) => move(960 + i * 80, 440, ledge(i), 'scale(1.25)')).join('') +
          move(1040, 230, hut(true)) +
          move(1080, 520, cone(1), 'scale(1.15)') +
          move(640, 330, goat({ legs: [44, 32, -44, -34], tilt: -12 }), 'scale(2)'),
      ),
    },
  ]
}

/** Mountain sounds: bells, wood and a shepherd's pipe. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.21
  const melody: Row = [
    [74, 2], [76, 1], [78, 1], [81, 3], [78, 1], [76, 2], [74, 2], [71, 4],
    [69, 1], [71, 1], [74, 2], [76, 2], [78, 1], [76, 1], [74, 4], [null, 4],
    [78, 2], [79, 1], [81, 1], [83, 3], [81, 1], [78, 2], [76, 2], [74, 2], [76, 2],
    [78, 1], [76, 1], [74, 1], [71, 1], [69, 2], [71, 2], [74, 6], [null, 2],
  ] // prettier-ignore
  const bass = [50, 50, 55, 50, 57, 55, 50, 50, 55, 57, 50, 55, 50, 57, 50, 50].flatMap((root): Row => [
    [root, 2],
    [root + 7, 2],
  ])
  return {
    'jump-sound': mix(0.2, [{ at: 0, length: 0.18, from: 300, to: 640, wave: 'sine', level: 0.5 }]),
    'land-sound': mix(0.12, [
      { at: 0, length: 0.1, from: 190, to: 100, wave: 'sine', level: 0.5 },
      { at: 0, length: 0.06, from: 900, wave: 'noise', level: 0.35 },
    ]),
    'pick-sound': mix(0.28, chime([86, 93], 0.05, 0.2)),
    'key-sound': mix(0.5, chime([81, 85, 88, 93], 0.06, 0.3)),
    'stomp-sound': mix(0.26, [
      { at: 0, length: 0.2, from: 420, to: 140, wave: 'triangle', level: 0.5 },
      { at: 0, length: 0.1, from: 1500, wave: 'noise', level: 0.5 },
    ]),
    'hurt-sound': mix(0.4, [
      { at: 0, length: 0.3, from: 520, to: 300, wave: 'reed', level: 0.35, attack: 0.01 },
      { at: 0, length: 0.1, from: 1400, wave: 'noise', level: 0.4 },
    ]),
    'fall-sound': mix(0.6, [{ at: 0, length: 0.56, from: 760, to: 120, wave: 'triangle', level: 0.4 }]),
    'spring-sound': mix(0.4, [{ at: 0, length: 0.38, from: 240, to: 980, wave: 'sine', level: 0.5 }]),
    'door-sound': mix(0.5, [
      { at: 0, length: 0.3, from: 170, to: 130, wave: 'pluck', level: 0.5 },
      { at: 0.12, length: 0.36, from: 700, wave: 'noise', level: 0.4, attack: 0.05 },
    ]),
    'check-sound': mix(0.7, chime([74, 81, 86], 0.1, 0.5)),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 640, to: 520, wave: 'pluck' }]),
    'win-sound': mix(1.6, [...chime([74, 78, 81, 86], 0.15, 0.9), ...chime([62, 66, 69], 0, 1.5, { level: 0.18 })]),
    'lose-sound': mix(1.1, chime([74, 71, 67, 62], 0.18, 0.6, { wave: 'pluck' })),
    music: mix(
      beat * 64,
      [...voice(melody, beat, { level: 0.28, wave: 'reed', attack: 0.03 }, 0.95), ...voice(bass, beat, { level: 0.26, wave: 'pluck' }, 1.2)],
      true,
    ),
  }
}
