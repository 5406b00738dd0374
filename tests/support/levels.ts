import type { Pack } from '../../core/pack/pack'
import { edit } from '../../core/pack/commands'
import { addLevel, inLevel } from '../../core/template/levels'
import { TEMPLATES } from './fixtures'

/** A pack with so many levels more than its one. */
export function withLevels(pack: Pack, count: number): Pack {
  let next = pack
  while (next.levels.length < count)
    next = edit(next, addLevel(next, TEMPLATES[next.template.id as keyof typeof TEMPLATES])!.command)[0]
  return next
}

/** Windfall of three levels that are quickly won: goals of 10, 20 and 30 points, the last with hail only once it is up. */
export function threeLevels(pack: Pack): Pack {
  const made = withLevels(pack, 3)
  const dial = (part: string, level: number, value: number) => ({
    [inLevel(part, made.levels[level]!.id)]: { kind: 'dial' as const, value },
  })
  return {
    ...made,
    levels: ['Low tide', 'Half tide', 'High tide'].map((name, i) => ({ ...made.levels[i]!, name })),
    parts: { ...made.parts, ...dial('goal', 0, 10), ...dial('goal', 1, 20), ...dial('goal', 2, 30) },
  }
}

/** Three players take turns on one device. */
export const withSlots = (pack: Pack): Pack => ({
  ...pack,
  parts: { ...pack.parts, slots: { kind: 'choice', value: 'three' } },
})
