import { add, type DrawItem, type DrawList } from './draw-list'
import { wordsIn } from './languages'
import type { Area } from './layouts'
import type { Setup } from './setup'
import type { DeckCellDoc, DeckRowDoc } from './types'

/** The sound part of a cell: `pairs#r3.other`. */
export const cellSound = (deck: string, row: string, column: string): string => `${deck}#${row}.${column}`

export const isEmpty = (cell: DeckCellDoc | undefined): boolean =>
  cell === undefined || (cell.picture === undefined && cell.sound === undefined && (cell.text ?? '').trim() === '')

/** What a cell says in the language that is shown, or in the first one where it has none; empty for none at all. */
export function cellText(setup: Setup, cell: DeckCellDoc | undefined, language: number): string {
  const tag = language > 0 ? setup.doc.languages[language]?.tag : undefined
  return (tag === undefined ? undefined : cell?.in?.[tag]) ?? cell?.text ?? ''
}

/** Rows with something in each of those columns. */
export const wholeRows = <R extends DeckRowDoc>(rows: readonly R[], needed: readonly string[]): R[] =>
  rows.filter(({ cells }) => needed.every((column) => !isEmpty(cells[column])))

/** Words as a part sets them, which says {card} where they are to stand. */
export function setAs(setup: Setup, part: string, text: string, language: number): string {
  const set = wordsIn(setup, part, language)
  return set.includes('{card}') ? set.replaceAll('{card}', text) : text
}

/** Share of a cell's box that its picture has where there are words too. */
const PICTURE = 0.66

/** Where and how a cell is drawn. */
export interface CellPlace {
  list: DrawList
  setup: Setup
  /** The deck's part, and the wording part its words are set as, which knows {card}. */
  deck: string
  words: string
  /** Picture part for a cell that is only heard. */
  sound: string
}

/** Draws what is in a cell: its picture, its words, both one over the other, or the sign of a sound. */
export function drawCell(to: CellPlace, row: DeckRowDoc, column: string, [x, y, w, h]: Area): void {
  const { list, setup } = to
  const cell = row.cells[column]
  const text = cell?.formula === true && cell.picture !== undefined ? '' : cellText(setup, cell, list.language)
  const boxed = (item: DrawItem, top: number, high: number): DrawItem => {
    item.y = y + top
    item.w = w
    item.h = high
    return item
  }
  if (cell?.picture !== undefined) {
    const item = boxed(add(list, 'picture', to.deck, x, y), 0, text === '' ? h : h * PICTURE)
    item.entry = row.id
    item.asset = cell.picture
    item.clip = cell.crisp === true ? 'crisp' : ''
  } else if (text === '' && cell?.sound !== undefined) boxed(add(list, 'picture', to.sound, x, y), 0, h)
  if (text === '') return
  const top = cell?.picture === undefined ? 0 : h * PICTURE
  const item = boxed(add(list, 'text', to.words, x, y), top, h - top)
  item.text = setAs(setup, to.words, text, list.language)
}
