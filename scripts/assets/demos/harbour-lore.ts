import type { PartContent } from '../../../core/kinds'
import type { Pack } from '../../../core/pack/pack'
import { kit } from './kit'

/** What is asked, what is right, and what is not. */
const LORE: [ask: string, right: string, wrong: string, flag?: string][] = [
  ['What rises and falls twice a day in the harbour?', 'The tide', 'The quay; The sun; The lighthouse'],
  ['Which side of a boat is port?', 'The left one', 'The right one; The bow; The stern'],
  ['Which side of a boat is starboard?', 'The right one', 'The left one; The stern; The mast'],
  ['What colour is the light on the port side?', 'Red', 'Green; White; Blue'],
  ['What colour is the light on the starboard side?', 'Green', 'Red; Yellow; White'],
  ['What is the front of a boat called?', 'The bow', 'The stern; The keel; The helm'],
  ['What is the back of a boat called?', 'The stern', 'The bow; The prow; The yard'],
  ['What is a knot a measure of, at sea?', 'Speed', 'Depth; Length; Weight'],
  ['In what is depth at sea measured, besides metres?', 'Fathoms', 'Knots; Leagues; Hands'],
  ['What do you throw to somebody in the water?', 'A ring with a line', 'An anchor; A bucket; A chart'],
  ['What keeps a boat in its place where there is no quay?', 'An anchor', 'A rudder; A sail; A bell'],
  ['What does a boat turn with?', 'The rudder', 'The keel; The anchor; The ladder'],
  ['What is a map of the sea called?', 'A chart', 'A log; A plot; A sheet'],
  ['What is written down each day on board?', 'The log', 'The menu; The anthem; The chart'],
  ['What is a crab pot for?', 'To catch crabs', 'To cook crabs; To carry water; To bail'],
  ['What does a puffin eat?', 'Small fish', 'Seaweed; Bread; Beetles'],
  ['Where does a puffin nest?', 'In a burrow', 'In a tree; On a mast; On the water'],
  ['Which of these holds on to the rock?', 'Limpet', 'Herring; Gull; Jellyfish'],
  ['How many legs does a crab have, with its claws?', 'Ten', 'Six; Eight; Twelve'],
  ['When the fog comes, what is heard?', 'The fog horn', 'The school bell; The drum; The waltz'],
  ['What is a quay built for?', 'Boats to lie at', 'Birds to nest on; Fish to sleep in; Waves to grow'],
  ['What is low water in spring tides?', 'Lower than most', 'Higher than most; Always at noon; Warm'],
  ['What does this flag ask for?', 'A pilot', 'A doctor; Fuel; Silence', 'g'],
  ['What does this flag say?', 'A pilot is on board', 'We are on fire; No; Keep clear', 'h'],
  ['What does this flag say?', 'Somebody is overboard', 'All aboard; Stop at once; Yes', 'o'],
  ['What does this flag say?', 'All aboard, we sail', 'Stop at once; We are fishing; No', 'p'],
  ['What does this flag say?', 'Stop at once', 'Come closer; All is well; We sail', 'l'],
  ['What does this flag say?', 'Yes', 'No; Perhaps; Later', 'c'],
]

/** Four watches claim the boards of the deck. */
export async function harbourLore(files: string): Promise<Pack> {
  const { reader, sprite, sound, picture, words, single, finish } = kit('claim-grid', files)
  const rows = []
  for (const [i, [ask, right, wrong, letter]] of LORE.entries())
    rows.push({
      id: `l-${i + 1}`,
      cells: {
        prompt: {
          text: ask,
          ...(letter === undefined ? {} : { picture: await reader.read(`flag-${letter}.png`), crisp: true }),
        },
        answer: { text: right },
        wrong: { text: wrong },
      },
    })
  const side = async (id: string, name: string, colour: string) => ({
    ...{ id, name, colour },
    sprite: await sprite(single(`${id}-pennant.png`, 'shown', 1)),
  })
  const parts: Record<string, PartContent> = {
    'title-words': words('Harbour Lore'),
    'tagline-words': words('Know your harbour, claim the deck.'),
    'start-picture': await picture('claimed-deck.png'),
    'how-words': words(
      'Choose a board of the deck, and answer.\nRight, and your pennant stands on it.\nFour in a line win: along, up or aslant.',
    ),
    questions: { kind: 'deck', rows },
    square: await picture('deck-boards.png'),
    emblem: { ...(await picture('anchor.png')), fit: 'contain' } as PartContent,
    'card-face': await picture('chart-paper.png'),
    backdrop: { ...(await picture('quay-at-dusk.png')), dim: 0.35 } as PartContent,
    sides: {
      kind: 'cast',
      entries: [
        await side('plain', 'First watch', '#d8432f'),
        await side('striped', 'Middle watch', '#58a6c9'),
        await side('dotted', 'Morning watch', '#d9a520'),
        await side('crossed', 'Dog watch', '#5d4a86'),
      ],
    } as PartContent,
    'right-sound': await sound('plip.wav'),
    'wrong-sound': { ...(await sound('clonk.wav')), gainDb: 6 } as PartContent,
    'lose-sound': await sound('fog-horn.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('Four in a line!'),
    'lose-words': words('The other watch has the deck'),
  }
  return finish('harbour-lore', parts, 0, {
    title: 'Harbour Lore',
    tags: ['harbour', 'quiz', 'board'],
    short: 'Know your harbour, claim the deck.',
    description:
      'What does this flag say, and where does a puffin sleep? Answer, plant your pennant, and be the first with four in a line. Alone against the other watch, or with the whole club at one screen.',
    howTo: ['Choose a board of the deck.', 'Answer: right, and it is yours.', 'Four in a line win.'],
  })
}
