import { contentOf, type Pack } from '../pack/pack'
import type { Spot } from './beside-protocol'
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

/** The parts that are of a colour that was seen: of the topmost that any part is of. None where no part is. */
export function partsOfColour(template: FolderTemplate, pack: Pack, colours: readonly string[]): string[] {
  const by = new Map<string, string[]>()
  for (const { id } of template.parts) {
    const content = contentOf(pack, template, id)
    if (content?.kind === 'colour') by.set(content.value, [...(by.get(content.value) ?? []), id])
  }
  return colours.map((one) => by.get(one)).find((parts) => parts !== undefined) ?? []
}

/**
 * The part that a file of the folder is of: of several things on a sheet the one that lies at that place of it (shares of
 * its width and height), else the first; null for a file that is no part.
 */
export function partForFile(template: FolderTemplate, path: string, spot: Spot | null): string | null {
  const there = Object.entries(template.folder.places).flatMap(([part, place]) =>
    place.at === 'file' && place.paths.includes(path) ? [{ part, first: place.paths[0]! }] : [],
  )
  if (there.length < 2 || spot === null) return there[0]?.part ?? null
  const { width, height } = template.assets[template.folder.files[there[0]!.first]!.hash]!.facts
  const [x, y] = [spot.x * width, spot.y * height]
  const isOn = (part: string): boolean => {
    const content = template.parts.find(({ id }) => id === part)?.content
    if (content?.kind !== 'sprite') return false
    return Object.values(content.clips)
      .flatMap(({ frames }) => frames)
      .some((one) => x >= one.x && y >= one.y && x <= one.x + one.w && y <= one.y + one.h)
  }
  return (there.find(({ part }) => isOn(part)) ?? there[0]!).part
}

/** The template with those parts as met in that moment; itself where all of them were met before. */
export function withMet(template: FolderTemplate, parts: ReadonlySet<string>, moment: Moment): FolderTemplate {
  const isNew = ({ id, met }: PartSpec) => met === false && parts.has(id)
  if (!template.parts.some(isNew)) return template
  return { ...template, parts: template.parts.map((spec) => (isNew(spec) ? { ...spec, met: true, moment } : spec)) }
}
