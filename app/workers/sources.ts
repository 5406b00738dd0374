import { templateAssetUrl } from '@core/template/catalogue'
import type { Template } from '@core/template/template'
import { readBytes } from '../storage/assets'

/** Bytes by hash, from the user's own store or the template's folder; null when neither has them. */
export async function assetBytes(hash: string, template: Template): Promise<Uint8Array | null> {
  const shipped = template.assets[hash]
  if (shipped !== undefined) {
    const answer = await fetch(templateAssetUrl(template.id, shipped.path))
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null
  }
  return readBytes(hash)
}
