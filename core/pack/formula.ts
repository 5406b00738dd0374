/** Between two of these, on one line, a text is mathematics in TeX’s way: `Half of $x^2$`. */
const FORMULA = /\$([^$\n]+)\$/g

/** Whether there is mathematics in a text. */
export const hasFormula = (text: string): boolean => /\$[^$\n]+\$/.test(text)

/** What TeX takes for its own, as letters. */
const LETTERS: Record<string, string> = { '\\': '\\backslash ', '~': '{\\sim}', '^': '\\wedge ' }
const asText = (text: string): string =>
  text
    .split(/([\\~^])/)
    .map((one) => LETTERS[one] ?? (one === '' ? '' : `\\text{${one.replace(/[{}#%&_]/g, (letter) => `\\${letter}`)}}`))
    .join('')

/** Letters a line has at most, a formula counted by what of it is seen. */
const LINE = 26
/** Commands are one sign, braces none: near enough for where a line ends. */
const seenLetters = (tex: string): number => tex.replace(/\\[a-zA-Z]+/g, 'x').replace(/[{}\s\\]/g, '').length

/**
 * A text with mathematics as one piece of TeX: its words as they are, in lines that break where words do. Null where
 * there is none.
 */
export function texOf(text: string): string | null {
  if (!hasFormula(text)) return null
  const lines: string[] = []
  for (const line of text.split('\n')) {
    let made = ''
    let length = 0
    const take = (tex: string, letters: number) => {
      if (length > 0 && length + letters > LINE) {
        lines.push(made)
        made = ''
        length = 0
        if (tex.trim() === '\\text{ }') return
      }
      made += tex
      length += letters
    }
    line.split(FORMULA).forEach((part, i) => {
      if (i % 2 === 1) take(`{${part}}`, seenLetters(part))
      else
        for (const word of part.split(/( +)/))
          if (word !== '') take(word.trim() === '' ? '\\text{ }' : asText(word), word.length)
    })
    lines.push(made)
  }
  return lines.length === 1 ? lines[0]! : `\\begin{array}{c}${lines.join('\\\\')}\\end{array}`
}
