import { assetsOf, drawingsIn } from '../../kinds'
import { isPicture } from '../../pack/asset'
import type { CheckContext, Rule } from '../rule'

const useOf = (ctx: CheckContext): Map<string, { part: string; name: string; entry?: string }> => {
  const uses = new Map<string, { part: string; name: string; entry?: string }>()
  for (const spec of ctx.template.parts) {
    const own = ctx.pack.parts[spec.id]
    if (own === undefined) continue
    const put = (hash: string, use: { part: string; name: string; entry?: string }): void => {
      if (!uses.has(hash)) uses.set(hash, use)
    }
    for (const { entry, name, sprite } of drawingsIn(own))
      if (entry !== '') for (const hash of assetsOf(sprite)) put(hash, { part: spec.id, entry, name })
    for (const hash of assetsOf(own)) put(hash, { part: spec.id, name: spec.name })
  }
  return uses
}

/** Nobody wrote down where it came from, so nobody can be thanked or asked. */
export const sourceUnknown: Rule = {
  id: 'source-unknown',
  severity: 'should',
  about: 'The author or licence of a picture or sound is not known.',
  subjects: (ctx) =>
    [...useOf(ctx)]
      .filter(([hash]) => ctx.pack.assets[hash] !== undefined)
      .map(([asset, use]) => ({ asset, part: use.part, ...(use.entry === undefined ? {} : { entry: use.entry }) })),
  reads: (ctx, { asset }) => ctx.pack.assets[asset!]?.source,
  async run(ctx, { asset }) {
    const facts = ctx.pack.assets[asset!]
    const use = useOf(ctx).get(asset!)
    if (facts === undefined || use === undefined) return []
    const missing = [facts.source.author === '' ? 'author' : '', facts.source.licence === '' ? 'licence' : ''].filter(
      (word) => word !== '',
    )
    if (missing.length === 0) return []
    return [
      {
        facts: { name: use.name, file: facts.source.file, missing: missing.join(' and ') },
        evidence: isPicture(facts.mime)
          ? { kind: 'picture', asset: asset!, boxes: [], shape: [] }
          : { kind: 'wave', asset: asset!, fromS: 0, toS: 0 },
      },
    ]
  },
}
