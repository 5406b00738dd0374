import type { Want } from '../kinds/kind'
import type { PartSpec } from './template'

/** Words people give to files of one and the same thing. */
const ALIKE: readonly (readonly string[])[] = [
  ['hero', 'player', 'character', 'char', 'main', 'avatar', 'me'],
  [
    'good',
    'coin',
    'star',
    'fruit',
    'gem',
    'treat',
    'collectible',
    'collect',
    'pickup',
    'bonus',
    'item',
    'prize',
    'food',
  ],
  ['bad', 'enemy', 'foe', 'bomb', 'hazard', 'obstacle', 'spike', 'trap', 'monster', 'danger'],
  ['backdrop', 'background', 'bg', 'back', 'sky', 'scene', 'landscape'],
  ['music', 'song', 'theme', 'bgm', 'tune', 'soundtrack', 'loop'],
  ['lives', 'life', 'heart', 'health', 'hp'],
  ['catch', 'collect', 'pickup', 'coin', 'grab', 'eat', 'score', 'get'],
  ['harm', 'hurt', 'hit', 'damage', 'ouch', 'crash'],
  ['win', 'winning', 'won', 'victory', 'success', 'fanfare'],
  ['lose', 'losing', 'lost', 'gameover', 'over', 'fail', 'death', 'die', 'defeat'],
  ['button', 'click', 'press', 'menu', 'ui', 'select', 'blip'],
  ['start', 'title', 'splash', 'intro', 'cover'],
  ['flap', 'jump', 'wing', 'fly', 'hop'],
]
const single = (word: string): string => (word.length > 3 && word.endsWith('s') ? word.slice(0, -1) : word)
const groups = ALIKE.map((words) => new Set(words.map(single)))

/** Words of a file's name without its folder and ending; of camelCase too. */
export const nameWords = (name: string): string[] =>
  name
    .replace(/^.*[/\\]/, '')
    .replace(/\.[a-z0-9]+$/i, '')
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .map((word) => single(word.replace(/\d+$/, '')))
    .filter(Boolean)

/** How well a file's words fit a part's: 2 for each word they share, 1 for one that means the same. */
function fit(file: readonly string[], part: ReadonlySet<string>): number {
  let points = 0
  for (const word of new Set(file))
    if (part.has(word)) points += 2
    else if (groups.some((group) => group.has(word) && [...part].some((own) => group.has(own)))) points += 1
  return points
}

export interface MatchFile {
  name: string
  want: Want
}
export interface MatchPart {
  spec: Pick<PartSpec, 'id' | 'name'>
  want: Want
  /** Takes several files: frames of a drawing, things of a kind. */
  many: boolean
}

/**
 * Which part each file is most likely for, by its name; an empty string where nothing fits. With `inOrder` the rest
 * goes to the parts that are still free, in their order.
 */
export function matchFiles(files: readonly MatchFile[], parts: readonly MatchPart[], inOrder: boolean): string[] {
  const free = new Set(parts.map(({ spec }) => spec.id))
  const theirs = new Map(
    parts.map(({ spec }) => [spec.id, new Set([...nameWords(spec.name), ...nameWords(spec.id)])] as const),
  )
  const take = (part: MatchPart): string => {
    if (!part.many) free.delete(part.spec.id)
    return part.spec.id
  }
  const found = files.map(({ name, want }) => {
    const own = nameWords(name)
    let best: MatchPart | null = null
    let most = 0
    for (const part of parts) {
      if (!free.has(part.spec.id) || part.want !== want) continue
      const points = fit(own, theirs.get(part.spec.id)!)
      if (points > most) [best, most] = [part, points]
    }
    return best === null ? '' : take(best)
  })
  if (!inOrder) return found
  const used = new Set(found)
  return files.map(({ want }, i) => {
    if (found[i] !== '') return found[i]!
    const next = parts.find((part) => free.has(part.spec.id) && !used.has(part.spec.id) && part.want === want)
    if (next === undefined) return ''
    used.add(next.spec.id)
    return next.spec.id
  })
}
