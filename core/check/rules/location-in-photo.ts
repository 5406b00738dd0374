import { Label, labelAssets } from '../../label/label'
import { readTags, stripTags } from '../../art/metadata'
import { isPicture } from '../../pack/asset'
import { assetsOf } from '../../kinds'
import { contentOf } from '../../pack/pack'
import type { Command } from '../../pack/commands'
import { madeFrom } from '../new-picture'
import type { CheckContext, Rule } from '../rule'
import type { Subject } from '../finding'

function pictures(ctx: CheckContext): Subject[] {
  const found: Subject[] = []
  const seen = new Set<string>()
  const push = (hash: string, subject: Subject) => {
    const facts = ctx.pack.assets[hash]
    if (facts === undefined || !isPicture(facts.mime) || seen.has(hash)) return
    seen.add(hash)
    found.push({ ...subject, asset: hash })
  }
  for (const spec of ctx.template.parts) {
    const own = ctx.pack.parts[spec.id]
    if (own !== undefined) for (const hash of assetsOf(own)) push(hash, { part: spec.id })
  }
  for (const hash of labelAssets(ctx.pack.label)) push(hash, { field: 'cover' })
  return found
}

/** A photo that tells where it was taken tells it to every player. */
export const locationInPhoto: Rule = {
  id: 'location-in-photo',
  severity: 'must',
  safe: true,
  about: 'A picture’s tags say where, or with which device, it was taken.',
  subjects: pictures,
  reads: (_ctx, { asset }) => asset,
  async run(ctx, { asset, part, field }) {
    const bytes = await ctx.bytes(asset!)
    if (bytes === null) return []
    const tags = readTags(bytes)
    const located = tags.latitude !== null && tags.longitude !== null
    if (!located && tags.device === '') return []
    const name =
      ctx.template.parts.find((spec) => spec.id === part)?.name ??
      (field === 'cover' ? 'A picture of the label' : 'A picture')
    return [
      {
        severity: located ? 'must' : 'should',
        facts: {
          name,
          located: located ? 1 : 0,
          device: tags.device,
          file: ctx.pack.assets[asset!]?.source.file ?? '',
        },
        evidence: { kind: 'picture', asset: asset!, boxes: [], shape: [] },
      },
    ]
  },
  async fix(ctx, finding) {
    const { asset, part, field } = finding.subject
    const bytes = await ctx.bytes(asset!)
    const facts = ctx.pack.assets[asset!]
    if (bytes === null || facts === undefined) return null
    const made = madeFrom({ hash: asset!, facts }, stripTags(bytes), {})
    // The original with its tags must not travel along in the pack file.
    delete made.facts.madeFrom
    const assets = { [made.hash]: made.facts }
    const content = part === undefined ? undefined : contentOf(ctx.pack, ctx.template, part)
    const swapped =
      content === undefined ? undefined : JSON.parse(JSON.stringify(content).replaceAll(asset!, made.hash))
    const command: Command | null =
      field === 'cover'
        ? {
            type: 'set-label',
            from: ctx.pack.label,
            change: Label.parse(JSON.parse(JSON.stringify(ctx.pack.label).replaceAll(asset!, made.hash))),
            assets,
          }
        : part !== undefined && swapped !== undefined
          ? { type: 'set-part', part, from: content, content: swapped, assets }
          : null
    return command === null
      ? null
      : { name: `Take the tags out of ${String(finding.facts['name'])}`, command, bytes: { [made.hash]: made.bytes } }
  },
}
