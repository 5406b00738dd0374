import { kindOf } from '../kinds'
import { levelPlace, SPLIT } from '../game/setup'
import type { CastContent } from '../kinds/cast'
import type { PictureContent } from '../kinds/picture'
import { contentOf, type Pack } from '../pack/pack'
import { partWith, type PartSpec, type Template, type Use } from './template'

/** The key under which a part is something else in one of its places: `backdrop@won`. */
export const splitKey = (part: string, use: string): string => part + SPLIT + use
export const wholePart = (key: string): string => key.split(SPLIT)[0]!

/** Uses of a part that can have something of their own: more than one, and each with a place the engine knows. */
export function splittable(spec: PartSpec): Use[] {
  if (spec.id.includes(SPLIT) || !kindOf(spec.content).splits) return []
  return spec.appearsIn.length < 2 ? [] : spec.appearsIn.filter((use) => use.use !== '')
}

/**
 * The template as it is for that pack: texts stand where its stage's shape has them, and there is one more part for each
 * use the pack has split off, right behind the part it came from. Everything that goes through the parts of a template
 * then treats the split one like any other, and no shape is ever asked for.
 */
export function fittedTo(template: Template, pack: Pick<Pack, 'parts' | 'stage' | 'levels'>): Template {
  const needed = withNeeded(template, pack)
  return withSplits(pack.stage === 'tall' ? withTallBoxes(needed) : needed, pack)
}

export const hasLevels = (pack: Pick<Pack, 'levels'>): boolean => pack.levels.length > 1

/** A game of one level shows nothing of levels, one without looks nothing of looks. */
function withNeeded(template: Template, pack: Pick<Pack, 'levels' | 'parts'>): Template {
  const has = { levels: hasLevels(pack), looks: looksOf(template, pack).length > 0 }
  return { ...template, parts: template.parts.filter(({ needs }) => needs === undefined || has[needs]) }
}

/** The looks players may choose from, besides the hero's own. */
export function looksOf(template: Template, pack: Pick<Pack, 'parts'>): CastContent['entries'] {
  const spec = template.parts.find(({ dresses }) => dresses !== undefined)
  const content = spec === undefined ? undefined : (pack.parts[spec.id] ?? spec.content)
  return content?.kind === 'cast' ? content.entries : []
}

/** Which level a part is for: the id of one, or empty for all of them. */
export function levelOf(key: string): string {
  const place = key.split(SPLIT)[1] ?? ''
  return place.startsWith(LEVEL) ? place.slice(LEVEL.length) : ''
}
const LEVEL = levelPlace('')

/** Places of a part that are levels, in the order of these. */
function levelUses(template: Template, { id }: PartSpec, { levels }: Pick<Pack, 'levels'>): Use[] {
  if (template.levels?.parts.includes(id) !== true) return []
  return levels.flatMap((level, i) => {
    const use = levelPlace(level.id)
    const there = template.parts.some((spec) => spec.id === splitKey(id, use))
    return there ? [] : [{ use, name: level.name || `level ${i + 1}` }]
  })
}

/** Whether a part may be something else in one level. */
export const differsByLevel = (template: Template, part: string): boolean =>
  template.levels?.parts.includes(wholePart(part)) === true

function withTallBoxes(template: Template): Template {
  const parts = template.parts.map(({ tallBox, ...spec }) => (tallBox === undefined ? spec : { ...spec, box: tallBox }))
  return { ...template, parts }
}

function withSplits(template: Template, pack: Pick<Pack, 'parts' | 'levels'>): Template {
  const keys = Object.keys(pack.parts).filter((key) => key.includes(SPLIT))
  if (keys.length === 0) return template
  const parts = template.parts.flatMap((spec) => {
    const own = [...splittable(spec), ...levelUses(template, spec, pack)].filter((use) =>
      keys.includes(splitKey(spec.id, use.use)),
    )
    if (own.length === 0) return [spec]
    return [
      { ...spec, appearsIn: spec.appearsIn.filter((use) => !own.includes(use)) },
      ...own.map((use) => ({
        ...spec,
        id: splitKey(spec.id, use.use),
        name: `${spec.name}: ${use.name}`,
        appearsIn: [use],
      })),
    ]
  })
  return { ...template, parts }
}

/** The picture a game opens with. */
export function openingOf(pack: Pack, template: Template): PictureContent | null {
  const spec = partWith(template, 'opening')
  const content = spec === undefined ? undefined : contentOf(pack, template, spec.id)
  return content?.kind === 'picture' ? content : null
}
