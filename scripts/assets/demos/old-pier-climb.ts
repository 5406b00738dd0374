import type { PartContent } from '../../../core/kinds'
import type { Pack } from '../../../core/pack/pack'
import type { SpriteRecipe } from '../recipe'
import { kit } from './kit'

type Spot = readonly [x: number, y: number]
/** A course of so many cells: boxes of tiles, and things by their entry. */
function courseOf(
  [w, h]: Spot,
  boxes: readonly (readonly [tile: string, x: number, y: number, w: number, h: number])[],
  things: readonly (readonly [part: string, entry: string, x: number, y: number, path?: Spot])[],
  weeds: readonly Spot[],
): PartContent {
  const rows = Array.from({ length: h }, () => Array.from({ length: w }, () => '.'))
  const back = Array.from({ length: h }, () => Array.from({ length: w }, () => '.'))
  for (const [tile, left, top, wide, high] of boxes)
    for (let y = top; y < top + high; y++) for (let x = left; x < left + wide; x++) rows[y]![x] = tile
  for (const [x, y] of weeds) back[y]![x] = 'w'
  return {
    kind: 'course',
    tiles: { p: 'pier', g: 'gangway', b: 'barnacles', w: 'weed' },
    play: rows.map((row) => row.join('')),
    back: back.map((row) => row.join('')),
    things: things.map(([part, entry, x, y, path], i) => ({
      ...{ id: `t${i + 1}`, part, entry, x, y },
      ...(path === undefined ? {} : { path: [{ x: path[0], y: path[1] }], seconds: 2.6 }),
    })),
    start: { x: 2.5, y: boxes[0]![2] },
  }
}

/** Drawn pixel by pixel throughout; three levels, each with an idea of its own: up, over, and through. */
export async function oldPierClimb(files: string): Promise<Pack> {
  const { reader, sprite, sound, picture, words, single, finish } = kit('stepstone', files)
  const PIXELS = 20
  const cast = (entries: unknown[]) => ({ kind: 'cast', entries }) as PartContent
  const tile = async (id: string, name: string, columns: number, surface: string, pictures: string) => ({
    ...{ id, name, surface, pictures },
    sprite: await sprite({ ...single(`${id}.png`, 'tile', 1, columns), pivot: { x: 0.5, y: 1 } }),
  })
  const pair = (
    file: string,
    clips: readonly [string, string],
    height: number,
    pivotY: number,
    ownShape = false,
  ): SpriteRecipe => ({
    ...{ file, columns: 1, rows: 2, pivot: { x: 0.5, y: pivotY }, height: height / PIXELS },
    clips: { [clips[0]]: { row: 0, fps: 1 }, [clips[1]]: { row: 1, fps: 1, ownShape } },
  })
  const mover = async (id: string, name: string, does: string, height: number, pivotY: number) => ({
    ...{ id, name, does },
    sprite: await sprite(pair(`${id}.png`, ['still', 'act'], height, pivotY, does === 'spikes')),
  })
  const mark = async (id: string, name: string, does: string, height: number, points = 0) => ({
    ...{ id, name, does, points },
    sprite: await sprite(pair(`${id}.png`, ['shown', 'done'], height, 0.98)),
  })
  const gull = await sprite({
    ...{ file: 'flying-gull.png', columns: 3, rows: 3, pivot: { x: 0.5, y: 0.9 }, height: 26 / PIXELS },
    clips: { move: { row: 0, fps: 9, mode: 'bounce' }, gone: { row: 2, fps: 9, mode: 'once' } },
  })
  const foot = async (file: string, height: number, columns = 1) => sprite({ ...single(file, 'move', height, columns), pivot: { x: 0.5, y: 0.97 } }) // prettier-ignore
  const taken = async (file: string, height: number, columns = 1) => sprite({ ...single(file, 'shown', height, columns), pivot: { x: 0.5, y: 0.95 } }) // prettier-ignore
  const parts: Record<string, PartContent> = {
    'title-words': words('Old Pier Climb'),
    'tagline-words': words('Ring the bell before Harbour Days.'),
    'start-picture': await picture('gull-at-the-breakwater.png'),
    'how-words': words(
      'The bell hangs at the far end of the old pier. Hop, climb and mind the barnacles.\nA brass key opens the tide gate.\nBoots and crabs can be jumped on.',
    ),
    hero: await sprite({
      file: 'puffin.png',
      columns: 4,
      rows: 3,
      clips: {
        stand: { row: 0, fps: 5 },
        run: { row: 0, fps: 12 },
        jump: { row: 1, fps: 9, mode: 'once' },
        fall: { row: 1, fps: 9 },
        hurt: { row: 2, fps: 8 },
      },
      pivot: { x: 0.46, y: 0.985 },
      height: 32 / PIXELS,
    }),
    tiles: cast([
      await tile('pier', 'Pier', 16, 'solid', 'edges'),
      await tile('gangway', 'Gangway', 2, 'one-way', 'chance'),
      await tile('barnacles', 'Barnacles', 2, 'harmful', 'chance'),
      await tile('weed', 'Weed', 2, 'open', 'chance'),
    ]),
    foes: cast([
      { id: 'crab', name: 'Crab', points: 10, harm: 1, speed: 1.2, does: 'walk', sprite: await foot('crab.png', 0.8) },
      { id: 'gull', name: 'Gull', points: 15, harm: 1, speed: 1.1, does: 'fly', sprite: gull },
      { id: 'boot', name: 'Old boot', points: 20, harm: 1, speed: 2.4, does: 'chase', sprite: await foot('old-boot.png', 0.95) }, // prettier-ignore
    ]),
    pickups: cast([
      { id: 'herring', name: 'Herring', points: 5, does: 'points', sprite: await taken('herring.png', 11 / PIXELS, 2) },
      { id: 'key', name: 'Brass key', points: 10, does: 'key', sprite: await taken('brass-key.png', 16 / PIXELS, 2) },
      { id: 'lantern', name: 'Lantern', points: 10, does: 'life', sprite: await taken('lantern.png', 0.8) },
    ]),
    movers: cast([
      await mover('raft', 'Raft', 'lift', 14, 0.05),
      await mover('rotten-plank', 'Rotten plank', 'plank', 8, 0.05),
      await mover('rope-coil', 'Rope coil', 'spring', 11, 0.15),
      await mover('urchin', 'Urchin', 'spikes', 18, 0.86),
    ]),
    marks: cast([
      await mark('festival-bell', 'Festival bell', 'exit', 44, 50),
      await mark('pole', 'Flagpole', 'checkpoint', 28),
      await mark('tide-gate', 'Tide gate', 'door', 42),
    ]),
    life: await sprite({ ...single('lantern.png', 'shown', 0.8) }),
    backdrop: {
      ...(await picture('morning-sky.png')),
      layers: [{ asset: await reader.read('far-town.png'), speed: 0.1 }],
    } as PartContent,
    'stomp-sound': await sound('plip.wav'),
    'fall-sound': await sound('splash.wav'),
    'check-sound': await sound('bell.wav'),
    music: await sound('quay-waltz.ogg', 'music'),
    'win-words': words('The bell rings over Saltwick!'),
    'lose-words': words('Down in the harbour'),
    // Up: from gangway to gangway, past a crab, to the bell above.
    course: courseOf(
      [48, 16],
      [
        ['p', 0, 13, 48, 3], ['b', 11, 12, 13, 1], ['g', 7, 11, 3, 1], ['g', 11, 9, 3, 1], ['p', 15, 7, 6, 1], ['g', 22, 9, 2, 1],
        ['g', 24, 6, 3, 1], ['p', 28, 4, 5, 1], ['g', 35, 6, 2, 1], ['g', 39, 8, 2, 1], ['p', 42, 6, 6, 1],
      ], // prettier-ignore
      [
        ['pickups', 'herring', 8.5, 10.6], ['pickups', 'herring', 12.5, 8.6], ['pickups', 'herring', 25.5, 5.6], ['pickups', 'herring', 40, 7.6],
        ['foes', 'crab', 8.5, 13], ['foes', 'crab', 18.5, 7], ['foes', 'gull', 37.5, 4.6], ['marks', 'pole', 16.5, 7], ['marks', 'festival-bell', 46, 6],
        ['movers', 'rope-coil', 30.5, 12.7],
      ], // prettier-ignore
      [
        [4, 12],
        [27, 12],
        [34, 12],
      ],
    ),
    // Over: gaps, rotten planks and a raft.
    'course@level-over': courseOf(
      [52, 12],
      [['p', 0, 9, 9, 3], ['p', 12, 9, 6, 3], ['p', 21, 9, 5, 3], ['g', 28, 8, 2, 1], ['p', 32, 9, 8, 3], ['p', 36, 7, 2, 2], ['p', 43, 9, 9, 3]], // prettier-ignore
      [
        ['movers', 'rotten-plank', 10.5, 9], ['movers', 'rotten-plank', 19.5, 9], ['movers', 'raft', 41.5, 9, [41.5, 5]],
        ['pickups', 'herring', 10.5, 7.6], ['pickups', 'herring', 19.5, 7.6], ['pickups', 'herring', 29, 6.8], ['pickups', 'lantern', 37, 5.6],
        ['foes', 'gull', 15.5, 6.6], ['foes', 'boot', 25, 9], ['marks', 'pole', 22.5, 9], ['marks', 'festival-bell', 49.5, 9],
      ], // prettier-ignore
      [
        [3, 8],
        [14, 8],
        [46, 8],
      ],
    ),
    // Through: the key first, then the gate, and urchins that come and go.
    'course@level-through': courseOf(
      [46, 14],
      [['p', 0, 11, 46, 3], ['p', 24, 0, 2, 9], ['g', 6, 9, 3, 1], ['g', 10, 7, 3, 1], ['g', 14, 5, 4, 1], ['p', 33, 9, 3, 2], ['b', 19, 10, 2, 1], ['b', 36, 10, 3, 1]], // prettier-ignore
      [
        ['pickups', 'key', 16.5, 4.6], ['pickups', 'herring', 7.5, 8.6], ['pickups', 'herring', 11.5, 6.6], ['pickups', 'herring', 34.5, 8.4],
        ['foes', 'crab', 12.5, 11], ['foes', 'boot', 41.5, 11], ['marks', 'pole', 22.5, 11], ['marks', 'tide-gate', 25, 11],
        ['movers', 'urchin', 28.5, 11], ['movers', 'urchin', 30.5, 11], ['marks', 'festival-bell', 43.5, 11],
      ], // prettier-ignore
      [
        [3, 10],
        [27, 10],
        [40, 10],
      ],
    ),
  }
  const pack = finish('old-pier-climb', parts, PIXELS, {
    title: 'Old Pier Climb',
    tags: ['harbour', 'seabirds', 'platforms'],
    short: 'Ring the bell before Harbour Days.',
    description:
      'Nobody has rung the bell on the old pier of Saltwick since last summer. Climb up to it, hop over to it, and find the key to the tide gate.',
    howTo: [
      'Run and jump; hold the jump for a higher one.',
      'Jump on crabs and boots, keep off barnacles.',
      'Find the brass key for the gate.',
    ],
  })
  const levels = [
    { id: 'up', name: 'Up' },
    { id: 'over', name: 'Over' },
    { id: 'through', name: 'Through' },
  ]
  return { ...pack, levels }
}
