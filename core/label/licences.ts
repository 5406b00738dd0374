import spdx from 'spdx-license-ids/index.json'

/** SPDX ids offered first, with what they ask for in plain words. Any other SPDX id may be typed. */
export interface Licence {
  id: string
  plain: string
  needsCredit: boolean
}

export const COMMON_LICENCES: readonly Licence[] = [
  { id: 'CC0-1.0', plain: 'Free for anything, no credit needed', needsCredit: false },
  { id: 'CC-BY-4.0', plain: 'Free for anything with a credit', needsCredit: true },
  { id: 'CC-BY-SA-4.0', plain: 'Free with a credit, copies on the same terms', needsCredit: true },
  { id: 'CC-BY-NC-4.0', plain: 'With a credit, not for earning money', needsCredit: true },
  { id: 'MIT', plain: 'Free with its notice kept', needsCredit: true },
  { id: 'OFL-1.1', plain: 'Open typeface licence', needsCredit: true },
  { id: 'LicenseRef-Own-Work', plain: 'I made this, all rights mine', needsCredit: true },
]

const KNOWN = new Set<string>(spdx)

/** All SPDX ids, the common ones first. */
export const LICENCE_IDS: readonly string[] = [
  ...COMMON_LICENCES.map((licence) => licence.id),
  ...spdx.filter((id) => !COMMON_LICENCES.some((licence) => licence.id === id)),
]

/** An id of the SPDX list, or one's own as the standard allows it ("LicenseRef-…"). */
export const isSpdxId = (id: string): boolean => KNOWN.has(id) || /^LicenseRef-[A-Za-z0-9.-]+$/.test(id)
