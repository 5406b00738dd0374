import { wholeRows } from '../../game/deck'
import { marksOf } from '../../pack/deck'
import { contentOf } from '../../pack/pack'
import { levelOf, splitKey, wholePart } from '../../template/uses'
import { SPLIT } from '../../game/setup'
import type { CheckContext, Hit, Rule } from '../rule'

/** A deck as it is, what its template says of it, and how many of its rows a play takes. */
function deckAt(ctx: CheckContext, part: string) {
  const spec = ctx.template.parts.find(({ id }) => id === part)
  const content = contentOf(ctx.pack, ctx.template, part)
  if (spec?.deck === undefined || content?.kind !== 'deck') return null
  const { columns, fills, rows: called } = spec.deck
  // A level's own deck is played with that level's own dial, where it has one.
  const own = fills === undefined || levelOf(part) === '' ? undefined : splitKey(fills, part.split(SPLIT)[1]!)
  const dial =
    fills === undefined ? undefined : (ctx.pack.parts[own ?? fills] ?? contentOf(ctx.pack, ctx.template, fills))
  return { spec, content, columns, called, asked: dial?.kind === 'dial' ? dial.value : 0 }
}

/** Rows that cannot be played, and boards they do not fill. */
export const deckRows: Rule = {
  id: 'deck-rows',
  severity: 'should',
  engine: true,
  about: 'Rows of a deck are half empty or there twice, or too few for a play.',
  subjects: (ctx) => ctx.template.parts.flatMap(({ id, deck }) => (deck === undefined ? [] : [{ part: id }])),
  reads: (ctx, { part }) => {
    const at = deckAt(ctx, part!)
    return [at?.content, at?.asked]
  },
  async run(ctx, { part }) {
    const at = deckAt(ctx, part!)
    if (at === null) return []
    const { spec, content, columns, called, asked } = at
    const needed = columns.filter((column) => column.needed).map(({ id }) => id)
    const whole = wholeRows(content.rows, needed).length
    const marks = marksOf(content, columns)
    const half = marks.flatMap(({ lacks }, i) => (lacks.length > 0 ? [i + 1] : []))
    const double = marks.flatMap(({ same }, i) => (same >= 0 ? [i + 1] : []))
    const facts = { name: spec.name, called, whole, asked, of: wholePart(part!) }
    const hits: Hit[] = []
    const tell = (problem: string, row: number, count: number, more: Partial<Hit> = {}): void => {
      const text = `${count} of ${content.rows.length}`
      hits.push({ facts: { ...facts, problem, row, count }, evidence: { kind: 'figure', text }, ...more })
    }
    if (whole === 0 && spec.deck?.optional === true && content.rows.length === 0) return []
    if (whole === 0) tell('none', 0, 0, { severity: 'must' })
    else if (whole < asked) tell('short', 0, whole)
    if (half.length > 0) tell('half', half[0]!, half.length)
    if (double.length > 0) tell('double', double[0]!, double.length, { severity: 'know' })
    return hits
  },
}
