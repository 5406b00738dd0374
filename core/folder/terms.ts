/** What a text of terms seems to be, by the words that only it has: an SPDX id, or empty. */
const KNOWN: readonly (readonly [RegExp, string])[] = [
  [/CC0 1\.0|Creative Commons Zero|CC0-1\.0/i, 'CC0-1.0'],
  [/Attribution-ShareAlike 4\.0|CC[- ]BY[- ]SA[- ]4\.0/i, 'CC-BY-SA-4.0'],
  [/Attribution-NonCommercial 4\.0|CC[- ]BY[- ]NC[- ]4\.0/i, 'CC-BY-NC-4.0'],
  [/Attribution 4\.0|CC[- ]BY[- ]4\.0/i, 'CC-BY-4.0'],
  [/Apache License,?\s+Version 2\.0/i, 'Apache-2.0'],
  [/GNU AFFERO GENERAL PUBLIC LICENSE\s+Version 3/i, 'AGPL-3.0-only'],
  [/GNU LESSER GENERAL PUBLIC LICENSE\s+Version 3/i, 'LGPL-3.0-only'],
  [/GNU GENERAL PUBLIC LICENSE\s+Version 3/i, 'GPL-3.0-only'],
  [/GNU GENERAL PUBLIC LICENSE\s+Version 2/i, 'GPL-2.0-only'],
  [/Mozilla Public License,? (?:Version |v\. ?)2\.0/i, 'MPL-2.0'],
  [/This is free and unencumbered software released into the public domain/i, 'Unlicense'],
  [
    /Permission to use, copy, modify, and\/or distribute this software for any\s+purpose with or without fee is hereby granted\.?\s*\n?\s*THE SOFTWARE/i,
    '0BSD',
  ],
  [/Permission to use, copy, modify, and\/or distribute this software/i, 'ISC'],
  [/Permission is hereby granted, free of charge, to any person obtaining a copy/i, 'MIT'],
  [/Neither the name of[\s\S]{0,120}endorse or promote products/i, 'BSD-3-Clause'],
  [/Redistributions of source code must retain the above copyright/i, 'BSD-2-Clause'],
  [/SIL OPEN FONT LICENSE/i, 'OFL-1.1'],
  [/^\s*(?:the\s+)?MIT(?: License)?\s*$/im, 'MIT'],
  [/\b(?:under|released under|licensed under) (?:the terms of )?(?:the )?MIT licen[cs]e\b/i, 'MIT'],
]

/** Who hands it on may take any of the terms that follow. */
const CHOICE = /\b(?:under either|either or both of these|choose either|dual(?:ly)?[- ]?licen[cs]ed)\b/i
/** Terms that ask for the least, of several that one may choose from. */
const LIGHT = ['CC0-1.0', 'Unlicense', '0BSD', 'MIT', 'ISC', 'BSD-2-Clause', 'BSD-3-Clause', 'Apache-2.0']

export function licenceIn(text: string): string {
  const read = text.slice(0, 40_000)
  // Sentences go over the end of a line wherever that is.
  const flowing = read.replace(/\s+/g, ' ')
  const found = KNOWN.filter(([words]) => words.test(read) || words.test(flowing)).map(([, id]) => id)
  const light = CHOICE.test(flowing) ? LIGHT.find((id) => found.includes(id)) : undefined
  return light ?? found[0] ?? ''
}

/** Who a text of terms names as its holder; empty where none is named. */
export const holderIn = (text: string): string =>
  (/^\W*Copyright\s+(?:\(c\)|©)?\s*(?:[\d\s,–-]+)?\s*([^\n]{2,100})$/im.exec(text)?.[1] ?? '')
    .replace(/all rights reserved\.?/i, '')
    .replace(/<[^>]*>/g, '')
    .trim()

/** Files that say on what terms a folder is given. */
export const saysTerms = (path: string): boolean => /^(licen[cs]e|copying|unlicense|legal)(\.(md|txt))?$/i.test(path)
