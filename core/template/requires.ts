import { kindOf } from '../kinds'
import { contentOf, type Pack } from '../pack/pack'
import type { Requirement, Template } from './template'

/** What this pack lacks of what its game cannot run without, in the template's order. */
export const lacking = (template: Template, pack: Pack): Requirement[] =>
  (template.requires ?? []).filter(({ part }) => {
    const content = contentOf(pack, template, part)
    return content === undefined || !kindOf(content).filled(content)
  })
