import { random, type Seeded } from '../game/random'
import type { EffectKind, EffectRecipe } from '../kinds/sound-edit'
import { fade } from './edit'
import type { Samples } from './samples'

export const plainEffect = (kind: EffectKind, seed: number): EffectRecipe => ({
  ...{ kind, seed, height: 0.5, length: 0.5, roughness: 0.5, brightness: 0.5 },
})

const RATE = 44100

/** A tone or a breath of noise; times in s, pitches in Hz. */
interface Voice {
  at: number
  length: number
  from: number
  to: number
  level: number
  /** 0 a pure tone, 1 only noise. */
  noise: number
  /** 0 a sine, 1 rich in overtones. */
  edge: number
  attack: number
  /** How steeply it dies away. */
  fall: number
}

const semitones = (count: number): number => 2 ** (count / 12)

/** What the kinds sound like; chance gives each seed its own steps, bends and lengths. */
function voicesOf({ kind }: EffectRecipe, dice: Seeded): Voice[] {
  const between = (low: number, high: number) => low + random(dice) * (high - low)
  const pick = <T>(...choices: T[]): T => choices[Math.floor(random(dice) * choices.length)]!
  const base = { at: 0, level: 0.7, noise: 0, edge: 0.4, attack: 0.004, fall: 2.2 }
  const row = (notes: readonly number[], step: number, length: number, more: Partial<Voice>): Voice[] => {
    const root = between(330, 520)
    return notes.map((note, i) => {
      const pitch = root * semitones(note)
      const last = i === notes.length - 1
      return { ...base, ...more, at: i * step, length: last ? length * 2 : length, from: pitch, to: pitch }
    })
  }
  switch (kind) {
    case 'jump': {
      const from = between(180, 320)
      return [{ ...base, length: between(0.14, 0.24), from, to: from * between(1.9, 3.2), fall: 1.4 }]
    }
    case 'pick-up':
      return row(pick([0, 7], [0, 5, 12], [0, 4, 7], [0, 12]), between(0.05, 0.08), between(0.1, 0.16), { edge: 0.3 })
    case 'hit': {
      const from = between(150, 300)
      return [
        { ...base, length: between(0.12, 0.2), from: from * 6, to: from * 2, noise: 1, level: 0.5, fall: 3 },
        { ...base, length: between(0.18, 0.3), from, to: from * 0.45, edge: 0.7, fall: 2.6 },
      ]
    }
    case 'win':
      return row(pick([0, 4, 7, 12], [0, 3, 7, 12, 15], [0, 7, 4, 12], [0, 5, 9, 12]), between(0.09, 0.14), 0.24, {
        edge: 0.5,
      })
    case 'lose':
      return row(pick([7, 5, 3, 0], [0, -1, -3, -8], [4, 2, 0, -5]), between(0.15, 0.22), 0.3, {
        edge: 0.6,
        attack: 0.02,
      })
    case 'press': {
      const from = between(500, 900)
      return [{ ...base, length: between(0.04, 0.07), from, to: from * between(0.8, 1.3), fall: 3 }]
    }
    case 'whoosh': {
      const from = between(400, 900)
      return [
        { ...base, length: between(0.25, 0.45), from, to: from * between(2, 4), noise: 1, attack: 0.12, fall: 1.6 },
      ]
    }
    case 'splash': {
      const from = between(2500, 4500)
      return [
        { ...base, length: between(0.3, 0.5), from, to: from * 0.3, noise: 1, fall: 2.4 },
        { ...base, at: 0.05, length: 0.1, from: between(250, 400), to: between(700, 1000), level: 0.35, edge: 0.1 },
      ]
    }
    case 'bell': {
      const from = between(600, 1100)
      return [1, 2.76, 5.4].map((part, i) => ({
        ...base,
        length: between(0.8, 1.2) / (i + 1),
        from: from * part,
        to: from * part,
        level: 0.6 / (i + 1),
        edge: 0,
        fall: 2.8,
      }))
    }
  }
}

/** Mono, 44.1 kHz, loudest sample at 0.72; the same recipe gives the same samples. */
export function makeEffect(recipe: EffectRecipe): Samples {
  const dice: Seeded = { rng: recipe.seed >>> 0 }
  const higher = semitones((recipe.height - 0.5) * 36)
  const longer = 4 ** ((recipe.length - 0.5) * 2)
  const rough = (recipe.roughness - 0.5) * 2
  const bright = (recipe.brightness - 0.5) * 2
  const voices = voicesOf(recipe, dice)
  const total = Math.max(...voices.map((voice) => (voice.at + voice.length) * longer))
  const out = new Float32Array(Math.round(total * RATE))
  for (const voice of voices) {
    const count = Math.round(voice.length * longer * RATE)
    const start = Math.round(voice.at * longer * RATE)
    const noise = Math.max(0, Math.min(1, voice.noise + rough * 0.5))
    const edge = Math.max(0, Math.min(1, voice.edge + bright * 0.5))
    let phase = 0
    let low = 0
    for (let i = 0; i < count; i++) {
      const t = i / count
      const pitch = voice.from * (voice.to / voice.from) ** t * higher
      phase += pitch / RATE
      let tone = 0
      // Overtones fall off with `edge`, and none is made that the rate cannot hold.
      for (let k = 1; k <= 7 && pitch * k < RATE / 2; k++)
        tone += Math.sin(phase * Math.PI * 2 * k) * (k === 1 ? 1 : edge / k)
      low += (random(dice) * 2 - 1 - low) * Math.min(1, (pitch * (1.5 + bright)) / 9000)
      const rise = Math.min(1, i / (voice.attack * longer * RATE))
      const at = start + i
      if (at < out.length)
        out[at]! += (tone * (1 - noise) + low * noise * 2.2) * rise * (1 - t) ** voice.fall * voice.level
    }
  }
  let peak = 0
  for (const value of out) peak = Math.max(peak, Math.abs(value))
  if (peak > 0) for (let i = 0; i < out.length; i++) out[i]! *= 0.72 / peak
  return fade({ channels: [out], sampleRate: RATE }, 0, Math.min(0.004, total / 2))
}

/** The kind that suits a part, by the words of its name. */
export function kindFor(words: string): EffectKind {
  const text = words.toLowerCase()
  const hints: [RegExp, EffectKind][] = [
    [/win/, 'win'],
    [/los|end/, 'lose'],
    [/catch|prize|pick|pass|coin/, 'pick-up'],
    [/harm|hit|hurt|bump/, 'hit'],
    [/jump|flap|lift/, 'jump'],
    [/press|button/, 'press'],
    [/miss|fall/, 'whoosh'],
  ]
  return hints.find(([hint]) => hint.test(text))?.[1] ?? 'bell'
}
