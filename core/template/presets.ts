import type { Command } from '../pack/commands'
import type { Pack } from '../pack/pack'
import type { Template } from './template'

export const PRESETS = ['gentle', 'as-made', 'wild'] as const
export type Preset = (typeof PRESETS)[number]

/** Where a preset has each dial, by part. */
export function presetValues(template: Template, preset: Preset): Map<string, number> {
  const values = new Map<string, number>()
  for (const spec of template.parts) {
    if (spec.content.kind !== 'dial' || spec.dial === undefined) continue
    const { gentle, wild } = spec.dial
    values.set(spec.id, (preset === 'gentle' ? gentle : preset === 'wild' ? wild : undefined) ?? spec.content.value)
  }
  return values
}

/** All dials of a pack to a preset, as one step; a dial that stands as made is not the pack's own. */
export function presetCommand(template: Template, preset: Preset): Command {
  const values = presetValues(template, preset)
  return {
    type: 'all',
    commands: template.parts.flatMap((spec): Command[] => {
      const value = values.get(spec.id)
      if (value === undefined || spec.content.kind !== 'dial') return []
      return value === spec.content.value
        ? [{ type: 'reset-part', part: spec.id }]
        : [{ type: 'set-part', part: spec.id, content: { kind: 'dial', value } }]
    }),
  }
}

/** The preset the dials stand at, null when it is none of them. */
export function presetOf(template: Template, pack: Pack): Preset | null {
  const stands = (id: string, made: number) => {
    const own = pack.parts[id]
    return own?.kind === 'dial' ? own.value : made
  }
  return (
    PRESETS.find((preset) =>
      [...presetValues(template, preset)].every(([id, value]) => {
        const made = template.parts.find((spec) => spec.id === id)!.content
        return stands(id, made.kind === 'dial' ? made.value : 0) === value
      }),
    ) ?? null
  )
}
