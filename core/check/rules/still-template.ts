import { drawingsIn, kindOf, type PartContent } from '../../kinds'
import type { Evidence } from '../finding'
import { firstAsset, type Rule } from '../rule'

/** Players can tell: a placeholder is still in there. */
export const stillTemplate: Rule = {
  id: 'still-template',
  severity: 'should',
  engine: true,
  about: 'A part still has the template’s content.',
  subjects: (ctx) => ctx.template.parts.filter((spec) => !spec.fineAsIs).map((spec) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const spec = ctx.template.parts.find((one) => one.id === part)!
    const own = ctx.pack.parts[spec.id]
    const facts = { name: spec.name, kind: spec.content.kind }
    if (own === undefined) return [{ facts, evidence: shown(spec.content) }]
    const theirs = new Set(drawingsIn(spec.content).map(({ sprite }) => firstAsset(sprite)))
    return drawingsIn(own)
      .filter(({ entry, sprite }) => entry !== '' && theirs.has(firstAsset(sprite)))
      .map(({ entry, name, sprite }) => ({
        facts: { name, kind: 'sprite' },
        subject: { part: spec.id, entry },
        evidence: shown(sprite),
      }))
  },
}

function shown(content: PartContent): Evidence {
  const face = kindOf(content).face(content)
  switch (face.face) {
    case 'picture': {
      const { asset, frame } = face
      return { kind: 'picture', asset, ...(frame === undefined ? {} : { frame }), boxes: [], shape: [] }
    }
    case 'wave':
      return { kind: 'wave', asset: face.asset, fromS: 0, toS: 0 }
    case 'words':
      return { kind: 'words', text: face.text, overWidth: 0 }
    case 'figure':
      return { kind: 'figure', text: face.text }
  }
}
