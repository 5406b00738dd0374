/** A file of a row of numbered ones: `walk_01.png` is `walk`, 1. */
export interface Numbered<T> {
  group: string
  files: T[]
}

const NUMBER = /\(?(\d{1,6})\)?$/
const JOINS = /[\s._-]/

/** The last step of a path, without its ending, and the folder it lies in. */
function parts(name: string): { stem: string; folder: string } {
  const cut = Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\'))
  const above = name.slice(0, Math.max(0, cut))
  const stem = name
    .slice(cut + 1)
    .replace(/\.[a-z0-9]{2,5}$/i, '')
    .trim()
  return { stem, folder: above.slice(Math.max(above.lastIndexOf('/'), above.lastIndexOf('\\')) + 1) }
}

/** What stands before the number, and the number; -1 for none. */
function splitNumber(stem: string): { word: string; number: number } {
  const found = NUMBER.exec(stem)
  if (found === null) return { word: stem, number: -1 }
  let end = found.index
  while (end > 0 && JOINS.test(stem[end - 1]!)) end--
  return { word: stem.slice(0, end), number: Number(found[1]) }
}

/**
 * Sorts files into rows by what stands before their number, each in natural order (2 before 10, any padding). A name
 * without a number is a row of its own. A folder counts as part of the name where the names are bare numbers.
 */
export function groupNumbered<T extends { name: string }>(files: readonly T[]): Numbered<T>[] {
  const rows = new Map<string, { number: number; file: T }[]>()
  for (const file of files) {
    const { stem, folder } = parts(file.name)
    const { word, number } = splitNumber(stem)
    const group = word === '' ? folder : word
    const row = rows.get(group.toLowerCase()) ?? []
    row.push({ number, file })
    rows.set(group.toLowerCase(), row)
  }
  return [...rows]
    .map(([group, row]) => ({
      group,
      files: row.sort((a, b) => a.number - b.number || compare(a.file.name, b.file.name)).map((one) => one.file),
    }))
    .sort((a, b) => compare(a.group, b.group))
}

const compare = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true, sensitivity: 'base' })

/** Words people use for the clips that templates ask for. */
const ALIKE: Record<string, readonly string[]> = {
  stand: ['idle', 'still', 'wait', 'walk', 'run', 'move', 'rest', 'breathe'],
  catch: ['grab', 'take', 'eat', 'happy', 'jump', 'cheer'],
  hurt: ['hit', 'ouch', 'damage', 'sad', 'pain', 'die', 'dead'],
  hit: ['hurt', 'ouch', 'damage', 'crash', 'die', 'dead'],
  rise: ['flap', 'up', 'fly', 'jump', 'lift'],
  fall: ['down', 'glide', 'sink', 'drop', 'idle', 'fly'],
  shown: ['idle', 'spin', 'shine'],
}

/**
 * Which clip each row of files is for: by name, by a word that means the same, then in order of the clips that are
 * left. Rows over the number of clips are left out. Returns clip to row.
 */
export function matchClips(groups: readonly string[], clips: readonly string[]): Map<string, number> {
  const matched = new Map<string, number>()
  const free = new Set(groups.map((_, i) => i))
  const words = groups.map((group) => group.toLowerCase().split(/[^a-z]+/))
  const claim = (test: (clip: string, group: number) => boolean) => {
    for (const clip of clips) {
      if (matched.has(clip)) continue
      const found = [...free].find((group) => test(clip, group))
      if (found === undefined) continue
      matched.set(clip, found)
      free.delete(found)
    }
  }
  claim((clip, group) => words[group]!.includes(clip))
  claim((clip, group) => words[group]!.some((word) => (ALIKE[clip] ?? []).includes(word)))
  claim(() => true)
  return matched
}
