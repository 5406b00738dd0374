import * as z from 'zod'
import { cellSound, isEmpty } from '../game/deck'
import type { Kind } from './kind'
import { Hash } from './values'

/** Rows a deck has at most, and characters of one cell. */
export const MOST_ROWS = 10_000
export const MOST_LETTERS = 2000

/** What a cell can hold, as the template's column says. */
export const CELL_HOLDS = ['text', 'picture', 'sound', 'link'] as const
export type CellHolds = (typeof CELL_HOLDS)[number]

/** What lies in one cell. One that is left empty is not there. */
export const DeckCell = z.object({
  text: z.string().max(MOST_LETTERS).optional(),
  picture: Hash.optional(),
  sound: Hash.optional(),
  /** The picture is drawn pixel by pixel. */
  crisp: z.boolean().optional(),
  /** The picture is the text drawn, because there is mathematics in it: only that is shown. */
  formula: z.boolean().optional(),
  /** The text in other languages, by BCP 47 tag; what is missing is shown in the first one. */
  in: z.record(z.string().regex(/^[A-Za-z0-9-]{2,35}$/), z.string().max(MOST_LETTERS)).optional(),
})
export type DeckCell = z.infer<typeof DeckCell>

export const DeckRow = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,12}$/),
  /** By the id of the column. */
  cells: z.record(z.string().regex(/^[a-z][a-z0-9-]{0,23}$/), DeckCell),
})
export type DeckRow = z.infer<typeof DeckRow>

export const DeckContent = z.object({ kind: z.literal('deck'), rows: z.array(DeckRow).max(MOST_ROWS) })
export type DeckContent = z.infer<typeof DeckContent>

/** One column of a deck; the template declares it. */
export const DeckColumn = z.object({
  id: z.string().regex(/^[a-z][a-z0-9-]{0,23}$/),
  name: z.string().min(1).max(40),
  /** What is put into it, the usual thing first; it is full with any of them. */
  holds: z.array(z.enum(CELL_HOLDS)).min(1).max(3),
  /** A row without it is not used. */
  needed: z.boolean(),
  /** Texts may be something else in other languages. */
  languages: z.boolean(),
})
export type DeckColumn = z.infer<typeof DeckColumn>

const cellsOf = (rows: readonly DeckRow[]): DeckCell[] => rows.flatMap(({ cells }) => Object.values(cells))

export const deck: Kind<DeckContent> = {
  kind: 'deck',
  schema: DeckContent,
  ...{ wants: null, takesMany: false, splits: false },
  assets: ({ rows }) =>
    cellsOf(rows).flatMap(({ picture, sound }) => [picture, sound].filter((hash) => hash !== undefined)),
  toDoc({ rows }, { put, part }) {
    put('deck', part, { key: part, rows })
    for (const { id, cells } of rows)
      for (const [column, { sound }] of Object.entries(cells))
        if (sound !== undefined) put('sound', cellSound(part, id, column), { asset: sound, gainDb: 0 })
  },
  texts: () => [],
  said: ({ rows }) =>
    cellsOf(rows).flatMap(({ text, in: others = {} }) => [
      ...(text === undefined ? [] : [text]),
      ...Object.values(others),
    ]),
  face: ({ rows }) => ({ face: 'figure', text: `${rows.length}` }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: ({ rows }) =>
    rows.map(({ id, cells }) => [id, ...Object.keys(cells).filter((column) => !isEmpty(cells[column]))]),
  filled: ({ rows }) => rows.some(({ cells }) => Object.values(cells).some((cell) => !isEmpty(cell))),
  summary: ({ rows }) => `deck of ${rows.length} ${rows.length === 1 ? 'row' : 'rows'}`,
}
