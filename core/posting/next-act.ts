import type { PostingRecord } from '../pack/posting-record'

/** The one thing to do next with a pack, and on which screen. */
export interface NextAct {
  say: string
  on: 'bench' | 'label' | 'check' | 'post'
}

export interface Standing {
  /** Parts that are the maker's own. */
  yours: number
  label: { title: string; cover: string | null }
  /** Findings that must be fixed; null where nobody looked yet. */
  must: number | null
  /** How many of them are fields of the label. */
  labelOpen: number
  last: Pick<PostingRecord, 'state' | 'release'> | null
  /** Parts and fields that differ from what is live; null where nobody looked yet. */
  changed: number | null
}

const ON_ITS_WAY = new Set(['sent', 'in-inspection', 'cleared'])

export function nextAct({ yours, label, must, labelOpen, last, changed }: Standing): NextAct {
  if (last !== null && ON_ITS_WAY.has(last.state)) return { say: 'See how far it is', on: 'post' }
  if (last?.state === 'returned') return { say: 'Read why it came back', on: 'post' }
  if (last?.state === 'held') return { say: 'Let it go live', on: 'post' }
  if (last?.state === 'live' && !changed) return { say: 'Share its link', on: 'post' }
  if (yours === 0) return { say: 'Swap a first picture', on: 'bench' }
  if (label.title.trim() === '' || label.cover === null || labelOpen > 0)
    return { say: 'Fill in the label', on: 'label' }
  if (must === null) return { say: 'Have it checked', on: 'check' }
  if (must > 0)
    return { say: must === 1 ? 'Fix the one thing that must be' : `Fix ${must} things that must be`, on: 'check' }
  return { say: last === null ? 'Post it' : `Post release ${last.release + 1}`, on: 'post' }
}
