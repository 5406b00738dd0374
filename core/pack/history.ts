import { apply, create } from 'mutative'
import * as z from 'zod'
import { edit, type Command } from './commands'
import { mergeInto } from './merge'
import type { Pack } from './pack'

const Patch = z.object({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string(), z.number()])),
  value: z.unknown().optional(),
})

export const HistoryStep = z.object({
  name: z.string().max(200),
  mark: z.string().max(100),
  there: z.array(Patch),
  back: z.array(Patch),
})
export type HistoryStep = z.infer<typeof HistoryStep>

/** Undo as pure differences with names. `past` oldest first; `future` next redo last. */
export const History = z.object({ past: z.array(HistoryStep), future: z.array(HistoryStep) })
export type History = z.infer<typeof History>

export const MOST_STEPS = 300
export const emptyHistory = (): History => ({ past: [], future: [] })

export interface Edited {
  pack: Pack
  history: History
}

/** What leads from one pack to another, both ways, whatever was done in between. */
function between(before: Pack, after: Pack): Pick<HistoryStep, 'there' | 'back'> {
  const [, there, back] = create(before, (draft) => mergeInto(draft, before, after), { enablePatches: true })
  return { there: there as HistoryStep['there'], back: back as HistoryStep['back'] }
}

/**
 * Does a command as a named step. Commands with the same non-empty `mark` in a row become one step, so that a
 * drag or a text typed letter by letter is undone at once, and is no larger than its first and its last state.
 */
export function perform(pack: Pack, history: History, name: string, command: Command, mark = ''): Edited {
  const [next, there, back] = edit(pack, command)
  if (there.length === 0) return { pack, history }
  const last = history.past.at(-1)
  const step = { name, mark, there: there as HistoryStep['there'], back: back as HistoryStep['back'] }
  if (last !== undefined && mark !== '' && last.mark === mark && history.future.length === 0) {
    const before = apply(pack, last.back as Parameters<typeof apply>[1]) as Pack
    const joined = { name, mark, ...between(before, next) }
    const past = history.past.slice(0, -1)
    return { pack: next, history: { past: joined.there.length === 0 ? past : [...past, joined], future: [] } }
  }
  return { pack: next, history: { past: [...history.past, step].slice(-MOST_STEPS), future: [] } }
}

/** Ends a run of joined commands: the next one starts a step of its own. */
export function sealHistory(history: History): History {
  const last = history.past.at(-1)
  if (last === undefined || last.mark === '') return history
  return { ...history, past: [...history.past.slice(0, -1), { ...last, mark: '' }] }
}

export function undo(pack: Pack, history: History): Edited | null {
  const step = history.past.at(-1)
  if (step === undefined) return null
  return {
    pack: apply(pack, step.back as Parameters<typeof apply>[1]) as Pack,
    history: { past: history.past.slice(0, -1), future: [...history.future, step] },
  }
}

export function redo(pack: Pack, history: History): Edited | null {
  const step = history.future.at(-1)
  if (step === undefined) return null
  return {
    pack: apply(pack, step.there as Parameters<typeof apply>[1]) as Pack,
    history: { past: [...history.past, { ...step, mark: '' }], future: history.future.slice(0, -1) },
  }
}
