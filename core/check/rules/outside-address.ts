import type { Rule } from '../rule'

/** Files a browser runs or reads addresses from. */
const CODE = /\.(html|css|svg|js|json|webmanifest)$/
/** What loads from elsewhere: addresses that are fetched, not names of formats that look like addresses. */
const LOADS =
  /(?:src|href|action)\s*=\s*["']?\s*(?:https?:)?\/\/[^\s"'>]+|(?:fetch|import|Worker|WebSocket|EventSource|sendBeacon)\s*\(\s*["'`](?:https?|wss?):\/\/[^"'`]+|url\(\s*["']?(?:https?:)?\/\/[^)]+/gi

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
    const [found] = bytes === undefined ? [] : (new TextDecoder().decode(bytes).match(LOADS) ?? [])
    if (found === undefined) return []
    return [
      { subject: {}, facts: { file: asset!, address: found.slice(0, 80) }, evidence: { kind: 'figure', text: asset! } },
    ]
  },
}
