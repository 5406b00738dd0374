import { userError, UserError } from '../errors'
import { EXTENSIONS } from '../pack/asset'
import { hashOf } from '../pack/hash'
import { migratePack } from '../pack/migrations'
import { Pack, PACK_VERSION, usedAssets } from '../pack/pack'
import { unzipSafely } from './unzip'
import { zipFiles } from './zip'

const encoder = new TextEncoder()

/** NAME.pack.zip: pack.json and every asset that the pack uses, originals too. Rejects when bytes are missing. */
export async function savePackFile(
  pack: Pack,
  bytesOf: (hash: string) => Promise<Uint8Array | null>,
): Promise<Uint8Array> {
  const files = new Map<string, Uint8Array>()
  const used = usedAssets(pack)
  const assets = Object.fromEntries(Object.entries(pack.assets).filter(([hash]) => used.has(hash)))
  files.set('pack.json', encoder.encode(JSON.stringify({ ...pack, assets }, null, 1) + '\n'))
  for (const hash of used) {
    const facts = pack.assets[hash]
    if (facts === undefined) continue
    const bytes = await bytesOf(hash)
    if (bytes === null)
      throw userError(
        'asset-missing',
        `The file “${facts.source.file}” is gone from this browser, so the pack cannot be saved whole. Swap it in again, then save.`,
      )
    files.set(`assets/${hash}.${EXTENSIONS[facts.mime]}`, bytes)
  }
  return zipFiles(files)
}

/** Opens NAME.pack.zip. Throws a UserError that names `file`; nothing is kept of a file that is not whole. */
export function openPackFile(bytes: Uint8Array, file: string): { pack: Pack; bytes: Map<string, Uint8Array> } {
  const files = unzipSafely(bytes, file)
  const doc = files.get('pack.json')
  if (doc === undefined)
    throw userError(
      'pack-missing',
      `“${file}” is a ZIP file without a pack in it. Choose one that Pack Post saved (its name ends in .pack.zip).`,
    )
  const pack = readPackJson(new TextDecoder().decode(doc), file)
  const found = new Map<string, Uint8Array>()
  for (const [hash, facts] of Object.entries(pack.assets)) {
    const name = `assets/${hash}.${EXTENSIONS[facts.mime]}`
    const content = files.get(name)
    if (content === undefined)
      throw userError(
        'pack-asset',
        `“${file}” lacks one of its own files (${facts.source.file || name}). Ask for it to be saved again; nothing was changed here.`,
      )
    if (hashOf(content) !== hash)
      throw userError(
        'pack-asset',
        `One file in “${file}” is not what it says (${facts.source.file || name}), so the pack was not opened.`,
      )
    found.set(hash, content)
  }
  return { pack, bytes: found }
}

export function readPackJson(text: string, file: string): Pack {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    throw userError('pack-json', `The pack in “${file}” cannot be read. Ask for it to be saved again.`)
  }
  const version = (raw as { version?: unknown } | null)?.version
  if (typeof version === 'number' && version > PACK_VERSION)
    throw userError(
      'pack-newer',
      `“${file}” was made with a newer Pack Post (format ${version}, this one knows ${PACK_VERSION}). Update Pack Post, then open it again.`,
    )
  try {
    return Pack.parse(migratePack(raw))
  } catch (error) {
    if (error instanceof UserError) throw error
    throw userError('pack-shape', `The pack in “${file}” has parts that make no sense, so it was not opened.`)
  }
}
