import { counter, folded, move, oval, resetFolds, shape, svg, type Drawing, type Tone } from '../../scripts/assets/paper'
import { scatter } from '../../scripts/assets/pixel'
import { mix, voice } from '../../scripts/assets/synth'
import { chime, type Row } from '../../scripts/assets/tunes'

/** Which One's own art: a potting bench of cut paper, pots that stand on their heads, and a hedgehog. */
const CLAY: Tone = ['#d07a4c', '#b5623a']
const RIM: Tone = ['#dc8d5e', '#c07046']

/** 200 x 240 on its head: the rim is below. */
function pot(lean: number): string {
  const top = `M${62 + lean},24L${138 + lean},24C${146 + lean},24 ${150 + lean},30 ${151 + lean},36L164,176L36,176L${49 + lean},36C${50 + lean},30 ${54 + lean},24 ${62 + lean},24Z`
  return (
    oval(100, 228, 92, 9, '#5a412f55') +
    folded(top, CLAY, `M${104 + lean},20L170,20L170,180L112,180Z`) +
    oval(100 + lean, 27, 11, 4, '#6d3a22') +
    folded('M26,172L174,172C181,172 184,177 183,183L178,221C177,227 173,230 167,230L33,230C27,230 23,227 22,221L17,183C16,177 19,172 26,172Z', RIM, 'M110,168L190,168L190,234L114,234Z') +
    `<path d="M52,120C70,132 84,112 100,124C118,136 130,114 148,124" stroke="#f0c9a4" stroke-width="6" fill="none" stroke-linecap="round" opacity=".75"/>`
  )
}

/** 160 x 110, looking to the left; its eye shut or open, its nose up or not. */
function hedgehog(open: boolean, up: number): string {
  const spikes = Array.from({ length: 11 }, (_, i) => {
    const [x, y] = [52 + i * 9, 34 - Math.round(20 * (1 - ((i - 5) / 5.5) ** 2)) + (i % 2) * 3]
    return `L${x - 4},${y + 12}L${x},${y - 4}`
  }).join('')
  return (
    oval(84, 101, 62, 6, '#4c3a2a44') +
    shape(`M38,84C36,60 44,44 52,38${spikes}L150,56C156,72 154,88 148,98L46,98Z`, '#6b4f3a') +
    shape('M60,96C60,66 80,48 104,48C130,48 146,66 148,98Z', '#7d5f47') +
    shape(`M12,${82 - up}C24,${66 - up} 42,58 58,62C72,66 74,86 66,98L34,98C24,96 14,92 12,${82 - up}Z`, '#e6c79c') +
    oval(13, 81 - up, 6, 5, '#33261e') +
    (open
      ? oval(40, 74 - up / 2, 5, 6, '#33261e') + oval(38, 72 - up / 2, 1.8, 2, '#ffffff')
      : `<path d="M34,${75 - up / 2}q6,5 12,0" stroke="#33261e" stroke-width="3" fill="none" stroke-linecap="round"/>`) +
    oval(58, 99, 9, 5, '#caa679') +
    oval(120, 99, 9, 5, '#caa679')
  )
}

/** A bench of boards before a shed's wall, seen a little from above. */
function shed(width: number, height: number): string {
  const next = scatter(23)
  const edge = height * 0.56
  const boards = Array.from({ length: Math.ceil(width / 120) }, (_, i) => `<rect x="${i * 120}" y="0" width="117" height="${edge}" fill="${['#6f8a6c', '#67826a', '#76916f'][i % 3]}"/>`).join('')
  const table = Array.from({ length: 4 }, (_, i) => {
    const top = edge + ((height - edge) * i) / 4
    const grain = Array.from({ length: 5 }, () => `<path d="M${(next() * width).toFixed(0)},${(top + 12 + next() * 50).toFixed(0)}q60,${(next() * 10 - 5).toFixed(0)} 130,0" stroke="#b98f61" stroke-width="3" fill="none" opacity=".7"/>`).join('')
    return `<rect x="0" y="${top}" width="${width}" height="${(height - edge) / 4 - 4}" fill="${i % 2 === 0 ? '#d3ab7b' : '#c99f6e'}"/>${grain}`
  }).join('')
  return `<rect width="${width}" height="${height}" fill="#57705a"/>${boards}<rect x="0" y="${edge - 10}" width="${width}" height="${height - edge + 10}" fill="#a37b4f"/>${table}`
}
const leaves = (x: number, y: number, size: number): string =>
  move(x, y, ['-50', '-15', '20', '55'].map((turn, i) => `<g transform="rotate(${turn})">${shape('M0,0C-16,-40 -8,-84 0,-100C8,-84 16,-40 0,0Z', i % 2 === 0 ? '#5f8f4d' : '#4d7a42')}</g>`).join(''), `scale(${size})`)

export function drawings(): Drawing[] {
  resetFolds()
  return [
    { name: 'pot', svg: svg(400, 240, pot(0) + move(200, 0, pot(5))) },
    { name: 'hedgehog', svg: naps() },
    counter(['#d07a4c', '#b5623a']),
    { name: 'backdrop', svg: svg(1280, 800, shed(1280, 800) + leaves(90, 450, 1.2) + leaves(1190, 452, 1)) },
    {
      name: 'start',
      svg: svg(
        1280,
        800,
        shed(1280, 800) + move(690, 250, pot(0), 'scale(1.25)') + move(960, 290, pot(0), 'scale(1.25)') + move(760, 600, hedgehog(true, 6), 'scale(1.5)') + leaves(1200, 470, 1.4),
      ),
    },
  ]
}
/** Two pictures a row: asleep, and found. */
const naps = (): string =>
  svg(320, 220, [hedgehog(false, 0), hedgehog(false, 3), hedgehog(true, 2), hedgehog(true, 9)].map((one, i) => move((i % 2) * 160, Math.floor(i / 2) * 110, one)).join(''))

/** Clay on wood, and a tune with a wink. */
export function sounds(): Record<string, Float32Array> {
  const beat = 0.22
  const melody: Row = [
    [64, 1], [null, 1], [67, 1], [null, 1], [71, 2], [69, 2], [67, 1], [66, 1], [64, 2], [null, 4],
    [64, 1], [null, 1], [67, 1], [null, 1], [72, 2], [71, 2], [69, 1], [67, 1], [66, 2], [null, 4],
    [71, 2], [74, 2], [72, 1], [71, 1], [69, 2], [72, 2], [71, 1], [69, 1], [67, 2], [66, 2],
    [64, 1], [66, 1], [67, 2], [69, 2], [71, 1], [69, 1], [67, 2], [64, 4],
  ] // prettier-ignore
  const beats = melody.reduce((sum, [, n]) => sum + n, 0)
  const bass: Row = Array.from({ length: beats / 4 }, (_, i): [number, number] => [[40, 47, 43, 47][i % 4]!, 4])
  return {
    'lift-sound': mix(0.16, [{ at: 0, length: 0.15, from: 240, to: 420, wave: 'triangle', level: 0.4 }]),
    'change-sound': mix(0.14, [{ at: 0, length: 0.13, from: 190, to: 150, wave: 'reed', level: 0.18, attack: 0.02 }]),
    'right-sound': mix(0.6, chime([71, 76, 79, 83], 0.07, 0.36)),
    'wrong-sound': mix(0.5, [
      { at: 0, length: 0.2, from: 300, to: 240, wave: 'reed', level: 0.25, attack: 0.01 },
      { at: 0.2, length: 0.26, from: 230, to: 180, wave: 'reed', level: 0.25, attack: 0.01 },
    ]),
    'press-sound': mix(0.09, [{ at: 0, length: 0.09, from: 560, to: 480, wave: 'pluck' }]),
    'win-sound': mix(1.3, [...chime([64, 67, 71, 76, 79, 83], 0.1, 0.6), ...chime([40, 52], 0, 1.1, { level: 0.18 })]),
    'lose-sound': mix(1, chime([67, 66, 64, 59], 0.18, 0.5, { wave: 'pluck' })),
    music: mix(
      beat * beats,
      [...voice(melody, beat, { level: 0.26, wave: 'pluck' }, 1.2), ...voice(bass, beat, { level: 0.2, wave: 'triangle' }, 0.9)],
      true,
    ),
  }
}
