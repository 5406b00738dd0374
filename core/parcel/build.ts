import { crop, type Pixels } from '../art/pixels'
import { encodePng } from '../art/png'
import { partAs, partOf, partsOf } from '../game/setup'
import type { GameDoc } from '../game/types'
import { userError } from '../errors'
import { base64 } from '../bytes'
import { labelAssets } from '../label/label'
import { assetsOf } from '../kinds'
import { hashOf } from '../pack/hash'
import { factsOf, Pack } from '../pack/pack'
import { sorted } from '../pack/stable-json'
import type { Template } from '../template/template'
import { buildGameDoc, TYPEFACE_FILE } from '../template/game-doc'
import { creditsPage, parcelPage, singlePage } from './html'
import { fillSquare, makeIcon } from './icon'
import { labelFiles } from './label-files'
import { PARCEL_FORMAT, PARCEL_VERSION, type ParcelManifest } from './manifest'
import { zipFiles } from './zip'

export interface ParcelSource {
  template: Template
  pack: Pack
  playerCode: string
  /** The typeface that ships with every game (WOFF2). */
  typeface: Uint8Array
  /** Null when the bytes are not there. */
  bytes(hash: string): Promise<Uint8Array | null>
  pixels(hash: string): Promise<Pixels | null>
}

export interface Parcel {
  zip: Uint8Array
  /** The same game as one page. */
  html: string
  doc: GameDoc
  manifest: ParcelManifest
}

const encoder = new TextEncoder()
export const jsonFile = (value: unknown): Uint8Array => encoder.encode(JSON.stringify(value, sorted, 1) + '\n')

/** Builds the playable site and the one-page game. Deterministic: same pack, template and player give the same bytes. */
export async function buildParcel(given: ParcelSource): Promise<Parcel> {
  // Only what this version knows goes out: an arcade builds the document anew from what it can read.
  const source = { ...given, pack: Pack.parse(given.pack) }
  const { template, pack } = source
  const doc = buildGameDoc(template, pack)
  const files = new Map<string, Uint8Array>()
  const used = new Map<string, Uint8Array>()
  for (const [hash, asset] of Object.entries(doc.assets)) {
    const bytes = await source.bytes(hash)
    if (bytes === null)
      throw userError(
        'asset-missing',
        `The file “${factsOf(pack, template, hash)?.source.file ?? hash}” is not in this pack any more. Swap it in again, then build.`,
      )
    files.set(asset.file, bytes)
    used.set(hash, bytes)
  }
  const description = pack.label.short || template.tagline
  files.set('index.html', encoder.encode(parcelPage(doc, description)))
  files.set('player.js', encoder.encode(source.playerCode))
  files.set('game.json', jsonFile(doc))
  files.set('credits.html', encoder.encode(creditsPage(doc)))
  if (doc.typeface === TYPEFACE_FILE) files.set(TYPEFACE_FILE, source.typeface)
  files.set('manifest.webmanifest', jsonFile(webManifest(doc)))
  const own = pack.label.icon === null ? null : await source.pixels(pack.label.icon)
  const icon = own ?? (await iconArt(source, doc))
  for (const size of [192, 512])
    files.set(`icon-${size}.png`, encodePng(own === null ? makeIcon(icon, size, [35, 40, 56]) : fillSquare(icon, size)))
  for (const [hash, name] of labelFiles(pack)) {
    const bytes = await source.bytes(hash)
    if (bytes !== null) files.set(name, bytes)
  }
  const manifest = manifestOf(source, files)
  files.set('parcel.json', jsonFile(manifest))
  return { zip: zipFiles(files), html: onePage(source, doc, used, description), doc, manifest }
}

/** The list of a parcel: what it was built from, and every file in it. */
export function manifestOf(
  { template, pack }: Pick<ParcelSource, 'template' | 'pack'>,
  files: ReadonlyMap<string, Uint8Array>,
): ParcelManifest {
  const assets: ParcelManifest['assets'] = {}
  const keep = (hash: string) => {
    const facts = pack.assets[hash]
    if (facts === undefined) return
    const { madeFrom: _origin, ...rest } = facts
    assets[hash] = rest
  }
  for (const content of Object.values(pack.parts)) for (const hash of assetsOf(content)) keep(hash)
  for (const hash of labelAssets(pack.label)) keep(hash)
  const { visibility: _host, ...label } = pack.label
  return {
    format: PARCEL_FORMAT,
    version: PARCEL_VERSION,
    template: { id: template.id, version: template.version },
    parts: pack.parts,
    stage: pack.stage,
    levels: pack.levels,
    pixels: pack.pixels,
    language: pack.language,
    languages: pack.languages,
    assets,
    label,
    lineage: pack.lineage,
    kept: pack.kept,
    files: [...files]
      .map(([name, bytes]) => ({ name, bytes: bytes.length, sha256: hashOf(bytes) }))
      .sort((a, b) => (a.name < b.name ? -1 : 1)),
  }
}

export const webManifest = ({ title, stage }: Pick<GameDoc, 'title' | 'stage'>) => ({
  name: title,
  short_name: title.slice(0, 12),
  start_url: './index.html',
  display: 'fullscreen',
  orientation: stage === 'tall' ? 'portrait' : 'landscape',
  background_color: '#171b26',
  theme_color: '#171b26',
  icons: [192, 512].map((size) => ({ src: `icon-${size}.png`, sizes: `${size}x${size}`, type: 'image/png' })),
})

/** The first frame of the sprite that stands for the game, or of its first one. */
async function iconArt(source: ParcelSource, doc: GameDoc): Promise<Pixels> {
  const none: Pixels = { width: 1, height: 1, data: new Uint8ClampedArray(4) }
  const sprite = partOf(doc, 'sprite', partAs(doc, 'icon')) ?? Object.values(partsOf(doc, 'sprite'))[0]
  const frame = sprite === undefined ? undefined : Object.values(sprite.clips)[0]?.frames[0]
  const pixels = frame === undefined ? null : await source.pixels(frame.asset)
  if (frame === undefined || pixels === null || frame.x + frame.w > pixels.width || frame.y + frame.h > pixels.height)
    return none
  return crop(pixels, frame)
}

function onePage(
  source: ParcelSource,
  doc: GameDoc,
  used: ReadonlyMap<string, Uint8Array>,
  description: string,
): string {
  const assets = Object.fromEntries(
    Object.entries(doc.assets).map(([hash, asset]) => [hash, { ...asset, file: dataUrl(used.get(hash)!, asset.mime) }]),
  )
  return singlePage({ ...doc, assets, typeface: lettering(source, doc, used) }, description, source.playerCode)
}

/** The file of the letters as a data: URL. */
function lettering(source: ParcelSource, doc: GameDoc, used: ReadonlyMap<string, Uint8Array>): string {
  const own = Object.entries(doc.assets).find(([, asset]) => asset.file === doc.typeface)
  return own === undefined ? dataUrl(source.typeface, 'font/woff2') : dataUrl(used.get(own[0])!, own[1].mime)
}

const dataUrl = (bytes: Uint8Array, mime: string): string => `data:${mime};base64,${base64(bytes)}`
