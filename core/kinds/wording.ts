import * as z from 'zod'
import type { Kind } from './kind'
import { Colour, Hash } from './values'

const LetterScale = z.number().min(0.3).max(2)
export const TextStyle = z.object({
  colour: Colour.optional(),
  outlineColour: Colour.optional(),
  /** Letter heights. */
  outline: z.number().min(0).max(0.4).optional(),
  align: z.enum(['left', 'center', 'right']).optional(),
  typeface: Hash.optional(),
})
export type TextStyle = z.infer<typeof TextStyle>

export const WordingContent = z.object({
  kind: z.literal('wording'),
  text: z.string().max(2000),
  scale: LetterScale,
  /** Letters get smaller by themselves where the text would not fit, down to this. */
  shrinkTo: LetterScale.optional(),
  style: TextStyle.optional(),
})
export type WordingContent = z.infer<typeof WordingContent>

export const wording: Kind<WordingContent> = {
  kind: 'wording',
  schema: WordingContent,
  wants: null,
  takesMany: false,
  splits: true,
  assets: ({ style }) => (style?.typeface === undefined ? [] : [style.typeface]),
  toDoc({ kind: _kind, ...content }, { put, part, box }) {
    if (box !== undefined) put('wording', part, { ...content, box })
  },
  texts({ text, scale, shrinkTo, style }, { box }) {
    if (box === undefined) return []
    const set = style?.align === undefined ? box : { ...box, align: style.align }
    const shrunk = shrinkTo === undefined ? {} : { shrinkTo }
    return [{ line: '', text, box: set, scale, ...shrunk, typeface: style?.typeface ?? '' }]
  },
  said: ({ text }) => [text],
  face: ({ text }) => ({ face: 'words', text }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: null,
  filled: ({ text }) => text.trim() !== '',
  summary: () => 'wording',
}
