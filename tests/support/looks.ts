import type { CastContent } from '../../core/kinds/cast'
import type { SpriteContent } from '../../core/kinds/drawing'
import type { Pack } from '../../core/pack/pack'
import { TEMPLATES } from './fixtures'

/** A pack with two looks of its template's hero: a free one, and one for 120 points that is half as high; as it is where nobody can be dressed. */
export function withLooks(pack: Pack, only = ['scarf', 'coat']): Pack {
  const template = TEMPLATES[pack.template.id as keyof typeof TEMPLATES]
  const spec = template.parts.find(({ dresses }) => dresses !== undefined)
  if (spec === undefined) return pack
  const hero = template.parts.find(({ id }) => id === spec.dresses)!.content as SpriteContent
  const entries = [
    { id: 'scarf', name: 'Scarf', price: 0, sprite: hero },
    { id: 'coat', name: 'Coat', price: 120, sprite: { ...hero, height: hero.height / 2 } },
  ].filter(({ id }) => only.includes(id))
  const looks: CastContent = { kind: 'cast', entries }
  return { ...pack, parts: { ...pack.parts, [spec.id]: looks } }
}
