import { CATALOGUE } from '@core/template/catalogue'
import { Template } from '@core/template/template'
import type { Shipped } from '../inspector/inspect'

let kept: Promise<ReadonlyMap<string, Shipped>> | null = null

/** The arcade's own copies of all templates, by id: parcels are held against these. */
export function shelf(): Promise<ReadonlyMap<string, Shipped>> {
  kept ??= Promise.all(CATALOGUE.map(async (id) => [id, await shipped(id)] as const)).then((all) => new Map(all))
  return kept
}

async function shipped(id: string): Promise<Shipped> {
  const files = useStorage('assets:templates')
  const template = Template.parse(await files.getItem(`${id}:template.json`))
  const assets = new Map<string, Uint8Array>()
  for (const [hash, { path }] of Object.entries(template.assets)) {
    const raw = await files.getItemRaw<Uint8Array>(`${id}:${path.replaceAll('/', ':')}`)
    if (raw !== null) assets.set(hash, new Uint8Array(raw))
  }
  return { template, assets }
}
