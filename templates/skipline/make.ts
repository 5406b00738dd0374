import { folded, move, oval, resetFolds, shape, svg, svgStrip, type Drawing, type Tone } from '../../scripts/assets/paper'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Skipline's own art: a hare over the morning moor, cut from paper. */
const FUR: Tone = ['#c08a5b', '#9d6b43']
const FAR_FUR = '#87583a'
const BELLY = '#efdcbd'
const BARK: Tone = ['#8b6a4f', '#6c4f3b']
const LEAF: Tone = ['#7d9a58', '#627f45']

/** A leg from its joint down, `length` long, its foot to the right. */
function leg(x: number, y: number, turn: number, length: number, fill: string): string {
  const l = length
  return move(
    x,
    y,
    shape(
      `M-8,-4C-10,${l * 0.4} -7,${l * 0.7} -5,${l - 3}C-5,${l + 4} 0,${l + 5} 8,${l + 5}L15,${l + 3}C16,${l - 3} 10,${l - 6} 4,${l - 8}C6,${l * 0.5} 9,${l * 0.2} 8,-4Z`,
      fill,
    ),
    `rotate(${turn})`,
  )
}

function ear(x: number, y: number, turn: number, far: boolean): string {
  const outer = 'M-7,2C-12,-18 -10,-44 0,-56C10,-44 12,-18 7,2Z'
  const inner = 'M-3,-4C-6,-20 -4,-36 1,-46C5,-34 5,-18 4,-4Z'
  return move(x, y, shape(outer, far ? FAR_FUR : FUR[0]) + (far ? '' : shape(inner, '#e8b79a')), `rotate(${turn})`)
}

interface Pose {
  /** Turns of the four legs: hind near, hind far, fore near, fore far. */
  legs: readonly [number, number, number, number]
  /** How far the body is off its standing height, px downwards, and how it is turned. */
  drop?: number
  tilt?: number
  ears?: number
  sore?: boolean
}

function hare({ legs, drop = 0, tilt = 0, ears = -38, sore = false }: Pose): string {
  const [hind, hindFar, fore, foreFar] = legs
  const eye = sore
    ? '<path d="M124,53l9,9M133,53l-9,9" stroke="#33293a" stroke-width="3.6" stroke-linecap="round"/>'
    : oval(128, 57, 4.6, 5.6, '#33293a') + oval(129.6, 55.4, 1.6, 2, '#fff')
  const body = 'M28,96C24,74 46,62 72,66C92,68 110,72 114,90C114,106 96,114 70,114C46,114 32,110 28,96Z'
  const whole = move(
    0,
    drop,
    leg(52, 98, hindFar, 48, FAR_FUR) +
      leg(98, 98, foreFar, 48, FAR_FUR) +
      oval(28, 82, 11, 10, '#f6ecd9') +
      ear(112, 42, ears - 16, true) +
      folded(body, FUR, 'M20,96C60,104 90,102 130,88L130,130L20,130Z') +
      shape('M70,113C54,113 42,110 36,102C58,108 90,108 110,98C106,108 90,113 70,113Z', BELLY) +
      shape('M96,84C92,62 100,42 118,40C136,38 148,50 148,62C148,74 134,80 118,80C112,92 102,96 96,84Z', FUR[0]) +
      shape('M148,62C148,74 134,80 118,80C128,76 136,70 140,60C144,56 148,58 148,62Z', BELLY) +
      oval(147, 60, 4, 3.2, '#5b3a34') +
      eye +
      ear(118, 42, ears, false) +
      leg(48, 96, hind, 50, FUR[1]) +
      leg(98, 96, fore, 50, FUR[1]),
    `rotate(${tilt} 80 100)`,
  )
  // Upright ears stay within the cell.
  return move(9, 16, whole, 'scale(0.89)')
}

/** Flat on its belly over the ground, legs stretched. */
function sliding(k: number): string {
  const eye = oval(132, 113, 4.6, 5, '#33293a') + oval(133.6, 111.6, 1.6, 1.8, '#fff')
  const dust = [0, 1, 2].map((i) => oval(24 - i * 9 - k * 3, 146 - i * 5 - k, 7 - i * 1.5, 5 - i, '#d9c7a2')).join('')
  return (
    dust +
    leg(40, 136, 78 + k * 4, 34, FAR_FUR) +
    oval(20, 122 + k, 10, 9, '#f6ecd9') +
    ear(112, 106, -82 - k * 3, true) +
    folded('M16,134C14,116 38,110 70,112C100,114 116,118 118,132C118,146 96,150 66,150C38,150 20,148 16,134Z', FUR, 'M10,136C50,142 90,142 130,130L130,160L10,160Z') +
    shape('M104,128C104,110 114,100 126,100C140,100 150,108 150,118C150,128 138,136 122,136C112,138 106,138 104,128Z', FUR[0]) +
    shape('M150,118C150,128 138,136 122,136C132,132 140,126 143,116C146,113 149,114 150,118Z', BELLY) +
    oval(149, 117, 3.8, 3, '#5b3a34') +
    eye +
    ear(116, 108, -70 - k * 3, false) +
    leg(96, 138, -74, 36, FUR[1]) +
    leg(44, 136, 66 + k * 6, 36, FUR[1])
  )
}

function heroStrip(): string {
  const run = [
    hare({ legs: [48, 30, -52, -34], drop: -4, tilt: -3, ears: -48 }),
    hare({ legs: [10, -8, -6, 14], drop: 2, tilt: 1, ears: -40 }),
    hare({ legs: [-34, -48, 30, 46], drop: -2, tilt: 4, ears: -44 }),
    hare({ legs: [-6, 12, 8, -10], drop: 2, tilt: 0, ears: -38 }),
  ]
  const jump = [
    hare({ legs: [58, 46, -20, -34], tilt: -16, ears: -54 }),
    hare({ legs: [64, 52, -44, -58], tilt: -18, ears: -60 }),
    hare({ legs: [50, 36, -58, -70], tilt: -14, ears: -58 }),
    hare({ legs: [36, 20, -62, -74], tilt: -10, ears: -52 }),
  ]
  const fall = [
    hare({ legs: [12, -6, -40, -54], tilt: 8, ears: -24 }),
    hare({ legs: [4, -14, -32, -46], tilt: 10, ears: -18 }),
    hare({ legs: [8, -10, -36, -50], tilt: 9, ears: -22 }),
    hare({ legs: [0, -18, -30, -42], tilt: 11, ears: -16 }),
  ]
  const slide = [0, 1, 2, 1].map(sliding)
  const hit = [
    hare({ legs: [-30, 24, 34, -40], tilt: -8, ears: 14, sore: true }),
    hare({ legs: [26, -30, -36, 30], tilt: 10, ears: -64, sore: true }),
    hare({ legs: [-24, 30, 28, -34], tilt: -6, ears: 4, sore: true }),
    hare({ legs: [20, -24, -30, 26], tilt: 8, ears: -58, sore: true }),
  ]
  return svgStrip(160, 4, [...run, ...jump, ...fall, ...slide, ...hit])
}

const toadstool = (sway: number): string =>
  move(
    0,
    0,
    folded('M46,118C50,96 50,80 48,66L72,66C70,80 72,98 78,118Z', ['#f1e4cd', '#d9c7a8'], 'M62,60L90,60L90,120L60,120Z') +
      folded('M10,70C12,34 36,14 60,14C84,14 108,34 110,70C92,78 28,78 10,70Z', ['#cf5a43', '#ac4334'], 'M62,0L130,0L130,90L60,90Z') +
      [
        [36, 44, 8],
        [60, 30, 7],
        [84, 46, 8],
        [58, 58, 6],
      ]
        .map(([x, y, r]) => oval(x!, y!, r!, r! * 0.8, '#f7ecd8'))
        .join(''),
    `rotate(${sway} 60 118)`,
  )

const stump = (): string =>
  folded('M22,116C30,92 30,66 28,44L112,44C110,70 112,92 124,116Z', BARK, 'M74,30L140,30L140,120L76,120Z') +
  oval(70, 44, 42, 15, '#d8b98c') +
  oval(70, 44, 28, 10, '#c5a274') +
  oval(70, 44, 14, 5, '#d8b98c') +
  shape('M22,116L6,118C10,108 18,100 28,98Z', BARK[0]) +
  shape('M124,116L138,118C136,108 128,100 116,98Z', BARK[1]) +
  move(104, 44, shape('M0,0C4,-16 16,-24 28,-24C26,-10 18,0 6,6Z', LEAF[0]))

/** 160 x 260: a bough that hangs down, its cones lowest. */
function branch(): string {
  const cone = (x: number, y: number): string =>
    move(x, y, folded('M-11,0C-15,18 -8,34 0,38C8,34 15,18 11,0Z', ['#a97c4f', '#87613c'], 'M1,-4L20,-4L20,40L0,40Z'))
  const spray = (x: number, y: number, k: number): string =>
    move(
      x,
      y,
      [-56, -28, 0, 28, 56]
        .map((turn, i) => `<g transform="rotate(${turn})">${shape('M-6,0C-8,24 -4,48 0,60C4,48 8,24 6,0Z', LEAF[i % 2]!)}</g>`)
        .join(''),
      `scale(${k})`,
    )
  return (
    shape('M72,0L90,0C86,60 88,110 84,170L74,170C76,110 70,60 72,0Z', BARK[0]) +
    shape('M82,0L90,0C86,60 88,110 84,170L80,170C84,110 82,60 82,0Z', BARK[1]) +
    spray(80, 40, 0.9) +
    spray(66, 96, 1) +
    spray(96, 108, 1) +
    spray(80, 158, 1.15) +
    cone(56, 190) +
    cone(104, 196) +
    cone(80, 214)
  )
}

/** 120 x 260: a nest on a thread. */
function hive(k: number): string {
  const bands = [0, 1, 2, 3, 4]
    .map((i) => shape(`M${24 + i * 2},${150 + i * 20}C40,${160 + i * 20} 80,${160 + i * 20} ${96 - i * 2},${150 + i * 20}L${95 - i * 3},${157 + i * 20}C78,${168 + i * 20} 42,${168 + i * 20} ${25 + i * 3},${157 + i * 20}Z`, '#b98a4a'))
    .join('')
  const wasp = (x: number, y: number): string =>
    oval(x, y, 7, 5, '#f0b93f') + shape(`M${x - 2},${y - 5}h4v10h-4Z`, '#33293a') + oval(x - 3, y - 7, 5, 3, '#e8f1ee')
  return move(
    0,
    0,
    shape('M57,0L63,0L62,140L58,140Z', '#6c4f3b') +
      folded('M60,128C92,130 104,168 98,206C94,236 78,252 60,252C42,252 26,236 22,206C16,168 28,130 60,128Z', ['#e3bd74', '#c99d55'], 'M62,120L130,120L130,260L60,260Z') +
      bands +
      oval(60, 226, 11, 9, '#5a4030') +
      wasp(18 + k * 5, 176 - k * 4) +
      wasp(104 - k * 6, 206 + k * 5),
    `rotate(${k * 2 - 1} 60 0)`,
  )
}

const clover = (k: number): string =>
  move(
    60,
    58,
    shape('M-3,6C-2,30 -6,44 -14,54L-6,56C2,44 4,28 4,6Z', LEAF[1]) +
      [0, 120, 240]
        .map((turn) => `<g transform="rotate(${turn})">${folded('M0,2C-26,-6 -34,-34 -16,-44C-8,-48 -2,-44 0,-36C2,-44 8,-48 16,-44C34,-34 26,-6 0,2Z', ['#8fb35c', '#6f9446'], 'M1,-60L50,-60L50,10L0,10Z')}</g>`)
        .join('') +
      oval(0, 0, 5, 5, '#dfe9b8'),
    `rotate(${k})`,
  )

const carrot = (k: number): string =>
  move(
    60,
    60,
    [-24, 0, 24].map((turn) => `<g transform="translate(0 -26) rotate(${turn})">${shape('M-6,4C-10,-12 -4,-26 0,-30C4,-26 10,-12 6,4Z', turn === 0 ? LEAF[0] : LEAF[1])}</g>`).join('') +
      folded('M-20,-24C-10,-34 10,-34 20,-24C22,6 10,36 0,50C-10,36 -22,6 -20,-24Z', ['#ee8b3b', '#cf6d26'], 'M2,-40L40,-40L40,60L0,60Z') +
      [-10, 6, 20].map((y, i) => shape(`M${-12 + i * 3},${y}l10,2l-9,3Z`, '#c8651f')).join(''),
    `rotate(${24 + k})`,
  )

const heart = (): string =>
  folded('M30,56C10,40 2,26 6,14C10,2 24,2 30,14C36,2 50,2 54,14C58,26 50,40 30,56Z', ['#d8694f', '#b44f3b'], 'M31,0L64,0L64,64L29,64Z')

/** A line of hills that meets itself at both ends; `waves` are [whole turns, height, start]. */
function ridge(base: number, waves: readonly [number, number, number][], fill: string): string {
  const points: string[] = []
  for (let x = 0; x <= 1280; x += 16)
    points.push(
      `${x},${waves.reduce((y, [turns, high, from]) => y - Math.sin((x / 1280) * Math.PI * 2 * turns + from) * high, base).toFixed(1)}`,
    )
  return shape(`M0,800L${points.join('L')}L1280,800Z`, fill)
}

const sky = (): string =>
  `<rect width="1280" height="800" fill="#f3d9b1"/>` +
  `<rect width="1280" height="250" fill="#e9c9b4"/>` +
  shape('M0,230C200,200 420,250 640,226C880,200 1080,250 1280,230L1280,330L0,330Z', '#f0d2b0') +
  oval(930, 360, 96, 96, '#fbe7b8') +
  oval(930, 360, 70, 70, '#fdf1cf') +
  [
    [200, 130, 1],
    [620, 190, 0.8],
    [1120, 120, 1.1],
  ]
    .map(([x, y, k]) => move(x!, y!, shape('M-110,18C-90,-4 -60,-6 -40,4C-20,-16 30,-16 46,4C70,-6 104,2 116,18Z', '#fbeede'), `scale(${k})`))
    .join('')

const moor = (): string =>
  ridge(540, [[1, 46, 1.1], [3, 14, 0.4]], '#c9a79a') + // prettier-ignore
  ridge(606, [[2, 24, 2.4], [5, 8, 0]], '#b18f8c') // prettier-ignore

function hedge(): string {
  const stones = Array.from({ length: 20 }, (_, i) => {
    const x = i * 64
    const h = 30 + ((i * 7) % 5) * 4
    return folded(`M${x + 3},664L${x + 7},${664 - h}C${x + 24},${656 - h} ${x + 44},${658 - h} ${x + 58},${664 - h}L${x + 61},664Z`, ['#a9a08f', '#8e8676'], `M${x + 34},560L${x + 80},560L${x + 80},680L${x + 32},680Z`)
  }).join('')
  const fern = (x: number, k: number): string =>
    move(x, 668, [-50, -25, 0, 25, 50].map((turn, i) => `<g transform="rotate(${turn})">${shape('M-7,0C-10,-30 -4,-62 0,-74C4,-62 10,-30 7,0Z', i % 2 === 0 ? '#8c9a5b' : '#76854a')}</g>`).join(''), `scale(${k})`)
  return `<rect y="660" width="1280" height="140" fill="#9d9a63"/>` + stones + fern(160, 1) + fern(560, 0.8) + fern(900, 1.1) + fern(1150, 0.7)
}

/** 320 x 136, 1.7 metres high: heather over stones, without a seam at the sides. */
function ground(): string {
  const tufts = Array.from({ length: 20 }, (_, i) => {
    const x = i * 16
    return shape(`M${x},18L${x + 8},${i % 3 === 0 ? 0 : 5}L${x + 16},18Z`, ['#86954f', '#77863f', '#93a15a'][i % 3]!)
  }).join('')
  const stone = (x: number, y: number, w: number, fill: string): string =>
    shape(`M${x},${y + 13}C${x - 2},${y + 3} ${x + 8},${y} ${x + w / 2},${y}C${x + w - 8},${y} ${x + w + 2},${y + 4} ${x + w},${y + 14}C${x + w - 8},${y + 22} ${x + 8},${y + 22} ${x},${y + 13}Z`, fill)
  return (
    `<rect y="16" width="320" height="120" fill="#7a5b47"/>` +
    `<rect y="16" width="320" height="16" fill="#68773a"/>` +
    tufts +
    [
      [12, 44, 54, '#927664'],
      [86, 52, 40, '#876b5a'],
      [150, 42, 62, '#9a7f6c'],
      [236, 54, 48, '#8b6f5d'],
      [40, 86, 46, '#846857'],
      [116, 92, 60, '#907462'],
      [206, 84, 50, '#876b5a'],
      [270, 96, 40, '#957966'],
    ]
      .map(([x, y, w, fill]) => stone(x as number, y as number, w as number, fill as string))
      .join('') +
    `<rect y="122" width="320" height="14" fill="#654a3a"/>`
  )
}

/** 320 x 96: the brook in a gap; its sides meet. */
function brook(): string {
  const wave = (y: number, from: number, fill: string): string => {
    const points: string[] = []
    for (let x = 0; x <= 320; x += 8) points.push(`${x},${(y + Math.sin((x / 320) * Math.PI * 8 + from) * 4).toFixed(1)}`)
    return shape(`M0,96L${points.join('L')}L320,96Z`, fill)
  }
  return wave(10, 0, '#bfe0dd') + wave(16, 0.6, '#6fb0b6') + wave(40, 2, '#5a9ba5') + wave(66, 3.4, '#4a8793')
}

export function drawings(): Drawing[] {
  resetFolds()
  return [
    { name: 'hero', svg: heroStrip() },
    { name: 'toadstool', svg: svgStrip(120, 2, [toadstool(-2), toadstool(2)]) },
    { name: 'stump', svg: svg(144, 120, stump()) },
    { name: 'branch', svg: svg(160, 260, branch()) },
    { name: 'hive', svg: svg(240, 260, hive(0) + move(120, 0, hive(1))) },
    { name: 'clover', svg: svgStrip(120, 2, [clover(-6), clover(6)]) },
    { name: 'carrot', svg: svgStrip(120, 2, [carrot(-5), carrot(5)]) },
    { name: 'life', svg: svg(60, 64, heart()) },
    { name: 'backdrop', svg: svg(1280, 800, sky()) },
    { name: 'moor', svg: svg(1280, 800, moor()) },
    { name: 'hedge', svg: svg(1280, 800, hedge()) },
    { name: 'ground', svg: svg(320, 136, ground()) },
    { name: 'pit', svg: svg(320, 96, brook()) },
    {
      name: 'start',
      svg: svg(
        1280,
        800,
        sky() +
          moor() +
          hedge() +
          [0, 320, 640, 960].map((x) => move(x, 664, ground())).join('') +
          move(1010, 560, stump()) +
          move(1150, 556, toadstool(2)) +
          move(610, 330, hare({ legs: [58, 46, -44, -58], tilt: -16, ears: -56 }), 'scale(2.1)') +
          move(1010, 300, clover(4), 'scale(0.8)') +
          move(1130, 380, carrot(0), 'scale(0.8)'),
      ),
    },
  ]
}

/** Moor sounds: wooden, plucked, with a fiddle's gait. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.2
  const melody: Row = [
    [69, 2], [71, 1], [72, 1], [76, 2], [74, 1], [72, 1],
    [71, 2], [67, 1], [71, 1], [74, 2], [72, 1], [71, 1],
    [69, 1], [72, 1], [76, 1], [81, 1], [79, 2], [76, 1], [74, 1],
    [76, 1], [74, 1], [71, 1], [67, 1], [69, 3], [null, 1],
    [77, 2], [76, 1], [74, 1], [72, 2], [69, 1], [72, 1],
    [74, 2], [71, 1], [67, 1], [71, 2], [74, 2],
    [76, 1], [74, 1], [72, 1], [71, 1], [69, 1], [71, 1], [72, 1], [74, 1],
    [71, 1], [67, 1], [64, 1], [67, 1], [69, 4],
  ] // prettier-ignore
  const bass = [45, 43, 45, 43, 41, 43, 45, 45].flatMap((root): Row => [
    [root, 2],
    [root + 7, 2],
    [root + 12, 2],
    [root + 7, 2],
  ])
  return {
    'jump-sound': mix(0.2, [{ at: 0, length: 0.19, from: 330, to: 720, wave: 'triangle', level: 0.5 }]),
    'land-sound': mix(0.12, [
      { at: 0, length: 0.1, from: 180, to: 90, wave: 'sine', level: 0.5 },
      { at: 0, length: 0.08, from: 700, wave: 'noise', level: 0.35 },
    ]),
    'slide-sound': mix(0.34, [{ at: 0, length: 0.33, from: 1500, to: 600, wave: 'noise', level: 0.5, attack: 0.03 }]),
    'prize-sound': mix(0.3, chime([81, 88], 0.06, 0.22)),
    'hit-sound': mix(0.4, [
      { at: 0, length: 0.3, from: 210, to: 95, wave: 'pluck', level: 0.7 },
      { at: 0, length: 0.09, from: 1600, wave: 'noise', level: 0.5 },
    ]),
    'fall-sound': mix(0.6, [
      { at: 0, length: 0.3, from: 620, to: 160, wave: 'triangle', level: 0.4 },
      { at: 0.22, length: 0.36, from: 1500, wave: 'noise', level: 0.7 },
    ]),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 620, to: 500, wave: 'pluck' }]),
    'win-sound': mix(1.5, [...chime([69, 73, 76, 81], 0.14, 0.8), ...chime([57, 61, 64], 0, 1.4, { level: 0.18 })]),
    'lose-sound': mix(1.1, chime([69, 65, 62, 57], 0.18, 0.6, { wave: 'pluck' })),
    music: mix(
      beat * 64,
      [...voice(melody, beat, { level: 0.3 }, 1.4), ...voice(bass, beat, { level: 0.26, wave: 'triangle' }, 0.8)],
      true,
    ),
  }
}
