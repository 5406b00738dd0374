import { LABEL_LIMITS } from './label'

/** One spelling for one tag: lower case, words joined by single spaces, no marks. */
export function tidyTag(raw: string): string {
  return raw
    .toLowerCase()
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
    .slice(0, LABEL_LIMITS.tag)
}

const STOP = new Set(
  'the a an and or of to in on at for with your you it is are be by from this that as up all not no more than have will can one two how keep them their who when what before after go get its out into every left right finger phone arrow keys key slide move press'.split(
    ' ',
  ),
)

/** Words of the pack that could be tags, the most used first; never one that is there already. */
export function suggestTags(texts: readonly string[], have: readonly string[], count = 5): string[] {
  const uses = new Map<string, number>()
  for (const text of texts)
    for (const word of text.toLowerCase().match(/\p{L}{4,}/gu) ?? [])
      if (!STOP.has(word)) uses.set(word, (uses.get(word) ?? 0) + 1)
  const taken = new Set(have.map(tidyTag))
  return [...uses]
    .filter(([word]) => !taken.has(word))
    .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
    .slice(0, count)
    .map(([word]) => word)
}

/** What is left of a word when the ending of its number is taken off: two spellings of one tag share it. */
const stem = (tag: string): string =>
  tag
    .replace(/\s/g, '')
    .replace(/(?:ies|y)$/, 'i')
    .replace(/(?:es|s)$/, '')

/** Pairs of tags that say the same ("puffin" and "puffins", "one minute" and "oneminute"): the one to keep comes first. */
export function mergeable(tags: readonly string[]): [string, string][] {
  const pairs: [string, string][] = []
  const first = new Map<string, string>()
  for (const tag of tags) {
    const key = stem(tidyTag(tag))
    const there = first.get(key)
    if (there === undefined) first.set(key, tag)
    else pairs.push([there, tag])
  }
  return pairs
}
