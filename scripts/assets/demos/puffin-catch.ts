import type { PartContent } from '../../../core/kinds'
import type { Pack } from '../../../core/pack/pack'
import { kit } from './kit'

/** Some parts are still the template's. */
export async function puffinCatch(files: string): Promise<Pack> {
  const { sprite, sound, picture, words, single, finish } = kit('windfall', files)
  const parts: Record<string, PartContent> = {
    'title-words': words('Puffin Catch'),
    'tagline-words': words('Catch the herring, mind the boots.'),
    'start-picture': await picture('festival-eve.png'),
    'how-words': words(
      'The boats are in and supper is falling off the quay crane.\nCatch herring and mussels.\nOld boots and rusty tins cost a lantern.',
    ),
    hero: await sprite({
      file: 'puffin.png',
      columns: 4,
      rows: 3,
      clips: { stand: { row: 0, fps: 6 }, catch: { row: 1, fps: 10 }, hurt: { row: 2, fps: 8 } },
      pivot: { x: 0.46, y: 0.985 },
      height: 2.05,
    }),
    good: {
      kind: 'cast',
      entries: [
        {
          id: 'herring',
          name: 'Herring',
          points: 5,
          harm: 0,
          often: 6,
          sprite: await sprite(single('herring.png', 'fall', 0.72, 2)),
        },
        {
          id: 'mussel',
          name: 'Mussel',
          points: 10,
          harm: 0,
          often: 3,
          sprite: await sprite(single('mussel.png', 'fall', 0.85)),
        },
      ],
    },
    bad: {
      kind: 'cast',
      entries: [
        {
          id: 'old-boot',
          name: 'Old boot',
          points: 0,
          harm: 1,
          often: 3,
          sprite: await sprite(single('old-boot.png', 'fall', 1.1)),
        },
        {
          id: 'rusty-tin',
          name: 'Rusty tin',
          points: 0,
          harm: 1,
          often: 2,
          sprite: await sprite(single('rusty-tin.png', 'fall', 1)),
        },
      ],
    },
    life: await sprite({
      file: 'lantern.png',
      columns: 1,
      rows: 1,
      clips: { shown: { row: 0, fps: 1 } },
      pivot: { x: 0.5, y: 0.5 },
      height: 0.8,
    }),
    backdrop: await picture('quay-at-dusk.png'),
    'score-words': words('Supper {score} of {goal}'),
    'catch-sound': await sound('plip.wav'),
    'harm-sound': await sound('clonk.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('Supper for the whole quay!'),
  }
  return finish('puffin-catch', parts, 0, {
    title: 'Puffin Catch',
    tags: ['harbour', 'seabirds', 'catching'],
    short: 'Catch the herring, mind the boots.',
    description:
      'The tide has turned over every crate on Saltwick quay. Help the puffin gather supper for Harbour Days: one minute, three lanterns, no boots.',
    howTo: ['Move left and right under what falls.', 'Catch herring and mussels.', 'Keep away from boots and tins.'],
  })
}
