import { LINE, STORY_BOX, STORY_BOX_BESIDE } from '../game/screens'
import type { TextBox } from '../game/types'
import { contentOf, type Pack } from '../pack/pack'
import { STORY_SHRINK } from '../parcel/game-doc'
import type { PartSpec, Template } from '../template/template'
import type { Letters } from './fit'

/** One text of the game, wherever it is kept. */
export interface GameText {
  /** Wording part, or `part#line` of a story. */
  key: string
  spec: PartSpec
  /** Line of a story; empty for wording parts. */
  line: string
  name: string
  box: TextBox
  letters: Letters
  /** Font file of its own; empty for the game's lettering. */
  typeface: string
  text: string
  /** The template's; empty for what the template does not have. */
  theirs: string
}

/** Every text a player can read, in the order of the parts. */
export function textsOf(template: Template, pack: Pack): GameText[] {
  return template.parts.flatMap((spec): GameText[] => {
    const content = contentOf(pack, template, spec.id)
    if (content?.kind === 'wording' && spec.box !== undefined) {
      const { scale, shrinkTo, style } = content
      const align = style?.align
      return [
        {
          ...{ key: spec.id, spec, line: '', name: spec.name, text: content.text },
          box: align === undefined ? spec.box : { ...spec.box, align },
          letters: shrinkTo === undefined ? { scale } : { scale, shrinkTo },
          typeface: style?.typeface ?? '',
          theirs: spec.content.kind === 'wording' ? spec.content.text : '',
        },
      ]
    }
    if (content?.kind !== 'story') return []
    return content.lines.map((line, i) => ({
      ...{ key: spec.id + LINE + line.id, spec, line: line.id, name: `${spec.name}, line ${i + 1}`, text: line.text },
      box: line.picture === null ? STORY_BOX : STORY_BOX_BESIDE,
      letters: { scale: 1, shrinkTo: STORY_SHRINK },
      typeface: '',
      theirs: '',
    }))
  })
}

/** Texts another language lacks: players see the first one's there. */
export const missingIn = (texts: readonly GameText[], words: Readonly<Record<string, string>>): GameText[] =>
  texts.filter((one) => one.text.trim() !== '' && (words[one.key] ?? '').trim() === '')
