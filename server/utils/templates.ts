import { mkdir, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { HostOwn } from '@core/parcel/hosted'
import { CATALOGUE } from '@core/template/catalogue'
import { Template } from '@core/template/template'
import { playerCodeFor } from '#player-code'
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

/** The same in a folder, for the process that inspects. */
export async function shelfFolder(tmp: string): Promise<string> {
  const folder = join(tmp, 'shelf')
  for (const [id, { template, assets }] of await shelf()) {
    const files: [string, string | Uint8Array][] = [['template.json', JSON.stringify(template)]]
    for (const [hash, { path }] of Object.entries(template.assets)) files.push([path, assets.get(hash) ?? ''])
    for (const [name, content] of files) {
      const path = join(folder, id, name)
      await mkdir(dirname(path), { recursive: true })
      await writeFile(path, content)
    }
  }
  return folder
}

const TYPEFACE = 'bricolage-grotesque-latin-wght-normal.woff2'

/** What the arcade puts into every posted game of a template itself. */
export async function hostOwn(template: string): Promise<HostOwn> {
  const typeface = await useStorage('assets:typeface').getItemRaw<Uint8Array>(TYPEFACE)
  if (typeface === null)
    throw new Error('The typeface that ships with every game is not in this build. Build it again.')
  return { playerCode: await playerCodeFor(template), typeface: new Uint8Array(typeface) }
}
