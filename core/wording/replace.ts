export interface Sought {
  find: string
  matchCase: boolean
  wholeWord: boolean
}

function pattern({ find, matchCase, wholeWord }: Sought): RegExp | null {
  if (find === '') return null
  const literal = find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  // \b knows only English letters; these look for the end of a word in any language.
  const whole = wholeWord ? `(?<![\\p{L}\\p{N}])${literal}(?![\\p{L}\\p{N}])` : literal
  return new RegExp(whole, matchCase ? 'gu' : 'giu')
}

export function countIn(text: string, sought: Sought): number {
  const found = pattern(sought)
  return found === null ? 0 : (text.match(found)?.length ?? 0)
}

/** All finds replaced by `put`, which is taken as it is: `$` means nothing special. */
export function replaceIn(text: string, sought: Sought, put: string): string {
  const found = pattern(sought)
  return found === null ? text : text.replace(found, () => put)
}
