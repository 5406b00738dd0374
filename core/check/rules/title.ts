import { LABEL_LIMITS } from '../../label/label'
import type { Rule } from '../rule'

/** How a title looks that shouts or lists search words. Measured, so that a real name with one odd word stays quiet. */
export function stuffing(title: string): string {
  const words = title.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []
  const counts = new Map<string, number>()
  for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1)
  const repeated = [...counts].find(([word, n]) => word.length > 2 && n >= 3)
  if (repeated !== undefined) return `“${repeated[0]}” is in it ${repeated[1]} times`
  const letters = title.match(/\p{L}/gu) ?? []
  const capitals = title.match(/\p{Lu}/gu) ?? []
  if (letters.length >= 8 && capitals.length / letters.length > 0.8) return 'it is all in capitals'
  if (/[!?.*~_=+|]{3,}/.test(title)) return 'it has a row of marks'
  if ((title.match(/[|,/;]/g) ?? []).length >= 3) return 'it is a list of search words'
  return ''
}

/** Letters that are not seen, turn a line around, or belong to nothing; and marks piled on one letter. */
const UNSEEN = /[\p{Cc}\u200b-\u200f\u2028-\u202e\u2060-\u2069\ufeff\ufff9-\ufffb]/u
const PILED = /\p{M}{4,}/u

/** What is odd about the letters of a title; empty for nothing. */
export function oddLetters(title: string): string {
  if (!title.isWellFormed()) return 'a letter of it is broken in two'
  if (UNSEEN.test(title)) return 'there are letters in it that nobody sees, or that turn it around'
  if (PILED.test(title)) return 'marks are piled up on its letters'
  return ''
}

export const title: Rule = {
  id: 'title',
  severity: 'must',
  about:
    'The title is missing, too long, has letters nobody sees, or is stuffed with repeated words, capitals or marks.',
  subjects: () => [{ field: 'title' }],
  reads: (ctx) => ctx.pack.label.title,
  async run(ctx, subject) {
    const text = ctx.pack.label.title.trim()
    const hit = (problem: string, detail: string) => [
      {
        facts: { problem, detail },
        evidence: { kind: 'figure' as const, text: text === '' ? 'no name' : text.slice(0, 40) },
        subject,
      },
    ]
    if (text === '') return hit('missing', '')
    if (text.length > LABEL_LIMITS.title) return hit('long', String(text.length))
    const odd = oddLetters(ctx.pack.label.title)
    if (odd !== '') return hit('odd', odd)
    const stuffed = stuffing(text)
    return stuffed === '' ? [] : hit('stuffed', stuffed)
  },
}
