import { folded, move, oval, resetFolds, shape, svg, svgStrip, type Drawing, type Tone } from '../../scripts/assets/paper'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Windfall's own art: a hedgehog in an autumn orchard, cut from paper. */
const BARK: Tone = ['#a9795a', '#8a5f45']
const SPINES: Tone = ['#8d6a58', '#6f5144']
const FUR = '#efd9bd'
const FUR_DARK = '#dcbf9c'
const STRAW: Tone = ['#e9b860', '#c99443']

function spines(lift: number): string {
  const points: string[] = []
  const teeth = 11
  for (let i = 0; i <= teeth * 2; i++) {
    const a = Math.PI * (1.02 + (0.96 * i) / (teeth * 2))
    const r = i % 2 === 0 ? 47 : 58 + lift
    points.push(`${(72 + Math.cos(a) * r).toFixed(1)},${(102 + Math.sin(a) * r * 0.98).toFixed(1)}`)
  }
  const d = `M${points.join('L')}L119,118C122,146 100,145 74,145C44,145 20,148 24,114Z`
  return folded(d, SPINES, 'M72,30L160,30L160,150L86,150Z')
}

function hedgehog({
  sway = 0,
  bounce = 0,
  eye = 'open',
  basket = 0,
  lift = 0,
}: {
  sway?: number
  bounce?: number
  eye?: 'open' | 'happy' | 'sore'
  basket?: number
  lift?: number
}): string {
  const eyes = {
    open: oval(108, 92, 5, 6, '#3b2c2a') + oval(110, 90, 1.7, 2, '#fff'),
    happy: '<path d="M101,94q7,-11 14,0" fill="none" stroke="#3b2c2a" stroke-width="4" stroke-linecap="round"/>',
    sore: '<path d="M102,87l11,11M113,87l-11,11" stroke="#3b2c2a" stroke-width="4" stroke-linecap="round"/>',
  }[eye]
  const feet = oval(62 - sway * 3, 148, 14, 7, BARK[1]) + oval(100 + sway * 3, 148, 14, 7, BARK[0])
  const face =
    shape('M88,74C110,66 126,86 142,104C146,112 136,118 124,118C116,132 92,138 80,134C78,112 74,88 88,74Z', FUR) +
    shape('M80,134C92,138 116,132 124,118C108,122 92,122 79,116Z', FUR_DARK)
  const nose = oval(142, 106, 6, 5.5, '#4a3331')
  const cheek = oval(116, 108, 6, 4, '#e9a98d')
  const ear = oval(86, 80, 9, 10, SPINES[1]) + oval(87, 81, 5, 6, FUR_DARK)
  const rim = 'M34,26L122,26L126,36L30,36Z'
  const bowl = 'M36,36L120,36L108,64L48,64Z'
  const weave = [46, 62, 78, 94, 110]
    .map((x) => `<path d="M${x},38L${78 + (x - 78) * 0.72},63" stroke="#b07f35" stroke-width="3"/>`)
    .join('')
  const bin = move(
    0,
    basket,
    folded(bowl, STRAW, 'M82,20L160,20L160,80L78,80Z') +
      weave +
      folded(rim, ['#f3cb7c', '#d9a552'], 'M82,20L160,20L160,80L82,80Z'),
  )
  return feet + move(sway * 1.5, bounce, spines(lift) + face + ear + cheek + eyes + nose + bin)
}

function apple(leaf: number): string {
  const body = 'M60,38C78,22 108,32 106,66C104,96 82,112 60,104C38,112 16,96 14,66C12,32 42,22 60,38Z'
  return (
    folded(body, ['#e2604b', '#bd4038'], 'M66,10L130,10L130,130L52,130Z') +
    shape('M57,40C56,28 58,20 64,12L70,16C64,24 63,32 64,41Z', BARK[1]) +
    move(66, 22, shape('M0,0C8,-16 26,-18 36,-10C28,4 12,8 0,0Z', '#86a85c'), `rotate(${leaf})`) +
    oval(36, 60, 7, 12, '#ee8a76')
  )
}

function pear(leaf: number): string {
  const body =
    'M60,22C74,22 78,36 80,50C84,66 98,74 96,92C94,110 78,114 60,113C42,114 26,110 24,92C22,74 36,66 40,50C42,36 46,22 60,22Z'
  return (
    folded(body, ['#d8c552', '#b5a23a'], 'M64,10L130,10L130,130L58,130Z') +
    shape('M57,24C56,14 58,8 62,2L68,5C63,12 62,18 63,24Z', BARK[1]) +
    move(64, 12, shape('M0,0C8,-12 24,-12 32,-6C24,6 10,8 0,0Z', '#6f9553'), `rotate(${leaf})`) +
    oval(42, 82, 7, 12, '#e8db86')
  )
}

function chestnut(): string {
  const body = 'M60,18C66,30 104,38 104,72C104,98 82,108 60,108C38,108 16,98 16,72C16,38 54,30 60,18Z'
  return (
    folded(body, ['#9b5a3c', '#78412b'], 'M64,10L130,10L130,130L58,130Z') +
    shape('M20,84C34,96 86,96 100,84C96,102 78,108 60,108C42,108 24,102 20,84Z', '#e3c69b') +
    oval(40, 58, 7, 12, '#bf7d5b')
  )
}

function hailstone(): string {
  const body = 'M60,14L92,26L106,58L94,92L62,106L28,94L14,60L26,28Z'
  return (
    folded(body, ['#dfe9ee', '#a9bfcc'], 'M62,0L130,0L130,130L56,130Z') +
    shape('M60,14L92,26L62,58Z', '#f4f9fb') +
    shape('M14,60L26,28L62,58Z', '#cbdae2') +
    shape('M62,58L94,92L62,106Z', '#8fa9b9')
  )
}

function burr(turn: number): string {
  const points: string[] = []
  for (let i = 0; i < 26; i++) {
    const a = (Math.PI * 2 * i) / 26
    const r = i % 2 === 0 ? 50 : 33
    points.push(`${(60 + Math.cos(a) * r).toFixed(1)},${(60 + Math.sin(a) * r).toFixed(1)}`)
  }
  return move(
    0,
    0,
    folded(`M${points.join('L')}Z`, ['#7a7d63', '#5c5f4a'], 'M62,0L130,0L130,130L56,130Z') +
      oval(60, 60, 22, 22, '#94977a') +
      oval(66, 64, 14, 15, '#6d7058'),
    `rotate(${turn} 60 60)`,
  )
}

const leafLife = (): string =>
  folded(
    'M30,54C4,40 2,14 18,10C26,8 30,16 30,20C30,16 34,8 42,10C58,14 56,40 30,54Z',
    ['#e2845b', '#c3623f'],
    'M31,0L64,0L64,64L29,64Z',
  )

function tree(x: number, y: number, k: number, crown: Tone): string {
  return move(
    x,
    y,
    folded(
      'M-12,0C-8,-40 -10,-80 -20,-110L-4,-96L0,-124L6,-96L24,-112C10,-80 10,-40 14,0Z',
      BARK,
      'M2,-140L40,-140L40,10L4,10Z',
    ) +
      folded(
        'M-96,-122C-110,-176 -54,-214 -20,-198C6,-240 78,-224 80,-182C118,-170 112,-118 76,-110C40,-92 -60,-92 -96,-122Z',
        crown,
        'M14,-260L140,-260L140,-60L-6,-60Z',
      ) +
      [
        [-52, -150],
        [-14, -176],
        [34, -170],
        [56, -138],
        [-8, -130],
        [22, -126],
      ]
        .map(([ax, ay]) => oval(ax!, ay!, 8, 8, '#d9563f'))
        .join(''),
    `scale(${k})`,
  )
}

function orchard(withGround: boolean): string {
  const hill = (d: string, tone: string) => shape(d, tone)
  return (
    `<rect width="1280" height="800" fill="#f6e3c2"/>` +
    oval(980, 190, 92, 92, '#f4c979') +
    oval(980, 190, 66, 66, '#f7d894') +
    shape('M110,170C130,130 200,130 216,160C260,150 280,190 250,206L120,206C84,206 84,176 110,170Z', '#fbf1dc') +
    shape('M600,110C616,84 664,84 676,104C708,98 722,126 700,138L604,138C578,138 578,116 600,110Z', '#fbf1dc') +
    hill('M0,470C200,360 420,400 640,440C860,480 1060,380 1280,420L1280,800L0,800Z', '#d9c79a') +
    hill('M0,540C260,450 480,540 720,520C960,500 1120,470 1280,530L1280,800L0,800Z', '#c2b882') +
    tree(190, 560, 1.15, ['#c9a24f', '#a9843a']) +
    tree(1120, 560, 1.3, ['#c47a45', '#a35f33']) +
    tree(760, 548, 0.8, ['#b7a457', '#968540']) +
    hill('M0,610C300,560 560,620 820,596C1040,576 1160,590 1280,600L1280,800L0,800Z', '#a3a86c') +
    (withGround
      ? hill('M0,672C240,660 520,680 800,670C1000,664 1140,672 1280,668L1280,800L0,800Z', '#7f8b57') +
        hill('M0,728C300,716 700,736 1280,722L1280,800L0,800Z', '#6c784a')
      : '') +
    (withGround
      ? [90, 260, 470, 690, 880, 1090, 1210]
          .map((x, i) => shape(`M${x},${690 + (i % 3) * 24}l8,-18l8,18z`, '#94a067'))
          .join('')
      : '')
  )
}

export function drawings(): Drawing[] {
  resetFolds()
  const hero = svgStrip(160, 2, [
    hedgehog({}),
    hedgehog({ bounce: 3, sway: 1, basket: 1 }),
    hedgehog({ eye: 'happy', bounce: 5, basket: 4 }),
    hedgehog({ eye: 'happy', bounce: -4, basket: -6 }),
    hedgehog({ eye: 'sore', bounce: 6, lift: 7, basket: 2 }),
    hedgehog({ eye: 'sore', bounce: 4, lift: 3, sway: 1, basket: 5 }),
  ])
  return [
    { name: 'hero', svg: hero },
    { name: 'apple', svg: svgStrip(120, 2, [apple(0), apple(14)]) },
    { name: 'pear', svg: svgStrip(120, 2, [pear(0), pear(14)]) },
    { name: 'chestnut', svg: svgStrip(120, 1, [chestnut()]) },
    { name: 'hailstone', svg: svgStrip(120, 1, [hailstone()]) },
    { name: 'burr', svg: svgStrip(120, 4, [burr(0), burr(7), burr(14), burr(21)]) },
    { name: 'life', svg: svg(60, 60, leafLife()) },
    { name: 'backdrop', svg: svg(1280, 800, orchard(true)) },
    {
      name: 'start',
      svg: svg(
        1280,
        800,
        orchard(true) +
          move(770, 330, hedgehog({ eye: 'happy' }), 'scale(2.6)') +
          move(960, 150, apple(0), 'scale(0.9)') +
          move(1080, 270, pear(8), 'scale(0.8)') +
          move(850, 240, chestnut(), 'scale(0.6)'),
      ),
    },
  ]
}

/** Orchard sounds: wooden, soft. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.29
  const melody: Row = [
    [76, 1],
    [79, 1],
    [81, 1],
    [79, 1],
    [76, 2],
    [72, 2],
    [74, 1],
    [76, 1],
    [77, 1],
    [74, 1],
    [71, 2],
    [67, 2],
    [72, 1],
    [76, 1],
    [79, 1],
    [76, 1],
    [81, 2],
    [77, 2],
    [76, 1],
    [74, 1],
    [71, 1],
    [74, 1],
    [72, 3],
    [null, 1],
  ]
  const bass: Row = [
    [48, 2],
    [55, 2],
    [48, 2],
    [55, 2],
    [50, 2],
    [57, 2],
    [43, 2],
    [55, 2],
    [48, 2],
    [55, 2],
    [53, 2],
    [57, 2],
    [43, 2],
    [47, 2],
    [48, 4],
  ]
  const middle: Row = [
    [60, 4],
    [60, 4],
    [62, 4],
    [59, 4],
    [60, 4],
    [65, 4],
    [62, 4],
    [60, 4],
  ]
  return {
    'catch-sound': mix(0.32, chime([79, 84], 0.06, 0.24)),
    'harm-sound': mix(0.42, [
      { at: 0, length: 0.4, from: 190, to: 70, wave: 'triangle', level: 0.7 },
      { at: 0, length: 0.12, from: 1600, wave: 'noise', level: 0.5 },
    ]),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 660, to: 520, wave: 'triangle' }]),
    'win-sound': mix(1.5, [...chime([72, 76, 79, 84, 88], 0.13, 0.7), ...chime([72, 76, 79], 0, 1.4, { level: 0.18 })]),
    'lose-sound': mix(1.2, chime([67, 64, 60, 55], 0.2, 0.6, { wave: 'triangle' })),
    music: mix(
      beat * 32,
      [
        ...voice(melody, beat, { level: 0.34 }, 1.4),
        ...voice(bass, beat, { level: 0.3, wave: 'triangle' }, 0.9),
        ...voice(middle, beat, { level: 0.12, wave: 'sine', attack: 0.05 }),
      ],
      true,
    ),
  }
}
