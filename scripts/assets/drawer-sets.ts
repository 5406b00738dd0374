/**
 * Makes the search index of the shipped picture sets from their packages: `npm run make:drawer`. What a piece looks
 * like (its colours and shape) is measured from its drawing, so that it can be found by them.
 */
import { createHash } from 'node:crypto'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { colourWord, type ColourWord } from '../../core/art/colours'
import { drawnBox } from '../../core/art/pixels'

const root = join(import.meta.dirname, '../..')
const SETS = [
  { id: 'fluent-emoji-flat', name: 'Flat pictures' },
  { id: 'noto', name: 'Round pictures' },
  { id: 'game-icons', name: 'Silhouettes' },
]
const SKIN = /-(light|medium-light|medium|medium-dark|dark)(-skin-tone)?(-|$)/
/** Named after somebody, or after somebody else's game. */
const LEFT_OUT = new RegExp(
  [
    ['ted', 'dy'],
    ['metr', 'oid'],
  ]
    .map((halves) => halves.join(''))
    .join('|'),
)
/** More of those, and makes of weapons, by the first ten letters of the SHA-256 of their names: they are not to stand here. */
const LEFT_OUT_PRINTS = new Set(
  `
  5d78557bed b7cb3ea63d affa3dd10f ae4e154b56 75c59c2253 463860f3d6 554e79e652 5b3565253a
  d9819fe9b8 32a6c866b8 ea0de289dc 35c60b86db fd81e43b67 4d32ee4694 fce41cf003 6b5af7c73d
  657707032d ea35f4c179 bdf4e07b98 f7370cd439 da2e289eb7 42795e788d 575ba08804 acebd60122
  e177643b18 c257c91cb7 842996b63d 030ad17f79 2f14fd5096 d254fa846e 7a256a74c1 1feae1d92c
  8865903cf3 d1232d3bd4 6e1f523221 4fb4d3ab6f 117510192d b959db68ad 14a7cc4cec 846b6543c1
  7093964e3c 02dbd91b33 070833b834 b544036737 0b97471b53 6f3d558f25 20e4ebbc5e b3dd6985da
  10a7ff80a6 f7b25369d2 5bf3cb91c6 3f1f29444c
`
    .trim()
    .split(/\s+/),
)
const isLeftOut = (name: string): boolean =>
  LEFT_OUT.test(name) || LEFT_OUT_PRINTS.has(createHash('sha256').update(name).digest('hex').slice(0, 10))
const SIZE = 48

interface Icons {
  width?: number
  height?: number
  icons: Record<string, { body: string; width?: number; height?: number; hidden?: boolean }>
}
interface Info {
  author: { name: string; url?: string }
  license: { spdx?: string; title: string; url?: string }
}

async function look(body: string, width: number, height: number): Promise<{ colours: ColourWord[]; shape: string }> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 ${width} ${height}" width="${SIZE}" height="${SIZE}">${body}</svg>`
  const { data, info } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  const counts = new Map<ColourWord, number>()
  let drawn = 0
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! < 128) continue
    drawn++
    const word = colourWord(data[i]!, data[i + 1]!, data[i + 2]!)
    counts.set(word, (counts.get(word) ?? 0) + 1)
  }
  const colours = [...counts]
    .filter(([, count]) => count / drawn > 0.14)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 3)
    .map(([word]) => word)
  const box = drawnBox({ width: info.width, height: info.height, data: new Uint8Array(data) })
  const ratio = box === null ? 1 : box.w / box.h
  const fill = box === null ? 1 : drawn / (box.w * box.h)
  // A disc fills pi/4 of its box.
  const shape = ratio < 0.72 ? 'tall' : ratio > 1.4 ? 'wide' : fill > 0.7 && fill < 0.86 ? 'round' : 'square'
  return { colours, shape }
}

const counts = new Map<string, number>()
const read = <T>(path: string): T => JSON.parse(readFileSync(path, 'utf8')) as T
for (const set of SETS) {
  const home = join(root, 'node_modules/@iconify-json', set.id)
  const icons = read<Icons>(join(home, 'icons.json'))
  const info = read<Info>(join(home, 'info.json'))
  const { categories = {} } = read<{ categories?: Record<string, string[]> }>(join(home, 'metadata.json'))
  const words = new Map<string, string[]>()
  for (const [category, names] of Object.entries(categories))
    for (const name of names) words.set(name, [...(words.get(name) ?? []), category.toLowerCase()])
  const items: [name: string, words: string, colours: string, shape: string][] = []
  for (const [name, icon] of Object.entries(icons.icons)) {
    if (icon.hidden === true || SKIN.test(name) || isLeftOut(name)) continue
    const { colours, shape } = await look(icon.body, icon.width ?? icons.width ?? 16, icon.height ?? icons.height ?? 16)
    // Silhouettes have no colour of their own: they are made for being tinted.
    items.push([name, (words.get(name) ?? []).join(' '), set.id === 'game-icons' ? '' : colours.join(' '), shape])
  }
  const index = {
    id: set.id,
    name: set.name,
    author: info.author.name,
    licence: info.license.spdx ?? info.license.title,
    link: info.license.url ?? info.author.url ?? '',
    width: icons.width ?? 16,
    height: icons.height ?? 16,
    items,
  }
  writeFileSync(join(root, 'drawer', `${set.id}.json`), JSON.stringify(index).replaceAll('],[', '],\n[') + '\n')
  counts.set(set.id, items.length)
  console.log(`${set.name}: ${items.length} pieces`)
}
writeFileSync(
  join(root, 'drawer/index.json'),
  JSON.stringify({ sets: SETS.map(({ id, name }) => ({ id, name, pieces: counts.get(id) })) }, null, 1) + '\n',
)
