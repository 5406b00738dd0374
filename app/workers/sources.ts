import { templateAssetUrl } from '@core/template/catalogue'
import type { Template } from '@core/template/template'
import { readBytes } from '../storage/assets'

/** Bytes by hash, from the template's own folder on the server, or from what this browser has; null when neither has them. */
export async function assetBytes(hash: string, template: Template): Promise<Uint8Array | null> {
  const shipped = template.assets[hash]
  if (shipped !== undefined && template.kind === 'engine') {
    const answer = await fetch(templateAssetUrl(template.id, shipped.path))
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null
  }
  return readBytes(hash)
}
