import type { CreditDoc, GameDoc } from '../game/types'
import { assetsOf, drawingsIn, kindOf } from '../kinds'
import { EXTENSIONS } from '../pack/asset'
import { contentOf, factsOf, type Pack } from '../pack/pack'
import { partWith, type Template } from './template'
import { fittedTo, hasLevels } from './uses'

export const NO_TITLE = 'Untitled game'

/** The title players see: the label's, else the words on the start screen. */
export function titleOf(pack: Pack, template: Template): string {
  if (pack.label.title.trim() !== '') return pack.label.title.trim()
  const spec = partWith(template, 'title')
  const words = spec === undefined ? undefined : contentOf(pack, template, spec.id)
  return words?.kind === 'wording' && words.text.trim() !== '' ? words.text.trim() : NO_TITLE
}

/** Template and pack resolved into what the engine plays. Assets are named by hash; files are relative to game.json. */
export function buildGameDoc(whole: Template, pack: Pack): GameDoc {
  const template = fittedTo(whole, pack)
  const doc: GameDoc = {
    format: 'pack-post-game',
    version: 2,
    template: { id: template.id, version: template.version },
    title: titleOf(pack, template),
    stage: pack.stage,
    colours: template.colours,
    roles: {},
    parts: {},
    languages: [
      { ...pack.language, words: {} },
      ...pack.languages.map(({ tag, name, words }) => ({ tag, name, words })),
    ],
    credits: creditsOf(template, pack),
    pixels: pack.pixels,
    typeface: TYPEFACE_FILE,
    assets: {},
    ...(hasLevels(pack) ? { levels: pack.levels.map(({ id, name }) => ({ id, name })) } : {}),
  }
  const fileOf = (hash: string) => {
    const facts = factsOf(pack, template, hash)
    return facts === undefined ? undefined : assetFile(hash, facts.mime)
  }
  for (const spec of template.parts) {
    const content = contentOf(pack, template, spec.id)!
    const price = spec.fields?.find((field) => field.type === 'number' && field.means === 'price')?.id
    if (spec.dresses !== undefined && price !== undefined && drawingsIn(content).length > 0)
      doc.dresses = { looks: spec.id, of: spec.dresses, price }
    if (spec.as !== undefined) doc.roles[spec.as] ??= spec.id
    kindOf(content).toDoc(content, {
      ...{ doc, part: spec.id, box: spec.box, fields: spec.fields ?? [], as: spec.as, fileOf },
      put(kind, part, made) {
        const all = (doc.parts[kind] ??= {}) as Record<string, unknown>
        all[part] = made
      },
    })
    for (const hash of assetsOf(content)) {
      const facts = factsOf(pack, template, hash)
      if (facts !== undefined) doc.assets[hash] = { file: assetFile(hash, facts.mime), mime: facts.mime }
    }
  }
  return doc
}

/** The letters every game comes with. */
export const TYPEFACE_FILE = 'type.woff2'
/** What it weighs; a test compares it with the file. */
export const TYPEFACE_BYTES = 41_344

export const assetFile = (hash: string, mime: keyof typeof EXTENSIONS): string =>
  `assets/${hash.slice(0, 20)}.${EXTENSIONS[mime]}`

/** One line an author and licence, gathered from every asset in use; the template's own line comes last. */
export function creditsOf(whole: Template, pack: Pack): CreditDoc[] {
  const template = fittedTo(whole, pack)
  const lines = new Map<string, CreditDoc>()
  for (const spec of template.parts) {
    for (const hash of assetsOf(contentOf(pack, template, spec.id)!)) {
      const facts = pack.assets[hash]
      if (facts === undefined) continue
      const { author, licence, link } = facts.source
      if (author === '' && licence === '') continue
      const key = [author, licence, link].join('\n')
      const line = lines.get(key)
      if (line === undefined) lines.set(key, { what: spec.name, author, licence, link })
      else if (!line.what.split(', ').includes(spec.name))
        line.what = line.what.length < 60 ? `${line.what}, ${spec.name}` : line.what
    }
  }
  return [
    ...lines.values(),
    ...pack.lineage.map(({ title, author, licence }) => ({
      what: `Made from “${title}”`,
      author: author || 'somebody',
      licence,
      link: '',
    })),
    {
      what: `Template ${template.name} ${template.version}`,
      author: template.author,
      licence: template.licence,
      link: '',
    },
  ]
}
