import { midi, mix, voice, type Note } from './synth'

/** Notes one after the other, ringing on. */
export const chime = (notes: readonly number[], gap: number, length: number, style: Partial<Note> = {}): Note[] =>
  notes.map((note, i) => ({ at: i * gap, length, from: midi(note), ...style }))

/** Notes of a voice (MIDI, null for a rest), each with its beats. */
export type Row = [number | null, number][]

/** Harbour sounds: a squeeze-box waltz, bells, water. */
export function harbourSounds(): Record<string, Float32Array> {
  const beat = 0.34
  const melody: Row = [
    [74, 2],
    [71, 1],
    [67, 2],
    [71, 1],
    [74, 1],
    [76, 1],
    [74, 1],
    [71, 3],
    [72, 2],
    [69, 1],
    [66, 2],
    [69, 1],
    [72, 1],
    [74, 1],
    [72, 1],
    [69, 3],
    [74, 2],
    [71, 1],
    [67, 2],
    [71, 1],
    [79, 2],
    [76, 1],
    [72, 3],
    [74, 1],
    [72, 1],
    [69, 1],
    [66, 1],
    [69, 1],
    [66, 1],
    [67, 3],
    [67, 2],
    [null, 1],
  ]
  const bars = [43, 43, 43, 43, 45, 45, 50, 50, 43, 43, 48, 48, 50, 50, 43, 43]
  const chords: Record<number, number[]> = { 43: [59, 62], 45: [60, 64], 50: [60, 66], 48: [60, 64] }
  const accompaniment = bars.flatMap((root, bar): Note[] => [
    { at: bar * 3 * beat, length: beat * 0.9, from: midi(root), wave: 'triangle', level: 0.34 },
    ...[1, 2].flatMap((k) =>
      chords[root]!.map((note): Note => ({
        at: (bar * 3 + k) * beat,
        length: beat * 0.5,
        from: midi(note),
        wave: 'reed',
        level: 0.09,
        attack: 0.02,
      })),
    ),
  ])
  return {
    'catch-sound': mix(0.3, [
      { at: 0, length: 0.16, from: 380, to: 980, wave: 'sine', level: 0.6 },
      { at: 0.07, length: 0.2, from: 1250, to: 1500, wave: 'sine', level: 0.3 },
    ]),
    'harm-sound': mix(0.6, [
      { at: 0, length: 0.55, from: 311, wave: 'pluck' },
      { at: 0, length: 0.5, from: 440, wave: 'pluck', level: 0.25 },
      { at: 0, length: 0.08, from: 2400, wave: 'noise', level: 0.6 },
    ]),
    'win-sound': mix(1.9, [
      ...chime([67, 71, 74, 79], 0.16, 0.9, { wave: 'reed', level: 0.25, attack: 0.02 }),
      ...chime([91, 95, 98, 103], 0.16, 0.6, { level: 0.25 }),
    ]),
    'lose-sound': mix(1.5, [
      { at: 0, length: 0.7, from: 116, wave: 'reed', attack: 0.05 },
      { at: 0.75, length: 0.7, from: 87, wave: 'reed', attack: 0.05 },
    ]),
    splash: mix(0.5, [
      { at: 0, length: 0.5, from: 1900, wave: 'noise' },
      { at: 0, length: 0.2, from: 500, to: 160, wave: 'sine', level: 0.4 },
    ]),
    bell: mix(1.2, [
      { at: 0, length: 1.2, from: 784 },
      { at: 0, length: 0.9, from: 1174, level: 0.2 },
      { at: 0, length: 0.6, from: 2093, level: 0.12 },
    ]),
    'gull cry': mix(0.6, [
      { at: 0, length: 0.28, from: 1500, to: 1050, wave: 'reed', level: 0.4, attack: 0.03 },
      { at: 0.3, length: 0.26, from: 1400, to: 950, wave: 'reed', level: 0.35, attack: 0.03 },
    ]),
    music: mix(
      beat * 48,
      [...voice(melody, beat, { wave: 'reed', level: 0.26, attack: 0.03 }, 0.95), ...accompaniment],
      true,
    ),
  }
}
