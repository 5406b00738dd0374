import { userError } from '../errors'
import { sniff } from '../art/sniff'
import { EXTENSIONS } from '../pack/asset'
import { hashOf } from '../pack/hash'
import { usedAssets, type Pack } from '../pack/pack'
import { readPackJson } from '../pack/read'
import type { FolderTemplate, Template } from '../template/template'
import { holdsTemplate, readTemplateFiles, templateFiles } from './template-files'
import { unzipSafely } from './unzip'
import { zipFiles } from './zip'

const encoder = new TextEncoder()

/**
 * NAME.pack.zip: pack.json and every asset that the pack uses, originals too; of one whose template was made of a folder,
 * that too. Rejects when bytes are missing.
 */
export async function savePackFile(
  pack: Pack,
  bytesOf: (hash: string) => Promise<Uint8Array | null>,
  template?: Template,
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
  if (template?.kind === 'folder')
    for (const [name, bytes] of await templateFiles(template, bytesOf)) files.set(name, bytes)
  return zipFiles(files)
}

/**
 * A stored pack that cannot be opened here, as a file: its data as it is, and every file of this browser that it names.
 * A Pack Post that knows its format opens it like any NAME.pack.zip.
 */
export async function saveRawPack(
  raw: { pack: unknown; history?: unknown },
  bytesOf: (hash: string) => Promise<Uint8Array | null>,
): Promise<Uint8Array> {
  const text = (value: unknown) => encoder.encode(JSON.stringify(value ?? null, null, 1) + '\n')
  const files = new Map<string, Uint8Array>([
    ['pack.json', text(raw.pack)],
    ['history.json', text(raw.history)],
  ])
  for (const hash of new Set(JSON.stringify(raw.pack ?? null).match(/[0-9a-f]{64}/g))) {
    const bytes = await bytesOf(hash)
    if (bytes === null) continue
    const kind = sniff(bytes)
    files.set(`assets/${hash}.${kind === null ? 'bin' : EXTENSIONS[kind.mime]}`, bytes)
  }
  return zipFiles(files)
}

export interface OpenedPack {
  pack: Pack
  bytes: Map<string, Uint8Array>
  /** The pack's own template, where that was made of a folder. */
  template?: FolderTemplate
}

/** Opens NAME.pack.zip. Throws a UserError that names `file`; nothing is kept of a file that is not whole. */
export function openPackFile(bytes: Uint8Array, file: string): OpenedPack {
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
  if (!holdsTemplate(files)) return { pack, bytes: found }
  const own = readTemplateFiles(files, file)
  for (const [hash, content] of own.bytes) found.set(hash, content)
  return { pack, bytes: found, ...(own.template.id === pack.template.id ? { template: own.template } : {}) }
}
