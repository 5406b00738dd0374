export type PersonalKind = 'e-mail' | 'phone' | 'address' | 'name'

export interface PersonalFind {
  kind: PersonalKind
  text: string
}

// Where a pattern begins with a run of letters it may begin at the run's first only: else long runs take time squared.
const EMAIL = /(?<![\p{L}\p{N}._%+-])[\p{L}\p{N}._%+-]+@[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)*\.\p{L}{2,}/gu
/** A run of digits with what people put between them. */
const NUMBER = /(?<![\p{L}\p{N}.])[+(]?\d[\d\s()./-]{6,22}\d(?![\p{L}\p{N}])/gu
/** Begins like a number that is dialled, or is joined by dashes: "100 200 300" is a row of scores. */
const DIALLED = /^(?:\+|\(|0)|\d-\d/
/** 2026-11-23 or 23.11.2026: eight digits that reach nobody. */
const DATE = /\b(?:19|20)\d\d[-./]\d{1,2}[-./]\d{1,2}\b|\b\d{1,2}[-./]\d{1,2}[-./](?:19|20)\d\d\b/g
const ROAD =
  'street|road|lane|avenue|drive|close|crescent|square|terrace|court|boulevard|rue|calle|via|strasse|straße|weg|gasse|platz'
/** "12 Harbour Road", "Hafenstraße 12", "12, rue du Port". A house number 0 belongs to nobody. */
const ADDRESS = [
  new RegExp(`\\b[1-9]\\d{0,3}[a-z]?,?\\s+(?:\\p{Lu}[\\p{L}'’-]+\\s+){1,3}(?:${ROAD})\\b`, 'giu'),
  new RegExp(`(?<![\\p{L}-])\\p{Lu}[\\p{L}-]*(?:straße|strasse|weg|gasse|platz)\\s+[1-9]\\d{0,3}[a-z]?\\b`, 'gu'),
  new RegExp(`\\b[1-9]\\d{0,3},?\\s+(?:rue|calle|via|avenida|avenue)\\s+\\p{L}+`, 'giu'),
]
const HONORIFIC = /\b(?:Mr|Mrs|Ms|Miss|Dr|Herr|Frau|Mme|Sr|Sra)\.?\s+\p{Lu}[\p{L}'’-]+(?:\s+\p{Lu}[\p{L}'’-]+)?/gu
const TOLD =
  /\b(?:[Mm]y (?:full |real )?name is|I am called|[Rr]eal name:?|[Ii]ch heiße|[Jj]e m['’]appelle|[Mm]e llamo)\s+(\p{Lu}[\p{L}'’-]+(?:\s+\p{Lu}[\p{L}'’-]+)+)/gu

const digits = (text: string): number => text.replace(/\D/g, '').length

/**
 * What in a text could lead to a real person: e-mail addresses, phone numbers, postal addresses, full names that are
 * given as such. In order of place; a made-up name like "harbour-club" or "Quay Street 0" is none of it.
 */
export function personalData(text: string): PersonalFind[] {
  const found: (PersonalFind & { at: number })[] = []
  const push = (kind: PersonalKind, match: RegExpMatchArray, shown = match[0]) =>
    found.push({ kind, text: shown.trim(), at: match.index ?? 0 })
  for (const match of text.matchAll(EMAIL)) push('e-mail', match)
  for (const match of text.replace(DATE, (date) => '_'.repeat(date.length)).matchAll(NUMBER)) {
    const count = digits(match[0])
    if (count >= 8 && count <= 15 && DIALLED.test(match[0])) push('phone', match)
  }
  for (const pattern of ADDRESS) for (const match of text.matchAll(pattern)) push('address', match)
  for (const match of text.matchAll(HONORIFIC)) push('name', match)
  for (const match of text.matchAll(TOLD)) push('name', match, match[1])
  return found.sort((a, b) => a.at - b.at).map(({ kind, text: shown }) => ({ kind, text: shown }))
}
