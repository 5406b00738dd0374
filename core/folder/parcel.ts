import { labelAssets } from '../label/label'
import { assetsOf } from '../kinds'
import { EXTENSIONS, type AssetFacts } from '../pack/asset'
import { hashOf } from '../pack/hash'
import { contentOf, Pack } from '../pack/pack'
import { jsonFile, manifestOf } from '../parcel/build'
import { creditsPage } from '../parcel/html'
import { labelFiles } from '../parcel/label-files'
import { BESIDE, HANDED_TEMPLATE } from '../parcel/manifest'
import { zipFiles } from '../parcel/zip'
import { creditsOf, titleOf } from '../template/game-doc'
import type { FolderTemplate } from '../template/template'
import { applyLayer, type LayerPlace } from './layer'
import { changedPaths } from './layer-paths'

/** Names of what is put beside the game's own files: where those have one of these, it goes into a folder of ours. */
const freeName = (files: ReadonlyMap<string, unknown>, name: string): string => (files.has(name) ? BESIDE + name : name)

const handedFile = (hash: string, mime: AssetFacts['mime']): string => `${BESIDE}files/${hash}.${EXTENSIONS[mime]}`

/** Hashes and kinds of what an arcade must look at, and of what a copy is made from, where copies are allowed. */
function handed(template: FolderTemplate, pack: Pack): Map<string, AssetFacts['mime']> {
  const found = new Map<string, AssetFacts['mime']>()
  const all = pack.label.copies.allowed
  const add = (hash: string, facts: AssetFacts | undefined) => facts !== undefined && found.set(hash, facts.mime)
  for (const { id } of template.parts)
    for (const hash of assetsOf(contentOf(pack, template, id)!))
      add(hash, pack.assets[hash] ?? template.assets[hash]?.facts)
  for (const hash of labelAssets(pack.label)) add(hash, pack.assets[hash])
  if (all) for (const [hash, { facts }] of Object.entries(template.assets)) add(hash, facts)
  return found
}

/**
 * The folder with the pack's changes over it, with a page of credits and `parcel.json`: it plays from any static host, at
 * any path. With `handOn` also the template and the files the layer was made from, for an arcade to look at and, where
 * copies are allowed, to make copies of. Deterministic: the same pack and template give the same bytes in the same browser.
 */
export async function buildFolderParcel(
  source: { template: FolderTemplate; pack: Pack; handOn?: boolean } & LayerPlace,
): Promise<{ zip: Uint8Array }> {
  const pack = Pack.parse(source.pack)
  const { template } = source
  const { files } = await applyLayer(template, pack, source)
  const put = async (hash: string, name: string) => {
    const bytes = await source.bytes(hash)
    if (bytes !== null) files.set(name, bytes)
  }
  files.set(
    freeName(files, 'credits.html'),
    new TextEncoder().encode(creditsPage({ title: titleOf(pack, template), credits: creditsOf(template, pack) })),
  )
  for (const [hash, name] of labelFiles(pack)) await put(hash, name)
  if (source.handOn === true) {
    const there = new Set([...files.values()].map(hashOf))
    files.set(HANDED_TEMPLATE, jsonFile(template))
    for (const [hash, mime] of handed(template, pack)) if (!there.has(hash)) await put(hash, handedFile(hash, mime))
    if (pack.label.copies.allowed)
      for (const [path, { hash }] of Object.entries(template.folder.files))
        if (!there.has(hash) && template.assets[hash] === undefined) await put(hash, `${BESIDE}folder/${path}`)
  }
  const folder = { page: template.folder.page, changed: [...changedPaths(template, pack)].sort() }
  const manifest = { ...manifestOf({ template, pack }, files), folder }
  files.set(freeName(files, 'parcel.json'), jsonFile(manifest))
  return { zip: zipFiles(files) }
}
