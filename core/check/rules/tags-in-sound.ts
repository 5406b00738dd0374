import { readSoundTags, stripSoundTags } from '../../sound/tags'
import { madeFrom } from '../new-picture'
import { ownAssets, type Rule } from '../rule'
import { swapAsset } from '../swap-asset'

/** Who made a sound belongs into the credits, where it can be read and changed, not hidden in the file. */
export const tagsInSound: Rule = {
  id: 'tags-in-sound',
  severity: 'should',
  about: 'A sound file still has tags in it: names, titles, comments.',
  safe: true,
  subjects: (ctx) => ownAssets(ctx, ({ mime }) => mime.startsWith('audio/')),
  reads: (_ctx, { asset }) => asset,
  async run(ctx, { asset, part }) {
    const bytes = await ctx.bytes(asset!)
    const facts = ctx.pack.assets[asset!]
    if (bytes === null || facts === undefined) return []
    const { title, author, licence } = await readSoundTags(bytes, facts.mime)
    const told = [title, author, licence].filter((word) => word !== '')
    if (told.length === 0) return []
    const name = ctx.template.parts.find((spec) => spec.id === part)?.name ?? ''
    return [
      {
        facts: { name, told: told.join(', ').slice(0, 80) },
        evidence: { kind: 'wave', asset: asset!, fromS: 0, toS: 0 },
      },
    ]
  },
  async fix(ctx, { subject }) {
    const bytes = await ctx.bytes(subject.asset!)
    const facts = ctx.pack.assets[subject.asset!]
    const clean = bytes === null || facts === undefined ? null : stripSoundTags(bytes, facts.mime)
    if (clean === null || facts === undefined) return null
    const made = madeFrom({ hash: subject.asset!, facts }, clean, {})
    // The original with its tags must not travel along in the pack file.
    delete made.facts.madeFrom
    return swapAsset(ctx, subject, subject.asset!, made, 'Take the tags out of a sound')
  },
}
