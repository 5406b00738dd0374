import { FIGURE_STEP_S, type DayFigures, type PlayEvent } from './protocol'

/** Length steps that are told apart: ten minutes; longer plays fall into the last. */
const LENGTHS = 120
/** Different ends that are kept by name; the rest is "other". */
const MOST_STOPS = 40

export const newDay = (day: string, release: number): DayFigures => ({
  day,
  release,
  plays: 0,
  finishes: 0,
  won: 0,
  lengths: [],
  stops: {},
})

/** Adds one event to a day's counts. Nothing of it can be led back to one player. */
export function count(figures: DayFigures, { event, seconds, cause }: PlayEvent): DayFigures {
  if (event === 'began') return { ...figures, plays: figures.plays + 1 }
  const stop = event === 'left' ? `left after ${leftAfter(seconds)}` : event === 'won' ? 'won' : cause || 'lost'
  // A map, not the object: what ended a play is a text of the game's, and may be the name of anything objects have.
  const counts = new Map(Object.entries(figures.stops))
  const key = counts.has(stop) || counts.size < MOST_STOPS ? stop : 'other'
  counts.set(key, (counts.get(key) ?? 0) + 1)
  const stops = Object.fromEntries(counts)
  if (event === 'left') return { ...figures, stops }
  const at = Math.min(LENGTHS - 1, Math.floor(seconds / FIGURE_STEP_S))
  const lengths = Array.from({ length: Math.max(figures.lengths.length, at + 1) }, (_, i) => figures.lengths[i] ?? 0)
  lengths[at]!++
  return { ...figures, stops, lengths, finishes: figures.finishes + 1, won: figures.won + (event === 'won' ? 1 : 0) }
}

const leftAfter = (seconds: number): string =>
  seconds < 10 ? 'a few seconds' : seconds < 30 ? 'half a minute' : seconds < 90 ? 'a minute' : 'more than a minute'

/** Median length of ended plays in s, taken from the middle of its step; null before any has ended. */
export function medianSeconds(days: readonly DayFigures[]): number | null {
  const lengths: number[] = []
  for (const day of days) day.lengths.forEach((n, i) => (lengths[i] = (lengths[i] ?? 0) + n))
  const all = lengths.reduce((sum, n) => sum + (n ?? 0), 0)
  if (all === 0) return null
  let seen = 0
  for (let i = 0; i < lengths.length; i++) {
    seen += lengths[i] ?? 0
    if (seen * 2 >= all) return (i + 0.5) * FIGURE_STEP_S
  }
  return null
}

/** Where plays ended over some days, most often first. */
export function stopsOf(days: readonly DayFigures[]): { stop: string; count: number }[] {
  const counts = new Map<string, number>()
  for (const day of days)
    for (const [stop, n] of Object.entries(day.stops)) counts.set(stop, (counts.get(stop) ?? 0) + n)
  return [...counts]
    .map(([stop, n]) => ({ stop, count: n }))
    .sort((a, b) => b.count - a.count || (a.stop < b.stop ? -1 : 1))
}
