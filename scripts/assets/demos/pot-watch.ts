import type { PartContent } from '../../../core/kinds'
import type { Pack } from '../../../core/pack/pack'
import type { SpriteRecipe } from '../recipe'
import { kit } from './kit'

/** A crab under one of the lobster pots. */
export async function potWatch(files: string): Promise<Pack> {
  const { sprite, sound, picture, words, single, finish } = kit('which-one', files)
  const dial = (value: number): PartContent => ({ kind: 'dial', value })
  const standing = (recipe: SpriteRecipe): SpriteRecipe => ({ ...recipe, pivot: { x: 0.5, y: 0.95 } })
  const parts: Record<string, PartContent> = {
    'title-words': words('Pot Watch'),
    'tagline-words': words('The crab knows where it is. Do you?'),
    'start-picture': await picture('pots-on-the-quay.png'),
    'how-words': words(
      'A crab sits under one of the pots.\nKeep it in view while they change places.\nThen say which one it is.',
    ),
    covers: {
      kind: 'cast',
      entries: [
        { id: 'pot', name: 'Lobster pot', sprite: await sprite(standing(single('lobster-pot.png', 'standing', 2.4))) },
      ],
    } as PartContent,
    hidden: await sprite(standing(single('crab.png', 'hidden', 1))),
    backdrop: await picture('quay-from-above.png'),
    'lift-sound': await sound('plip.wav'),
    'wrong-sound': { ...(await sound('clonk.wav')), gainDb: 6 } as PartContent,
    'lose-sound': await sound('fog-horn.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('The crab gives up!'),
    'lose-words': words('The crab is in the sea'),
    'wrong-words': words('Only weed'),
    'count@level-boil': dial(4),
    'change-time@level-boil': dial(0.55),
  }
  const pack = finish('pot-watch', parts, 0, {
    title: 'Pot Watch',
    tags: ['harbour', 'crab', 'watching'],
    short: 'The crab knows where it is. Do you?',
    description:
      'The pots come off the boat, and one of them has a crab in it. Watch them being moved about the quay, and say where it is before it says so itself.',
    howTo: ['See which pot the crab is under.', 'Keep that pot in view.', 'Touch it when they stand still.'],
  })
  return {
    ...pack,
    levels: [
      { id: 'calm', name: 'A calm evening' },
      { id: 'boil', name: 'All hands on the quay' },
    ],
  }
}
