import type { Point } from '../../../core/game/types'
import type { Effect } from '../../../core/game/way'
import type { PartContent } from '../../../core/kinds'
import type { Space } from '../../../core/kinds/way'
import type { Pack } from '../../../core/pack/pack'
import { along } from '../../../core/pack/way'
import { kit, MILD } from './kit'

/** What is met on the way round the bay, by the number of the space. */
const BAY: Record<number, { text: string; effect?: Effect; points?: number; file?: string }> = {
  2: { text: 'A fair wind. Two on.', effect: { does: 'move', by: 2 } },
  4: { text: 'The tide has something to say.', effect: { does: 'draw', deck: 'deck-a' } },
  6: { text: 'Old nets: wait until they are off.', effect: { does: 'miss' } },
  8: { text: 'Herring! Throw again.', effect: { does: 'again' } },
  10: { text: 'Aground. Back three.', effect: { does: 'move', by: -3 } },
  12: { text: 'Fog ahead.', effect: { does: 'draw', deck: 'deck-b' } },
  14: { text: 'Fog on the bar. Back to the buoy, and wait.', effect: { does: 'go', to: 's11' }, file: 'buoy.png' },
  16: { text: 'The tide has something to say.', effect: { does: 'draw', deck: 'deck-a' } },
  18: { text: 'A short cut behind the light.', effect: { does: 'go', to: 's21' } },
  20: { text: 'Fog ahead.', effect: { does: 'draw', deck: 'deck-b' } },
  22: { text: 'The keeper waves you back.', effect: { does: 'move', by: -4 } },
}
const TIDE = [
  ['The tide carries you along.', '+3'],
  ['The tide is against you.', '-2'],
  ['High water: over the bar.', '+4'],
  ['Low water. Wait for it.', 'miss'],
  ['Flotsam: a crate of oranges.', ''],
  ['A wave from the harbour master. Throw again.', 'again'],
] as const
const FOG = [
  ['You hear the horn and find the way.', '+2'],
  ['You hear nothing at all.', 'miss'],
  ['Back to where you last saw land.', 'to 11'],
  ['It lifts. Throw again.', 'again'],
] as const

/** Boats and others race round the bay and home to the light. */
export async function roundTheBay(files: string): Promise<Pack> {
  const { reader, sprite, sound, picture, words, single, finish } = kit('roundabout', files)
  const token = async (id: string, name: string, colour: string, file: string) => ({
    ...{ id, name, colour },
    sprite: await sprite({ ...single(file, 'shown', 1), pivot: { x: 0.5, y: 0.9 } }),
  })
  const line: Point[] = Array.from({ length: 400 }, (_, i) => {
    const turn = Math.PI * (0.72 + (i / 399) * 2.55)
    const far = i < 260 ? 1 : 1 - ((i - 260) / 139) * 0.72
    return { x: 0.51 + 0.42 * far * Math.cos(turn), y: 0.5 + 0.4 * far * Math.sin(turn) }
  })
  const spaces: Space[] = []
  for (const [i, place] of along(line, 25, { width: 16, height: 8.4 }).entries()) {
    const { file, ...met } = BAY[i] ?? {}
    spaces.push({
      id: `s${i}`,
      ...place,
      ...met,
      ...(file === undefined ? {} : { picture: await reader.read(file), crisp: true }),
    })
  }
  const deck = (rows: readonly (readonly [string, string])[]): PartContent => ({
    kind: 'deck',
    rows: rows.map(([says, does], i) => ({
      id: `c-${i + 1}`,
      cells: { says: { text: says }, ...(does === '' ? {} : { does: { text: does } }) },
    })),
  })
  const parts: Record<string, PartContent> = {
    'title-words': words('Round the Bay'),
    'tagline-words': words('First to the light, whatever the tide says.'),
    'start-picture': await picture('race-round-the-bay.png'),
    'how-words': words(
      'Throw, take the die that suits you, and sail.\nMind the fog, and listen to the tide.\nFirst at the light wins.',
    ),
    backdrop: await picture('bay-chart.png'),
    way: { kind: 'way', spaces },
    tokens: {
      kind: 'cast',
      entries: [
        await token('tug', 'Tug', '#d8432f', 'tug-boat.png'),
        await token('gull', 'Gull', '#58a6c9', 'gull.png'),
        await token('crab', 'Crab', '#d9a520', 'crab.png'),
        await token('buoy', 'Buoy', '#5d4a86', 'buoy.png'),
      ],
    } as PartContent,
    'deck-a': deck(TIDE),
    'deck-b': deck(FOG),
    'start-words': { kind: 'wording', text: 'Quay', scale: 1, shrinkTo: 0.4 },
    'home-words': { kind: 'wording', text: 'Light', scale: 1, shrinkTo: 0.4 },
    'good-sound': await sound('plip.wav'),
    'bad-sound': { ...(await sound('clonk.wav')), gainDb: 6 } as PartContent,
    'lose-sound': await sound('fog-horn.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('First at the light!'),
    'lose-words': words('Another lamp is lit already'),
  }
  return finish('round-the-bay', parts, 0, {
    title: 'Round the Bay',
    tags: ['harbour', 'board', 'dice'],
    short: 'First to the light, whatever the tide says.',
    description:
      'Throw three dice, take the one that suits you, and sail round Saltwick bay to the light. Fog and tide have a word in it. Alone against the tug next door, or with up to eight at one screen.',
    // Dice, without stakes.
    ageGuide: { ...MILD, wagers: 'looks' },
    howTo: ['Throw the dice.', 'Take the one that leads where you want to be.', 'First at the light wins.'],
  })
}
