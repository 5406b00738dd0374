import type { DeckCell, DeckColumn, DeckContent } from '@core/kinds/deck'
import { hasFormula, texOf } from '@core/pack/formula'
import type { Bringing } from '~/stores/incoming'
import { formulaWorker } from '~/workers/formula'

/** Drawn at once at most; the others are drawn with the next change. */
export const MOST_DRAWN = 400

export interface FormulaAt {
  row: number
  column: string
  text: string
}

/** Cells whose words have mathematics in them that is not drawn yet, where their column may hold a picture. */
export function undrawn({ rows }: DeckContent, columns: readonly DeckColumn[]): FormulaAt[] {
  const drawable = columns.filter(({ holds }) => holds.includes('picture')).map(({ id }) => id)
  return rows.flatMap(({ cells }, row) =>
    drawable.flatMap((column) => {
      const { text = '', picture }: DeckCell = cells[column] ?? {}
      return picture === undefined && hasFormula(text) ? [{ row, column, text }] : []
    }),
  )
}

/** Each of them as a picture in that ink, and what cannot be read; the worker is fetched with the first. */
export async function drawFormulas(
  list: readonly FormulaAt[],
  ink: string,
): Promise<{ drawn: { at: FormulaAt; what: Bringing }[]; wrong: { at: FormulaAt; why: string }[] }> {
  const made: Awaited<ReturnType<typeof drawFormulas>> = { drawn: [], wrong: [] }
  for (const at of list) {
    const answer = await formulaWorker().draw(texOf(at.text)!, ink)
    if ('wrong' in answer) {
      made.wrong.push({ at, why: answer.wrong })
      continue
    }
    const bytes = new TextEncoder().encode(answer.svg)
    const name = `${
      at.text
        .replace(/[^\p{L}\p{N}]+/gu, ' ')
        .trim()
        .slice(0, 24) || 'formula'
    }.svg`
    const source = { author: 'Drawn from the deck’s own words', licence: 'CC0-1.0' }
    made.drawn.push({ at, what: { name, size: bytes.length, bytes: () => Promise.resolve(bytes), source } })
  }
  return made
}
