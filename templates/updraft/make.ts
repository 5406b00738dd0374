import { folded, move, oval, resetFolds, shape, svg, svgStrip, type Drawing, type Tone } from '../../scripts/assets/paper'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Updraft's own art: a wren over a thistle meadow, cut from paper. */
const COAT: Tone = ['#c98552', '#a8683e']
const WING: Tone = ['#8f5a3c', '#74472f']
const STALK: Tone = ['#6d9466', '#527a54']
const BLOOM: Tone = ['#c76a9a', '#a54f80']

function wren({ wing, eye = 'open', tilt = 0 }: { wing: number; eye?: 'open' | 'sore'; tilt?: number }): string {
  const eyes =
    eye === 'open'
      ? oval(104, 66, 5.5, 6.5, '#33262a') + oval(106, 64, 1.8, 2.2, '#fff')
      : '<path d="M98,60l11,11M109,60l-11,11" stroke="#33262a" stroke-width="4" stroke-linecap="round"/>'
  const body = 'M38,84C36,58 62,42 88,44C112,44 126,58 126,76C126,100 106,114 82,114C58,114 40,104 38,84Z'
  const wingShape = `M78,82C62,${82 - wing * 0.4} 40,${80 - wing} 22,${84 - wing * 1.2}C30,${100 - wing * 0.5} 54,${104 - wing * 0.2} 80,100Z`
  return move(
    0,
    0,
    shape('M44,74L10,52L16,74L6,84L42,94Z', WING[1]) +
      folded(body, COAT, 'M30,86C60,92 100,92 140,80L140,130L30,130Z') +
      shape('M72,112C58,110 48,100 46,92C66,102 100,102 120,92C114,106 98,114 82,114Z', '#f0d7b4') +
      oval(112, 82, 7, 4.5, '#e59a78') +
      shape('M122,70L146,78L122,86C126,80 126,76 122,70Z', '#f0b54a') +
      shape('M122,78L146,78L122,86Z', '#d39433') +
      shape('M92,50C100,44 112,46 118,54C110,54 100,54 92,50Z', '#f0d7b4') +
      eyes +
      folded(wingShape, WING, `M0,${90 - wing * 0.5}L90,92L90,130L0,130Z`),
    `rotate(${tilt} 80 80)`,
  )
}

/** 120 x 300: the flower meets the gap; from 150 down the stalk repeats without a seam. */
function thistle(): string {
  const spikes: string[] = []
  for (let i = 0; i <= 12; i++) {
    const x = 14 + (92 * i) / 12
    spikes.push(i % 2 === 0 ? `${x.toFixed(1)},0` : `${x.toFixed(1)},24`)
  }
  const head = `M${spikes.join('L')}L98,66C92,84 76,90 60,90C44,90 28,84 22,66Z`
  const cup = 'M18,62C34,74 86,74 102,62C112,92 96,124 60,126C24,124 8,92 18,62Z'
  const leaf = (y: number, side: number) =>
    move(
      60,
      y,
      shape('M0,0C16,-20 38,-22 54,-34C52,-12 36,10 8,16L0,20Z', side > 0 ? STALK[1] : STALK[0]),
      `scale(${side} 1)`,
    )
  return (
    folded('M44,110L76,110L76,300L44,300Z', STALK, 'M60,100L90,100L90,300L60,300Z') +
    leaf(206, 1) +
    leaf(262, -1) +
    folded(head, BLOOM, 'M62,0L130,0L130,100L56,100Z') +
    folded(cup, ['#7fa673', '#5f8a60'], 'M62,50L130,50L130,140L58,140Z') +
    [30, 46, 62, 78, 92].map((x, i) => shape(`M${x - 6},${80 + (i % 2) * 14}l6,12l6,-12z`, '#4f7651')).join('')
  )
}

function berry(leaf: number): string {
  const seeds = [
    [42, 50],
    [62, 46],
    [78, 58],
    [36, 70],
    [56, 68],
    [74, 80],
    [48, 88],
    [62, 98],
  ]
  return (
    seeds.map(([x, y], i) => oval(x!, y!, 19, 19, i % 2 === 0 ? '#7b4a9a' : '#673b86')).join('') +
    seeds.map(([x, y]) => oval(x! - 5, y! - 6, 4, 5, '#a57cc0')).join('') +
    move(60, 30, shape('M0,4C-20,-14 -34,-8 -40,2C-26,12 -10,12 0,4Z', '#6f9f66'), `rotate(${leaf})`) +
    move(60, 30, shape('M0,4C20,-16 36,-10 40,0C28,12 10,12 0,4Z', '#568453'), `rotate(${-leaf})`)
  )
}

function acorn(sway: number): string {
  return move(
    0,
    0,
    folded('M28,52C28,90 44,108 60,114C76,108 92,90 92,52Z', ['#d9a257', '#b98040'], 'M62,40L130,40L130,130L58,130Z') +
      folded('M20,56C22,30 40,22 60,22C80,22 98,30 100,56Z', ['#8d6a45', '#705236'], 'M62,10L130,10L130,70L58,70Z') +
      shape('M56,24C56,14 58,8 66,4L70,10C64,14 64,18 64,24Z', '#705236') +
      oval(42, 72, 5, 12, '#ebc283'),
    `rotate(${sway} 60 20)`,
  )
}

const feather = (): string =>
  folded('M30,58C10,44 6,18 30,2C54,18 50,44 30,58Z', ['#e9b38c', '#c98552'], 'M31,0L64,0L64,64L29,64Z') +
  '<path d="M30,10L30,62" stroke="#74472f" stroke-width="3" stroke-linecap="round"/>'

/** A line of hills that meets itself at both ends; `waves` are [whole turns, height, start]. */
function hills(base: number, waves: readonly [number, number, number][], fill: string): string {
  const points: string[] = []
  for (let x = 0; x <= 1280; x += 16) {
    const y = waves.reduce(
      (sum, [turns, high, from]) => sum - Math.sin((x / 1280) * Math.PI * 2 * turns + from) * high,
      base,
    )
    points.push(`${x},${y.toFixed(1)}`)
  }
  return shape(`M0,800L${points.join('L')}L1280,800Z`, fill)
}

const bush = (x: number, y: number, k: number, tone: Tone): string =>
  move(
    x,
    y,
    folded(
      'M-70,0C-84,-34 -50,-60 -24,-50C-10,-84 42,-84 50,-48C82,-52 90,-16 70,0Z',
      tone,
      'M8,-100L120,-100L120,10L-4,10Z',
    ),
    `scale(${k})`,
  )

const flower = (x: number, y: number, colour: string): string =>
  shape(`M${x - 2},${y}l2,34l2,-34z`, '#5f8a60') + oval(x, y, 8, 8, colour) + oval(x, y, 3, 3, '#f6dd8c')

function sky(): string {
  return (
    `<rect width="1280" height="800" fill="#cfe5e0"/>` +
    `<rect y="300" width="1280" height="500" fill="#e6efd9"/>` +
    oval(640, 170, 84, 84, '#f7d98f') +
    oval(640, 170, 60, 60, '#fbe6ac') +
    [
      [330, 190, 1],
      [930, 240, 1.3],
      [1130, 110, 0.8],
      [80, 330, 0.8],
    ]
      .map(([x, y, k]) =>
        move(
          x!,
          y!,
          shape('M-90,30C-100,0 -62,-16 -44,-4C-32,-40 26,-40 36,-6C62,-18 98,4 86,30Z', '#fbf7ea'),
          `scale(${k})`,
        ),
      )
      .join('')
  )
}

const farHills = (): string =>
  hills(
    560,
    [
      [1, 40, 0.4],
      [3, 16, 2],
    ],
    '#b5cfae',
  ) +
  hills(
    620,
    [
      [2, 26, 1.2],
      [3, 12, 0],
    ],
    '#9cbd98',
  )

function nearMeadow(): string {
  return (
    hills(
      676,
      [
        [1, 18, 2.2],
        [4, 9, 1],
      ],
      '#84aa7e',
    ) +
    bush(240, 690, 1.1, ['#6f9970', '#5b855e']) +
    bush(840, 700, 0.9, ['#789f6d', '#618a5a']) +
    [120, 420, 520, 690, 1010, 1150]
      .map((x, i) => flower(x, 690 + (i % 3) * 8, ['#e07a8b', '#f2c35b', '#fbf7ea'][i % 3]!))
      .join('')
  )
}

/** 320 x 80, one metre high: turf over earth, without a seam at the sides. */
function ground(): string {
  const blades = Array.from({ length: 16 }, (_, i) => {
    const x = i * 20
    return shape(`M${x},16L${x + 10},${i % 2 === 0 ? 2 : 6}L${x + 20},16Z`, i % 2 === 0 ? '#7aa363' : '#6c9557')
  }).join('')
  return (
    `<rect y="14" width="320" height="66" fill="#a8794f"/>` +
    `<rect y="14" width="320" height="14" fill="#5f8a4e"/>` +
    blades +
    [30, 98, 170, 236, 290].map((x, i) => oval(x, 48 + (i % 3) * 10, 9, 5, '#8d6340')).join('') +
    `<rect y="70" width="320" height="10" fill="#94683f"/>`
  )
}

export function drawings(): Drawing[] {
  resetFolds()
  const hero = svgStrip(160, 3, [
    wren({ wing: -34, tilt: -14 }),
    wren({ wing: 10, tilt: -14 }),
    wren({ wing: 46, tilt: -10 }),
    wren({ wing: 34, tilt: 6 }),
    wren({ wing: 42, tilt: 8 }),
    wren({ wing: 36, tilt: 7 }),
    wren({ wing: 48, eye: 'sore', tilt: 16 }),
    wren({ wing: -20, eye: 'sore', tilt: -12 }),
    wren({ wing: 20, eye: 'sore', tilt: 10 }),
  ])
  return [
    { name: 'hero', svg: hero },
    { name: 'gate', svg: svg(120, 300, thistle()) },
    { name: 'berry', svg: svgStrip(120, 2, [berry(0), berry(10)]) },
    { name: 'acorn', svg: svgStrip(120, 2, [acorn(0), acorn(5)]) },
    { name: 'life', svg: svg(60, 64, feather()) },
    { name: 'backdrop', svg: svg(1280, 800, sky()) },
    { name: 'hills', svg: svg(1280, 800, farHills()) },
    { name: 'meadow', svg: svg(1280, 800, nearMeadow()) },
    { name: 'ground', svg: svg(320, 80, ground()) },
    {
      name: 'start',
      svg: svg(
        1280,
        800,
        sky() +
          farHills() +
          nearMeadow() +
          move(1000, 470, thistle(), 'scale(1.3)') +
          move(1140, 560, thistle(), 'scale(1)') +
          move(700, 250, wren({ wing: 46, tilt: -10 }), 'scale(2.4)') +
          move(1096, 210, berry(4), 'scale(0.7)'),
      ),
    },
  ]
}

/** Meadow sounds: airy, plucked. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.26
  const melody: Row = [
    [72, 1],
    [76, 1],
    [79, 2],
    [77, 1],
    [76, 1],
    [74, 2],
    [71, 1],
    [74, 1],
    [77, 2],
    [76, 1],
    [74, 1],
    [72, 2],
    [69, 1],
    [72, 1],
    [76, 2],
    [74, 1],
    [72, 1],
    [71, 2],
    [67, 1],
    [71, 1],
    [74, 2],
    [72, 4],
  ]
  const bass = [48, 53, 55, 48, 45, 50, 55, 48].flatMap((root): Row => [
    [root, 2],
    [root + 7, 2],
  ])
  return {
    'flap-sound': mix(0.16, [{ at: 0, length: 0.15, from: 900, wave: 'noise', level: 0.7, attack: 0.02 }]),
    'pass-sound': mix(0.22, chime([84, 88], 0.05, 0.16, { level: 0.25 })),
    'prize-sound': mix(0.34, chime([76, 83, 88], 0.06, 0.22)),
    'hit-sound': mix(0.4, [
      { at: 0, length: 0.36, from: 240, to: 80, wave: 'triangle', level: 0.7 },
      { at: 0, length: 0.1, from: 1200, wave: 'noise', level: 0.5 },
    ]),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 720, to: 560, wave: 'triangle' }]),
    'win-sound': mix(1.5, [...chime([72, 76, 79, 84], 0.14, 0.8), ...chime([60, 64, 67], 0, 1.4, { level: 0.18 })]),
    'lose-sound': mix(1.1, chime([69, 65, 62, 57], 0.18, 0.6, { wave: 'triangle' })),
    music: mix(
      beat * 32,
      [...voice(melody, beat, { level: 0.32 }, 1.6), ...voice(bass, beat, { level: 0.26, wave: 'triangle' }, 0.85)],
      true,
    ),
  }
}
