import { folded, move, oval, resetFolds, shape, svg, svgStrip, type Drawing, type Tone } from '../../scripts/assets/paper'
import { scatter } from '../../scripts/assets/pixel'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Ranks' own art: a badger that bakes keeps its bread, on a table with a linen cloth, cut from paper. */
const FUR: Tone = ['#6f7580', '#565c68']
const WHITE = '#f7f3ea'
const INK = '#2c2b3a'
const BREAD: Tone = ['#d99a4e', '#bb7c37']
const CRUST = '#a5682b'
const DOUGH = '#f2d6a2'

const eyes = (sore: boolean, x: number, y: number, gap: number, r = 5): string =>
  [-1, 1]
    .map((side) =>
      sore
        ? `<path d="M${x + side * gap - 5},${y - 5}l10,10M${x + side * gap + 5},${y - 5}l-10,10" stroke="${WHITE}" stroke-width="3.6" stroke-linecap="round"/>`
        : oval(x + side * gap, y, r, r * 1.15, WHITE) + oval(x + side * gap + 1, y + 0.5, r * 0.5, r * 0.6, INK),
    )
    .join('')

/** An arm with a wooden spoon, turned around its shoulder. */
const spoon = (turn: number): string =>
  move(
    112,
    100,
    shape('M-9,-9C4,-14 22,-8 30,0C34,8 26,14 18,12C8,10 -4,12 -9,6Z', FUR[1]) +
      `<g transform="translate(26 4) rotate(-38)">${shape('M-3,10L-4,-34L4,-34L3,10Z', '#c9975c')}${folded('M-10,-44C-10,-56 10,-56 10,-44C10,-34 -10,-34 -10,-44Z', ['#d9aa70', '#b98749'], 'M0,-60L20,-60L20,-30L0,-30Z')}</g>`,
    `rotate(${turn})`,
  )

interface Pose {
  arm: number
  bob?: number
  tilt?: number
  sore?: boolean
}
function badger({ arm, bob = 0, tilt = 0, sore = false }: Pose): string {
  const body = 'M44,150C38,118 52,92 80,92C108,92 122,118 116,150Z'
  const head = 'M46,74C44,48 60,36 80,36C100,36 116,48 114,74C112,92 96,102 80,102C64,102 48,92 46,74Z'
  return move(
    0,
    bob,
    oval(80, 152, 44, 6, '#9fb09f') +
      folded(body, FUR, 'M80,80L140,80L140,160L80,160Z') +
      shape('M58,150C56,126 66,110 80,110C94,110 104,126 102,150Z', '#f2efe6') +
      shape('M50,106C58,112 102,112 110,106L112,116C100,122 60,122 48,116Z', '#c8553d') +
      spoon(arm) +
      oval(50, 50, 9, 9, INK) +
      oval(110, 50, 9, 9, INK) +
      folded(head, [WHITE, '#e6e0d2'], 'M80,30L130,30L130,110L80,110Z') +
      shape('M54,58C58,44 68,42 72,46C74,60 72,82 66,92C56,86 52,72 54,58Z', INK) +
      shape('M106,58C102,44 92,42 88,46C86,60 88,82 94,92C104,86 108,72 106,58Z', INK) +
      eyes(sore, 80, 68, 17, 4.6) +
      oval(80, 92, 8, 6, INK) +
      // The hat of somebody who bakes.
      folded('M56,38C44,34 46,14 62,16C66,4 94,4 98,16C114,14 116,34 104,38Z', ['#fffdf6', '#e9e3d4'], 'M80,0L130,0L130,44L80,44Z') +
      shape('M56,36L104,36L103,46C90,50 70,50 57,46Z', '#efe9da'),
    `rotate(${tilt} 80 150)`,
  )
}

function heroStrip(): string {
  return svgStrip(160, 4, [
    ...[0, 2, 3, 1].map((bob) => badger({ arm: 10 - bob * 3, bob })),
    ...[-40, -70, 20, 34].map((arm, i) => badger({ arm, bob: i === 2 ? 3 : 0, tilt: i * 2 - 3 })),
    ...[-8, 8, -6, 6].map((tilt, i) => badger({ arm: i % 2 === 0 ? -60 : 60, tilt, sore: true, bob: 2 })),
  ])
}

/** Scraps of paper that fly apart; `k` 0..3. */
function scraps(k: number, colours: readonly string[]): string {
  return Array.from({ length: 9 }, (_, i) => {
    const turn = (i * 40 + k * 9) * (Math.PI / 180)
    const away = 12 + k * 12 + (i % 3) * 5
    const size = 1 - k * 0.2
    return `<g transform="translate(${(60 + Math.cos(turn) * away).toFixed(1)} ${(60 + Math.sin(turn) * away).toFixed(1)}) rotate(${i * 57 + k * 40}) scale(${size.toFixed(2)})">${shape('M-9,-6L8,-9L11,6L-6,9Z', colours[i % colours.length]!)}</g>`
  }).join('')
}
const foe = (frames: readonly string[], colours: readonly string[]): string =>
  svgStrip(120, 4, [...frames, ...[0, 1, 2, 3].map((k) => scraps(k, colours))])

const snail = (k: number): string => {
  const stretch = [0, 4, 7, 3][k]!
  const stalk = (x: number, lean: number) =>
    shape(`M${x - 3},72L${x - 7 - lean},40L${x - 1 - lean},40L${x + 3},72Z`, '#c9a36d') + oval(x - 4 - lean, 38, 6, 6, WHITE) + oval(x - 6 - lean, 38, 2.6, 3, INK)
  return (
    shape(`M${14 - stretch},102C${10 - stretch},78 ${24 - stretch},66 36,70C44,74 44,86 52,88L100,88C112,90 ${114 - stretch},98 ${116 - stretch},102Z`, '#d9b57f') +
    stalk(26 - stretch, k % 2) +
    stalk(38 - stretch, -(k % 2)) +
    folded('M42,66C42,40 60,24 80,26C102,28 114,46 110,68C108,86 94,94 76,94C56,94 42,84 42,66Z', ['#b5543f', '#93402f'], 'M80,10L130,10L130,100L80,100Z') +
    oval(76, 62, 23, 22, '#d9825f') +
    oval(77, 63, 14, 13, '#b5543f') +
    oval(78, 64, 6, 6, '#f0c9a2')
  )
}

const beetle = (k: number): string => {
  const step = [0, 5, 0, -5][k]!
  const legs = [-1, 1]
    .flatMap((side) =>
      [46, 64, 82].map((y, i) => {
        const lift = i % 2 === 0 ? step : -step
        return `<path d="M${60 + side * 26},${y}L${60 + side * 44},${y - 6 + lift}L${60 + side * 50},${y + 8 + lift}" stroke="#33404f" stroke-width="6" fill="none" stroke-linecap="round" stroke-linejoin="round"/>`
      }),
    )
    .join('')
  return (
    legs +
    oval(60, 34, 20, 15, '#33404f') +
    folded('M24,68C24,42 40,34 60,34C80,34 96,42 96,68C96,94 80,106 60,106C40,106 24,94 24,68Z', ['#3f7f8c', '#2f6470'], 'M60,20L110,20L110,110L60,110Z') +
    shape('M58,38L62,38L62,106L58,106Z', '#33404f') +
    [
      [42, 58],
      [78, 58],
      [40, 82],
      [80, 82],
    ]
      .map(([x, y]) => oval(x!, y!, 7, 8, '#e8c15a'))
      .join('') +
    eyes(false, 60, 32, 9, 5)
  )
}

const mouse = (k: number): string => {
  const hop = [0, -4, -6, -2][k]!
  const tail = `<path d="M92,96C112,${92 + hop} 112,${70 - hop} 100,${66 - hop}" stroke="#c98f8b" stroke-width="5" fill="none" stroke-linecap="round"/>`
  return (
    tail +
    move(
      0,
      hop,
      oval(36, 34, 17, 17, '#8f7d74') +
        oval(84, 34, 17, 17, '#8f7d74') +
        oval(36, 35, 10, 10, '#e0aaa0') +
        oval(84, 35, 10, 10, '#e0aaa0') +
        folded('M22,76C22,48 40,38 60,38C80,38 98,48 98,76C98,98 82,108 60,108C38,108 22,98 22,76Z', ['#a8968b', '#8f7d74'], 'M60,20L110,20L110,120L60,120Z') +
        shape('M40,106C42,86 52,78 60,78C68,78 78,86 80,106C68,110 52,110 40,106Z', '#efe3d4') +
        oval(45, 62, 6, 7, INK) +
        oval(75, 62, 6, 7, INK) +
        oval(47, 60, 2, 2.2, WHITE) +
        oval(77, 60, 2, 2.2, WHITE) +
        oval(60, 74, 6, 5, '#d06d6d') +
        shape('M54,82L59,82L59,92L54,91ZM61,82L66,82L66,91L61,92Z', '#fffdf6'),
    )
  )
}

const moth = (k: number): string => {
  const wide = [1, 0.82, 0.62, 0.82][k]!
  const wing = (side: number) =>
    `<g transform="translate(60 60) scale(${(side * wide).toFixed(2)} 1)">${folded('M4,-8C14,-42 46,-44 54,-30C58,-14 42,2 8,6Z', ['#9b6fa6', '#7f5590'], 'M30,-60L70,-60L70,10L30,10Z')}${folded('M6,4C30,4 44,16 40,32C32,44 14,36 4,18Z', ['#b58bbd', '#9b6fa6'], 'M24,0L60,0L60,50L24,50Z')}${oval(34, -20, 8, 8, '#f0d27a')}${oval(34, -20, 3.6, 3.6, INK)}</g>`
  return (
    wing(-1) +
    wing(1) +
    folded('M52,44C52,34 68,34 68,44L66,92C64,100 56,100 54,92Z', ['#5b4668', '#463452'], 'M60,20L90,20L90,110L60,110Z') +
    `<path d="M56,40C52,28 46,24 40,24M64,40C68,28 74,24 80,24" stroke="#5b4668" stroke-width="4" fill="none" stroke-linecap="round"/>` +
    eyes(false, 60, 46, 6, 4)
  )
}

/** A bird from the side, wings at one of four beats. */
function bird(body: Tone, wing: Tone, belly: string, k: number): string {
  const beat = [-34, -6, 28, 4][k]!
  return (
    shape('M12,58L44,60L44,76L8,72Z', wing[1]) +
    folded('M34,66C36,46 62,38 88,44C104,48 112,58 106,68C98,84 62,92 44,82C36,78 33,72 34,66Z', body, 'M30,70L120,62L120,100L30,100Z') +
    shape('M60,84C78,86 98,80 104,68C96,70 80,76 60,84Z', belly) +
    oval(104, 48, 18, 16, body[0]) +
    shape('M119,44L138,50L119,55Z', '#e0a13d') +
    oval(109, 45, 4.4, 5, WHITE) +
    oval(110.4, 45.4, 2.3, 2.6, INK) +
    `<g transform="translate(74 60) rotate(${beat})">${folded('M16,-6C4,-10 -22,-8 -46,10C-28,20 4,18 16,8Z', wing, 'M-50,4L20,0L20,30L-50,30Z')}</g>`
  )
}
const birdStrip = (body: Tone, wing: Tone, belly: string): string =>
  svgStrip(140, 4, [0, 1, 2, 3].map((k) => bird(body, wing, belly, k)))

const loaf = (): string => {
  const next = scatter(7)
  const seeds = Array.from({ length: 16 }, () => oval(24 + next() * 112, 30 + next() * 62, 2.6, 1.8, '#f7e6bd')).join('')
  return (
    folded('M10,74C8,36 40,10 80,10C120,10 152,36 150,74C148,100 130,112 80,112C30,112 12,100 10,74Z', BREAD, 'M80,0L160,0L160,120L80,120Z') +
    shape('M12,82C14,102 34,112 80,112C126,112 146,102 148,82C136,98 110,102 80,102C50,102 24,98 12,82Z', CRUST) +
    [42, 72, 102].map((x) => move(x, 30, shape('M0,0C10,10 18,28 20,46C10,34 2,18 -4,6Z', DOUGH))).join('') +
    seeds
  )
}
const bun = (): string =>
  folded('M6,38C6,18 18,8 30,8C44,8 56,18 56,38C56,50 46,56 30,56C16,56 6,50 6,38Z', BREAD, 'M31,0L64,0L64,64L31,64Z') +
  shape('M16,26L46,40L43,45L13,31ZM46,26L16,40L19,45L49,31Z', DOUGH)

const pea = (k: number): string =>
  folded('M6,24C6,12 14,6 24,6C36,6 42,14 42,24C42,36 34,42 24,42C12,42 6,34 6,24Z', ['#7fb24a', '#5f9135'], 'M24,0L48,0L48,48L24,48Z') +
  oval(16 + k * 3, 16, 5, 4, '#c8e39a')
const berry = (k: number): string =>
  folded('M6,28C6,16 14,10 24,10C36,10 42,18 42,28C42,38 34,44 24,44C12,44 6,38 6,28Z', ['#a1344f', '#7f2440'], 'M24,0L48,0L48,48L24,48Z') +
  oval(16, 22, 4, 3.4, '#e38aa0') +
  move(24, 11, shape('M-2,2L-1,-7L2,-7L2,2ZM0,-4C4,-8 9,-8 11,-6C9,-2 5,-1 0,-4Z', '#5f7d3a'), `rotate(${k * 24 - 12})`)
const present = (k: number): string =>
  move(
    40,
    42,
    folded('M-26,-14L26,-14L26,28L-26,28Z', ['#e8b04a', '#cc9234'], 'M0,-20L40,-20L40,40L0,40Z') +
      shape('M-30,-22L30,-22L30,-10L-30,-10Z', '#f2c469') +
      shape('M-5,-22L5,-22L5,28L-5,28Z', '#b8443a') +
      shape('M0,-22C-22,-42 -28,-26 0,-22ZM0,-22C22,-42 28,-26 0,-22Z', '#d0574a'),
    `rotate(${k * 12 - 6})`,
  )

/** 1280 x 800: a linen cloth, the same whichever way the stage stands. */
function cloth(): string {
  const next = scatter(31)
  const threads = [
    ...Array.from({ length: 64 }, (_, i) => `<rect x="${i * 20}" width="9" height="800" fill="#b7c9bb" opacity="${(0.18 + next() * 0.2).toFixed(2)}"/>`),
    ...Array.from({ length: 40 }, (_, i) => `<rect y="${i * 20}" width="1280" height="9" fill="#9db4a4" opacity="${(0.14 + next() * 0.18).toFixed(2)}"/>`),
  ].join('')
  const stripe = (at: number, wide: number, upright: boolean) =>
    upright
      ? `<rect x="${at}" width="${wide}" height="800" fill="#8fb0a8" opacity=".55"/>`
      : `<rect y="${at}" width="1280" height="${wide}" fill="#8fb0a8" opacity=".55"/>`
  const crumbs = Array.from({ length: 46 }, () => oval(next() * 1280, next() * 800, 2 + next() * 3, 1.6 + next() * 2, '#d8c39a')).join('')
  return (
    `<rect width="1280" height="800" fill="#c6d4c8"/>` +
    threads +
    [96, 118, 1150, 1172].map((x) => stripe(x, 12, true)).join('') +
    [70, 92, 694, 716].map((y) => stripe(y, 12, false)).join('') +
    crumbs
  )
}

export function drawings(): Drawing[] {
  resetFolds()
  const frames = (draw: (k: number) => string) => [0, 1, 2, 3].map(draw)
  return [
    { name: 'hero', svg: heroStrip() },
    { name: 'snail', svg: foe(frames(snail), ['#b5543f', '#d9825f', '#d9b57f']) },
    { name: 'beetle', svg: foe(frames(beetle), ['#3f7f8c', '#e8c15a', '#33404f']) },
    { name: 'mouse', svg: foe(frames(mouse), ['#a8968b', '#efe3d4', '#e0aaa0']) },
    { name: 'moth', svg: foe(frames(moth), ['#9b6fa6', '#b58bbd', '#f0d27a']) },
    { name: 'shot', svg: svgStrip(48, 2, [pea(0), pea(1)]) },
    { name: 'drop', svg: svgStrip(48, 2, [berry(0), berry(1)]) },
    { name: 'shield', svg: svg(160, 120, loaf()) },
    { name: 'magpie', svg: birdStrip(['#33364a', '#232638'], ['#4a6d8c', '#33506b'], WHITE) },
    { name: 'jay', svg: birdStrip(['#c58d76', '#a87360'], ['#4f86b8', '#3b6a96'], '#f0dccb') },
    { name: 'robin', svg: birdStrip(['#8a6d52', '#6f563f'], ['#6f563f', '#57422f'], '#d8602f') },
    { name: 'gift', svg: svgStrip(80, 2, [present(0), present(1)]) },
    { name: 'life', svg: svg(60, 64, bun()) },
    { name: 'backdrop', svg: svg(1280, 800, cloth()) },
    {
      name: 'start',
      svg: svg(
        1280,
        800,
        cloth() +
          [0, 1, 2].map((i) => move(990, 70 + i * 170, [moth, beetle, mouse][i]!(i), 'scale(1.25)')).join('') +
          [0, 1, 2].map((i) => move(1130, 130 + i * 170, [snail, moth, beetle][i]!(i), 'scale(1.1)')).join('') +
          move(760, 540, loaf(), 'scale(1.4)') +
          move(900, 170, pea(0)) +
          move(930, 330, pea(1)) +
          move(480, 270, badger({ arm: -50, tilt: -3 }), 'scale(2.6)'),
      ),
    },
  ]
}

/** Kitchen sounds: wooden spoons, pots and a jig. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.18
  const melody: Row = [
    [74, 2], [71, 1], [74, 1], [76, 1], [74, 1], [71, 2], [67, 1], [71, 1],
    [69, 2], [71, 1], [72, 1], [71, 2], [69, 2],
    [74, 2], [71, 1], [74, 1], [76, 1], [79, 1], [78, 2], [76, 1], [74, 1],
    [72, 1], [71, 1], [69, 1], [66, 1], [67, 4],
    [79, 2], [78, 1], [76, 1], [74, 2], [76, 1], [78, 1],
    [79, 1], [76, 1], [72, 2], [74, 2], [71, 2],
    [72, 2], [69, 1], [72, 1], [71, 2], [67, 2],
    [69, 1], [71, 1], [69, 1], [66, 1], [67, 4],
  ] // prettier-ignore
  const bass = [43, 43, 50, 43, 43, 50, 50, 43, 48, 50, 48, 43, 48, 43, 50, 43].flatMap((root): Row => [
    [root, 1],
    [root + 12, 1],
    [root + 7, 1],
    [root + 12, 1],
  ])
  return {
    'fire-sound': mix(0.13, [
      { at: 0, length: 0.12, from: 520, to: 900, wave: 'pluck', level: 0.4 },
      { at: 0, length: 0.05, from: 2600, wave: 'noise', level: 0.25 },
    ]),
    'burst-sound': mix(0.24, [
      { at: 0, length: 0.2, from: 1900, wave: 'noise', level: 0.7 },
      { at: 0, length: 0.16, from: 720, to: 1200, wave: 'triangle', level: 0.4 },
    ]),
    'hard-sound': mix(0.14, [
      { at: 0, length: 0.12, from: 880, wave: 'pluck', level: 0.5 },
      { at: 0, length: 0.1, from: 1320, wave: 'pluck', level: 0.25 },
    ]),
    'throw-sound': mix(0.16, [{ at: 0, length: 0.15, from: 640, to: 360, wave: 'triangle', level: 0.4 }]),
    'crumble-sound': mix(0.16, [
      { at: 0, length: 0.14, from: 1300, wave: 'noise', level: 0.6 },
      { at: 0.04, length: 0.1, from: 900, wave: 'noise', level: 0.5 },
    ]),
    'hit-sound': mix(0.4, [
      { at: 0, length: 0.32, from: 230, to: 100, wave: 'pluck', level: 0.7 },
      { at: 0, length: 0.1, from: 1500, wave: 'noise', level: 0.5 },
    ]),
    'through-sound': mix(0.5, [
      { at: 0, length: 0.24, from: 330, to: 250, wave: 'reed', level: 0.3, attack: 0.02 },
      { at: 0.2, length: 0.28, from: 250, to: 180, wave: 'reed', level: 0.3, attack: 0.02 },
    ]),
    'visit-sound': mix(0.5, [
      { at: 0, length: 0.12, from: 1500, to: 1900, wave: 'triangle', level: 0.35 },
      { at: 0.14, length: 0.12, from: 1600, to: 2000, wave: 'triangle', level: 0.35 },
      { at: 0.3, length: 0.18, from: 1900, to: 1500, wave: 'triangle', level: 0.3 },
    ]),
    'gift-sound': mix(0.6, chime([79, 83, 86, 91], 0.07, 0.36)),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 700, to: 560, wave: 'pluck' }]),
    'win-sound': mix(1.5, [...chime([67, 71, 74, 79], 0.14, 0.8), ...chime([55, 59, 62], 0, 1.4, { level: 0.18 })]),
    'lose-sound': mix(1.1, chime([67, 64, 60, 55], 0.18, 0.6, { wave: 'pluck' })),
    music: mix(
      beat * 64,
      [...voice(melody, beat, { level: 0.3 }, 1.3), ...voice(bass, beat, { level: 0.24, wave: 'triangle' }, 0.8)],
      true,
    ),
  }
}
