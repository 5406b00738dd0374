import { labelAssets, type PublicLabel } from '../label/label'
import { EXTENSIONS, type AssetFacts } from '../pack/asset'

/** Names of the label's pictures inside a parcel, by asset; the file's own kind gives the ending. */
export function labelFiles(pack: { label: PublicLabel; assets: Record<string, AssetFacts> }): Map<string, string> {
  const found = new Map<string, string>()
  for (const hash of labelAssets(pack.label)) {
    const facts = pack.assets[hash]
    if (facts !== undefined) found.set(hash, `label/${hash.slice(0, 20)}.${EXTENSIONS[facts.mime]}`)
  }
  return found
}
