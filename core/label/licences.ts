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

/** Licences as people say them. `id` is what is written down; several ids may mean the same. */
export interface PlainLicence {
  id: string
  name: string
  means: string
  /** Other ids that are shown as this one. */
  like: readonly string[]
}

export const PLAIN_LICENCES: readonly PlainLicence[] = [
  {
    id: 'LicenseRef-Own-Work',
    name: 'I made it',
    means: 'It is yours; nobody else may use it unless you say so.',
    like: [],
  },
  {
    id: 'CC-BY-4.0',
    name: 'Free, with credit',
    means: 'Anybody may use it who names its maker. The game’s credits do that.',
    like: ['CC-BY-3.0', 'CC-BY-SA-4.0', 'CC-BY-SA-3.0', 'MIT', 'OFL-1.1', 'Apache-2.0', 'BSD-3-Clause', 'ISC'],
  },
  {
    id: 'CC0-1.0',
    name: 'Free for anything',
    means: 'Its maker gave it to everybody. No credit is needed.',
    like: ['Unlicense', '0BSD', 'PDDL-1.0'],
  },
  {
    id: 'LicenseRef-Allowed',
    name: 'Bought or allowed',
    means: 'You paid for it or asked for it. Others may not take it out of your game.',
    like: [],
  },
  {
    id: '',
    name: 'Not sure',
    means: 'Find out before you post it in public; until then it stays a finding.',
    like: [],
  },
]

/** Which of the plain ones an id is; undefined for one that only lawyers know. */
export const plainLicence = (id: string): PlainLicence | undefined =>
  PLAIN_LICENCES.find((one) => one.id === id || one.like.includes(id))

const KNOWN = new Set<string>(spdx)

/** All SPDX ids, the common ones first. */
export const LICENCE_IDS: readonly string[] = [
  ...COMMON_LICENCES.map((licence) => licence.id),
  ...spdx.filter((id) => !COMMON_LICENCES.some((licence) => licence.id === id)),
]

/** An id of the SPDX list, or one's own as the standard allows it ("LicenseRef-…"). */
export const isSpdxId = (id: string): boolean => KNOWN.has(id) || /^LicenseRef-[A-Za-z0-9.-]+$/.test(id)
