import type { PartContent } from '../../../core/kinds'
import type { Pack } from '../../../core/pack/pack'
import { kit } from './kit'

/** Drawn pixel by pixel throughout, with everything that moves drawn frame by frame. */
export async function quayCart(files: string): Promise<Pack> {
  const { reader, sprite, sound, picture, words, single, finish } = kit('skipline', files)
  const PIXELS = 20
  const layer = async (file: string, speed: number) => ({ asset: await reader.read(file), speed })
  const standing = async (file: string, height: number) =>
    sprite({ ...single(file, 'stand', height / PIXELS), pivot: { x: 0.5, y: 0.97 } })
  const hanging = async (file: string, height: number) =>
    sprite({ ...single(file, 'hang', height / PIXELS), pivot: { x: 0.5, y: 0.98 } })
  const parts: Record<string, PartContent> = {
    'title-words': words('Quay Cart'),
    'tagline-words': words('Along the harbour wall before the tide.'),
    'start-picture': await picture('cart-on-the-wall.png'),
    'how-words': words(
      'The cart rolls by itself. Press to hop, hold for a longer leap.\nDuck under crates on their ropes.\nMind the steps down to the water: there is no wall there.',
    ),
    hero: await sprite({
      file: 'quay-cart.png',
      columns: 4,
      rows: 5,
      clips: {
        run: { row: 0, fps: 12 },
        jump: { row: 1, fps: 10 },
        fall: { row: 2, fps: 10 },
        slide: { row: 3, fps: 12 },
        hit: { row: 4, fps: 10 },
      },
      pivot: { x: 0.48, y: 0.985 },
      height: 36 / PIXELS,
    }),
    low: {
      kind: 'cast',
      entries: [
        { id: 'crab-pot', name: 'Crab pot', often: 3, sprite: await standing('crab-pot.png', 13) },
        { id: 'buoy', name: 'Buoy', often: 2, sprite: await standing('buoy.png', 15) },
        { id: 'crab', name: 'Crab', often: 2, sprite: await standing('crab.png', 16) },
      ],
    },
    high: {
      kind: 'cast',
      entries: [{ id: 'crate', name: 'Hanging crate', often: 2, sprite: await hanging('hanging-crate.png', 58) }],
    },
    prizes: {
      kind: 'cast',
      entries: [
        { id: 'herring', name: 'Herring', points: 5, often: 4, sprite: await sprite(single('herring.png', 'shown', 11 / PIXELS, 2)) }, // prettier-ignore
        {
          id: 'lantern',
          name: 'Lantern',
          points: 15,
          often: 1,
          sprite: await sprite(single('lantern.png', 'shown', 0.9)),
        },
      ],
    },
    life: await sprite({ ...single('signal-flag.png', 'shown', 0.6), pivot: { x: 0.5, y: 0.5 } }),
    backdrop: {
      ...(await picture('morning-sky.png')),
      layers: [await layer('far-town.png', 0.15), await layer('moorings.png', 0.4)],
    } as PartContent,
    ground: { ...(await picture('harbour-wall.png')), fit: 'tile', speed: 1 } as PartContent,
    pit: { ...(await picture('sea-strip.png')), fit: 'tile', speed: 1 } as PartContent,
    // A cart is longer than a hare, so it hangs in the air longer to clear the same things.
    'hang-time': { kind: 'dial', value: 0.95 },
    'hit-sound': await sound('clonk.wav'),
    'fall-sound': await sound('splash.wav'),
    'prize-sound': await sound('plip.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('Delivered before the tide!'),
    'lose-words': words('Cart overboard'),
  }
  return finish('quay-cart', parts, PIXELS, {
    title: 'Quay Cart',
    tags: ['harbour', 'seabirds', 'running'],
    short: 'Along the harbour wall before the tide.',
    description:
      'The puffin has a cart full of supper and the tide is coming in. Hop over crab pots, duck under crates and leap the steps of Saltwick’s harbour wall.',
    howTo: [
      'Press to hop, hold for a longer leap.',
      'Press down to duck under crates.',
      'Pick up herring and lanterns.',
    ],
  })
}
