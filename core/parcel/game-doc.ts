import type { CreditDoc, GameDoc, SpriteDoc } from '../game/types'
import { assetsOf, type SpriteContent } from '../pack/content'
import { EXTENSIONS } from '../pack/asset'
import { contentOf, factsOf, type Pack } from '../pack/pack'
import type { Template } from '../template/template'

const spriteDoc = (content: SpriteContent): SpriteDoc => ({
  clips: content.clips,
  pivot: content.pivot,
  hitShape: content.hitShape,
  height: content.height,
  crisp: content.crisp,
})

export const NO_TITLE = 'Untitled game'

/** The title players see: the label's, else the words on the start screen. */
export function titleOf(pack: Pack, template: Template): string {
  if (pack.label.title.trim() !== '') return pack.label.title.trim()
  const words = contentOf(pack, template, 'title-words')
  return words?.kind === 'wording' && words.text.trim() !== '' ? words.text.trim() : NO_TITLE
}

/** Template and pack resolved into what the engine plays. Assets are named by hash; files are relative to game.json. */
export function buildGameDoc(template: Template, pack: Pack): GameDoc {
  const doc: GameDoc = {
    format: 'pack-post-game',
    version: 1,
    template: { id: template.id, version: template.version },
    title: titleOf(pack, template),
    colours: template.colours,
    sprites: {},
    pictures: {},
    sounds: {},
    music: {},
    words: {},
    dials: {},
    casts: {},
    credits: creditsOf(template, pack),
    assets: {},
  }
  for (const spec of template.parts) {
    const content = contentOf(pack, template, spec.id)!
    switch (content.kind) {
      case 'sprite':
        doc.sprites[spec.id] = spriteDoc(content)
        break
      case 'picture':
        doc.pictures[spec.id] = { asset: content.asset, fit: content.fit, crisp: content.crisp }
        break
      case 'sound':
        doc.sounds[spec.id] = { asset: content.asset, gainDb: content.gainDb }
        break
      case 'music':
        doc.music[spec.id] = { asset: content.asset, gainDb: content.gainDb }
        break
      case 'wording':
        if (spec.box !== undefined) doc.words[spec.id] = { text: content.text, box: spec.box, scale: content.scale }
        break
      case 'dial':
        doc.dials[spec.id] = content.value
        break
      case 'cast':
        doc.casts[spec.id] = content.entries.map((entry) => ({ ...entry, sprite: spriteDoc(entry.sprite) }))
        break
    }
    for (const hash of assetsOf(content)) {
      const facts = factsOf(pack, template, hash)
      if (facts !== undefined) doc.assets[hash] = { file: assetFile(hash, facts.mime), mime: facts.mime }
    }
  }
  return doc
}

export const assetFile = (hash: string, mime: keyof typeof EXTENSIONS): string =>
  `assets/${hash.slice(0, 20)}.${EXTENSIONS[mime]}`

/** One line an author and licence, gathered from every asset in use; the template's own line comes last. */
export function creditsOf(template: Template, pack: Pack): CreditDoc[] {
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
    {
      what: `Template ${template.name} ${template.version}`,
      author: template.author,
      licence: template.licence,
      link: '',
    },
  ]
}
