import { personalData, type PersonalFind } from '../../wording/personal-data'
import { textsOf } from '../../wording/texts'
import type { Subject } from '../finding'
import type { CheckContext, Rule } from '../rule'

interface Said {
  subject: Subject
  name: string
  text: string
}

/** Everything players can read: words of the game in all languages, names of things, the label. */
function said(ctx: CheckContext): Said[] {
  const { label, languages } = ctx.pack
  const found: Said[] = []
  for (const { key, spec, name, text } of textsOf(ctx.template, ctx.pack)) {
    if (ctx.pack.parts[spec.id] === undefined && languages.length === 0) continue
    const all = [text, ...languages.map((language) => language.words[key] ?? '')].join('\n')
    found.push({ subject: { part: spec.id }, name, text: all })
  }
  for (const spec of ctx.template.parts) {
    const own = ctx.pack.parts[spec.id]
    if (own?.kind !== 'cast') continue
    found.push({ subject: { part: spec.id }, name: spec.name, text: own.entries.map((entry) => entry.name).join('\n') })
  }
  const fields = [
    ['title', 'The title', label.title],
    ['author', 'The maker’s name', label.author],
    ['short', 'The short line', label.short],
    ['description', 'The description', label.description],
    ['howTo', 'How to play', label.howTo.join('\n')],
    ['tags', 'The tags', label.tags.join('\n')],
    ['coverAlt', 'The words on the pictures', [label.coverAlt, ...label.shots.map((shot) => shot.alt)].join('\n')],
  ] as const
  for (const { tag, name } of languages) {
    const words = label.languages[tag]
    if (words === undefined) continue
    const { title, short, description, howTo } = words
    const text = [title, short, description, ...howTo].join('\n')
    found.push({ subject: { field: 'languages' }, name: `The label in ${name}`, text })
  }
  for (const [field, name, text] of fields) found.push({ subject: { field }, name, text })
  return found
}

const worst = (finds: readonly PersonalFind[]): PersonalFind => finds.find((one) => one.kind !== 'name') ?? finds[0]!

/** What leads to a real person leads every stranger there. */
export const personalDataRule: Rule = {
  id: 'personal-data',
  severity: 'must',
  about: 'A text has an e-mail address, a phone number, a postal address or a full name in it.',
  subjects: (ctx) => {
    const seen = new Set<string>()
    return said(ctx).flatMap(({ subject }) => {
      const key = subject.part ?? subject.field!
      if (seen.has(key)) return []
      seen.add(key)
      return [subject]
    })
  },
  reads: (ctx, subject) =>
    said(ctx)
      .filter((one) => one.subject.part === subject.part && one.subject.field === subject.field)
      .map((one) => one.text),
  async run(ctx, subject) {
    const own = said(ctx).filter((one) => one.subject.part === subject.part && one.subject.field === subject.field)
    for (const one of own) {
      const finds = personalData(one.text)
      if (finds.length === 0) continue
      const { kind, text } = worst(finds)
      return [
        {
          severity: kind === 'name' ? ('should' as const) : ('must' as const),
          facts: { name: one.name, kind, text: text.slice(0, 60) },
          evidence: { kind: 'words' as const, text: text.slice(0, 60), overWidth: 0 },
        },
      ]
    }
    return []
  },
}
