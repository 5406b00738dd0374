import type { CreditDoc } from '../game/types'
import { labelAssets } from '../label/label'
import { assetsOf } from '../kinds'
import { hashOf } from '../pack/hash'
import { Pack } from '../pack/pack'
import { jsonFile } from '../parcel/build'
import { creditsPage } from '../parcel/html'
import { labelFiles } from '../parcel/label-files'
import { zipFiles } from '../parcel/zip'
import { creditsOf, titleOf } from '../template/game-doc'
import type { FolderTemplate } from '../template/template'
import { applyLayer, type LayerPlace } from './layer'
import { changedPaths } from './layer-paths'

export const FOLDER_PARCEL = 'pack-post-folder-parcel'

/** Names of what is put beside the game's own files: where those have one of these, it goes into a folder. */
function freeName(files: ReadonlyMap<string, unknown>, name: string): string {
  return files.has(name) ? `pack-post/${name}` : name
}

/**
 * The folder with the pack's changes over it, with a page of credits and `parcel.json`: it plays from any static host, at
 * any path. Deterministic: the same pack and template give the same bytes in the same browser.
 */
export async function buildFolderParcel(
  source: { template: FolderTemplate; pack: Pack } & LayerPlace,
): Promise<{ zip: Uint8Array }> {
  const pack = Pack.parse(source.pack)
  const { template } = source
  const { files } = await applyLayer(template, pack, source)
  const credits: CreditDoc[] = creditsOf(template, pack)
  files.set(
    freeName(files, 'credits.html'),
    new TextEncoder().encode(creditsPage({ title: titleOf(pack, template), credits })),
  )
  for (const [hash, name] of labelFiles(pack)) {
    const bytes = await source.bytes(hash)
    if (bytes !== null) files.set(freeName(files, name), bytes)
  }
  const used = new Set([...Object.values(pack.parts).flatMap(assetsOf), ...labelAssets(pack.label)])
  const assets = Object.fromEntries(Object.entries(pack.assets).filter(([hash]) => used.has(hash)))
  const { visibility: _host, ...label } = pack.label
  const list = [...files].map(([name, bytes]) => ({ name, bytes: bytes.length, sha256: hashOf(bytes) }))
  const manifest = {
    ...{ format: FOLDER_PARCEL, version: 1, template: { id: template.id, version: template.version } },
    ...{ page: template.folder.page, changed: [...changedPaths(template, pack)].sort(), label, assets },
    ...{ lineage: pack.lineage, kept: pack.kept },
    files: list.sort((a, b) => (a.name < b.name ? -1 : 1)),
  }
  files.set(freeName(files, 'parcel.json'), jsonFile(manifest))
  return { zip: zipFiles(files) }
}
