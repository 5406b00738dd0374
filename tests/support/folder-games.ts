import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { build } from 'esbuild'
import sharp from 'sharp'
import { base64 } from '../../core/bytes'
import { decodeSound } from '../../core/sound/decode'
import { decodePicture } from '../../server/inspector/decode'
import { zipFiles } from '../../core/parcel/zip'
import { drawerFile, root } from './fixtures'
import { hashOf } from '../../core/pack/hash'
import { encodeGif } from '../../core/art/gif'
import { encodePng } from '../../core/art/png'
import type { LayerPlace } from '../../core/folder/layer'
import type { Label } from '../../core/label/label'
import { factsOf, newPack, type Pack } from '../../core/pack/pack'
import { makeFolderTemplate } from '../../core/folder/make'
import { openFolder } from '../../core/folder/open'
import { buildFolderParcel } from '../../core/folder/parcel'
import { encodeWav } from '../../core/sound/wav'
import type { FolderTemplate } from '../../core/template/template'
import { encoders } from './sounds'

/** Small web games that differ in kind, as their makers would hand them on. Their art is the drawer's. */
export const FOLDER_GAMES = ['lanterns', 'pots', 'one-page', 'beam', 'crates'] as const
export type FolderGame = (typeof FOLDER_GAMES)[number]

const FOLDERS = join(root, 'tests/fixtures/folders')
const text = (value: string) => new TextEncoder().encode(value)

const sized = async (name: string, size: number): Promise<Uint8Array> =>
  new Uint8Array(
    await sharp(drawerFile(name))
      .resize(size, size, { fit: 'contain', background: '#00000000', kernel: 'nearest' })
      .png()
      .toBuffer(),
  )

/** Four pictures of a boat in a row, each a px higher or lower. */
async function boatSheet(): Promise<Uint8Array> {
  const boat = Buffer.from(await sized('tug-boat.png', 30))
  const at = [0, 1, 2, 1].map((top, i) => ({ input: boat, left: i * 32 + 1, top }))
  const empty = { width: 128, height: 32, channels: 4, background: '#00000000' } as const
  return new Uint8Array(await sharp({ create: empty }).composite(at).png().toBuffer())
}

async function ogg(name: string): Promise<Uint8Array> {
  return encoders.vorbis(await decodeSound(drawerFile(name), 'audio/wav'), 4)
}

const data = (mime: string, bytes: Uint8Array) => `data:${mime};base64,${base64(bytes)}`

/** A game whose things all lie on one sheet, described beside it, in two sizes. */
export async function describedSheet(): Promise<Map<string, Uint8Array>> {
  const things = ['lobster-pot.png', 'tug-boat.png', 'tug-boat.png', 'gull.png']
  const drawn = async (size: number) =>
    Promise.all(
      things.map(async (name, i) => ({ input: Buffer.from(await sized(name, size)), left: i * size, top: 0 })),
    )
  const at = async (size: number) => {
    const empty = { width: size * things.length, height: size, channels: 4, background: '#00000000' } as const
    return new Uint8Array(
      await sharp({ create: empty })
        .composite(await drawn(size))
        .png()
        .toBuffer(),
    )
  }
  const frames = Object.fromEntries(
    ['pot', 'boat_1', 'boat_2', 'gull'].map((name, i) => [name, { frame: { x: i * 32, y: 0, w: 32, h: 32 } }]),
  )
  const page = readFileSync(join(FOLDERS, 'described-sheet.html'), 'utf8')
  return new Map([
    ['index.html', text(page)],
    ['art/all.png', await at(32)],
    ['art/all@2x.png', await at(64)],
    ['art/all.json', text(JSON.stringify({ frames, meta: { image: 'all.png' } }))],
  ])
}

/** The same without a word on how it is cut, but in the game's own code; its boat rocks. */
export async function undescribedSheet(): Promise<Map<string, Uint8Array>> {
  const files = await describedSheet()
  files.delete('art/all.json')
  files.set('index.html', text(readFileSync(join(FOLDERS, 'undescribed-sheet.html'), 'utf8')))
  return files
}

const MADE: Record<FolderGame, (files: Map<string, Uint8Array>) => Promise<void>> = {
  async lanterns(files) {
    files.set('img/lantern.png', await sized('lantern.png', 64))
    files.set('img/quay.png', drawerFile('quay-from-above.png'))
    files.set('sfx/ring.wav', drawerFile('bell.wav'))
    files.set(
      'LICENSE',
      text(
        'MIT License\n\nCopyright (c) 2026 Saltwick Harbour Club\n\nPermission is hereby granted, free of charge, to any person obtaining a copy\n',
      ),
    )
  },
  async pots(files) {
    files.set('img/boat.png', await boatSheet())
    files.set('img/pot.png', await sized('lobster-pot.png', 32))
    files.set('sfx/splash.ogg', await ogg('splash.wav'))
  },
  async 'one-page'(files) {
    const page = new TextDecoder().decode(files.get('page.html'))
    files.delete('page.html')
    const full = page
      .replace('@QUAY@', data('image/png', drawerFile('quay-at-dusk.png')))
      .replace('@GULL@', data('image/png', await sized('gull.png', 32)))
      .replace('@CALL@', data('audio/wav', drawerFile('gull-cry.wav')))
    files.set('index.html', text(full))
  },
  async beam(files) {
    files.set('lamp.png', await sized('buoy.png', 64))
  },
  async crates(files) {
    files.delete('source.js')
    const made = await build({
      entryPoints: [join(FOLDERS, 'crates/source.js')],
      bundle: true,
      minify: true,
      write: false,
    })
    files.set('game.min.js', made.outputFiles[0]!.contents.slice())
    files.set('art/keeper.png', await sized('crab-pot.png', 56))
    files.set('art/crate.png', await sized('hanging-crate.png', 56))
  },
}

/** A game's files by path. */
export async function folderGame(game: FolderGame): Promise<Map<string, Uint8Array>> {
  const from = join(FOLDERS, game)
  const names = readdirSync(from, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile())
  const files = new Map<string, Uint8Array>()
  for (const { parentPath, name } of names) {
    const path = join(parentPath, name)
    files.set(relative(from, path), new Uint8Array(readFileSync(path)))
  }
  await MADE[game](files)
  return files
}

/** The same as one ZIP file, in a folder of its own. */
export async function folderZip(game: FolderGame): Promise<Uint8Array> {
  const files = await folderGame(game)
  return zipFiles(new Map([...files].map(([path, bytes]) => [`${game}/${path}`, bytes])))
}

/** Where folders are made into templates in tests. */
export const folderWorkplace = {
  pixels: (bytes: Uint8Array) => decodePicture(bytes),
  hash: async (bytes: Uint8Array) => hashOf(bytes),
  now: '2026-11-23T12:00:00.000Z',
}

/** What a layer asks for, outside of a browser. */
export function layerPlaceOf(template: FolderTemplate, pack: Pack, bytes: ReadonlyMap<string, Uint8Array>): LayerPlace {
  const facts = (hash: string) => factsOf(pack, template, hash)
  return {
    facts,
    bytes: async (hash) => bytes.get(hash) ?? null,
    pixels: async (hash) => (bytes.has(hash) ? decodePicture(bytes.get(hash)!) : null),
    samples: async (hash) => (bytes.has(hash) ? decodeSound(bytes.get(hash)!, facts(hash)!.mime) : null),
    picture: async (stills, mime, delaysMs) =>
      mime === 'image/png' ? encodePng(stills[0]!) : mime === 'image/gif' ? encodeGif(stills, delaysMs) : null,
    sound: async (samples, mime) => (mime === 'audio/ogg' ? encoders.vorbis(samples, 4) : encodeWav(samples)),
  }
}

/** A game of a folder as it is sent to an arcade, as it came but for its label and what is swapped in. */
export async function folderParcel(
  files: ReadonlyMap<string, Uint8Array>,
  label: Partial<Label>,
  swap: (
    template: FolderTemplate,
  ) => Pick<Pack, 'parts' | 'assets'> & { bytes: ReadonlyMap<string, Uint8Array> } = () => ({
    ...{ parts: {}, assets: {}, bytes: new Map() },
  }),
): Promise<{ template: FolderTemplate; pack: Pack; zip: Uint8Array }> {
  const { template, bytes } = await makeFolderTemplate(openFolder(files, 'a game'), folderWorkplace)
  const fresh = newPack(template, 'a-pack-for-tests')
  const { bytes: more, ...swapped } = swap(template)
  const pack = { ...fresh, ...swapped, label: { ...fresh.label, ...label } }
  const place = layerPlaceOf(template, pack, new Map([...bytes, ...more]))
  const { zip } = await buildFolderParcel({ template, pack, handOn: true, ...place })
  return { template, pack, zip }
}
