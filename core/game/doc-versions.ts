import type { CastEntryDoc, CreditDoc, GameDoc, GlyphSheetDoc, LanguageDoc, PartDocs, SpriteDoc } from './types'

/** A game's document as it was written before it had a shape, roles and parts by kind. */
interface GameDoc1 {
  format: 'pack-post-game'
  version: 1
  template: GameDoc['template']
  title: string
  colours: GameDoc['colours']
  sprites: Record<string, SpriteDoc>
  pictures: Record<string, PartDocs['picture']>
  sounds: Record<string, PartDocs['sound']>
  music: Record<string, PartDocs['music']>
  words: Record<string, PartDocs['wording']>
  dials: Record<string, number>
  casts: Record<
    string,
    ({ id: string; name: string; sprite: SpriteDoc } & Record<'points' | 'harm' | 'often', number>)[]
  >
  stories: Record<string, PartDocs['story']>
  settings?: Record<string, string | boolean>
  languages: LanguageDoc[]
  credits: CreditDoc[]
  pixels: number
  glyphs?: GlyphSheetDoc
  assets: GameDoc['assets']
  typeface?: string
}

/** What parts were called that are known by their role today. */
const ROLES_1: GameDoc['roles'] = {
  title: 'title-words',
  tagline: 'tagline-words',
  opening: 'start-picture',
  backdrop: 'backdrop',
  icon: 'hero',
  life: 'life',
  music: 'music',
  press: 'press-sound',
  pace: 'pace',
}

/** Settings by what they are: on or off, a colour, or one of several ways. */
function settingsOf(
  settings: Record<string, string | boolean>,
): Pick<GameDoc['parts'], 'switch' | 'choice' | 'colour'> {
  const parts = { switch: {}, choice: {}, colour: {} } as Required<
    Pick<GameDoc['parts'], 'switch' | 'choice' | 'colour'>
  >
  for (const [id, value] of Object.entries(settings))
    if (typeof value === 'boolean') parts.switch[id] = value
    else if (value.startsWith('#')) parts.colour[id] = value
    else parts.choice[id] = value
  return parts
}

/** A document of any version there was, as it is read today; posted games keep the one they were cleared with. */
export function today(doc: GameDoc | GameDoc1): GameDoc {
  if (doc.version === 2) return doc
  const { sprites, pictures, sounds, music, words, dials, casts, stories, settings, version: _one, ...rest } = doc
  const cast = Object.fromEntries(
    Object.entries(casts).map(([id, entries]) => [
      id,
      entries.map(({ id, name, sprite, ...fields }): CastEntryDoc => ({ id, name, sprite, fields })),
    ]),
  )
  return {
    ...rest,
    version: 2,
    stage: 'wide',
    roles: ROLES_1,
    parts: {
      ...{
        sprite: sprites,
        picture: pictures,
        sound: sounds,
        music,
        wording: words,
        dial: dials,
        cast,
        story: stories,
      },
      ...settingsOf(settings ?? {}),
    },
  }
}
