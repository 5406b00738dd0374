import { LICENCE_IDS } from './licences'

/** What a licence asks of copies, as its SPDX id tells. */
export interface Terms {
  noChanges: boolean
  noCommerce: boolean
  /** Copies must be on the same terms. */
  same: boolean
  /** Its maker must be named for ever, so nobody may give it away without that. */
  credit: boolean
  /** Nothing is allowed without asking. */
  allMine: boolean
}

const SHARE_ALIKE = /(^|-)SA(-|$)|^(A?GPL|LGPL|EUPL|MPL|OSL|CECILL|GFDL|FreeImage|ODbL)/

/** Creative Commons name ND, NC and SA in the id; of code licences the copyleft ones are known by family. */
export const termsOf = (licence: string): Terms => ({
  noChanges: /-ND(-|$)/.test(licence),
  noCommerce: /-NC(-|$)/.test(licence),
  same: SHARE_ALIKE.test(licence),
  credit: /^(CC-BY|MIT|ISC|BSD|Apache|Zlib|Unicode|OFL)/.test(licence),
  allMine: licence === 'LicenseRef-Own-Work' || licence.startsWith('LicenseRef-'),
})

/** Terms others may be offered a pack under, the freest first. */
export const COPY_TERMS = ['CC0-1.0', 'CC-BY-4.0', 'CC-BY-SA-4.0', 'CC-BY-NC-4.0', 'CC-BY-NC-SA-4.0'].filter((id) =>
  LICENCE_IDS.includes(id),
)

export type Clash = 'no-changes' | 'no-commerce' | 'same-terms' | 'all-mine' | 'needs-credit'

/** Why something under `inside` cannot be handed on under `copies`; null when it can. `own`: it is the maker's own work. */
export function clashOf(inside: string, copies: string, own = false): Clash | null {
  if (inside === '' || own) return null
  const terms = termsOf(inside)
  if (terms.allMine) return 'all-mine'
  if (terms.noChanges) return 'no-changes'
  if (terms.noCommerce && !termsOf(copies).noCommerce) return 'no-commerce'
  if (terms.same && inside.replace(/-\d.*$/, '') !== copies.replace(/-\d.*$/, '')) return 'same-terms'
  if (terms.credit && !termsOf(copies).credit) return 'needs-credit'
  return null
}

/** Freest of the offered terms that clashes with nothing inside; null when the pack cannot be handed on at all. */
export const freestTerms = (inside: readonly { licence: string; own: boolean }[]): string | null =>
  COPY_TERMS.find((terms) => inside.every(({ licence, own }) => clashOf(licence, terms, own) === null)) ?? null
