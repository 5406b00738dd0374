import { cellText } from '../../deck'
import type { Setup } from '../../setup'
import type { DeckRowDoc } from '../../types'
import { ANSWER, eachOf, WRONG, type ClaimPlan } from './plan'

/** How many wrong answers a question has: its own, or else those of other questions. */
export function wrongAnswers(plan: ClaimPlan, row: DeckRowDoc | undefined): number {
  return eachOf(row?.cells[WRONG]?.text ?? '').length || Math.max(0, plan.whole.length - 1)
}

/** What an answer that is offered says in a language: 0 is the right one, from 1 on a wrong one. */
export function answerText(setup: Setup, plan: ClaimPlan, row: DeckRowDoc, offered: number, language: number): string {
  if (offered === 0) return firstAnswer(setup, row, language)
  const own = eachOf(cellText(setup, row.cells[WRONG], language))
  if (own.length > 0) return own[(offered - 1) % own.length]!
  // Those of the questions behind it, round and round.
  const at = plan.whole.indexOf(row)
  return firstAnswer(setup, plan.whole[(at + offered) % plan.whole.length]!, language)
}
const firstAnswer = (setup: Setup, row: DeckRowDoc, language: number): string => eachOf(cellText(setup, row.cells[ANSWER], language))[0] ?? ''

/** All that is right, for who awards. */
export const allAnswers = (setup: Setup, row: DeckRowDoc, language: number): string =>
  eachOf(cellText(setup, row.cells[ANSWER], language)).join(' / ')
