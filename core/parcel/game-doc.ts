import { LINE, STORY_BOX, STORY_BOX_BESIDE } from '../game/screens'
import type { CreditDoc, GameDoc, PictureDoc, SoundDoc, SpriteDoc, TextBox, WordDoc } from '../game/types'
import {
  assetsOf,
  type MusicContent,
  type PictureContent,
  type SoundContent,
  type SpriteContent,
  type StoryContent,
  type WordingContent,
} from '../pack/content'
import { EXTENSIONS } from '../pack/asset'
import { contentOf, factsOf, type Pack } from '../pack/pack'
import type { Template } from '../template/template'
import { withSplits } from '../template/uses'

const spriteDoc = (content: SpriteContent): SpriteDoc => ({
  clips: content.clips,
  pivot: content.pivot,
  hitShape: content.hitShape,
  height: content.height,
  crisp: content.crisp,
  ...(content.canvas === undefined ? {} : { canvas: content.canvas }),
  ...(content.recolour === undefined ? {} : { recolour: content.recolour }),
  ...(content.repeatFrom === undefined ? {} : { repeatFrom: content.repeatFrom }),
})

function pictureDoc({ kind: _kind, ...doc }: PictureContent): PictureDoc {
  return doc
}

function soundDoc({ kind: _kind, made: _made, effect: _effect, ...doc }: SoundContent | MusicContent): SoundDoc {
  return doc
}

function wordDoc({ kind: _kind, ...doc }: WordingContent, box: TextBox): WordDoc {
  return { ...doc, box }
}

/** Letters of a story shrink to this before a line is too long. */
export const STORY_SHRINK = 0.6
/** dB the music steps back by under a line that is spoken. */
const STORY_DUCK_DB = -12

function addStory(doc: GameDoc, part: string, content: StoryContent): void {
  doc.stories[part] = { lines: content.lines.map(({ id, seconds }) => ({ id, seconds })) }
  for (const line of content.lines) {
    const key = part + LINE + line.id
    const box = line.picture === null ? STORY_BOX : STORY_BOX_BESIDE
    doc.words[key] = { text: line.text, box, scale: 1, shrinkTo: STORY_SHRINK }
    if (line.picture !== null) doc.pictures[key] = { asset: line.picture, fit: 'contain', crisp: false }
    if (line.sound !== null) doc.sounds[key] = { asset: line.sound, gainDb: 0, duckDb: STORY_DUCK_DB }
  }
}

export const NO_TITLE = 'Untitled game'

/** The title players see: the label's, else the words on the start screen. */
export function titleOf(pack: Pack, template: Template): string {
  if (pack.label.title.trim() !== '') return pack.label.title.trim()
  const words = contentOf(pack, template, 'title-words')
  return words?.kind === 'wording' && words.text.trim() !== '' ? words.text.trim() : NO_TITLE
}

/** Template and pack resolved into what the engine plays. Assets are named by hash; files are relative to game.json. */
export function buildGameDoc(whole: Template, pack: Pack): GameDoc {
  const template = withSplits(whole, pack)
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
    stories: {},
    languages: [
      { ...pack.language, words: {} },
      ...pack.languages.map(({ tag, name, words }) => ({ tag, name, words })),
    ],
    credits: creditsOf(template, pack),
    pixels: pack.pixels,
    typeface: TYPEFACE_FILE,
    assets: {},
  }
  for (const spec of template.parts) {
    const content = contentOf(pack, template, spec.id)!
    switch (content.kind) {
      case 'sprite':
        doc.sprites[spec.id] = spriteDoc(content)
        break
      case 'picture':
        doc.pictures[spec.id] = pictureDoc(content)
        break
      case 'sound':
        doc.sounds[spec.id] = soundDoc(content)
        break
      case 'music':
        doc.music[spec.id] = soundDoc(content)
        break
      case 'wording':
        if (spec.box !== undefined) doc.words[spec.id] = wordDoc(content, spec.box)
        break
      case 'typeface':
        if (content.glyphs !== null) doc.glyphs = content.glyphs
        else if (content.asset !== null) {
          const facts = factsOf(pack, template, content.asset)
          if (facts !== undefined) doc.typeface = assetFile(content.asset, facts.mime)
        }
        break
      case 'story':
        addStory(doc, spec.id, content)
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

/** The letters every game comes with. */
export const TYPEFACE_FILE = 'type.woff2'
/** What it weighs; a test compares it with the file. */
export const TYPEFACE_BYTES = 41_344

export const assetFile = (hash: string, mime: keyof typeof EXTENSIONS): string =>
  `assets/${hash.slice(0, 20)}.${EXTENSIONS[mime]}`

/** One line an author and licence, gathered from every asset in use; the template's own line comes last. */
export function creditsOf(whole: Template, pack: Pack): CreditDoc[] {
  const template = withSplits(whole, pack)
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
