import type { PartContent } from '../../../core/kinds'
import type { Pack } from '../../../core/pack/pack'
import { kit } from './kit'

/** What each flag says by itself, in the International Code of Signals. */
const SIGNALS: Record<string, [name: string, says: string]> = {
  A: ['Alfa', 'A diver is down. Keep clear, go slowly.'],
  C: ['Charlie', 'Yes.'],
  D: ['Delta', 'Keep clear of me.'],
  E: ['Echo', 'I am turning to starboard.'],
  F: ['Foxtrot', 'I cannot steer. Speak to me.'],
  G: ['Golf', 'I want a pilot.'],
  H: ['Hotel', 'A pilot is on board.'],
  I: ['India', 'I am turning to port.'],
  J: ['Juliett', 'I am on fire. Keep clear.'],
  K: ['Kilo', 'I wish to speak to you.'],
  L: ['Lima', 'Stop at once.'],
  N: ['November', 'No.'],
  O: ['Oscar', 'Somebody is overboard!'],
  P: ['Papa', 'All aboard, we are about to sail.'],
  S: ['Sierra', 'My engines go astern.'],
  T: ['Tango', 'Keep clear, we are trawling.'],
  U: ['Uniform', 'You are running into danger.'],
  X: ['X-ray', 'Stop, and watch for my signals.'],
}

/** Flags and their letters, then flags and their names: two levels with a deck each. */
export async function saltwickFlags(files: string): Promise<Pack> {
  const { reader, sprite, sound, picture, words, single, finish } = kit('twosome', files)
  const deck = async (letters: string, other: (letter: string) => string): Promise<PartContent> => {
    const rows = []
    for (const letter of letters)
      rows.push({
        id: `f-${letter.toLowerCase()}`,
        cells: {
          one: { picture: await reader.read(`flag-${letter.toLowerCase()}.png`), crisp: true },
          other: { text: other(letter) },
          said: { text: SIGNALS[letter]![1] },
        },
      })
    return { kind: 'deck', rows }
  }
  const dial = (value: number): PartContent => ({ kind: 'dial', value })
  const side = async (id: string, name: string, colour: string, file: string) => ({
    ...{ id, name, colour },
    sprite: await sprite(single(file, 'shown', 1)),
  })
  const parts: Record<string, PartContent> = {
    'title-words': words('Saltwick Flags'),
    'tagline-words': words('Read what the boats are saying.'),
    'start-picture': await picture('festival-eve.png'),
    'how-words': words(
      'Every boat of Harbour Days flies a signal.\nTurn two cards: a flag, and what it is.\nTwo that belong together are a pair.',
    ),
    pairs: await deck('CGHANODP', (letter) => letter),
    'pairs@level-names': await deck('EFIJKLSTUX', (letter) => SIGNALS[letter]![0]),
    'card-back': await picture('card-with-anchor.png'),
    'card-face': await picture('chart-paper.png'),
    backdrop: { ...(await picture('quay-at-dusk.png')), dim: 0.35 } as PartContent,
    sides: {
      kind: 'cast',
      entries: [
        await side('port', 'Port watch', '#d8432f', 'plain-pennant.png'),
        await side('starboard', 'Starboard watch', '#58a6c9', 'striped-pennant.png'),
      ],
    } as PartContent,
    'pair-sound': await sound('plip.wav'),
    'miss-sound': await sound('clonk.wav'),
    'lose-sound': await sound('fog-horn.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('Every signal read!'),
    'lose-words': words('The boats have sailed'),
    'pairs-count@level-names': dial(10),
    'time@level-names': dial(110),
  }
  const pack = finish('saltwick-flags', parts, 0, {
    title: 'Saltwick Flags',
    tags: ['harbour', 'flags', 'memory'],
    short: 'Read what the boats are saying.',
    description:
      'The boats of Harbour Days speak with flags. Find each flag and its letter, then each flag and its name, and you will know what they say.',
    howTo: ['Turn two cards: a flag, and what it is.', 'Remember where the others lie.', 'Find all pairs in time.'],
  })
  const levels = [
    { id: 'letters', name: 'Letters' },
    { id: 'names', name: 'Names' },
  ]
  return { ...pack, levels }
}
