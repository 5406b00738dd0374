/**
 * Templates that ship, in the order they are offered: a line each. What else names them is written from this list by
 * `npm run make:assets`.
 */
export const CATALOGUE = [
  'windfall', //
  'updraft',
  'skipline',
  'ranks',
  'stepstone',
  'twosome',
  'claim-grid',
  'which-one',
  'roundabout',
] as const

export const templateUrl = (id: string): string => `/shipped/templates/${id}/template.json`
export const templateAssetUrl = (id: string, path: string): string => `/shipped/templates/${id}/${path}`
