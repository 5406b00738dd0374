import { sniff } from '@core/art/sniff'
import type { Finding } from '@core/check/finding'
import { makeRunner } from '@core/check/runner'
import type { CheckContext } from '@core/check/rule'
import { userError } from '@core/errors'
import type { GameDoc } from '@core/game/types'
import type { Pack } from '@core/pack/pack'
import { stableJson } from '@core/pack/stable-json'
import { buildGameDoc } from '@core/template/game-doc'
import { labelFiles } from '@core/parcel/label-files'
import { HANDED_TEMPLATE, manifestFile, ParcelManifest, PARCEL_VERSION } from '@core/parcel/manifest'
import { unzipSafely } from '@core/parcel/unzip'
import { Template, type FolderTemplate } from '@core/template/template'
import { fittedTo } from '@core/template/uses'
import widths from '@core/wording/widths.json'
import { sha256 } from '../sha256'
import { PARCEL_LIMITS } from './limits'
import { decodeAudio, decodePicture } from './decode'
import { lately } from './lately'

/** A template as the arcade has it, with the bytes of its files by hash. */
export interface Shipped {
  template: Template
  assets: ReadonlyMap<string, Uint8Array>
}

/** Where a parcel's template is looked up: the one of that id, read when it is asked for. */
export type Shelf = Pick<ReadonlyMap<string, Shipped>, 'get' | 'has'>

export interface Looked {
  manifest: ParcelManifest
  template: Template
  /** The template of a game that came as a folder, as its maker sent it. */
  folder: FolderTemplate | null
  doc: GameDoc
  findings: Finding[]
  /** The files of the parcel that are of any use, by name: art, sounds and pictures whose bytes are what the list says. */
  kept: Map<string, Uint8Array>
}

const FILE = 'parcel'

/** Bytes of what is kept unpacked: for one picture, or one sound, of the largest that are taken in. */
const ROOM = { pixels: 150_000_000, samples: 350_000_000 }

/** A JSON file of a parcel; throws what `bad` says where it is missing or torn. */
function jsonOf(raw: Uint8Array | undefined, bad: (why: string) => Error): unknown {
  if (raw === undefined) throw bad('is missing')
  try {
    return JSON.parse(new TextDecoder().decode(raw))
  } catch {
    throw bad('cannot be read')
  }
}

function readManifest(files: ReadonlyMap<string, Uint8Array>): ParcelManifest {
  const bad = (why: string) =>
    userError(
      'bad-manifest',
      `The parcel’s own list (parcel.json) ${why}. Build it again with Pack Post and send it again.`,
    )
  const json = jsonOf(files.get(manifestFile(files) ?? ''), bad)
  const version = (json as { version?: unknown } | null)?.version
  if (typeof version === 'number' && version > PARCEL_VERSION)
    throw bad(`is of a newer format (${version}) than this arcade knows (${PARCEL_VERSION})`)
  const read = ParcelManifest.safeParse(json)
  if (!read.success) throw bad('makes no sense')
  return read.data
}

/** Facts on a file that is not what the list says. */
function differs(file: string): Finding {
  return {
    id: `contents-differ:${file}`,
    rule: 'contents-differ',
    severity: 'must',
    subject: {},
    facts: { file },
    evidence: { kind: 'figure', text: file },
    fixable: false,
  }
}

/**
 * Looks at a received parcel without trusting who sent it: the list against the files, the game document against the
 * parts it was made from, and then the same rules that the editor runs. Throws a UserError for what cannot be read at all.
 */
export async function inspect(bytes: Uint8Array, shelf: Shelf): Promise<Looked> {
  const files = unzipSafely(bytes, FILE, PARCEL_LIMITS)
  const manifest = readManifest(files)
  const folder = manifest.folder === undefined ? null : folderOf(manifest, files)
  if (folder !== null && shelf.has(folder.id))
    throw userError(
      'template',
      `The template “${folder.id}” is this arcade’s own; a game’s folder cannot be called so.`,
    )
  const shipped = folder === null ? shelf.get(manifest.template.id) : { template: folder, assets: new Map() }
  if (shipped === undefined)
    throw userError('template', `This arcade does not know the template “${manifest.template.id}”.`)
  const hashes = new Map([...files].map(([name, content]) => [name, sha256(content)]))
  const listed = new Set(manifest.files.map((file) => file.name))
  const findings: Finding[] = []
  for (const entry of manifest.files) {
    const content = files.get(entry.name)
    if (content === undefined || content.length !== entry.bytes || hashes.get(entry.name) !== entry.sha256)
      findings.push(differs(entry.name))
  }
  const list = manifestFile(files)
  for (const name of files.keys()) if (name !== list && !listed.has(name)) findings.push(differs(name))
  const needs = folder === null ? ['index.html', 'game.json', 'player.js'] : [folder.folder.page]
  for (const needed of needs) if (!files.has(needed)) findings.push(differs(needed))

  const pack = packOfManifest(manifest)
  const template = fittedTo(shipped.template, pack)
  const doc = buildGameDoc(template, pack)
  if (
    folder === null &&
    findings.length === 0 &&
    differsFrom(doc, JSON.parse(new TextDecoder().decode(files.get('game.json'))))
  )
    findings.push(differs('game.json'))

  const byHash = new Map([...files].map(([name, content]) => [hashes.get(name)!, content]))
  const find = async (hash: string): Promise<Uint8Array | null> => byHash.get(hash) ?? shipped.assets.get(hash) ?? null
  const unpacked =
    <T>(how: (content: Uint8Array) => Promise<T | null>) =>
    async (hash: string) => {
      const found = await find(hash)
      return found === null ? null : how(found)
    }
  const ctx: CheckContext = {
    template,
    pack,
    widths,
    playerBytes: files.get('player.js')?.length ?? 0,
    bytes: find,
    pixels: lately(ROOM.pixels, ({ data }) => data.byteLength, unpacked(decodePicture)),
    encoders: null,
    files,
    samples: lately(
      ROOM.samples,
      ({ channels: [one], channels }) => channels.length * (one?.byteLength ?? 0),
      unpacked(decodeAudio),
    ),
  }
  findings.push(...(await makeRunner().run(ctx)).findings)
  const kept = folder === null ? await usable(doc, pack, files, hashes) : new Map(files)
  if (list !== undefined && folder !== null) kept.delete(list)
  return { manifest, template, folder, doc, findings, kept }
}

/** The template that a game of a folder was sent with. Throws a UserError where there is none that fits its list. */
function folderOf({ template, folder }: ParcelManifest, files: ReadonlyMap<string, Uint8Array>): FolderTemplate {
  const bad = (why: string) =>
    userError('folder-template', `The template in this parcel ${why}. Build it again with Pack Post and send it again.`)
  const json = jsonOf(files.get(HANDED_TEMPLATE), bad)
  const read = Template.safeParse(json)
  if (!read.success || read.data.kind !== 'folder') throw bad('makes no sense')
  if (read.data.id !== template.id || read.data.folder.page !== folder?.page) throw bad('is not the one its list names')
  return read.data
}

/**
 * Whether a parcel's own game.json says something else than its parts. One of an earlier version is not compared: the
 * arcade keeps the one it writes itself.
 */
const differsFrom = (doc: GameDoc, sent: { version?: unknown } | null): boolean =>
  sent?.version === doc.version ? stableJson(sent) !== stableJson(doc) : !(Number(sent?.version) < doc.version)

const ICONS = [192, 512]

/** What is kept of a parcel. Its page, its script and its own game.json are not: the arcade writes those itself. */
async function usable(
  doc: GameDoc,
  pack: Pack,
  files: ReadonlyMap<string, Uint8Array>,
  hashes: ReadonlyMap<string, string>,
): Promise<Map<string, Uint8Array>> {
  const kept = new Map<string, Uint8Array>()
  const wanted = [...Object.entries(doc.assets).map(([hash, { file }]) => [hash, file] as const), ...labelFiles(pack)]
  for (const [hash, name] of wanted) {
    const content = files.get(name)
    if (content !== undefined && hashes.get(name) === hash) kept.set(name, content)
  }
  for (const size of ICONS) {
    const name = `icon-${size}.png`
    const content = files.get(name)
    const kind = content === undefined ? null : sniff(content)
    if (
      kind?.mime === 'image/png' &&
      kind.width === size &&
      kind.height === size &&
      (await decodePicture(content!)) !== null
    )
      kept.set(name, content!)
  }
  return kept
}

/** The pack a parcel was built from, as far as its list tells. */
export const packOfManifest = (manifest: ParcelManifest): Pack => ({
  format: 'pack-post-pack',
  version: 1,
  id: 'received-parcel',
  template: manifest.template,
  parts: manifest.parts,
  stage: manifest.stage,
  levels: manifest.levels,
  pixels: manifest.pixels,
  language: manifest.language,
  languages: manifest.languages,
  assets: manifest.assets,
  label: { ...manifest.label, visibility: 'only-me' },
  notes: '',
  postings: [],
  createdFrom: '',
  lineage: manifest.lineage,
  kept: manifest.kept,
})
