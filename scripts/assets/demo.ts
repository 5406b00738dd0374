import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { TOPICS } from '../../core/label/age-guide'
import type { Label } from '../../core/label/label'
import type { Point } from '../../core/game/types'
import type { Effect } from '../../core/game/way'
import type { PartContent } from '../../core/kinds'
import type { Space } from '../../core/kinds/way'
import { newPack, type Pack } from '../../core/pack/pack'
import { along } from '../../core/pack/way'
import { Template } from '../../core/template/template'
import { assetReader, makeSprite, MADE_ON, type SpriteRecipe } from './recipe'

/** What demo packs are put together with: the Saltwick files, brought in as a user would. */
function kit(template: string, files: string) {
  const reader = assetReader(files, { author: 'harbour-club', licence: 'CC0-1.0' })
  const sprite = (recipe: SpriteRecipe) => makeSprite(recipe, reader, '')
  const sound = async (file: string, kind: 'sound' | 'music' = 'sound'): Promise<PartContent> => ({
    kind,
    asset: await reader.read(file),
    gainDb: kind === 'music' ? -4 : 0,
  })
  const picture = async (file: string): Promise<PartContent> => ({
    kind: 'picture',
    asset: await reader.read(file),
    fit: 'cover',
    crisp: true,
  })
  const words = (text: string): PartContent => ({ kind: 'wording', text, scale: 1 })
  const single = (file: string, clip: string, height: number, columns = 1): SpriteRecipe => ({
    file,
    columns,
    rows: 1,
    clips: { [clip]: { row: 0, fps: 5 } },
    pivot: { x: 0.5, y: 0.5 },
    height,
  })
  const finish = (id: string, parts: Record<string, PartContent>, pixels: number, label: Partial<Label>): Pack => {
    const home = join(import.meta.dirname, '../../templates', template, 'template.json')
    const pack = newPack(Template.parse(JSON.parse(readFileSync(home, 'utf8'))), `demo-${id}`)
    return {
      ...pack,
      parts,
      pixels,
      assets: Object.fromEntries(
        Object.entries(reader.assets).map(([hash, asset]) => [hash, { ...asset.facts, imported: MADE_ON }]),
      ),
      createdFrom: `demo:${id}`,
      label: { ...pack.label, author: 'harbour-club', ageGuide: { ...MILD }, ...label },
    }
  }
  return { reader, sprite, sound, picture, words, single, finish }
}

/** Things bump and splash; nothing else. */
const MILD = Object.fromEntries(TOPICS.map((topic) => [topic, topic === 'fighting' ? 'bumps' : 'none']))

/** Some parts are still the template's. */
async function puffinCatch(files: string): Promise<Pack> {
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

/** Drawn pixel by pixel throughout: 20 px are one metre. */
async function gullRun(files: string): Promise<Pack> {
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

/** Drawn pixel by pixel throughout, with everything that moves drawn frame by frame. */
async function quayCart(files: string): Promise<Pack> {
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

/** Drawn pixel by pixel throughout; three waves, each with an idea of its own. */
async function fogWatch(files: string): Promise<Pack> {
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
async function oldPierClimb(files: string): Promise<Pack> {
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
      { id: 'key', name: 'Brass key', points: 10, does: 'key', sprite: await taken('brass-key.png', 14 / PIXELS, 2) },
      { id: 'lantern', name: 'Lantern', points: 10, does: 'life', sprite: await taken('lantern.png', 0.8) },
    ]),
    movers: cast([
      await mover('raft', 'Raft', 'lift', 14, 0.05),
      await mover('rotten-plank', 'Rotten plank', 'plank', 8, 0.05),
      await mover('rope-coil', 'Rope coil', 'spring', 10, 0.15),
      await mover('urchin', 'Urchin', 'spikes', 18, 0.98),
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
      [34, 16],
      [['p', 0, 13, 34, 3], ['g', 7, 11, 3, 1], ['g', 11, 9, 3, 1], ['p', 15, 7, 6, 1], ['g', 22, 9, 2, 1], ['g', 24, 6, 3, 1], ['p', 28, 4, 6, 1]], // prettier-ignore
      [
        ['pickups', 'herring', 8.5, 10.6], ['pickups', 'herring', 12.5, 8.6], ['pickups', 'herring', 25.5, 5.6], ['pickups', 'herring', 10.5, 12.6],
        ['foes', 'crab', 13.5, 13], ['foes', 'crab', 18.5, 7], ['marks', 'pole', 16.5, 7], ['marks', 'festival-bell', 31.5, 4], ['movers', 'rope-coil', 30.5, 12.7],
      ], // prettier-ignore
      [
        [4, 12],
        [20, 12],
        [26, 12],
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
      [['p', 0, 11, 46, 3], ['p', 24, 0, 2, 9], ['g', 6, 9, 3, 1], ['g', 10, 7, 3, 1], ['g', 14, 5, 4, 1], ['p', 33, 9, 3, 2], ['b', 19, 10, 2, 1]], // prettier-ignore
      [
        ['pickups', 'key', 16.5, 4.6], ['pickups', 'herring', 7.5, 8.6], ['pickups', 'herring', 11.5, 6.6], ['pickups', 'herring', 34.5, 8.4],
        ['foes', 'crab', 12.5, 11], ['foes', 'boot', 39.5, 11], ['marks', 'pole', 22.5, 11], ['marks', 'tide-gate', 25, 11],
        ['movers', 'urchin', 28.5, 11], ['movers', 'urchin', 30.5, 11], ['marks', 'festival-bell', 43.5, 11],
      ], // prettier-ignore
      [
        [3, 10],
        [27, 10],
        [37, 10],
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
async function saltwickFlags(files: string): Promise<Pack> {
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
async function harbourLore(files: string): Promise<Pack> {
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

/** A crab under one of the lobster pots. */
async function potWatch(files: string): Promise<Pack> {
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
async function roundTheBay(files: string): Promise<Pack> {
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

/** Demo packs by id; each is made from the drawer's files in that folder. */
export const DEMOS: Record<string, (files: string) => Promise<Pack>> = {
  'puffin-catch': puffinCatch,
  'breakwater-gull': gullRun,
  'quay-cart': quayCart,
  'fog-watch': fogWatch,
  'old-pier-climb': oldPierClimb,
  'saltwick-flags': saltwickFlags,
  'harbour-lore': harbourLore,
  'pot-watch': potWatch,
  'round-the-bay': roundTheBay,
}
