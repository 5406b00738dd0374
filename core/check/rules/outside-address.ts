import type { Rule } from '../rule'

/** Files a browser runs or reads addresses from. */
const CODE = /\.(html|css|svg|js|json|webmanifest)$/
/** Words behind which an address is fetched, not merely named as formats are. */
const LOADS = /\b(?:src|href|action|fetch|import|worker|websocket|eventsource|sendbeacon|url)\b/gi
const ADDRESS = /^(?:https?:|wss?:)?\/\/[^\s"'`>)]+/i

const skipSpace = (text: string, at: number): number => {
  while (at < text.length && /\s/.test(text[at]!)) at++
  return at
}

/** The first address that is loaded from elsewhere, with the word before it; null for none. One pass, whatever stands there. */
export function firstLoad(text: string): string | null {
  for (const { index, 0: word } of text.matchAll(LOADS)) {
    let at = skipSpace(text, index + word.length)
    if (text[at] !== '=' && text[at] !== '(') continue
    at = skipSpace(text, at + 1)
    if (/["'`]/.test(text[at] ?? '')) at = skipSpace(text, at + 1)
    // An address is short where it says where it leads; the rest of it is of no matter.
    const found = ADDRESS.exec(text.slice(at, at + 200))
    if (found !== null) return text.slice(index, index + word.length) + '=' + found[0]
  }
  return null
}

/** A parcel must be whole: what it loads from elsewhere is gone one day, and tells others who plays. */
export const outsideAddress: Rule = {
  id: 'outside-address',
  severity: 'must',
  about: 'A parcel loads something from a network address outside of itself.',
  subjects: (ctx) =>
    ctx.files === null ? [] : [...ctx.files.keys()].filter((name) => CODE.test(name)).map((asset) => ({ asset })),
  reads: (ctx, { asset }) => ctx.files?.get(asset!)?.length,
  async run(ctx, { asset }) {
    const bytes = ctx.files?.get(asset!)
    const found = bytes === undefined ? null : firstLoad(new TextDecoder().decode(bytes))
    if (found === null) return []
    return [
      { subject: {}, facts: { file: asset!, address: found.slice(0, 80) }, evidence: { kind: 'figure', text: asset! } },
    ]
  },
}
