/** A table of drawings, letter by letter: each is as long as it is high. */
import { bayBoard, bayStart } from './bay'
import { breakwaterPost, farTown, gullStrip, moorings, morningSky, seaStrip } from './breakwater'
import {
  anchorSign,
  cardSheet,
  claimedDeck,
  deckBoards,
  flag,
  FLAG_LETTERS,
  lobsterPot,
  pennant,
  potsOnTheQuay,
  quayTable,
} from './flags'
import { coldStrip, flashStrip, FOG, fogStrip, lampStrip, lightStart, nightSea, raftStack } from './lightwatch'
import * as oldPier from './oldpier'
import { cartStrip, hangingCrate, wallStart, wallStrip } from './quayside'
import { INKS } from './inks'
import { blit, disc, dither, dot, rect, scatter, sheet, stamp, strip, type Sheet } from './pixel'

const PUFFIN = [
  '........kkkkkkk.........',
  '......kkkkkkkkkkk.......',
  '.....kkkddkkkkkkkk......',
  '.....kkdkkkwwwwwwk......',
  '....kkdkkkwwwwwwwwk.....',
  '....kkkkkwwwwkwwwwyoo...',
  '....kkkkkwwwkkkwwwyrroo.',
  '....kkkkkwwwkwkwwwyrrroo',
  '....kkkkkwwwwkwwwwyorro.',
  '....kkkkkkwwwwwwwgyooo..',
  '.....kkkkkkwwwwwgg......',
  '.....kkkkkkkkkkkkk......',
  '....kkkkkkkwwwwwwk......',
  '...kkkdkkkwwwwwwwwk.....',
  '...kkdkkkkwwwwwwwwwk....',
  '..kkkdkkkkwwwwwwwwwk....',
  '..kkdkkkkkwwwwwwwwwk....',
  '..kkdkkkkkwwwwwwwwwk....',
  '..kkdkkkkkwwwwwwwwgk....',
  '..kkkkkkkkgwwwwwwwgk....',
  '...kkkkkkkgwwwwwwgg.....',
  '....kkkkkkggwwwwgg......',
  '...kkkkkkkkggggggg......',
  '..kkkkk..kkkggggk.......',
]
const FEET = [
  '...........oo..oo.......',
  '...........oo..oo.......',
  '..........ooo.ooo.......',
  '.........oooo.oooo......',
]
const FEET_LEFT = [
  '...........oo..oo.......',
  '..........ooo..oo.......',
  '.........oooo.ooo.......',
  '..............oooo......',
]
const FEET_RIGHT = [
  '...........oo..oo.......',
  '...........oo.ooo.......',
  '..........ooo.oooo......',
  '.........oooo...........',
]

/** The beak opens upwards: rows 3..9 with the new beak from column 17 on. */
const OPEN_BEAK: Record<number, string> = {
  3: 'k....yo',
  4: 'k..yrro',
  5: 'wyorroo',
  6: 'wyrrr..',
  7: 'wyr....',
  8: 'wyorroo',
  9: 'gyooooo',
}
const SORE_EYE: Record<number, [number, string]> = { 5: [12, 'kwk'], 6: [12, 'wkw'], 7: [12, 'kwk'], 8: [12, 'www'] }

const patch = (row: string, at: number, with_: string): string =>
  row.slice(0, at) + with_ + row.slice(at + with_.length)

function puffin(feet: readonly string[], bob: number, rows: readonly string[] = PUFFIN): Sheet {
  const s = sheet(28, 30)
  stamp(s, feet, INKS, 2, 26)
  // When the bird bobs, its belly takes up the pixel.
  const body = bob === 0 ? rows : [...rows.slice(0, 19), ...rows.slice(20)]
  stamp(s, body, INKS, 2, 2 + bob)
  return s
}

const open = PUFFIN.map((row, y) => (OPEN_BEAK[y] === undefined ? row : patch(row, 17, OPEN_BEAK[y])))
const sore = PUFFIN.map((row, y) => (SORE_EYE[y] === undefined ? row : patch(row, ...SORE_EYE[y])))

function flapping(s: Sheet, up: boolean): Sheet {
  const wing = up
    ? ['kk......', 'kkk.....', '.kkkk...', '..kkkkk.', '...kkkkk']
    : ['...kkkkk', '..kkkkk.', 'kkkkk...', 'kkk.....', 'k.......']
  stamp(s, wing, INKS, 0, up ? 11 : 15)
  return s
}

export const puffinStrip = (): Sheet =>
  strip(
    [
      puffin(FEET, 0),
      puffin(FEET_LEFT, 0),
      puffin(FEET, 1),
      puffin(FEET_RIGHT, 0),
      flapping(puffin(FEET, 0, open), true),
      flapping(puffin(FEET, 1, open), false),
      flapping(puffin(FEET, 0), true),
      puffin(FEET, 1),
      puffin(FEET_LEFT, 1, sore),
      flapping(puffin(FEET_RIGHT, 1, sore), true),
      puffin(FEET_LEFT, 1, sore),
      puffin(FEET_RIGHT, 1, sore),
    ],
    4,
  )

const HERRING = [
  '......kkkkkkkkk.......',
  '....kkbbbbbbbbbkk...kk',
  '..kkbbcbbcbbcbbbbkkkbk',
  '.kbbbccbccbccbcbbbbbbk',
  'kwwbcscscscscsccbbbbk.',
  'kwkwssssssssssssskbbbk',
  '.kkwwsswsswsswsskk.kbk',
  '...kkwwwwwwwwwkk....kk',
  '.....kkkkkkkkk........',
]
const HERRING_2 = [
  '......kkkkkkkkk.......',
  '....kkbbbbbbbbbkk.....',
  '..kkbbcbbcbbcbbbbkkkkk',
  '.kbbbccbccbccbcbbbbbbk',
  'kwwbcscscscscsccbbbbk.',
  'kwkwssssssssssssskbbk.',
  '.kkwwsswsswsswsskkkbbk',
  '...kkwwwwwwwwwkk..kkkk',
  '.....kkkkkkkkk........',
]
const MUSSEL = [
  '......kkkk....',
  '....kkpppskk..',
  '...kmMMppssMk.',
  '..kmMMMppsspMk',
  '.kmMMMppsspMMk',
  '.kmMMppssppMMk',
  'kmMMMppsppMMmk',
  'kmMMpppsppMmmk',
  'kmMMMpppMMmmk.',
  '.kmmMMMMMmmk..',
  '..kkkmmmmkk...',
  '.....kkkk.....',
]
const BOOT = [
  '..kkkkkkkk........',
  '.kllllllllk.......',
  '.kNNNNNNNNk.......',
  '.knttttwltk.......',
  '.knttttlwtk.......',
  '.knttttwltk.......',
  '.knNtttlwtk.......',
  '.knNtttwltkk......',
  '.knNttttlwttkkk...',
  '.knNntttttltttlkk.',
  '.knnNntttttttllltk',
  '.knnnNNnnttttttNtk',
  'kknnnnnNNNNNNNNnnk',
  'kkkkkkkkkkkkkkkkkk',
  'kgggkkggggggggggk.',
  'kkkk..kkkkkkkkkk..',
]
const TIN = [
  '...kkkkkkkkk..',
  '.kkGGGGGGGGGkk',
  'kGgkkkkkkkkkGk',
  'kgGGGGGGGGGGgk',
  'kkgggggggggkkk',
  'kGkkkkkkkkkkGk',
  'krrrRrrrrrrrRk',
  'krwwwwrrwwwrRk',
  'krwkwwwwwwkrRk',
  'krwwwwrrwwwrRk',
  'krrrrrrOrrrrRk',
  'kGGOOGGGOOGGGk',
  'kGgGOGGgGGGOGk',
  'kGGGGgGGGGGGGk',
  '.kkGGGGGGGGkk.',
  '...kkkkkkkk...',
]
const LANTERN = [
  '....kkkk....',
  '...k....k...',
  '..kkkkkkkk..',
  '.kOyyyyyyOk.',
  '.kkkkkkkkkk.',
  '.kywwyywyYk.',
  '.kywyrryyYk.',
  '.kyyrryyyYk.',
  '.kyyyryyyYk.',
  '.kyyyyyyYYk.',
  '.kkkkkkkkkk.',
  'kOOOOOOOOOOk',
  'kkkkkkkkkkkk',
]
const CRAB = [
  '.kkk..........kkk.',
  'krrrk........krrrk',
  'krk.k........k.krk',
  'krrk..k....k..krrk',
  '.kRrk.kw..wk.krRk.',
  '..kRrkkkkkkkkrRk..',
  '...kkrrhrrhrrkk...',
  '..krrhrrrrrrhrrk..',
  '.krrrrrrrrrrrrrrk.',
  '.kRrrkrrrrrrkrrRk.',
  '..kRRrrkkkkrrRRk..',
  '.kkkkRRRRRRRRkkkk.',
  'kR..kkkkkkkkkk..Rk',
  'k..kR........Rk..k',
]
const BUOY = [
  '.....kk.....',
  '....kyyk....',
  '....kyyk....',
  '...kkkkkk...',
  '...krrrrk...',
  '..kwwwwwwk..',
  '..kwwwwwgk..',
  '.krrrrrrrRk.',
  '.krhrrrrrRk.',
  'kwwwwwwwwwgk',
  'kkkkkkkkkkkk',
  '.kddddddddk.',
  '..kkkkkkkk..',
]
const FLAG = ['kyykbbbbb', 'kyyybbbbbk', 'k.yyyybbbk', 'k..yyyykk', 'k...kkk..', 'k........', 'k........', 'k........']
const ANCHOR = [
  '.....kkk.....',
  '....kGgGk....',
  '....kG.Gk....',
  '....kGgGk....',
  '.kkkkkGkkkkk.',
  '.kGggGGGggGk.',
  '.kkkkkGkkkkk.',
  '.....kGk.....',
  '.....kGk.....',
  'kk...kGk...kk',
  'kGk..kGk..kGk',
  'kGGk.kGk.kGGk',
  '.kGGkkGkkGGk.',
  '..kGGGGGGGk..',
  '...kkGGGkk...',
  '.....kkk.....',
]
const GULL = [
  '........kkkk........',
  '.......kwwwwk.......',
  '.......kwwkwkk......',
  '.......kwwwwyyk.....',
  'kkk.....kwwwkk......',
  'kGGkk..kkwwwk....kk.',
  '.kgggkkwwwwwwkkkkGk.',
  '..kggggwwwwwwwwGGk..',
  '...kkgggwwwwwwGkk...',
  '.....kkkwwwwkkk.....',
  '........kookk.......',
  '........k.k.........',
]
const TUG = [
  '......kkk.............',
  '......kRk.............',
  '......krk...kkkkkk....',
  '....kkkkkk..kwwwwk....',
  '....kwwwwk.kkwssswk...',
  '....kwsswkkwwwsssww...',
  'kk..kwwwwkwwwwwwwwk.kk',
  'kykkkkkkkkkkkkkkkkkkyk',
  'krrrrrrrrrrrrrrrrrrrrk',
  '.krhhhhhhhhhhhhhhhhrk.',
  '.kRrrrrrrrrrrrrrrrrRk.',
  '..kddddddddddddddddk..',
  '..kkkkkkkkkkkkkkkkkk..',
]
const POT = [
  '...kkkkkkkkkk...',
  '..kllllllllllk..',
  '.klkNkkNkkNkklk.',
  '.klNkkNkkNkkNlk.',
  'kllkkNkkNkkNkllk',
  'klkkNkkrrkNkkklk',
  'klkNkkrhhrkNkklk',
  'klNkkNkrrkkkNklk',
  'kllllllllllllllk',
  'ktttttttttttttNk',
  'kkkkkkkkkkkkkkkk',
]

function drawn(rows: readonly string[], pad = 1): Sheet {
  const width = Math.max(...rows.map((row) => row.length)) + pad * 2
  const s = sheet(width, rows.length + pad * 2)
  stamp(s, rows, INKS, pad, pad)
  return s
}

/** `full` ones fill their picture: layers, backdrops, posts. */
export const PIECES: { name: string; words: string; columns: number; rows?: number; full?: true; make: () => Sheet }[] =
  [
    { name: 'puffin', words: 'bird hero seabird', columns: 4, rows: 3, make: puffinStrip },
    {
      name: 'herring',
      words: 'fish silver catch food',
      columns: 2,
      make: () => strip([drawn(HERRING), drawn(HERRING_2)], 2),
    },
    { name: 'mussel', words: 'shell shellfish food', columns: 1, make: () => drawn(MUSSEL) },
    { name: 'old boot', words: 'shoe rubbish brown', columns: 1, make: () => drawn(BOOT) },
    { name: 'rusty tin', words: 'can rubbish metal', columns: 1, make: () => drawn(TIN) },
    { name: 'lantern', words: 'lamp light life', columns: 1, make: () => drawn(LANTERN) },
    { name: 'crab', words: 'red claws shellfish', columns: 1, make: () => drawn(CRAB) },
    { name: 'buoy', words: 'red white float marker', columns: 1, make: () => drawn(BUOY) },
    { name: 'signal flag', words: 'pennant banner', columns: 1, make: () => drawn(FLAG) },
    { name: 'anchor', words: 'metal ship', columns: 1, make: () => drawn(ANCHOR) },
    { name: 'gull', words: 'bird seabird white', columns: 1, make: () => drawn(GULL) },
    { name: 'tug boat', words: 'ship red vessel', columns: 1, make: () => drawn(TUG) },
    { name: 'crab pot', words: 'trap basket', columns: 1, make: () => drawn(POT) },
    ...FLAG_LETTERS.map((letter) => ({
      ...{ name: `flag ${letter.toLowerCase()}`, words: 'signal code sea letter', columns: 1, full: true as const },
      make: () => flag(letter),
    })),
    {
      ...{ name: 'card with anchor', words: 'card back red', columns: 1, full: true as const },
      make: () => cardSheet('#a02c2a', '#7a1f22', anchorSign('#f6dfb8')),
    },
    {
      ...{ name: 'chart paper', words: 'card front blank', columns: 1, full: true as const },
      make: () => cardSheet('#d3e3e2', '#93b0b2', null),
    },
    {
      ...{ name: 'plain pennant', words: 'side marker team', columns: 1, full: true as const },
      make: () => pennant('#d8432f', '#a02c2a', 'plain'),
    },
    {
      ...{ name: 'striped pennant', words: 'side marker team', columns: 1, full: true as const },
      make: () => pennant('#fdf6e3', '#2f7fae', 'striped'),
    },
    {
      ...{ name: 'dotted pennant', words: 'side marker team', columns: 1, full: true as const },
      make: () => pennant('#f7c548', '#2f5fa8', 'dotted'),
    },
    {
      ...{ name: 'crossed pennant', words: 'side marker team', columns: 1, full: true as const },
      make: () => pennant('#fdf6e3', '#5d4a86', 'crossed'),
    },
    { name: 'lobster pot', words: 'cover trap basket hide', columns: 1, full: true, make: lobsterPot },
    {
      ...{ name: 'pots on the quay', words: 'start picture harbour crab evening', columns: 1, full: true as const },
      make: () => potsOnTheQuay(harbourBackdrop(), drawn(CRAB, 0)),
    },
    {
      ...{ name: 'claimed deck', words: 'start picture harbour pennants evening', columns: 1, full: true as const },
      make: () => claimedDeck(harbourBackdrop()),
    },
    {
      ...{ name: 'quay from above', words: 'table ground planks backdrop wood', columns: 1, full: true as const },
      make: () => quayTable(harbourBackdrop()),
    },
    { name: 'bay chart', words: 'board map sea island backdrop', columns: 1, full: true, make: bayBoard },
    {
      ...{ name: 'race round the bay', words: 'start picture map sea', columns: 1, full: true as const },
      make: () => bayStart(drawn(TUG, 0), drawn(GULL, 0), drawn(CRAB, 0), drawn(BUOY, 0)),
    },
    { name: 'deck boards', words: 'square tile wood planks', columns: 1, full: true, make: deckBoards },
    { name: 'flying gull', words: 'bird seabird hero flyer wings', columns: 3, rows: 3, make: gullStrip },
    { name: 'breakwater post', words: 'timber pole obstacle column', columns: 1, full: true, make: breakwaterPost },
    { name: 'sea strip', words: 'water ground waves tile', columns: 1, full: true, make: seaStrip },
    { name: 'morning sky', words: 'backdrop clouds day', columns: 1, full: true, make: morningSky },
    { name: 'far town', words: 'layer houses hills harbour backdrop', columns: 1, full: true, make: farTown },
    {
      name: 'moorings',
      words: 'layer boats buoys backdrop',
      columns: 1,
      make: () => moorings(drawn(TUG, 0), drawn(BUOY, 0)),
    },
    {
      name: 'gull at the breakwater',
      words: 'start picture sea morning',
      columns: 1,
      full: true,
      make: breakwaterStart,
    },
    { name: 'quay cart', words: 'hero runner wheels cart puffin', columns: 4, rows: 5, make: quayCart },
    { name: 'harbour wall', words: 'stone ground tile strip', columns: 1, full: true, make: wallStrip },
    { name: 'hanging crate', words: 'box rope obstacle crane', columns: 1, make: hangingCrate },
    {
      name: 'cart on the wall',
      words: 'start picture sea morning cart',
      columns: 1,
      full: true,
      make: () =>
        wallStart(morningSky(), farTown(), moorings(drawn(TUG, 0), drawn(BUOY, 0)), {
          ...{ cart: quayCart(), crate: hangingCrate(), pot: drawn(POT, 0), fish: drawn(HERRING, 0) },
        }),
    },
    { name: 'lighthouse lamp', words: 'tower light hero keeper', columns: 4, rows: 3, full: true, make: lampStrip },
    ...FOG.map((name) => ({
      name,
      words: 'fog bank mist cloud foe',
      columns: 4,
      rows: 2,
      full: true as const,
      make: () => fogStrip(name),
    })),
    { name: 'flash of light', words: 'shot spark beam throw', columns: 2, full: true, make: flashStrip },
    { name: 'cold drop', words: 'rain shot throw', columns: 2, full: true, make: coldStrip },
    { name: 'stacked raft', words: 'shield crates barrel wall cover', columns: 1, full: true, make: raftStack },
    { name: 'pier', words: 'tile set ground wood edges', columns: 16, full: true, make: oldPier.pierSet },
    { name: 'gangway', words: 'tile plank platform ledge', columns: 2, full: true, make: oldPier.gangway },
    { name: 'barnacles', words: 'tile spikes thorns harm', columns: 2, full: true, make: oldPier.barnacles },
    { name: 'weed', words: 'tile plant decor sea', columns: 2, full: true, make: oldPier.weed },
    { name: 'raft', words: 'lift platform moving', columns: 1, rows: 2, full: true, make: oldPier.raft },
    {
      name: 'rotten plank',
      words: 'platform falling loose',
      columns: 1,
      rows: 2,
      full: true,
      make: oldPier.rottenPlank,
    },
    { name: 'rope coil', words: 'spring bounce jump', columns: 1, rows: 2, full: true, make: oldPier.ropeCoil },
    { name: 'urchin', words: 'spikes trap ground', columns: 1, rows: 2, full: true, make: oldPier.urchin },
    { name: 'festival bell', words: 'exit goal way out', columns: 1, rows: 2, full: true, make: oldPier.festivalBell },
    { name: 'pole', words: 'checkpoint flag mark', columns: 1, rows: 2, full: true, make: oldPier.pole },
    { name: 'tide gate', words: 'door gate locked', columns: 1, rows: 2, full: true, make: oldPier.tideGate },
    { name: 'brass key', words: 'key door gold', columns: 2, full: true, make: oldPier.brassKey },
    { name: 'night sea', words: 'backdrop water dark from above', columns: 1, full: true, make: nightSea },
    {
      name: 'light over the water',
      words: 'start picture lighthouse fog night',
      columns: 1,
      full: true,
      make: lightStart,
    },
  ]

function quayCart(): Sheet {
  return cartStrip(PUFFIN, sore)
}

/** A start picture of the pieces above. */
function breakwaterStart(): Sheet {
  const s = morningSky()
  blit(s, farTown(), 0, 0)
  blit(s, moorings(drawn(TUG, 0), drawn(BUOY, 0)), 0, 0)
  const sea = seaStrip()
  for (let x = 0; x < 320; x += 64) blit(s, sea, x, 180)
  blit(s, breakwaterPost(), 262, 132, 1)
  blit(s, breakwaterPost(), 226, 150, 1)
  const flock = gullStrip()
  const bird = sheet(30, 26)
  for (let y = 0; y < 26; y++)
    bird.data.set(flock.data.subarray(y * flock.width * 4, (y * flock.width + 30) * 4), y * 30 * 4)
  blit(s, bird, 196, 46, 3)
  blit(s, drawn(HERRING, 0), 288, 96)
  return s
}

const SKY = ['#1b2547', '#263866', '#375687', '#5d82a8', '#95a9b4', '#d9b99b', '#f0c58c']
const SEA = ['#2c5f74', '#235268', '#1c455c', '#173a50']

function sky(s: Sheet, bottom: number): void {
  for (let y = 0; y < bottom; y++) {
    const at = (y / bottom) ** 0.9 * (SKY.length - 1)
    const i = Math.min(SKY.length - 2, Math.floor(at))
    for (let x = 0; x < s.width; x++) dither(s, x, y, at - i, SKY[i]!, SKY[i + 1]!)
  }
}

function house(
  s: Sheet,
  x: number,
  ground: number,
  w: number,
  h: number,
  wall: string,
  roof: string,
  lit: string,
): void {
  rect(s, x, ground - h, w, h, wall)
  const rise = Math.floor(w / 3)
  for (let i = 0; i < rise; i++) rect(s, x - 1 + i * 1, ground - h - 1 - i, w + 2 - i * 2, 1, roof)
  rect(s, x + Math.floor(w * 0.7), ground - h - rise - 2, 2, 4, roof)
  for (let wy = ground - h + 3; wy < ground - 5; wy += 6)
    for (let wx = x + 2; wx < x + w - 3; wx += 5) rect(s, wx, wy, 2, 3, (wx * 7 + wy * 3) % 4 < 2 ? lit : '#243049')
}

function lighthouse(s: Sheet, x: number, ground: number): void {
  for (let y = 0; y < 44; y++) {
    const half = 4 + Math.floor(y / 14)
    rect(s, x - half, ground - 44 + y, half * 2, 1, Math.floor(y / 9) % 2 === 0 ? '#e9dfc8' : '#b8473a')
    rect(s, x + half - 2, ground - 44 + y, 2, 1, Math.floor(y / 9) % 2 === 0 ? '#bfb69f' : '#8c342e')
  }
  rect(s, x - 6, ground - 46, 12, 2, '#2b3350')
  rect(s, x - 3, ground - 53, 6, 7, '#f9d976')
  rect(s, x - 4, ground - 55, 8, 2, '#2b3350')
  rect(s, x - 1, ground - 58, 2, 3, '#2b3350')
  for (let i = 1; i < 92; i++) {
    const spread = Math.floor(i / 9)
    for (let j = -spread; j <= spread; j++)
      if ((i + j) % 2 === 0 && (i < 60 || (i + j * 3) % 4 === 0))
        dot(s, x + 4 + i, ground - 50 + j - Math.floor(i / 14), '#f3d68e')
  }
}

function water(s: Sheet, top: number, bottom: number, seed: number): void {
  const next = scatter(seed)
  for (let y = top; y < bottom; y++) {
    const at = ((y - top) / (bottom - top)) * (SEA.length - 1)
    const i = Math.min(SEA.length - 2, Math.floor(at))
    for (let x = 0; x < s.width; x++) dither(s, x, y, at - i, SEA[i]!, SEA[i + 1]!)
  }
  for (let k = 0; k < 90; k++) {
    const y = top + 2 + Math.floor(next() * (bottom - top - 3))
    rect(s, Math.floor(next() * s.width), y, 3 + Math.floor(next() * 12), 1, next() < 0.5 ? '#4a8494' : '#367083')
  }
}

function bunting(s: Sheet, y: number): void {
  const colours = ['#d8432f', '#f7c548', '#fdf6e3', '#2f8a6a', '#58a6c9']
  for (let x = 0; x < s.width; x++) {
    const sag = Math.round((((x % 80) - 40) / 40) ** 2 * -7 + 7)
    dot(s, x, y + sag, '#243049')
    if (x % 10 === 4)
      for (let j = 0; j < 6; j++)
        rect(
          s,
          x - 3 + Math.ceil(j / 2),
          y + sag + 1 + j,
          7 - Math.ceil(j / 2) * 2,
          1,
          colours[Math.floor(x / 10) % colours.length]!,
        )
  }
}

function quay(s: Sheet, top: number): void {
  rect(s, 0, top, s.width, s.height - top, '#6b4a35')
  rect(s, 0, top, s.width, 2, '#a1774f')
  rect(s, 0, top + 2, s.width, 1, '#533626')
  for (let y = top + 9; y < s.height; y += 9) rect(s, 0, y, s.width, 1, '#53382a')
  const next = scatter(77)
  for (let row = 0, y = top + 3; y < s.height; y += 9, row++)
    for (let x = (row % 2) * 22 + 6; x < s.width; x += 44) {
      rect(s, x, y, 1, y === top + 3 ? 6 : 8, '#53382a')
      rect(s, x + 3, y + 3, 1, 1, '#3f2a20')
      for (let k = 0; k < 3; k++)
        rect(
          s,
          x + 6 + Math.floor(next() * 30),
          y + 1 + Math.floor(next() * 6),
          4 + Math.floor(next() * 9),
          1,
          '#76533c',
        )
    }
  for (const x of [30, 282]) {
    rect(s, x, top - 9, 8, 11, '#3b2a22')
    rect(s, x - 1, top - 11, 10, 3, '#54392b')
    rect(s, x + 1, top - 9, 2, 9, '#54392b')
  }
}

function harbour(seed: number): Sheet {
  const s = sheet(320, 200)
  sky(s, 112)
  const next = scatter(seed)
  for (let k = 0; k < 46; k++)
    dot(s, Math.floor(next() * 320), Math.floor(next() * 52), next() < 0.3 ? '#fdf6e3' : '#8fa4c4')
  disc(s, 248, 66, 19, '#f2c274')
  disc(s, 248, 66, 17, '#f9dd9b')
  rect(s, 226, 72, 30, 2, '#d9b99b')
  rect(s, 240, 79, 40, 2, '#e2bd92')
  for (let x = 0; x < 320; x++) {
    const hill = 103 - Math.round(8 * (1 - ((x - 130) / 150) ** 2)) + ((x * 7) % 5 === 0 ? 1 : 0)
    rect(s, x, Math.min(111, hill), 1, 114 - Math.min(111, hill), '#4b6076')
  }
  house(s, 58, 113, 22, 20, '#3a4766', '#2a3350', '#f7c548')
  house(s, 82, 113, 17, 28, '#44526f', '#303a59', '#f7c548')
  house(s, 102, 113, 26, 17, '#37425f', '#8c4a42', '#f7d77a')
  house(s, 132, 113, 18, 24, '#415070', '#2a3350', '#f7c548')
  house(s, 154, 113, 24, 15, '#37425f', '#5a3f56', '#f7d77a')
  house(s, 182, 113, 15, 21, '#44526f', '#2a3350', '#f7c548')
  rect(s, 0, 112, 320, 3, '#56606c')
  rect(s, 0, 112, 320, 1, '#8a8d8c')
  lighthouse(s, 26, 113)
  water(s, 115, 172, seed + 5)
  for (let k = 0; k < 15; k++)
    rect(
      s,
      232 + Math.floor(next() * 20) - k,
      118 + k * 3,
      10 + Math.floor(next() * 18),
      1,
      k % 2 === 0 ? '#f2c98a' : '#c79d72',
    )
  return s
}

export function harbourBackdrop(): Sheet {
  const s = harbour(11)
  blit(s, drawn(TUG, 0), 196, 118)
  rect(s, 193, 131, 30, 1, '#8fc0c8')
  quay(s, 171)
  return s
}

export function harbourStart(): Sheet {
  const s = harbour(23)
  quay(s, 171)
  bunting(s, 2)
  blit(s, drawn(POT, 0), 136, 160)
  blit(s, drawn(POT, 0), 154, 160)
  blit(s, drawn(CRAB, 0), 146, 147)
  const bird = puffin(FEET, 0)
  blit(s, bird, 196, 87, 3)
  blit(s, drawn(HERRING, 0), 264, 60, 2)
  blit(s, drawn(MUSSEL, 0), 176, 66)
  return s
}
