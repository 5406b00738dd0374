/** Templates that ship, in the order they are offered. Each is a folder of data below templates/. */
export const CATALOGUE = ['windfall', 'updraft'] as const

export const templateUrl = (id: string): string => `/shipped/templates/${id}/template.json`
export const templateAssetUrl = (id: string, path: string): string => `/shipped/templates/${id}/${path}`
