import type { SeenCut } from '../../core/folder/beside-protocol'
import { MOST_CUTS } from '../../core/folder/beside-words'
import { tell } from './report'
import { cutOf, isWhole, keyOf, turns, type Drawn } from './turns'

/** Turns of one kind until it is told: what happens once is a chance. */
const TOLD_AT = 2

/** What was cut out of each file so far. */
const told = new Map<string, Set<string>>()
function mayTell(path: string, key: string): boolean {
  const known = told.get(path) ?? new Set()
  told.set(path, known)
  if (!known.has(key) && known.size >= MOST_CUTS) return false
  known.add(key)
  return true
}

/** Tells what was drawn of a file, and what was cut out of it where that is not all. */
export function tellDrawn({ path, of }: Drawn): void {
  const seen = isWhole(of) || !mayTell(path, keyOf(of)) ? null : { cut: cutOf(of) }
  tell({ is: 'drawn', path, ...(seen === null ? {} : { seen }) })
}

const counts = new Map<string, number>()
/** Tells which cells of a file take turns: they are drawings of one thing. */
export function takeTurns(was: readonly Drawn[], is: readonly Drawn[]): void {
  for (const [one, before] of turns(was, is)) {
    const seen: SeenCut = { cut: cutOf(one.of), after: cutOf(before.of) }
    const key = `${one.path} ${JSON.stringify(seen)}`
    const count = (counts.get(key) ?? 0) + 1
    if (counts.size < 4 * MOST_CUTS || counts.has(key)) counts.set(key, count)
    if (count === TOLD_AT) tell({ is: 'drawn', path: one.path, seen })
  }
}
