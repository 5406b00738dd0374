import { contentOf, type Pack } from '../pack/pack'
import type { FolderTemplate, Moment, PartSpec } from '../template/template'

/** Shorter words are in everything. */
const SHORTEST = 2

/** The part whose words are in a text that was shown: the longest that is whole in it; null for none. */
export function partForText(template: FolderTemplate, pack: Pack, text: string): string | null {
  const shown = plainSpace(text)
  let best: { part: string; length: number } | null = null
  for (const { id } of template.parts) {
    const content = contentOf(pack, template, id)
    if (content?.kind !== 'wording') continue
    const words = plainSpace(content.text)
    if (words.length < SHORTEST || !shown.includes(words) || words.length <= (best?.length ?? 0)) continue
    best = { part: id, length: words.length }
  }
  return best?.part ?? null
}
const plainSpace = (text: string): string => text.replace(/\s+/g, ' ').trim()

/** The template with those parts as met in that moment; itself where all of them were met before. */
export function withMet(template: FolderTemplate, parts: ReadonlySet<string>, moment: Moment): FolderTemplate {
  const isNew = ({ id, met }: PartSpec) => met === false && parts.has(id)
  if (!template.parts.some(isNew)) return template
  return { ...template, parts: template.parts.map((spec) => (isNew(spec) ? { ...spec, met: true, moment } : spec)) }
}
