import type { PartContent } from '../../pack/content'
import type { Evidence } from '../finding'
import { firstAsset, firstBox, type Rule } from '../rule'

/** Players can tell: a placeholder is still in there. */
export const stillTemplate: Rule = {
  id: 'still-template',
  severity: 'should',
  about: 'A part still has the template’s content.',
  subjects: (ctx) => ctx.template.parts.filter((spec) => !spec.fineAsIs).map((spec) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const spec = ctx.template.parts.find((one) => one.id === part)!
    const own = ctx.pack.parts[spec.id]
    const facts = { name: spec.name, kind: spec.content.kind }
    if (own === undefined) return [{ facts, evidence: shown(spec.content) }]
    if (own.kind !== 'cast' || spec.content.kind !== 'cast') return []
    const theirs = new Set(spec.content.entries.map((entry) => firstAsset(entry.sprite)))
    return own.entries
      .filter((entry) => theirs.has(firstAsset(entry.sprite)))
      .map((entry) => ({
        facts: { name: entry.name, kind: 'sprite' },
        subject: { part: spec.id, entry: entry.id },
        evidence: shown(entry.sprite),
      }))
  },
}

function shown(content: PartContent): Evidence {
  switch (content.kind) {
    case 'sprite':
      return { kind: 'picture', asset: firstAsset(content), frame: firstBox(content), boxes: [], shape: [] }
    case 'cast':
      return content.entries[0] === undefined ? { kind: 'figure', text: 'nobody' } : shown(content.entries[0].sprite)
    case 'picture':
      return { kind: 'picture', asset: content.asset, boxes: [], shape: [] }
    case 'sound':
    case 'music':
      return content.asset === null
        ? { kind: 'figure', text: 'silent' }
        : { kind: 'wave', asset: content.asset, fromS: 0, toS: 0 }
    case 'wording':
      return { kind: 'words', text: content.text, overWidth: 0 }
    case 'dial':
      return { kind: 'figure', text: String(content.value) }
    case 'story':
      return { kind: 'figure', text: `${content.lines.length} lines` }
    case 'typeface':
      return { kind: 'figure', text: content.name || 'as made' }
  }
}
