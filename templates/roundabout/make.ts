import { counter, folded, move, oval, resetFolds, shape, svg, type Drawing, type Tone } from '../../scripts/assets/paper'
import { scatter } from '../../scripts/assets/pixel'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Roundabout's own art: a kitchen garden of cut paper, seen from above, and four who race through it. 120 x 120 each. */
const eye = (x: number, y: number): string => oval(x, y, 5, 6, '#fffdf6') + oval(x + 1, y + 1, 2.6, 3.2, '#2b2622')
const ground = '<ellipse cx="60" cy="112" rx="42" ry="6" fill="#2c2f2444"/>'
const snail = (): string =>
  ground +
  shape('M14,96C16,84 30,82 44,86L96,90C110,92 114,104 106,110L26,110C16,110 12,104 14,96Z', '#e8c48e') +
  `<path d="M22,88L16,62M32,86L32,60" stroke="#e8c48e" stroke-width="6" stroke-linecap="round"/>` +
  eye(16, 58) +
  eye(33, 56) +
  folded('M38,72C38,46 56,30 78,30C100,30 114,48 114,68C114,88 100,100 78,100C54,100 38,92 38,72Z', ['#c9803f', '#a8652c'], 'M78,20L120,20L120,110L78,110Z') +
  `<path d="M78,92C60,92 52,80 54,66C56,52 70,46 82,50C94,54 96,70 86,76C78,80 70,74 72,68" stroke="#f0d3a4" stroke-width="6" fill="none" stroke-linecap="round"/>`
const ladybird = (): string =>
  ground +
  oval(26, 68, 20, 22, '#2b2622') +
  `<path d="M18,50C14,40 8,38 6,40M28,47C28,36 24,32 22,32" stroke="#2b2622" stroke-width="4" fill="none" stroke-linecap="round"/>` +
  eye(18, 62) +
  folded('M30,72C30,46 50,30 74,30C98,30 114,48 114,72C114,94 100,106 76,106C50,106 30,96 30,72Z', ['#d1473a', '#ab332b'], 'M72,20L120,20L120,112L72,112Z') +
  `<path d="M72,30L72,106" stroke="#2b2622" stroke-width="4"/>` +
  [[52, 56, 9], [56, 86, 8], [92, 54, 8], [94, 82, 10], [72, 68, 0]].map(([x, y, r]) => (r === 0 ? '' : oval(x!, y!, r!, r!, '#2b2622'))).join('') // prettier-ignore
const frog = (): string =>
  ground +
  shape('M12,102C8,84 24,70 40,78L40,108L18,110ZM108,102C112,84 96,70 80,78L80,108L102,110Z', '#4b7f39') +
  folded('M24,84C24,52 40,34 60,34C80,34 96,52 96,84C96,102 82,110 60,110C38,110 24,102 24,84Z', ['#7fb65c', '#679c46'], 'M60,20L120,20L120,120L60,120Z') +
  oval(38, 34, 15, 15, '#7fb65c') +
  oval(82, 34, 15, 15, '#679c46') +
  eye(37, 33) +
  eye(81, 33) +
  `<path d="M38,68C50,80 70,80 82,68" stroke="#33532a" stroke-width="4" fill="none" stroke-linecap="round"/>` +
  oval(60, 96, 20, 10, '#d6e3a8')
const mouse = (): string =>
  ground +
  `<path d="M92,98C112,104 116,88 106,76" stroke="#c9a5a0" stroke-width="5" fill="none" stroke-linecap="round"/>` +
  oval(36, 40, 19, 19, '#8b8794') +
  oval(36, 41, 11, 11, '#d9b4b0') +
  oval(84, 40, 19, 19, '#77737f') +
  oval(84, 41, 11, 11, '#d9b4b0') +
  folded('M26,80C26,54 40,42 60,42C80,42 94,54 94,80C94,102 80,110 60,110C40,110 26,102 26,80Z', ['#a09caa', '#86828f'], 'M60,20L120,20L120,120L60,120Z') +
  eye(47, 66) +
  eye(73, 66) +
  oval(60, 84, 6, 5, '#2b2622') +
  `<path d="M52,86L30,82M52,90L32,94M68,86L90,82M68,90L88,94" stroke="#4e4a56" stroke-width="2.5"/>`

const DIE: Tone = ['#fffaf0', '#e9dfc9']
const PIPS = [[60, 60], [36, 36], [84, 84], [84, 36], [36, 84], [36, 60], [84, 60]] as const // prettier-ignore
const FACES = [[0], [1, 2], [0, 1, 2], [1, 2, 3, 4], [0, 1, 2, 3, 4], [1, 2, 3, 4, 5, 6]]
const die = (pips: readonly number[]): string =>
  folded('M22,8L98,8C106,8 112,14 112,22L112,98C112,106 106,112 98,112L22,112C14,112 8,106 8,98L8,22C8,14 14,8 22,8Z', DIE, 'M8,92L112,92L112,112L8,112Z') +
  pips.map((pip) => oval(PIPS[pip]![0], PIPS[pip]![1], 11, 11, '#a8452e')).join('')

/** A small tag with a sign cut out of it. */
const tag = (turn: number, ground: string, sign: string): string =>
  move(60, 60, shape('M-42,-38L38,-44L44,40L-38,44Z', '#2c2f24') + shape('M-36,-32L32,-38L38,34L-32,38Z', ground) + sign, `rotate(${turn})`)
const line = (d: string): string => `<path d="${d}" stroke="#2c2f24" stroke-width="9" fill="none" stroke-linecap="round" stroke-linejoin="round"/>`
const SIGNS: Record<string, string> = {
  forward: tag(4, '#cfe3b4', line('M-20,0L18,0M4,-16L20,0L4,16')),
  back: tag(-4, '#f1c9b4', line('M20,0L-18,0M-4,-16L-20,0L-4,16')),
  go: tag(3, '#cde0e6', line('M-22,14C-14,-20 12,-22 18,2M4,2L18,6L24,-8')),
  miss: tag(-3, '#e6dcc6', line('M-10,-18L-10,18M10,-18L10,18')),
  again: tag(5, '#f2dd9c', line('M16,-12A20,20 0 1 0 20,6M18,-24L17,-11L4,-12')),
  card: tag(-5, '#fffaf0', line('M-16,-16L16,-16M-16,0L16,0M-16,16L2,16')),
}

const disc = (rim: string, body: string, inner: string): string => oval(60, 62, 56, 55, '#2c2f2455') + oval(60, 58, 55, 55, rim) + oval(60, 58, 47, 47, body) + inner

/** Beds in rows around a pond, with grass between them. */
function garden(width: number, height: number): string {
  const next = scatter(41)
  const tufts = Array.from({ length: 340 }, () => {
    const [x, y] = [next() * width, next() * height]
    return shape(`M${x.toFixed(0)},${y.toFixed(0)}l3,-${(9 + next() * 9).toFixed(0)}l3,${(9 + next() * 6).toFixed(0)}z`, ['#8fb065', '#7c9e55', '#9dbb72'][Math.floor(next() * 3)]!)
  }).join('')
  const bed = (x: number, y: number, w: number, h: number, leaf: string, fruit: string) => {
    const rows = Array.from({ length: Math.floor(h / 34) }, (_, r) =>
      Array.from({ length: Math.floor(w / 36) }, (_, c) => {
        const [px, py] = [x + 18 + c * 36 + (next() - 0.5) * 6, y + 18 + r * 34 + (next() - 0.5) * 6]
        return oval(px, py, 14, 11, leaf) + oval(px + 3, py - 2, 8, 7, '#ffffff22') + (next() < 0.4 ? oval(px, py, 5, 5, fruit) : '')
      }).join(''),
    ).join('')
    return `<rect x="${x}" y="${y}" width="${w}" height="${h}" rx="10" fill="#6d4f38"/><rect x="${x + 5}" y="${y + 5}" width="${w - 10}" height="${h - 10}" rx="8" fill="#7f5f45"/>${rows}`
  }
  return (
    `<rect width="${width}" height="${height}" fill="#86a85c"/>` +
    tufts +
    bed(20, 14, 260, 110, '#5d8a45', '#d1473a') +
    bed(1000, 16, 250, 120, '#4f7d52', '#e0a13c') +
    bed(16, 600, 210, 140, '#76a04f', '#f2e9d8') +
    bed(1040, 590, 220, 150, '#5d8a45', '#8a4f9a') +
    bed(560, 10, 190, 70, '#6b9a4a', '#e8c15a') +
    folded('M470,300C520,250 740,240 800,300C850,350 820,420 740,440C650,460 520,450 480,400C450,366 450,330 470,300Z', ['#7fb4c2', '#6aa1b0'], 'M640,200L900,200L900,500L600,500Z') +
    [[520, 330], [760, 390], [720, 300]].map(([x, y]) => oval(x!, y!, 20, 12, '#5f9a4a')).join('') // prettier-ignore
  )
}

export function drawings(): Drawing[] {
  resetFolds()
  const one = (name: string, body: string): Drawing => ({ name, svg: svg(120, 120, body) })
  return [
    one('snail', snail()),
    one('ladybird', ladybird()),
    one('frog', frog()),
    one('mouse', mouse()),
    ...FACES.map((pips, i) => one(`face-${i + 1}`, die(pips))),
    ...Object.entries(SIGNS).map(([name, body]) => one(`sign-${name}`, body)),
    one('space-mark', disc('#8a7a5c', '#fdf6e3', '')),
    one('end-mark', disc('#a8452e', '#fbe6c4', `<ellipse cx="60" cy="58" rx="40" ry="40" fill="none" stroke="#d98f5c" stroke-width="4" stroke-dasharray="9 7"/>`)),
    one('way-mark', oval(60, 60, 50, 50, '#fdf6e3')),
    { name: 'card-face', svg: svg(360, 260, folded('M18,6L342,6C350,6 354,10 354,18L354,242C354,250 350,254 342,254L18,254C10,254 6,250 6,242L6,18C6,10 10,6 18,6Z', ['#fdf6e3', '#f3e8cc'], 'M0,200L360,214L360,260L0,260Z') + `<rect x="18" y="18" width="324" height="224" rx="8" fill="none" stroke="#a8452e" stroke-width="4" stroke-dasharray="14 9"/>`) },
    counter(['#a8452e', '#8a3624']),
    { name: 'backdrop', svg: svg(1280, 800, garden(1280, 800)) },
    {
      name: 'start',
      svg: svg(1280, 800, garden(1280, 800) + move(720, 330, snail(), 'scale(3.2)') + move(1020, 520, ladybird(), 'scale(1.9)') + move(690, 90, die(FACES[4]!), 'scale(1.5) rotate(-14 60 60)') + move(930, 150, die(FACES[2]!), 'scale(1.5) rotate(11 60 60)')),
    },
  ]
}

/** Dice on a board, paces on gravel, and a tune to walk to. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.2
  const melody: Row = [
    [67, 2], [69, 1], [71, 2], [72, 1], [74, 3], [71, 2], [67, 1], [69, 2], [71, 1], [69, 2], [66, 1], [67, 3], [null, 3],
    [71, 2], [72, 1], [74, 2], [76, 1], [79, 3], [76, 2], [74, 1], [72, 2], [74, 1], [71, 2], [69, 1], [67, 3], [null, 3],
  ] // prettier-ignore
  const beats = melody.reduce((sum, [, n]) => sum + n, 0)
  const bass: Row = Array.from({ length: beats / 3 }, (_, i): [number, number] => [[43, 50, 47, 50, 45, 50, 42, 50][i % 8]!, 3])
  const rattle = [0, 0.05, 0.11, 0.16, 0.24, 0.33].map((at) => ({ at, length: 0.04, from: 1500 - at * 1800, wave: 'noise' as const, level: 0.5 }))
  return {
    'throw-sound': mix(0.45, rattle),
    'step-sound': mix(0.08, [{ at: 0, length: 0.07, from: 520, to: 640, wave: 'pluck', level: 0.5 }]),
    'good-sound': mix(0.5, chime([67, 71, 74], 0.07, 0.3)),
    'bad-sound': mix(0.5, [{ at: 0, length: 0.42, from: 330, to: 170, wave: 'reed', level: 0.25, attack: 0.01 }]),
    'card-sound': mix(0.16, [{ at: 0, length: 0.14, from: 2600, to: 900, wave: 'noise', level: 0.3 }]),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 600, to: 500, wave: 'pluck' }]),
    'win-sound': mix(1.3, [...chime([67, 71, 74, 79, 83, 86], 0.1, 0.6), ...chime([43, 55], 0, 1.1, { level: 0.18 })]),
    'lose-sound': mix(1, chime([74, 71, 67, 62], 0.18, 0.5, { wave: 'pluck' })),
    music: mix(
      beat * beats,
      [...voice(melody, beat, { level: 0.26, wave: 'pluck' }, 1.2), ...voice(bass, beat, { level: 0.2, wave: 'triangle' }, 0.9)],
      true,
    ),
  }
}
