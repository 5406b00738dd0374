/** A description's simple marks: paragraphs, points, stressed words. There is no other, and no HTML. */
export type Run = { text: string; strong: boolean }
export type Block = { kind: 'paragraph'; lines: Run[][] } | { kind: 'points'; lines: Run[][] }

const POINT = /^\s*[-•]\s+/

/** "*stars*" stress what is between them; a single star is a star. */
function runsOf(line: string): Run[] {
  return line
    .split(/(\*[^*\s](?:[^*]*[^*\s])?\*)/)
    .filter((piece) => piece !== '')
    .map((piece) =>
      piece.length > 2 && piece.startsWith('*') && piece.endsWith('*')
        ? { text: piece.slice(1, -1), strong: true }
        : { text: piece, strong: false },
    )
}

/** Plain text as blocks; an empty line ends a paragraph, lines that begin with "- " are points. */
export function readMarks(text: string): Block[] {
  const blocks: Block[] = []
  let begun = false
  for (const line of text.split(/\r?\n/)) {
    if (line.trim() === '') {
      begun = false
      continue
    }
    const kind = POINT.test(line) ? 'points' : 'paragraph'
    if (!begun || blocks.at(-1)?.kind !== kind) blocks.push({ kind, lines: [] })
    begun = true
    blocks.at(-1)!.lines.push(runsOf(line.replace(kind === 'points' ? POINT : /^\s+/, '')))
  }
  return blocks
}
