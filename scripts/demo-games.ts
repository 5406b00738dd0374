/**
 * The demo games in an arcade that has none yet, so that nobody comes to an empty one: `npm start` runs this once it
 * listens. They are marked as samples, and `npm run arcade -- samples --take-out` takes them out.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Pack } from '../core/pack/pack'
import { buildParcel } from '../core/parcel/build'
import { Template } from '../core/template/template'
import { decodePicture } from '../server/inspector/decode'
import { buildPlayer } from './player-code.mjs'
import { keptIn } from './samples-file'

const root = join(import.meta.dirname, '..')
const read = (path: string): Uint8Array => new Uint8Array(readFileSync(join(root, path)))
const json = (path: string): unknown => JSON.parse(new TextDecoder().decode(read(path)))

async function parcelOf(name: string): Promise<Uint8Array> {
  const raw = Pack.parse(json(`demo/${name}/pack.json`))
  const template = Template.parse(json(`templates/${raw.template.id}/template.json`))
  const drawer = json('drawer/saltwick/index.json') as { items: { file: string; hash: string }[] }
  const backdrop = raw.parts['backdrop']
  const pack: Pack = {
    ...raw,
    label: {
      ...raw.label,
      cover: raw.label.cover ?? (backdrop?.kind === 'picture' ? backdrop.asset : null),
      tags: [...raw.label.tags.slice(0, 5), 'sample'],
    },
  }
  const bytes = async (hash: string): Promise<Uint8Array | null> => {
    const own = template.assets[hash]
    if (own !== undefined) return read(`templates/${template.id}/${own.path}`)
    const item = drawer.items.find((one) => one.hash === hash)
    return item === undefined ? null : read(`drawer/saltwick/${item.file}`)
  }
  const face = 'bricolage-grotesque-latin-wght-normal.woff2'
  const { zip } = await buildParcel({
    ...{ template, pack, bytes },
    playerCode: await buildPlayer(template.id),
    typeface: read(`node_modules/@fontsource-variable/bricolage-grotesque/files/${face}`),
    pixels: async (hash) => {
      const found = await bytes(hash)
      return found === null ? null : decodePicture(found)
    },
  })
  return zip
}

/** Posts each as anybody would. Rejects where the arcade refuses one. */
async function post(base: string, key: string, zip: Uint8Array): Promise<string> {
  const authorization = `Bearer ${key}`
  const tus = { authorization, 'tus-resumable': '1.0.0' }
  const filetype = Buffer.from('application/zip').toString('base64')
  const made = await fetch(`${base}/api/arcade/uploads`, {
    method: 'POST',
    headers: { ...tus, 'upload-length': String(zip.length), 'upload-metadata': `filetype ${filetype}` },
  })
  const location = new URL(made.headers.get('location') ?? '', base)
  await fetch(location, {
    method: 'PATCH',
    headers: { ...tus, 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
    body: zip as BodyInit,
  })
  const answer = await fetch(`${base}/api/arcade/postings`, {
    method: 'POST',
    headers: { authorization, 'content-type': 'application/json' },
    body: JSON.stringify({ upload: location.pathname.split('/').at(-1), visibility: 'public', note: '' }),
  })
  const posting = (await answer.json()) as { game?: string; message?: string }
  if (posting.game === undefined) throw new Error(posting.message ?? `the arcade answered ${answer.status}`)
  return posting.game
}

const [base, dataDir] = process.argv.slice(2)
if (base !== undefined && dataDir !== undefined && !existsSync(keptIn(dataDir))) {
  const { games } = (await (await fetch(`${base}/api/arcade/games`)).json()) as { games: unknown[] }
  if (games.length === 0) {
    const { key } = (await (await fetch(`${base}/api/arcade/keys`, { method: 'POST' })).json()) as { key: string }
    const { demos } = json('demo/index.json') as { demos: string[] }
    const ids: string[] = []
    for (const name of demos) ids.push(await post(base, key, await parcelOf(name)))
    writeFileSync(keptIn(dataDir), JSON.stringify({ key, games: ids }, null, 1) + '\n', { mode: 0o600 })
    console.log(`The arcade shows ${ids.length} sample games. Take them out with: npm run arcade -- samples --take-out`)
  }
}
