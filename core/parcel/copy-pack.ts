import { assetsOf } from '../kinds'
import { emptyLabel } from '../label/label'
import { PACK_FORMAT, PACK_VERSION, type LineageLine, type Pack } from '../pack/pack'
import { fingerprintOf } from '../pack/fingerprint'
import { EXTENSIONS } from '../pack/asset'
import { hashOf } from '../pack/hash'
import type { FolderTemplate } from '../template/template'
import type { ParcelManifest } from './manifest'
import { templateFiles } from './template-files'
import { zipFiles } from './zip'

/**
 * A pack to make one's own from, out of a posted parcel: its parts and their credits, an empty label but for words
 * that describe the game, and one more line of where it came from. `files` are the parcel's; `template` is handed on with
 * it where it was made of a folder.
 */
export async function copyPack(
  manifest: ParcelManifest,
  files: ReadonlyMap<string, Uint8Array>,
  id: string,
  from: Pick<LineageLine, 'host' | 'postcode' | 'at'>,
  template: FolderTemplate | null,
): Promise<Uint8Array> {
  const byHash = new Map([...files.values()].map((bytes) => [hashOf(bytes), bytes]))
  const used = new Set(Object.values(manifest.parts).flatMap(assetsOf))
  const assets: Pack['assets'] = {}
  const out = new Map<string, Uint8Array>()
  for (const [hash, facts] of Object.entries(manifest.assets)) {
    if (!used.has(hash)) continue
    const bytes = byHash.get(hash)
    if (bytes === undefined) continue
    assets[hash] = facts
    out.set(`assets/${hash}.${EXTENSIONS[facts.mime]}`, bytes)
  }
  const { label } = manifest
  const pack: Pack = {
    format: PACK_FORMAT,
    version: PACK_VERSION,
    id,
    template: manifest.template,
    parts: manifest.parts,
    stage: manifest.stage,
    levels: manifest.levels,
    pixels: manifest.pixels,
    language: manifest.language,
    languages: manifest.languages,
    assets,
    label: {
      ...emptyLabel(),
      tags: label.tags,
      howTo: label.howTo,
      category: label.category,
      ageGuide: label.ageGuide,
    },
    notes: '',
    postings: [],
    createdFrom: `posted:${from.postcode}`,
    lineage: [
      ...manifest.lineage,
      {
        title: label.title,
        author: label.author,
        licence: label.copies.licence,
        ...from,
        fingerprint: fingerprintOf({ parts: manifest.parts, label: emptyLabel() }),
      },
    ],
    kept: {},
  }
  if (template !== null)
    for (const [name, bytes] of await templateFiles(template, async (hash) => byHash.get(hash) ?? null))
      out.set(name, bytes)
  out.set('pack.json', new TextEncoder().encode(JSON.stringify(pack, null, 1) + '\n'))
  return zipFiles(out)
}
