import { counter, folded, move, oval, resetFolds, shape, svg, svgStrip, type Drawing, type Tone } from '../../scripts/assets/paper'
import { scatter } from '../../scripts/assets/pixel'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Twosome's own art: a picnic rug in a meadow, with cards cut from thick paper. All pictures are drawn in 120 x 120. */
const sun = (): string =>
  Array.from({ length: 12 }, (_, i) => move(60, 60, shape('M-6,-34L6,-34L0,-54Z', '#e8a53a'), `rotate(${i * 30})`)).join('') +
  folded('M60,28A32,32 0 1 1 59,28Z', ['#f6c552', '#e8b03f'], 'M60,0L120,0L120,120L60,120Z')
const cloud = (): string =>
  folded('M24,86C6,86 6,62 24,60C22,40 48,32 58,46C72,30 100,40 96,62C114,64 114,86 98,86Z', ['#8fb6cf', '#7aa3be'], 'M62,0L120,0L120,120L62,120Z') +
  [38, 60, 82].map((x, i) => shape(`M${x},${94 + (i % 2) * 4}c-6,10 6,12 4,0z`, '#4f86a8')).join('')
const bell = (): string =>
  shape('M52,14L68,14L68,26L52,26Z', '#8a5a2e') +
  folded('M28,84C34,76 32,52 38,38C44,24 76,24 82,38C88,52 86,76 92,84Z', ['#e0b04a', '#c4933a'], 'M60,0L120,0L120,120L60,120Z') +
  shape('M22,84L98,84L98,94L22,94Z', '#a87a2c') +
  oval(60, 100, 10, 8, '#7d5a24')
const boat = (): string =>
  shape('M57,16L63,16L63,78L57,78Z', '#7a5638') +
  folded('M66,18L100,72L66,72Z', ['#f4efe4', '#ddd5c4'], 'M82,0L120,0L120,120L82,120Z') +
  shape('M54,28L26,72L54,72Z', '#d9604a') +
  folded('M14,78L106,78C100,98 90,102 82,102L38,102C28,102 20,94 14,78Z', ['#3f7f8c', '#2f6470'], 'M60,70L120,70L120,120L60,120Z')
const leaf = (): string =>
  folded('M60,104C20,90 14,46 34,14C62,22 104,34 104,64C104,88 84,100 60,104Z', ['#7fae4e', '#648f3a'], 'M34,14L60,104L120,120L120,0Z') +
  `<path d="M36,18C48,50 56,76 60,104M48,50L78,44M54,72L88,68" stroke="#4d7030" stroke-width="4" fill="none" stroke-linecap="round"/>`
const mushroom = (): string =>
  folded('M46,60L74,60C72,78 78,92 80,102L40,102C42,92 48,78 46,60Z', ['#f3e6cf', '#ddcdb0'], 'M60,50L120,50L120,120L60,120Z') +
  folded('M14,62C14,32 36,16 60,16C84,16 106,32 106,62Z', ['#c8453c', '#a8362f'], 'M60,0L120,0L120,120L60,120Z') +
  [[38, 44, 8], [66, 34, 9], [86, 52, 7], [56, 54, 6]].map(([x, y, r]) => oval(x!, y!, r!, r! * 0.85, '#f7ede0')).join('') // prettier-ignore
const fish = (): string =>
  shape('M84,60L112,36L108,60L112,84Z', '#d98a3d') +
  folded('M8,60C24,28 70,26 92,60C70,94 24,92 8,60Z', ['#f0a44f', '#d98a3d'], 'M8,60L120,60L120,120L8,120Z') +
  [40, 54, 68].map((x) => `<path d="M${x},42C${x + 8},54 ${x + 8},66 ${x},78" stroke="#c47730" stroke-width="4" fill="none"/>`).join('') +
  oval(26, 54, 6, 6, '#fffdf6') +
  oval(25, 54, 3, 3, '#2c2b3a')
const star = (): string => {
  const points = Array.from({ length: 10 }, (_, i) => {
    const [turn, far] = [(i * 36 - 90) * (Math.PI / 180), i % 2 === 0 ? 50 : 22]
    return `${(60 + Math.cos(turn) * far).toFixed(1)},${(62 + Math.sin(turn) * far).toFixed(1)}`
  })
  return folded(`M${points.join('L')}Z`, ['#f2cf63', '#d9b144'], 'M60,0L120,0L120,120L60,120Z')
}
const moon = (): string =>
  folded('M78,14A48,48 0 1 0 106,84A40,40 0 0 1 78,14Z', ['#d9d6e8', '#b9b5d0'], 'M60,60L120,60L120,120L60,120Z') + oval(50, 50, 6, 5, '#b9b5d0') + oval(44, 76, 8, 6, '#b9b5d0')
const kite = (): string =>
  `<path d="M60,92C50,100 66,106 56,116" stroke="#7a5638" stroke-width="4" fill="none" stroke-linecap="round"/>` +
  folded('M60,10L98,48L60,96L22,48Z', ['#d9604a', '#bd4c38'], 'M60,0L120,0L120,120L60,120Z') +
  shape('M60,10L60,96L22,48Z', '#e8c15a') +
  shape('M44,100L56,106L44,112ZM72,100L60,106L72,112Z', '#3f7f8c')
const acorn = (): string =>
  shape('M56,8L66,8L64,26L56,26Z', '#7a5638') +
  folded('M28,52L92,52C92,84 76,104 60,112C44,104 28,84 28,52Z', ['#c99a5b', '#ab7d43'], 'M60,0L120,0L120,120L60,120Z') +
  folded('M20,54C20,32 38,22 60,22C82,22 100,32 100,54Z', ['#8a6a45', '#6f5233'], 'M60,0L120,0L120,120L60,120Z')
const cherry = (): string =>
  `<path d="M40,78C44,50 60,30 84,16M80,82C80,56 80,36 84,16" stroke="#5f7d3a" stroke-width="5" fill="none" stroke-linecap="round"/>` +
  shape('M84,16C96,8 112,12 116,24C104,34 88,30 84,16Z', '#7fae4e') +
  folded('M18,84C18,70 28,64 40,64C52,64 62,72 62,84C62,98 52,106 40,106C28,106 18,98 18,84Z', ['#c23a4b', '#9d2b3b'], 'M40,0L120,0L120,120L40,120Z') +
  folded('M60,90C60,76 70,70 82,70C94,70 102,78 102,90C102,104 94,112 82,112C68,112 60,104 60,90Z', ['#d0485a', '#a93445'], 'M82,0L120,0L120,120L82,120Z')
const THINGS = { sun, cloud, bell, boat, leaf, mushroom, fish, star, moon, kite, acorn, cherry }

/** A card, 320 x 240: thick paper with a rim. */
const CARD = 'M20,0L300,0C312,0 320,8 320,20L320,220C320,232 312,240 300,240L20,240C8,240 0,232 0,220L0,20C0,8 8,0 20,0Z'
const card = (paper: string, rim: string, body: string): string =>
  svg(320, 240, shape(CARD, rim) + move(8, 8, `<g transform="scale(.95 .9333)">${shape(CARD, paper)}</g>`) + body)
function back(): string {
  const clover = (x: number, y: number, turn: number) =>
    move(
      x,
      y,
      [0, 90, 180, 270].map((k) => `<g transform="rotate(${k})">${oval(0, -13, 10, 12, '#e9c46a')}</g>`).join('') + oval(0, 0, 5, 5, '#b5543f'),
      `rotate(${turn})`,
    )
  const spots = [[70, 66], [160, 66], [250, 66], [115, 120], [205, 120], [70, 174], [160, 174], [250, 174]] // prettier-ignore
  return card('#b5543f', '#8f3f2e', spots.map(([x, y], i) => clover(x!, y!, i * 22)).join(''))
}
const face = (): string => card('#fff8ea', '#d9c7a4', '')
const speaker = (): string =>
  svg(
    160,
    120,
    shape('M34,44L58,44L84,22L84,98L58,76L34,76Z', '#3f7f8c') +
      `<path d="M98,42C108,52 108,68 98,78M112,30C130,48 130,72 112,90" stroke="#b5543f" stroke-width="8" fill="none" stroke-linecap="round"/>`,
  )

/** A pennant on a stick, with a pattern of its own. */
function pennant([light, dark]: Tone, pattern: (at: number) => string): string {
  return (
    shape('M18,6L26,6L26,116L18,116Z', '#7a5638') +
    `<clipPath id="p"><path d="M26,12L110,44L26,76Z"/></clipPath>` +
    shape('M26,12L110,44L26,76Z', light) +
    `<g clip-path="url(#p)" fill="${dark}">${[0, 1, 2, 3, 4].map(pattern).join('')}</g>`
  )
}
const stripes = (i: number): string => `<rect x="${34 + i * 18}" y="0" width="8" height="120"/>`
const dots = (i: number): string => `<circle cx="${38 + i * 16}" cy="${30 + (i % 2) * 18}" r="6"/><circle cx="${38 + i * 16}" cy="${58 - (i % 2) * 14}" r="5"/>`

/** 1280 x 800: a rug of broad checks with grass around it. */
function rug(): string {
  const next = scatter(12)
  const blades = Array.from({ length: 260 }, () => {
    const edge = next()
    const [x, y] = edge < 0.5 ? [next() * 1280, edge < 0.25 ? next() * 40 : 770 + next() * 40] : [edge < 0.75 ? next() * 40 : 1250 + next() * 30, next() * 800]
    return shape(`M${x.toFixed(0)},${(y + 12).toFixed(0)}l4,-${(18 + next() * 14).toFixed(0)}l4,${(18 + next() * 8).toFixed(0)}z`, ['#7f9f5a', '#6c8c4b', '#91b06a'][Math.floor(next() * 3)]!)
  }).join('')
  const checks = Array.from({ length: 15 * 9 }, (_, i) => {
    const [x, y] = [i % 15, Math.floor(i / 15)]
    const tone = (x % 2) + (y % 2)
    return tone === 0 ? '' : `<rect x="${40 + x * 80}" y="${40 + y * 80}" width="80" height="80" fill="#5d8794" opacity="${tone === 2 ? 0.5 : 0.26}"/>`
  }).join('')
  return `<rect width="1280" height="800" fill="#86a661"/><rect x="34" y="34" width="1212" height="732" rx="10" fill="#c3d3cf"/>${checks}${blades}`
}

export function drawings(): Drawing[] {
  resetFolds()
  const onCard = (name: keyof typeof THINGS, x: number, y: number, turn: number) =>
    move(
      x,
      y,
      `<g transform="scale(.8)">${shape(CARD, '#d9c7a4')}${move(8, 8, `<g transform="scale(.95 .9333)">${shape(CARD, '#fff8ea')}</g>`)}${move(76, 36, THINGS[name](), 'scale(1.4)')}</g>`,
      `rotate(${turn})`,
    )
  return [
    ...Object.entries(THINGS).map(([name, make]) => ({ name, svg: svg(120, 120, make()) })),
    { name: 'card-back', svg: back() },
    { name: 'card-face', svg: face() },
    { name: 'sound-sign', svg: speaker() },
    { name: 'owls', svg: svgStrip(120, 1, [pennant(['#e6b84c', '#8a5a2e'], stripes)]) },
    { name: 'hares', svg: svgStrip(120, 1, [pennant(['#6fa3b8', '#26495a'], dots)]) },
    counter(['#d9604a', '#bd4c38']),
    { name: 'backdrop', svg: svg(1280, 800, rug()) },
    {
      name: 'start',
      svg: svg(1280, 800, rug() + onCard('mushroom', 720, 190, -9) + onCard('fish', 950, 130, 7) + onCard('star', 980, 440, 12) + onCard('boat', 740, 500, -4)),
    },
  ]
}

/** Cards on cloth, and an afternoon's tune on a plucked string. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.3
  const melody: Row = [
    [72, 2], [76, 1], [79, 3], [77, 1], [76, 1], [74, 1], [72, 3],
    [74, 2], [77, 1], [81, 3], [79, 1], [77, 1], [76, 1], [74, 3],
    [72, 2], [76, 1], [79, 2], [84, 1], [83, 1], [81, 1], [79, 1], [77, 3],
    [76, 2], [72, 1], [74, 2], [71, 1], [72, 3], [null, 3],
  ] // prettier-ignore
  const bass: Row = [48, 55, 48, 48, 50, 57, 53, 55, 48, 52, 53, 53, 55, 55, 48, 48].map((note): [number, number] => [note, 3])
  const beats = melody.reduce((sum, [, n]) => sum + n, 0)
  return {
    'turn-sound': mix(0.09, [
      { at: 0, length: 0.06, from: 3200, wave: 'noise', level: 0.5 },
      { at: 0.01, length: 0.06, from: 420, to: 520, wave: 'pluck', level: 0.25 },
    ]),
    'pair-sound': mix(0.55, chime([76, 79, 84], 0.09, 0.4)),
    'miss-sound': mix(0.24, [{ at: 0, length: 0.22, from: 300, to: 220, wave: 'triangle', level: 0.35 }]),
    ring: mix(1.2, [
      { at: 0, length: 1.1, from: 1180, wave: 'sine', level: 0.4 },
      { at: 0, length: 0.9, from: 2790, wave: 'sine', level: 0.16 },
      { at: 0, length: 0.04, from: 4000, wave: 'noise', level: 0.2 },
    ]),
    rain: mix(1.6, [
      ...Array.from({ length: 40 }, (_, i) => ({ at: (i * 0.0371) % 1.45, length: 0.05, from: 2200 + ((i * 677) % 1800), wave: 'noise' as const, level: 0.35 })),
      { at: 0, length: 1.5, from: 900, wave: 'noise', level: 0.3, attack: 0.3 },
    ]),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 560, to: 480, wave: 'pluck' }]),
    'win-sound': mix(1.4, [...chime([72, 76, 79, 84], 0.13, 0.8), ...chime([48, 55, 60], 0, 1.2, { level: 0.18 })]),
    'lose-sound': mix(1, chime([67, 64, 60], 0.2, 0.6, { wave: 'pluck' })),
    music: mix(
      beat * beats,
      [...voice(melody, beat, { level: 0.26 }, 1.5), ...voice(bass, beat, { level: 0.2, wave: 'triangle' }, 0.9)],
      true,
    ),
  }
}
