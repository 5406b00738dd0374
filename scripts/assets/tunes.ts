import { midi, mix, voice, type Note } from './synth'

const chime = (notes: readonly number[], gap: number, length: number, style: Partial<Note> = {}): Note[] =>
  notes.map((note, i) => ({ at: i * gap, length, from: midi(note), ...style }))

type Row = [number | null, number][]

/** Orchard sounds: wooden, soft. */
export function orchardSounds(): Record<string, Float32Array> {
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

/** Meadow sounds: airy, plucked. */
export function meadowSounds(): Record<string, Float32Array> {
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
