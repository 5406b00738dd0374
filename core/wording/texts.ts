import { LINE } from '../game/screens'
import type { TextBox } from '../game/types'
import { kindOf } from '../kinds'
import { contentOf, type Pack } from '../pack/pack'
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
    if (content === undefined) return []
    const theirs = new Map(
      kindOf(spec.content)
        .texts(spec.content, { box: spec.box, shape: pack.stage })
        .map((one) => [one.line, one.text]),
    )
    return kindOf(content)
      .texts(content, { box: spec.box, shape: pack.stage })
      .map(({ line, text, box, scale, shrinkTo, typeface }, i) => ({
        ...{ spec, line, text, box, typeface },
        key: line === '' ? spec.id : spec.id + LINE + line,
        name: line === '' ? spec.name : `${spec.name}, line ${i + 1}`,
        letters: shrinkTo === undefined ? { scale } : { scale, shrinkTo },
        theirs: theirs.get(line) ?? '',
      }))
  })
}

/** Texts another language lacks: players see the first one's there. */
export const missingIn = (texts: readonly GameText[], words: Readonly<Record<string, string>>): GameText[] =>
  texts.filter((one) => one.text.trim() !== '' && (words[one.key] ?? '').trim() === '')
