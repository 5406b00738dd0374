import { beforeEach, expect, it, vi } from 'vitest'
import type { DeckColumn, DeckContent } from '@core/kinds/deck'
import { drawFormulas, undrawn } from './formulas'

const answer = vi.fn<(tex: string, ink: string) => Promise<{ svg: string } | { wrong: string }>>()
vi.mock('~/workers/formula', () => ({ formulaWorker: () => ({ draw: answer }) }))
beforeEach(() => void answer.mockReset().mockResolvedValue({ svg: '<svg/>' }))

const columns: DeckColumn[] = [
  { id: 'one', name: 'One side', holds: ['picture', 'text'], needed: true, languages: true },
  { id: 'said', name: 'Said', holds: ['text'], needed: false, languages: true },
]
const deck: DeckContent = {
  kind: 'deck',
  rows: [
    { id: 'a', cells: { one: { text: '$x^2$' }, said: { text: '$y$' } } },
    { id: 'b', cells: { one: { text: 'Five $' } } },
    { id: 'c', cells: { one: { text: 'Half: $\\frac12$', picture: 'ab'.repeat(32), formula: true } } },
    { id: 'd', cells: { one: { text: '$\\frac1$' } } },
  ],
}

it('draws what is mathematics, is not drawn, and stands where a picture may', async () => {
  const list = undrawn(deck, columns)
  expect(list.map(({ row, column }) => `${row} ${column}`)).toEqual(['0 one', '3 one'])
  answer.mockImplementation((tex) =>
    Promise.resolve(tex.includes('frac') ? { wrong: 'Missing argument' } : { svg: '<svg/>' }),
  )
  const { drawn, wrong } = await drawFormulas(list, '#123456')
  expect(answer).toHaveBeenCalledWith('{x^2}', '#123456')
  expect(drawn.map(({ what }) => what.name)).toEqual(['x 2.svg'])
  expect(new TextDecoder().decode(await drawn[0]!.what.bytes())).toBe('<svg/>')
  expect(wrong).toEqual([{ at: list[1], why: 'Missing argument' }])
})
