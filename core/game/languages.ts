import type { Setup } from './setup'
import type { GameDoc } from './types'

/** A wording part's text in a language (index), or in the first one where that has none. */
export function wordsIn(setup: Setup, part: string, language: number): string {
  const own = language > 0 ? setup.doc.languages[language]?.words[part] : undefined
  return own ?? setup.find('wording', part)?.text ?? ''
}

/** Languages that are written from right to left, as they most often are. */
const RIGHT_TO_LEFT = /^(ar|arc|ckb|dv|fa|he|ks|ku-arab|pa-arab|ps|sd|syr|ug|ur|yi)(-|$)/i
export const isRightToLeft = (tag: string): boolean => RIGHT_TO_LEFT.test(tag)

const base = (tag: string): string => tag.toLowerCase().split('-')[0]!

/** Which of a game's languages (index) a player gets: the first of those they want, by region or without; else the first. */
export function languageFor(doc: GameDoc, wanted: readonly string[]): number {
  for (const tag of wanted) {
    const exact = doc.languages.findIndex((one) => one.tag.toLowerCase() === tag.toLowerCase())
    const near = exact >= 0 ? exact : doc.languages.findIndex((one) => base(one.tag) === base(tag))
    if (near >= 0) return near
  }
  return 0
}
