import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import type { Truth } from '../../tests/support/sheets'

/** A picture from outside and the cells that the program which draws it cuts it into; one cell for a single picture. */
export interface OutsideSheet {
  file: string
  style: string
  truth: Truth
}

const KEPT = '.stamps/outside-art'

/** Packages with open art, and the sheets in them: file, px of a cell. What draws them lays cells from the corner. */
const SHEETS: Record<string, { style: string; sheets: [string, number, number][] }[]> = {
  'kobodeluxe-data': [
    {
      style: 'turning things',
      sheets: [
        ...['player', 'fighter', 'bmr-green', 'bmr-pink', 'bmr-purple', 'missile', 'missile2', 'missile3'].map(
          (name): [string, number, number] => [`${name}.png`, 40, 40],
        ),
        ...([
          ['bigship.png', 72, 72],
          ['ring.png', 32, 32],
          ['rock1c.png', 32, 32],
        ] as [string, number, number][]),
        ...([
          ['rock2.png', 32, 32],
          ['shinyrock.png', 32, 32],
          ['bomb.png', 24, 24],
        ] as [string, number, number][]),
        ...([
          ['bolt.png', 16, 16],
          ['bullet5b.png', 16, 16],
        ] as [string, number, number][]),
      ],
    },
    {
      style: 'blasts',
      sheets: [
        ...([
          ['bombdeto.png', 40, 40],
          ['boltexpl.png', 32, 32],
          ['bulletexpl2.png', 32, 32],
        ] as [string, number, number][]),
        ...([
          ['explo1e.png', 48, 48],
          ['explo3e.png', 64, 64],
          ['rockexpl.png', 64, 64],
        ] as [string, number, number][]),
        ...([['ringexpl2b.png', 40, 40]] as [string, number, number][]),
      ],
    },
    {
      style: 'tiles',
      sheets: ['blood', 'chrome', 'double', 'green', 'metal'].map((name) => [`tiles-${name}.png`, 32, 32]),
    },
  ],
  'hedgewars-data': [
    {
      style: 'columns first',
      sheets: [
        ...([
          ['AirMine.png', 32, 32],
          ['BigDigits.png', 32, 32],
          ['Birdy.png', 75, 75],
        ] as [string, number, number][]),
        ...([
          ['Bubbles.png', 16, 16],
          ['Cake_walk.png', 64, 64],
          ['Case.png', 48, 48],
        ] as [string, number, number][]),
        ...([
          ['Droplet.png', 16, 16],
          ['Dust.png', 22, 22],
          ['EvilTrace.png', 32, 32],
        ] as [string, number, number][]),
        ...([
          ['Expl50.png', 64, 64],
          ['Explosives.png', 48, 48],
          ['Finger.png', 32, 48],
        ] as [string, number, number][]),
        ...([
          ['Flame.png', 16, 16],
          ['Lag.png', 65, 65],
          ['Molotov.png', 32, 32],
        ] as [string, number, number][]),
        ...([
          ['Portal.png', 32, 32],
          ['Power.png', 32, 32],
          ['Progress.png', 162, 162],
        ] as [string, number, number][]),
        ...([
          ['Splash.png', 80, 50],
          ['Utility.png', 48, 48],
          ['dynamite.png', 32, 32],
        ] as [string, number, number][]),
        ...([
          ['thinking.png', 32, 32],
          ['Bee.png', 32, 32],
          ['missions.png', 32, 32],
        ] as [string, number, number][]),
        ...([
          ['Hedgehog.png', 32, 32],
          ['Idle.png', 32, 32],
          ['Wave.png', 64, 32],
        ] as [string, number, number][]),
        ...([
          ['Juggle.png', 32, 32],
          ['amShoryuken.png', 32, 32],
        ] as [string, number, number][]),
      ],
    },
  ],
  'bomberclone-data': [
    {
      style: 'tall figures',
      sheets: [
        ...[0, 1, 2, 3, 4, 5].map((n): [string, number, number] => [`player${n}.png`, 93, 128]),
        ...([
          ['player6.png', 120, 128],
          ['player7.png', 80, 128],
          ['respawn.png', 128, 128],
        ] as [string, number, number][]),
        ...([
          ['default/bomb.png', 64, 64],
          ['default/fire.png', 64, 64],
          ['default/stone.png', 64, 64],
        ] as [string, number, number][]),
        ...([
          ['farm/stone.png', 64, 64],
          ['jungle/stone.png', 64, 64],
          ['hell/stone.png', 64, 64],
        ] as [string, number, number][]),
      ],
    },
  ],
  'lordsawar-data': [
    {
      style: 'signs',
      sheets: [
        ['bigmedals.png', 160, 200],
        ['waypoints.png', 40, 40],
        ['cursors.png', 16, 16],
        ['diplomacy-large.png', 50, 50],
        ['diplomacy-small.png', 30, 30],
        ['buttons.png', 20, 20],
        ['prodshieldset.png', 10, 10],
      ],
    },
  ],
  'ceferino-data': [
    {
      style: 'tall figures',
      sheets: [
        ['gaucho.png', 110, 110],
        ['mate.png', 50, 50],
        ['pelota_1.png', 19, 19],
        ['pelota_2.png', 38, 38],
        ['pelota_3.png', 75, 75],
        ['pelota_4.png', 150, 150],
      ],
    },
  ],
  'berusky-data': [
    {
      style: 'tiles',
      sheets: [
        ...['box_bright1', 'box_dark1', 'tnt_bright1', 'wall_iron_blue1', 'wall_snow1', 'wall_wood1'].map(
          (name): [string, number, number] => [`${name}.png`, 40, 40],
        ),
        ...([
          ['hraci1.png', 20, 20],
          ['hraci2.png', 20, 20],
          ['global1.png', 20, 20],
        ] as [string, number, number][]),
      ],
    },
  ],
  'xye-data': [
    {
      style: 'tiles',
      sheets: [
        ['clean40.png', 40, 40],
        ['detailed20.png', 20, 20],
        ['xye.png', 20, 20],
      ],
    },
  ],
}

/** Folders of single pictures. */
const SINGLES = ['starfighter-data', 'circuslinux-data', 'blobwars-data', 'madbomber-data', 'gnujump-data', 'funnyboat']
/** Pictures in those that hold several, letters, or nothing but a pattern. */
const NOT_SINGLE =
  /font|letters|numbers|digits|sadclown|title|options|highscore|score|text|press|loading|paused|over|logo|name|player-|level|menu|percent|-off|zen|normal|hard|exit|music|graphics|program|bar\.|teeter|fuzz|rasteri|gamebg|fixed|firefly-big/i

/** Described with more px than there are. */
const BROKEN = /iceblock/

const files = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))

/** Unpacks a Debian package here, once; null where there is none to be had. */
function unpacked(name: string): string | null {
  const folder = join(KEPT, name)
  if (existsSync(folder)) return folder
  mkdirSync(KEPT, { recursive: true })
  try {
    execFileSync('apt-get', ['download', name], { cwd: KEPT, stdio: 'ignore' })
    const deb = readdirSync(KEPT).find((file) => file.startsWith(`${name}_`) && file.endsWith('.deb'))!
    execFileSync('dpkg-deb', ['-x', join(KEPT, deb), folder])
    return folder
  } catch {
    return null
  }
}

/** Strips that say themselves how they are cut: `(image …) (array 8 1) (size 32 32) (position 0 32)`. */
function described(folder: string): OutsideSheet[] {
  const found = new Map<string, OutsideSheet>()
  for (const file of files(folder).filter((name) => name.endsWith('.sprite'))) {
    const text = readFileSync(file, 'utf8')
    const image = /\(image "([^"]+)"/.exec(text)?.[1]
    const array = /\(array (\d+) (\d+)\)/.exec(text)
    const size = /\(size (\d+) (\d+)\)/.exec(text)
    if (image === undefined || array === null || size === null) continue
    const picture = join(dirname(file), image)
    if (!existsSync(picture) || Number(array[1]) * Number(array[2]) < 2) continue
    // One that says more than its picture holds says nothing.
    if (BROKEN.test(picture)) continue
    found.set(picture, { file: picture, style: 'figure strips', truth: { w: Number(size[1]), h: Number(size[2]) } })
  }
  return [...found.values()]
}

/** What can be had on this machine; empty where it can have no packages. */
export function outsideSheets(): OutsideSheet[] {
  const found: OutsideSheet[] = []
  const strips = unpacked('pingus-data')
  if (strips !== null) found.push(...described(strips))
  for (const [name, groups] of Object.entries(SHEETS)) {
    const folder = unpacked(name)
    if (folder === null) continue
    const all = files(folder)
    for (const { style, sheets } of groups)
      for (const [end, w, h] of sheets) {
        const file = all.find((one) => one.endsWith(`/${end}`))
        if (file !== undefined) found.push({ file, style, truth: { w, h } })
      }
  }
  for (const name of SINGLES) {
    const folder = unpacked(name)
    if (folder === null) continue
    for (const file of files(folder).filter((one) => one.endsWith('.png') && !NOT_SINGLE.test(basename(one))))
      found.push({ file, style: 'single pictures', truth: 'one' })
  }
  return found
}
