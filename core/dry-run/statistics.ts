import type { Stage } from '../game/stage'
import type { DryGame } from './batch'

/** A share of games and where the true one lies, 19 times out of 20. All 0..1. */
export interface Rate {
  rate: number
  low: number
  high: number
  count: number
}

const Z = 1.959964

/** Wilson's score interval at 95 % (E. B. Wilson, JASA 22, 1927); of no games it is everything. */
export function rateOf(hits: number, count: number): Rate {
  if (count === 0) return { rate: 0, low: 0, high: 1, count }
  const p = hits / count
  const z2 = (Z * Z) / count
  const middle = (p + z2 / 2) / (1 + z2)
  const half = (Z / (1 + z2)) * Math.sqrt((p * (1 - p)) / count + z2 / (4 * count))
  return { rate: p, low: Math.max(0, middle - half), high: Math.min(1, middle + half), count }
}

/** Five numbers of a row of values; the median with its 95 % interval by order statistics (binomial, normal form). */
export interface Spread {
  least: number
  lower: number
  median: number
  upper: number
  most: number
  medianLow: number
  medianHigh: number
  count: number
}

export function spreadOf(values: readonly number[]): Spread | null {
  if (values.length === 0) return null
  const sorted = [...values].sort((a, b) => a - b)
  const at = (share: number) =>
    sorted[Math.max(0, Math.min(sorted.length - 1, Math.round(share * (sorted.length - 1))))]!
  const n = sorted.length
  const half = (Z * Math.sqrt(n)) / 2
  const rank = (r: number) => sorted[Math.max(0, Math.min(n - 1, Math.round(r)))]!
  return {
    ...{ least: sorted[0]!, lower: at(0.25), median: at(0.5), upper: at(0.75), most: sorted[n - 1]!, count: n },
    medianLow: rank(n / 2 - half - 0.5),
    medianHigh: rank(n / 2 + half - 0.5),
  }
}

export interface BySkill {
  skill: number
  wins: Rate
  seconds: Spread | null
  score: Spread | null
}

export function bySkill(games: readonly DryGame[]): BySkill[] {
  const skills = [...new Set(games.map((game) => game.skill))].sort((a, b) => a - b)
  return skills.map((skill) => {
    const own = games.filter((game) => game.skill === skill)
    return {
      skill,
      wins: rateOf(own.filter((game) => game.outcome === 'won').length, own.length),
      seconds: spreadOf(own.map((game) => game.seconds)),
      score: spreadOf(own.map((game) => game.score)),
    }
  })
}

/** A skill that wins less often than one below it, though it ought to win more often. */
export interface Fall {
  lower: number
  higher: number
  /** The ranges do not meet: more games would not take it away. */
  sure: boolean
}

/** Where more skill wins less, the surest first. */
export function fallsOf(rows: readonly BySkill[]): Fall[] {
  const found: Fall[] = []
  for (const higher of rows)
    for (const lower of rows)
      if (lower.skill < higher.skill && lower.wins.rate > higher.wins.rate)
        found.push({ lower: lower.skill, higher: higher.skill, sure: lower.wins.low > higher.wins.high })
  return found.sort((a, b) => Number(b.sure) - Number(a.sure))
}

/** What ended games that were not won, most often first. */
export function causesOf(games: readonly DryGame[]): { cause: string; count: number; share: Rate }[] {
  const lost = games.filter((game) => game.outcome !== 'won')
  const counts = new Map<string, number>()
  for (const game of lost) counts.set(game.cause, (counts.get(game.cause) ?? 0) + 1)
  return [...counts]
    .map(([cause, count]) => ({ cause, count, share: rateOf(count, lost.length) }))
    .sort((a, b) => b.count - a.count || (a.cause < b.cause ? -1 : 1))
}

/** Where games were lost: counts in `columns` x `rows` cells over the stage, smoothed a little. */
export function heatOf(games: readonly DryGame[], stage: Stage, columns: number, rows: number): Float32Array {
  const raw = new Float32Array(columns * rows)
  for (const game of games) {
    if (game.outcome !== 'lost' || game.x < 0) continue
    const cx = Math.max(0, Math.min(columns - 1, Math.floor((game.x / stage.width) * columns)))
    const cy = Math.max(0, Math.min(rows - 1, Math.floor((game.y / stage.height) * rows)))
    raw[cy * columns + cx]!++
  }
  const out = new Float32Array(columns * rows)
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < columns; x++)
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const from = raw[(y + dy) * columns + x + dx] ?? 0
          if (x + dx >= 0 && x + dx < columns)
            out[y * columns + x]! += (from * (2 - Math.abs(dx)) * (2 - Math.abs(dy))) / 16
        }
  return out
}

/** Games by score, in at most `bins` equal steps of a round width. */
export function histogram(values: readonly number[], bins: number): { from: number; to: number; count: number }[] {
  if (values.length === 0) return []
  const [least, most] = [Math.min(...values), Math.max(...values)]
  const rough = Math.max(1e-9, (most - least) / bins)
  const ten = 10 ** Math.floor(Math.log10(rough))
  const width = [1, 2, 5, 10].map((k) => k * ten).find((w) => w >= rough) ?? 10 * ten
  const first = Math.floor(least / width) * width
  const count = Math.max(1, Math.floor((most - first) / width) + 1)
  const out = Array.from({ length: count }, (_, i) => ({
    from: first + i * width,
    to: first + (i + 1) * width,
    count: 0,
  }))
  for (const value of values) out[Math.min(count - 1, Math.floor((value - first) / width))]!.count++
  return out
}
