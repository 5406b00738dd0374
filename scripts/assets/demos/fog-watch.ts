import type { PartContent } from '../../../core/kinds'
import type { Pack } from '../../../core/pack/pack'
import { kit } from './kit'

/** Drawn pixel by pixel throughout; three waves, each with an idea of its own. */
export async function fogWatch(files: string): Promise<Pack> {
  const { sprite, sound, picture, words, single, finish } = kit('ranks', files)
  const PIXELS = 20
  const bank = async (
    id: string,
    name: string,
    own: { points: number; hardness: number; fire: number; way: string },
  ) => ({
    ...{ id, name, harm: 1, ...own },
    sprite: await sprite({
      file: `${id}.png`,
      columns: 4,
      rows: 2,
      clips: { move: { row: 0, fps: 5 }, burst: { row: 1, fps: 12, mode: 'once' } },
      pivot: { x: 0.5, y: 0.5 },
      height: 20 / PIXELS,
    }),
  })
  const fret = await bank('sea-fret', 'Sea fret', { points: 10, hardness: 1, fire: 2, way: 'wave' })
  const thick = await bank('thick-fog', 'Thick fog', { points: 25, hardness: 2, fire: 1, way: 'straight' })
  const haar = await bank('haar', 'Haar', { points: 15, hardness: 1, fire: 3, way: 'swing' })
  const drizzle = await bank('drizzle', 'Drizzle', { points: 15, hardness: 1, fire: 4, way: 'turns' })
  const gull = await sprite({
    file: 'flying-gull.png',
    columns: 3,
    rows: 3,
    clips: { move: { row: 0, fps: 8, mode: 'bounce' } },
    pivot: { x: 0.5, y: 0.5 },
    height: 26 / PIXELS,
  })
  const rows = (entries: unknown[]) => ({ kind: 'cast', entries }) as PartContent
  const dial = (value: number): PartContent => ({ kind: 'dial', value })
  const parts: Record<string, PartContent> = {
    'title-words': words('Fog Watch'),
    'tagline-words': words('Keep Saltwick’s light burning.'),
    'start-picture': await picture('light-over-the-water.png'),
    'how-words': words(
      'Fog comes in over the sea, bank by bank. Throw light at it.\nRafts keep the cold off while they last.\nGulls carry herring and oil.',
    ),
    hero: await sprite({
      file: 'lighthouse-lamp.png',
      columns: 4,
      rows: 3,
      clips: { stand: { row: 0, fps: 4 }, fire: { row: 1, fps: 14, mode: 'once' }, hurt: { row: 2, fps: 8 } },
      pivot: { x: 0.5, y: 0.5 },
      height: 30 / PIXELS,
    }),
    rows: rows([fret, drizzle, haar]),
    shot: await sprite({ ...single('flash-of-light.png', 'fly', 8 / PIXELS, 2) }),
    drop: await sprite({ ...single('cold-drop.png', 'fly', 8 / PIXELS, 2) }),
    shield: await sprite({ ...single('stacked-raft.png', 'stand', 24 / PIXELS), crumbles: true }),
    visitors: rows([
      { id: 'gull', name: 'Gull with herring', points: 25, often: 2, gift: 'life', sprite: gull },
      { id: 'oil-gull', name: 'Gull with lamp oil', points: 25, often: 3, gift: 'quick', sprite: gull },
    ]),
    gift: await sprite({ ...single('herring.png', 'shown', 11 / PIXELS, 2) }),
    life: await sprite({ ...single('lantern.png', 'shown', 0.8) }),
    backdrop: await picture('night-sea.png'),
    'hit-sound': await sound('splash.wav'),
    'visit-sound': await sound('gull-cry.wav'),
    'gift-sound': await sound('plip.wav'),
    'through-sound': await sound('fog-horn.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('The light burns on!'),
    'lose-words': words('Lost in the fog'),
    'per-row': dial(6),
    'rows@level-thick': rows([thick, fret, drizzle]),
    'per-row@level-thick': dial(7),
    'foe-fire@level-thick': dial(1.4),
    'rows@level-haar': rows([thick, haar, drizzle, haar, fret].map((one, i) => ({ ...one, id: `${one.id}-${i}` }))),
    'per-row@level-haar': dial(7),
    'pace@level-haar': dial(0.24),
  }
  const pack = finish('fog-watch', parts, PIXELS, {
    title: 'Fog Watch',
    tags: ['harbour', 'lighthouse', 'waves'],
    short: 'Keep Saltwick’s light burning.',
    description:
      'Fog rolls in from the sea, bank by bank, and every ship of Harbour Days is still out. Keep the light of Saltwick burning through three waves of it.',
    howTo: [
      'Move along and throw light at the fog.',
      'Hide behind rafts while they last.',
      'Catch what gulls let fall.',
    ],
  })
  const levels = [
    { id: 'fret', name: 'Evening fret' },
    { id: 'thick', name: 'The thick of it' },
    { id: 'haar', name: 'Haar before dawn' },
  ]
  return { ...pack, levels }
}
