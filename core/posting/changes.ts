import { fingerprintOf } from '../pack/fingerprint'
import type { Pack } from '../pack/pack'
import type { Template } from '../template/template'

export interface Change {
  part: string
  name: string
  what: 'swapped' | 'changed' | 'back to the template’s'
}

/** What differs from the fingerprint of an earlier posting, in the template's order; the label last. */
export function changesSince(template: Template, pack: Pack, before: Readonly<Record<string, string>>): Change[] {
  const now = fingerprintOf(pack)
  const changes: Change[] = []
  for (const spec of template.parts) {
    const then = before[spec.id]
    const here = now[spec.id]
    if (then === here) continue
    changes.push({
      part: spec.id,
      name: spec.name,
      what: here === undefined ? 'back to the template’s' : then === undefined ? 'swapped' : 'changed',
    })
  }
  if (before['label'] !== now['label']) changes.push({ part: 'label', name: 'Label', what: 'changed' })
  return changes
}

/** Release notes as a proposal, in plain words and short; empty when nothing changed that a player would notice. */
export function proposeNote(template: Template, changes: readonly Change[]): string {
  const kindOf = (part: string) => template.parts.find((spec) => spec.id === part)?.content.kind
  const named = (kinds: readonly string[], what?: Change['what']) =>
    changes.filter((one) => kinds.includes(kindOf(one.part) ?? '') && (what === undefined || one.what === what))
  const list = (some: readonly Change[]) => {
    const names = some.map((one) => one.name.toLowerCase())
    return names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ')
  }
  const art = ['sprite', 'picture', 'cast', 'typeface']
  const lines = [
    ['New', named(art, 'swapped')],
    ['Redrawn', named(art, 'changed')],
    ['Sounds', named(['sound', 'music'])],
    ['Words', named(['wording', 'story'])],
    ['Plays differently', named(['dial'])],
    ['As at first', named(art, 'back to the template’s')],
  ] as const
  return lines
    .filter(([, some]) => some.length > 0)
    .map(([word, some]) => `${word}: ${list(some)}.`)
    .join(' ')
    .slice(0, 600)
}
