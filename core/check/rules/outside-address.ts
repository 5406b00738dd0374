import { BESIDE } from '../../parcel/manifest'
import type { CheckContext, Rule } from '../rule'

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

/** Files of a received parcel; on the bench those of a game that came as a folder. */
const codeFiles = ({ files, template }: CheckContext): string[] =>
  [...(files?.keys() ?? (template.kind === 'folder' ? Object.keys(template.folder.files) : []))].filter(
    (name) => CODE.test(name) && !name.startsWith(BESIDE),
  )
const ownHash = ({ template }: CheckContext, name: string): string | undefined =>
  template.kind === 'folder' ? template.folder.files[name]?.hash : undefined

/**
 * A parcel must be whole: what it loads from elsewhere is gone one day, and tells others who plays. A game that came as a
 * folder is shut in by the arcade, whatever it asks for: its maker is told what will not come.
 */
export const outsideAddress: Rule = {
  id: 'outside-address',
  severity: 'must',
  about: 'A parcel, or a game that came as a folder, loads something from a network address outside of itself.',
  subjects: (ctx) => codeFiles(ctx).map((asset) => ({ asset })),
  reads: (ctx, { asset }) => ctx.files?.get(asset!)?.length ?? ownHash(ctx, asset!),
  async run(ctx, { asset }) {
    const hash = ownHash(ctx, asset!)
    const bytes = ctx.files?.get(asset!) ?? (hash === undefined ? null : await ctx.bytes(hash))
    const found = bytes === null ? null : firstLoad(new TextDecoder().decode(bytes))
    if (found === null) return []
    const foreign = ctx.template.kind === 'folder'
    return [
      {
        severity: foreign ? 'should' : 'must',
        subject: {},
        facts: { file: asset!, address: found.slice(0, 80), foreign: foreign ? 1 : 0 },
        evidence: { kind: 'figure', text: asset! },
      },
    ]
  },
}
