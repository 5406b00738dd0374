/**
 * Draws and sounds everything that ships: `npm run make:assets`. The results are committed; running it again on the
 * same sources changes nothing.
 */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { encodePng } from '../../core/art/png'
import { plateBox } from '../../core/game/layouts'
import { hashOf } from '../../core/pack/hash'
import { Pack } from '../../core/pack/pack'
import { encodeWav } from '../../core/sound/wav'
import { CATALOGUE } from '../../core/template/catalogue'
import { Template } from '../../core/template/template'
import { DEMOS } from './demo'
import { encodeOgg } from './encode'
import { templateLists } from './lists'
import type { Drawing, TemplateArt } from './paper'
import { assetReader, makeContent, makeUse } from './recipe'
import { harbourBackdrop, harbourStart, PIECES } from './saltwick'
import { RATE } from './synth'
import { harbourSounds } from './tunes'

const root = join(import.meta.dirname, '../..')
const folder = (...steps: string[]): string => {
  const path = join(root, ...steps)
  mkdirSync(path, { recursive: true })
  return path
}
const json = (path: string, value: unknown) => writeFileSync(path, JSON.stringify(value, null, 1) + '\n')

async function template(id: string): Promise<Template> {
  const home = join(root, 'templates', id)
  const recipe = JSON.parse(readFileSync(join(home, 'recipe.json'), 'utf8')) as Record<string, unknown> & {
    parts: Record<string, unknown>[]
    name: string
    tagline: string
    colours: { plate: string }
  }
  const common = readFileSync(join(root, 'templates/common-parts.json'), 'utf8')
    .replaceAll('{name}', recipe.name)
    .replaceAll('{tagline}', recipe.tagline)
    .replaceAll('{plate}', recipe.colours.plate)
  const reader = assetReader(home, { author: String(recipe['author']), licence: String(recipe['licence']) })
  const parts: Record<string, unknown>[] = []
  // What a kind of game has no use for, it goes without.
  const without = (recipe['without'] ?? []) as string[]
  const shared = (JSON.parse(common) as Record<string, unknown>[]).filter(
    ({ id, needs }) => !without.includes(String(id)) && !without.includes(String(needs)),
  )
  // Games at a table can be played by hand too.
  const table = recipe['table'] === true ? readFileSync(join(root, 'templates/table-parts.json'), 'utf8') : '[]'
  for (const { button, ...part } of [...shared, ...recipe.parts, ...(JSON.parse(table) as typeof shared)]) {
    const box = button === true ? plateBox('wide') : part['box']
    const tallBox = button === true ? plateBox('tall') : part['tallBox']
    parts.push({
      ...part,
      appearsIn: (part['appearsIn'] as Parameters<typeof makeUse>[0][]).map(makeUse),
      ...(box === undefined ? {} : { box, tallBox }),
      content: await makeContent(part['content'] as Record<string, unknown>, reader),
    })
  }
  // Looks are drawn as what they dress: which part that is, each template says by its role.
  for (const part of parts) {
    const { dressesAs } = part
    if (dressesAs === undefined) continue
    const hero = parts.find((one) => one['as'] === dressesAs)
    const { id, clips, optionalClips } = hero ?? {}
    Object.assign(part, { dresses: id, clips, ...(optionalClips === undefined ? {} : { optionalClips }) })
    delete part['dressesAs']
  }
  const own = (recipe['guide'] ?? []) as Record<string, unknown>[]
  const lines = JSON.parse(readFileSync(join(root, 'templates/common-guide.json'), 'utf8')) as Record<string, unknown>[]
  // A line may name what a part is to the game instead of the part.
  const guide = [...own, ...lines].flatMap(({ as, ...line }) => {
    const there = (part: unknown) => parts.some((one) => one['id'] === part)
    if (as === undefined) return line['part'] === undefined || there(line['part']) ? [line] : []
    const found = parts.find((one) => one['as'] === as)
    const drawn = ['sprite', 'cast'].includes((found?.['content'] as { kind?: string } | undefined)?.kind ?? '')
    // What the art workshop answers, it answers for drawings.
    return found === undefined || (line['desk'] === 'art' && !drawn) ? [] : [{ ...line, part: found['id'] }]
  })
  const made = Template.parse({
    ...recipe,
    guide,
    format: 'pack-post-template',
    kind: 'engine',
    parts,
    assets: reader.assets,
  })
  json(join(home, 'template.json'), made)
  return made
}

async function draw(id: string, drawings: readonly Drawing[], sounds: Record<string, Float32Array>): Promise<void> {
  const art = folder('templates', id, 'art')
  for (const drawing of drawings) {
    writeFileSync(join(art, `${drawing.name}.svg`), drawing.svg)
    const palette = drawing.name !== 'life'
    await sharp(Buffer.from(drawing.svg))
      .png({ compressionLevel: 9, palette, colours: 256, dither: 0, effort: 10 })
      .toFile(join(art, `${drawing.name}.png`))
  }
  const sound = folder('templates', id, 'sound')
  for (const [name, samples] of Object.entries(sounds))
    writeFileSync(join(sound, `${name}.ogg`), await encodeOgg(samples))
}

/** The Saltwick set of the drawer; the demo pack uses the same files as a user would. */
async function saltwick(): Promise<void> {
  const home = folder('drawer/saltwick')
  const credit = { author: 'Pack Post', licence: 'CC0-1.0', link: '' }
  const items: unknown[] = []
  const put = (file: string, bytes: Uint8Array, item: Record<string, unknown>) => {
    writeFileSync(join(home, file), bytes)
    items.push({ file, hash: hashOf(bytes), bytes: bytes.length, ...item })
  }
  const small = async (png: Uint8Array) =>
    new Uint8Array(
      await sharp(png).png({ compressionLevel: 9, palette: true, colours: 256, dither: 0, effort: 10 }).toBuffer(),
    )
  for (const piece of PIECES) {
    const art = piece.make()
    put(`${piece.name.replaceAll(' ', '-')}.png`, await small(encodePng(art)), {
      kind: 'picture',
      name: piece.name,
      words: piece.words,
      columns: piece.columns,
      rows: piece.rows ?? 1,
      width: art.width,
      height: art.height,
    })
  }
  for (const [name, art, words] of [
    ['quay at dusk', harbourBackdrop(), 'harbour backdrop sea lighthouse evening'],
    ['festival eve', harbourStart(), 'start harbour bunting puffin picture'],
  ] as const)
    put(`${name.replaceAll(' ', '-')}.png`, await small(encodePng(art)), {
      kind: 'picture',
      name,
      words,
      columns: 1,
      width: art.width,
      height: art.height,
    })
  const names: Record<string, string> = {
    'catch-sound': 'plip',
    'harm-sound': 'clonk',
    'win-sound': 'fanfare',
    'lose-sound': 'fog horn',
    music: 'quay waltz',
  }
  for (const [key, samples] of Object.entries(harbourSounds())) {
    const name = names[key] ?? key
    const ogg = key === 'music'
    const bytes = ogg ? await encodeOgg(samples) : encodeWav({ channels: [samples], sampleRate: RATE })
    put(`${name.replaceAll(' ', '-')}.${ogg ? 'ogg' : 'wav'}`, bytes, {
      kind: ogg ? 'music' : 'sound',
      name,
      words: `${key.replace('-', ' ')} harbour`,
      durationS: Math.round((samples.length / RATE) * 1000) / 1000,
    })
  }
  json(join(home, 'index.json'), { id: 'saltwick', name: 'Saltwick set', ...credit, items })
  writeFileSync(
    join(home, 'LICENSE'),
    'The drawings and sounds in this folder were made by scripts in this repository (scripts/assets) and are given away\nunder CC0 1.0 Universal: https://creativecommons.org/publicdomain/zero/1.0/\n',
  )
}

await saltwick()
for (const [name, text] of Object.entries(templateLists(CATALOGUE)))
  writeFileSync(join(root, 'core/game/templates', name), text)
for (const id of CATALOGUE) {
  const { drawings, sounds } = (await import(`../../templates/${id}/make.ts`)) as TemplateArt
  await draw(id, drawings(), sounds())
  const made = await template(id)
  console.log(`${made.name} ${made.version}: ${made.parts.length} parts, ${Object.keys(made.assets).length} files`)
}
const demos = []
for (const [id, make] of Object.entries(DEMOS)) {
  const pack = Pack.parse(await make(join(root, 'drawer/saltwick')))
  const home = folder('demo', id)
  json(join(home, 'pack.json'), pack)
  demos.push(id)
  console.log(`Demo pack: ${pack.label.title}`)
}
json(join(root, 'demo/index.json'), { demos })
