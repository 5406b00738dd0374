import { counter, folded, move, oval, resetFolds, shape, svg, svgStrip, type Drawing, type Tone } from '../../scripts/assets/paper'
import { scatter } from '../../scripts/assets/pixel'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Claim Grid's own art: garden beds of cut paper, and pennants that are stuck into them, each with a pattern of its own. */
const SOIL: Tone = ['#9a7450', '#86633f']
function square(): string {
  const next = scatter(41)
  const crumbs = Array.from({ length: 26 }, () => oval(14 + next() * 132, 14 + next() * 132, 2 + next() * 3, 1.5 + next() * 2, next() < 0.5 ? '#7a5837' : '#ad875f')).join('')
  const rows = [36, 68, 100, 132].map((y) => `<path d="M18,${y}C50,${y - 6} 110,${y + 6} 142,${y}" stroke="#7d5b3a" stroke-width="4" fill="none" stroke-linecap="round" opacity=".7"/>`).join('')
  return (
    shape('M14,2L146,2C154,2 158,6 158,14L158,146C158,154 154,158 146,158L14,158C6,158 2,154 2,146L2,14C2,6 6,2 14,2Z', '#6f8f4c') +
    shape('M18,10L142,10C148,10 150,12 150,18L150,142C150,148 148,150 142,150L18,150C12,150 10,148 10,142L10,18C10,12 12,10 18,10Z', SOIL[0]) +
    rows +
    crumbs
  )
}

/** A pennant on a stick, with its pattern over it. */
function pennant(light: string, dark: string, pattern: string): string {
  return (
    oval(30, 112, 20, 5, '#6b4c30') +
    shape('M24,8L34,8L33,112L25,112Z', '#e0c79b') +
    `<clipPath id="p"><path d="M34,12L112,42L34,74Z"/></clipPath>` +
    shape('M34,12L112,42L34,74Z', light) +
    `<g clip-path="url(#p)" fill="${dark}" stroke="${dark}">${pattern}</g>` +
    oval(29, 8, 6, 6, dark)
  )
}
const stripes = [0, 1, 2, 3].map((i) => `<rect x="${44 + i * 18}" y="0" width="8" height="120" stroke="none"/>`).join('')
const dots = Array.from({ length: 12 }, (_, i) => `<circle cx="${42 + (i % 6) * 13}" cy="${i < 6 ? 34 : 52}" r="5" stroke="none"/>`).join('')
const crosses = [48, 68, 88].map((x) => `<path d="M${x - 7},35L${x + 7},49M${x + 7},35L${x - 7},49" stroke-width="5" fill="none"/>`).join('')

const paper = (): string =>
  svg(
    320,
    240,
    shape('M16,0L304,0C314,0 320,6 320,16L320,224C320,234 314,240 304,240L16,240C6,240 0,234 0,224L0,16C0,6 6,0 16,0Z', '#c9d6b0') +
      shape('M18,7L302,7C309,7 313,11 313,18L313,222C313,229 309,233 302,233L18,233C11,233 7,229 7,222L7,18C7,11 11,7 18,7Z', '#fdfaf0'),
  )
const speaker = (): string =>
  svg(
    160,
    120,
    shape('M34,44L58,44L84,22L84,98L58,76L34,76Z', '#4f7a4a') +
      `<path d="M98,42C108,52 108,68 98,78M112,30C130,48 130,72 112,90" stroke="#b5543f" stroke-width="8" fill="none" stroke-linecap="round"/>`,
  )

/** 1280 x 800: a lawn from above, with paths of stones at its edges. */
function lawn(): string {
  const next = scatter(19)
  const tufts = Array.from({ length: 240 }, () => {
    const [x, y] = [next() * 1280, next() * 800]
    return shape(`M${x.toFixed(0)},${y.toFixed(0)}l3,-${(9 + next() * 9).toFixed(0)}l3,${(7 + next() * 6).toFixed(0)}l4,-${(8 + next() * 8).toFixed(0)}l2,12z`, ['#89ab63', '#7c9f57', '#9aba74'][Math.floor(next() * 3)]!)
  }).join('')
  const stones = Array.from({ length: 22 }, (_, i) => oval(30 + i * 60 + next() * 14, i % 2 === 0 ? 26 + next() * 8 : 776 - next() * 8, 24 + next() * 6, 14 + next() * 4, i % 3 === 0 ? '#c9c2b0' : '#b9b19d')).join('')
  return `<rect width="1280" height="800" fill="#93b46c"/>${tufts}${stones}`
}

const SIDES_ART = {
  plain: pennant('#d9604a', '#a5402e', ''),
  striped: pennant('#f2cf63', '#3f7f8c', stripes),
  dotted: pennant('#6fa3b8', '#fdf6e3', dots),
  crossed: pennant('#f4efe4', '#7f5590', crosses),
}

export function drawings(): Drawing[] {
  resetFolds()
  const beds = [0, 1, 2, 3, 4, 5].map((i) => move(640 + (i % 3) * 200, 130 + Math.floor(i / 3) * 200, square(), 'scale(1.15)')).join('')
  const flags = Object.values(SIDES_ART)
    .map((one, i) => move([660, 1060, 860, 660][i]!, [150, 150, 350, 350][i]!, one.replaceAll('"p"', `"p${i}"`).replaceAll('#p)', `#p${i})`), 'scale(1.2)'))
    .join('')
  return [
    { name: 'square', svg: svg(160, 160, square()) },
    ...Object.entries(SIDES_ART).map(([name, art]) => ({ name, svg: svgStrip(120, 1, [art]) })),
    { name: 'card-face', svg: paper() },
    { name: 'sound-sign', svg: speaker() },
    { name: 'icon', svg: svg(160, 160, square() + move(20, 14, SIDES_ART.plain)) },
    counter(['#4f8a6b', '#3c6f55']),
    { name: 'backdrop', svg: svg(1280, 800, lawn()) },
    { name: 'start', svg: svg(1280, 800, lawn() + beds + flags + folded('M180,700C180,640 240,610 300,640C340,590 430,610 430,670C470,690 450,730 420,730L210,730C190,730 180,720 180,700Z', ['#6f9a4d', '#587e3b'], 'M300,560L480,560L480,760L300,760Z')) },
  ]
}

/** Spade, bell and a walking tune. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.26
  const melody: Row = [
    [67, 2], [72, 2], [71, 1], [72, 1], [74, 2], [76, 2], [74, 2], [72, 4],
    [69, 2], [74, 2], [72, 1], [74, 1], [76, 2], [77, 2], [76, 2], [74, 4],
    [79, 2], [76, 2], [72, 2], [74, 2], [76, 1], [74, 1], [72, 2], [69, 4],
    [67, 2], [69, 2], [71, 2], [74, 2], [72, 6], [null, 2],
  ] // prettier-ignore
  const bass: Row = [48, 48, 55, 48, 50, 50, 55, 50, 48, 52, 53, 53, 55, 55, 48, 48].map((note): [number, number] => [note, 4])
  const beats = melody.reduce((sum, [, n]) => sum + n, 0)
  return {
    'ask-sound': mix(0.16, [{ at: 0, length: 0.14, from: 480, to: 620, wave: 'triangle', level: 0.35 }]),
    call: mix(1.6, [0, 0.8].flatMap((at) => [
      { at, length: 0.22, from: 700, to: 690, wave: 'triangle' as const, level: 0.4, attack: 0.03 },
      { at: at + 0.26, length: 0.32, from: 560, to: 550, wave: 'triangle' as const, level: 0.4, attack: 0.03 },
    ])),
    'right-sound': mix(0.6, chime([72, 76, 79, 84], 0.07, 0.36)),
    'wrong-sound': mix(0.4, [
      { at: 0, length: 0.16, from: 330, to: 300, wave: 'reed', level: 0.25, attack: 0.01 },
      { at: 0.16, length: 0.22, from: 262, to: 230, wave: 'reed', level: 0.25, attack: 0.01 },
    ]),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 600, to: 500, wave: 'pluck' }]),
    'win-sound': mix(1.4, [...chime([67, 72, 76, 79, 84], 0.12, 0.7), ...chime([48, 55, 60], 0, 1.2, { level: 0.18 })]),
    'lose-sound': mix(1, chime([67, 65, 62, 60], 0.18, 0.5, { wave: 'pluck' })),
    music: mix(
      beat * beats,
      [...voice(melody, beat, { level: 0.26 }, 1.3), ...voice(bass, beat, { level: 0.2, wave: 'triangle' }, 0.9)],
      true,
    ),
  }
}
