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

/** Words people use in names of pictures, by what they mean; plain forms, see `plainForm`. */
const MEANINGS: Record<string, readonly string[]> = {
  stand: ['stand', 'idle', 'still', 'wait', 'rest', 'breathe', 'normal', 'default', 'front'],
  walk: ['walk', 'move', 'step', 'stroll'],
  run: ['run', 'sprint', 'dash'],
  jump: ['jump', 'leap', 'hop'],
  rise: ['rise', 'flap', 'up', 'lift', 'climb'],
  fly: ['fly', 'soar', 'hover'],
  fall: ['fall', 'down', 'glide', 'sink', 'drop', 'land'],
  catch: ['catch', 'grab', 'take', 'eat', 'pick', 'collect'],
  cheer: ['cheer', 'happy', 'win', 'smile'],
  hurt: ['hurt', 'hit', 'ouch', 'damage', 'sad', 'pain', 'crash'],
  die: ['die', 'dead', 'death', 'kill'],
  spin: ['spin', 'shine', 'turn', 'rotate', 'show'],
}
const MEANT = new Map(Object.entries(MEANINGS).flatMap(([meaning, words]) => words.map((word) => [word, meaning])))

/** What a clip may be drawn from, the nearest meaning first. */
const SERVES: Record<string, readonly string[]> = {
  stand: ['stand', 'walk', 'run', 'fly'],
  catch: ['catch', 'cheer', 'jump'],
  hurt: ['hurt', 'die'],
  hit: ['hurt', 'die'],
  rise: ['rise', 'fly', 'jump'],
  fall: ['fall', 'stand', 'fly'],
  shown: ['stand', 'spin'],
}
/** Meanings that never stand in for a clip they were not made for. */
const LAST: ReadonlySet<string> = new Set(['die', 'hurt'])

/** A word's plain form as the table has it: standing is stand, running run, dying die. Empty where it is none of them. */
function plainForm(word: string): string {
  const ways = [word]
  if (word.endsWith('ying')) ways.push(`${word.slice(0, -4)}ie`)
  for (const ending of ['ing', 'ed', 'es', 's', 'er', 'd'])
    if (word.length > ending.length + 1 && word.endsWith(ending)) {
      const stem = word.slice(0, -ending.length)
      ways.push(stem, `${stem}e`)
      if (stem.at(-1) === stem.at(-2)) ways.push(stem.slice(0, -1))
    }
  return ways.find((way) => MEANT.has(way)) ?? ''
}

/**
 * Which clip each row of files is for: by name, by a word that means the same (standing, dying, hits), then in order of
 * the clips that are left; what dies or is hurt never stands while there is anything else. Rows over the number of clips
 * are left out. Returns clip to row.
 */
export function matchClips(groups: readonly string[], clips: readonly string[]): Map<string, number> {
  const matched = new Map<string, number>()
  const free = new Set(groups.map((_, i) => i))
  const words = groups.map((group) =>
    group
      .replace(/([a-z])([A-Z])/g, '$1 $2')
      .toLowerCase()
      .split(/[^a-z]+/),
  )
  const meanings = words.map((list) => list.map((word) => MEANT.get(plainForm(word)) ?? ''))
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
  const most = Math.max(1, ...clips.map((clip) => SERVES[clip]?.length ?? 0))
  for (let rank = 0; rank < most; rank++)
    claim((clip, group) => meanings[group]!.includes(SERVES[clip]?.[rank] ?? 'nothing'))
  claim((_, group) => !meanings[group]!.some((meaning) => LAST.has(meaning)))
  if (matched.size === 0) claim(() => true)
  return matched
}
