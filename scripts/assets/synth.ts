import { scatter } from './pixel'

/** Sounds made from formulas: mono, 44.1 kHz, -1..1. */
export const RATE = 44100

export interface Note {
  /** Seconds from the start, and how long it rings. */
  at: number
  length: number
  /** Hz at its start and at its end. */
  from: number
  to?: number
  wave?: 'sine' | 'triangle' | 'reed' | 'pluck' | 'noise'
  /** 0..1. */
  level?: number
  attack?: number
}

function waveAt(kind: NonNullable<Note['wave']>, phase: number, next: () => number): number {
  const p = phase - Math.floor(phase)
  switch (kind) {
    case 'sine':
      return Math.sin(p * Math.PI * 2)
    case 'triangle':
      return 1 - 4 * Math.abs(p - 0.5)
    case 'reed':
      return [1, 2, 3, 4, 5, 6].reduce((sum, k) => sum + Math.sin(p * Math.PI * 2 * k) / (k * 1.1), 0) * 0.55
    case 'pluck':
      return Math.sin(p * Math.PI * 2) + 0.4 * Math.sin(p * Math.PI * 4) + 0.18 * Math.sin(p * Math.PI * 8)
    case 'noise':
      return next() * 2 - 1
  }
}

/** Mixes notes into one buffer of `seconds`; a note that rings past the end comes round to the start when `loop`. */
export function mix(seconds: number, notes: readonly Note[], loop = false): Float32Array {
  const out = new Float32Array(Math.round(seconds * RATE))
  for (const note of notes) {
    const { wave = 'pluck', level = 0.4, attack = 0.005, to = note.from } = note
    const next = scatter(Math.round(note.from * 10) + Math.round(note.at * 1000))
    const count = Math.round(note.length * RATE)
    let phase = 0
    let smooth = 0
    for (let i = 0; i < count; i++) {
      const t = i / count
      phase += (note.from + (to - note.from) * t) / RATE
      const seconds_ = i / RATE
      const rise = Math.min(1, seconds_ / attack)
      const fall = wave === 'reed' ? Math.min(1, (1 - t) * 8) : (1 - t) ** 2.2
      let value = waveAt(wave, phase, next)
      if (wave === 'noise') {
        smooth += (value - smooth) * Math.min(1, note.from / 8000)
        value = smooth
      }
      const at = Math.round(note.at * RATE) + i
      const index = loop ? at % out.length : at
      if (index < out.length) out[index]! += value * rise * fall * level
    }
  }
  let peak = 0
  for (const value of out) peak = Math.max(peak, Math.abs(value))
  if (peak > 0) for (let i = 0; i < out.length; i++) out[i]! *= 0.72 / peak
  return out
}

const A4 = 440
export const midi = (note: number): number => A4 * 2 ** ((note - 69) / 12)

/** A tune as rows of [note or null, beats]; one voice. */
export function voice(row: readonly [number | null, number][], beatS: number, style: Partial<Note>, ring = 1): Note[] {
  const notes: Note[] = []
  let beat = 0
  for (const [note, beats] of row) {
    if (note !== null) notes.push({ at: beat * beatS, length: beats * beatS * ring, from: midi(note), ...style })
    beat += beats
  }
  return notes
}
