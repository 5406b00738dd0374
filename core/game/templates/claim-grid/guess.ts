import { distance } from 'fastest-levenshtein'
import type { DeckCellDoc } from '../../types'
import { ANSWER, eachOf, type ClaimPlan } from './plan'

/** Letters a typed answer has at most, and letter plates for those without a keyboard. */
export const MOST_TYPED = 40
export const MOST_LETTERS = 28

/** Letters and figures alone, small and without marks: what of two answers has to be alike. */
export const bare = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .normalize('NFC')
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .replace(/[^\p{L}\p{N}]/gu, '')

/** Slips that are forgiven: none up to four letters or with figures, one up to nine, two from ten. */
export function slips(answer: string): number {
  const { length } = [...answer]
  return /\p{N}/u.test(answer) || length < 5 ? 0 : length < 10 ? 1 : 2
}

/** All that a cell takes for right: each side of a `;`, in each language; the shown one first. */
export const rightOnes = (cell: DeckCellDoc | undefined): string[] =>
  [cell?.text ?? '', ...Object.values(cell?.in ?? {})].flatMap(eachOf).filter((text) => bare(text) !== '')

/** A slip is a letter that is missing, too many or another one (Levenshtein 1966). */
export function isRight(cell: DeckCellDoc | undefined, typed: string): boolean {
  const said = bare(typed)
  return said !== '' && rightOnes(cell).some((one) => distance(bare(one), said) <= slips(bare(one)))
}

/** Code points of the letters of a row's answers, filled up with others of its deck; in their order, at most so many. */
export function lettersFor(plan: ClaimPlan, cell: DeckCellDoc | undefined): number[] {
  const found = new Set<string>()
  const take = (text: string) => {
    for (const letter of bare(text)) if (found.size < MOST_LETTERS) found.add(letter)
  }
  rightOnes(cell).forEach(take)
  // A deck of thousands has all its letters in the first few.
  plan.whole.slice(0, 60).forEach((row) => rightOnes(row.cells[ANSWER]).forEach(take))
  return [...found].map((letter) => letter.codePointAt(0)!).sort((a, b) => a - b)
}
