import { CATALOGUE } from '@core/template/catalogue'
import { Template } from '@core/template/template'

const kept = new Map<string, Template>()

/** The arcade's own copy of a template; null for one it does not know. */
export async function templateById(id: string): Promise<Template | null> {
  if (!(CATALOGUE as readonly string[]).includes(id)) return null
  const found = kept.get(id) ?? Template.parse(await useStorage('assets:templates').getItem(`${id}:template.json`))
  kept.set(id, found)
  return found
}

export async function templateAsset(template: Template, hash: string): Promise<Uint8Array | null> {
  const shipped = template.assets[hash]
  if (shipped === undefined) return null
  const raw = await useStorage('assets:templates').getItemRaw<Uint8Array>(
    `${template.id}:${shipped.path.replaceAll('/', ':')}`,
  )
  return raw === null ? null : new Uint8Array(raw)
}
