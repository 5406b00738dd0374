import * as z from 'zod'
import { bandRank, type Band } from './age-guide'

export const FRAMINGS = ['any', 'named', 'none'] as const
export const FRAMING_NAMES: Record<(typeof FRAMINGS)[number], string> = {
  any: 'Any site',
  named: 'Only these sites',
  none: 'No other site',
}

export const EmailUse = z.object({
  /** What for, in the maker's words. */
  purpose: z.string().max(200),
  /** Who keeps it. */
  keeper: z.string().max(120),
  /** After which it is deleted. */
  days: z.int().min(1).max(3650),
})
export type EmailUse = z.infer<typeof EmailUse>

export const Privacy = z.object({
  framing: z.enum(FRAMINGS).default('any'),
  /** Origins such as https://club.example; used with "named". */
  sites: z.array(z.string().max(200)).max(20).default([]),
  /** A table of scores under made-up names. */
  scores: z.boolean().default(false),
  /** Plays are counted, without anything that tells players apart. */
  plays: z.boolean().default(false),
  email: EmailUse.nullable().default(null),
  /** Devices a game may ask for. No template has a use for one; the check says so. */
  asks: z
    .array(z.enum(['microphone', 'camera']))
    .max(2)
    .default([]),
})
export type Privacy = z.infer<typeof Privacy>

/** Under this age nobody is asked for an e-mail address. */
export const EMAIL_FROM: Band = '15'
export const tooYoungForEmail = (band: Band | null): boolean => band === null || bandRank(band) < bandRank(EMAIL_FROM)

export const emailExplained = (email: EmailUse): boolean => email.purpose.trim() !== '' && email.keeper.trim() !== ''

/** An origin as a browser writes it, from what somebody typed; null when it is none. https only, but for this machine. */
export function originOf(typed: string): string | null {
  const text = typed.trim().toLowerCase()
  if (text === '') return null
  const match = /^(https?:\/\/)?([a-z0-9-]+(?:\.[a-z0-9-]+)*)(:\d{1,5})?\/?$/.exec(text)
  if (match === null) return null
  const [, scheme = 'https://', host, port = ''] = match
  if (host === undefined || (!host.includes('.') && host !== 'localhost')) return null
  if (scheme === 'http://' && host !== 'localhost' && host !== '127.0.0.1') return null
  return `${scheme}${host}${port}`
}

/** What `frame-ancestors` of the game and its pages says. */
export function frameAncestors(privacy: Privacy): string {
  if (privacy.framing === 'any') return '*'
  const named = privacy.framing === 'named' ? privacy.sites.map(originOf).filter((one) => one !== null) : []
  return ["'self'", ...named].join(' ')
}

const LINK = /\b(?:https?:\/\/|www\.)[^\s<>"']+/gi
/** Addresses a text leads to. */
export const linksIn = (text: string): string[] => text.match(LINK) ?? []

/**
 * The statement players read, one sentence each, written from what is switched on. `links` is how many addresses the
 * label's texts have in them; `foreign` games run code that is not ours.
 */
export function privacyStatement(privacy: Privacy, links: number, foreign = false): string[] {
  const lines = foreign
    ? [
        'This game runs its own maker’s code. In the arcade that is shut in: it loads its own files and nothing else, and what it keeps stays in your own browser. Of other places where it is put nothing is known.',
      ]
    : ['Your best score is kept in your own browser.']
  if (!foreign && !privacy.scores && !privacy.plays && privacy.email === null)
    lines.push('The game sends nothing to anybody and asks for no name and no e-mail.')
  if (privacy.scores && !foreign)
    lines.push(
      'If you choose to, a score goes into the table under a made-up name from a list, with the moves that made it, so that it can be checked.',
    )
  if (privacy.plays)
    lines.push('Plays are counted: how many, how long, and where they ended. Nothing in it tells who played.')
  if (privacy.email !== null)
    lines.push(
      `If you choose to leave an e-mail address, ${privacy.email.keeper || 'its keeper'} uses it ${
        privacy.email.purpose ? `for this only: ${privacy.email.purpose}` : 'for a purpose not said yet'
      }. It is deleted after ${privacy.email.days} days.`,
    )
  const asks = privacy.asks.join(' and ')
  lines.push(asks === '' ? 'It cannot use a microphone or a camera.' : `It asks for your ${asks}.`)
  lines.push(
    links === 0
      ? 'It has no links to other sites.'
      : `It has ${links} ${links === 1 ? 'link' : 'links'} to other sites.`,
  )
  return lines
}
