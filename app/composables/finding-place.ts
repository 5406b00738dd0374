import type { Finding } from '@core/check/finding'

/** Rows of the label that several fields share. */
const ROWS: Record<string, string> = {
  short: 'words',
  description: 'words',
  cover: 'pictures',
  coverAlt: 'pictures',
  square: 'pictures',
  icon: 'pictures',
  shots: 'pictures',
  clip: 'pictures',
  ageGuide: 'age',
  visibility: 'who',
  author: 'title',
  category: 'tags',
  season: 'tags',
}

/** Where in the application a finding is put right. */
export function findingPlace(
  pack: string,
  { subject }: Pick<Finding, 'subject'>,
): { to: string | { path: string; hash: string }; part: string; entry: string } {
  const base = `/packs/${pack}`
  if (subject.part !== undefined) return { to: `${base}/bench`, part: subject.part, entry: subject.entry ?? '' }
  const row = subject.field === undefined ? 'title' : (ROWS[subject.field] ?? subject.field)
  return { to: { path: `${base}/label`, hash: `#label-${row}` }, part: '', entry: '' }
}
