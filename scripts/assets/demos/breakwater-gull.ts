import type { PartContent } from '../../../core/kinds'
import type { Pack } from '../../../core/pack/pack'
import { kit } from './kit'

/** Drawn pixel by pixel throughout: 20 px are one metre. */
export async function gullRun(files: string): Promise<Pack> {
  const { reader, sprite, sound, picture, words, single, finish } = kit('updraft', files)
  const PIXELS = 20
  const layer = async (file: string, speed: number) => ({ asset: await reader.read(file), speed })
  const parts: Record<string, PartContent> = {
    'title-words': words('Breakwater Gull'),
    'tagline-words': words('Mind the posts, mind the sea.'),
    'start-picture': await picture('gull-at-the-breakwater.png'),
    'how-words': words(
      'Press to flap, let go to glide down.\nSlip between the posts of the old breakwater.\nA herring in a gap is worth a detour.',
    ),
    hero: await sprite({
      file: 'flying-gull.png',
      columns: 3,
      rows: 3,
      clips: {
        rise: { row: 0, fps: 12, mode: 'once' },
        fall: { row: 1, fps: 6 },
        hit: { row: 2, fps: 9 },
      },
      pivot: { x: 0.5, y: 0.5 },
      height: 26 / PIXELS,
    }),
    gate: await sprite({
      ...single('breakwater-post.png', 'stand', 60 / PIXELS),
      pivot: { x: 0.5, y: 0 },
      repeatFrom: 0.5,
    }),
    prizes: {
      kind: 'cast',
      entries: [
        {
          id: 'herring',
          name: 'Herring',
          points: 5,
          harm: 0,
          often: 4,
          sprite: await sprite(single('herring.png', 'shown', 11 / PIXELS, 2)),
        },
        {
          id: 'lantern',
          name: 'Lantern',
          points: 15,
          harm: 0,
          often: 1,
          sprite: await sprite(single('lantern.png', 'shown', 0.9)),
        },
      ],
    },
    backdrop: {
      ...(await picture('morning-sky.png')),
      layers: [await layer('far-town.png', 0.2), await layer('moorings.png', 0.5)],
    } as PartContent,
    ground: { ...(await picture('sea-strip.png')), fit: 'tile', speed: 1 } as PartContent,
    'hit-sound': await sound('splash.wav'),
    'prize-sound': await sound('plip.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('Back in time for Harbour Days!'),
  }
  return finish('breakwater-gull', parts, PIXELS, {
    title: 'Breakwater Gull',
    tags: ['harbour', 'seabirds', 'one button'],
    short: 'One button, many posts.',
    description:
      'The old Saltwick breakwater has more gaps than posts. Fly the harbour gull through them and bring a herring home for Harbour Days.',
    howTo: ['Press to flap, let go to sink.', 'Slip between the posts.', 'Pick up what hangs in the gaps.'],
  })
}
