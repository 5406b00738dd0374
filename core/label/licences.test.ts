import { expect, it } from 'vitest'
import { COMMON_LICENCES, isSpdxId, LICENCE_IDS } from './licences'

it('licences are SPDX ids, the common ones first and each once', () => {
  for (const licence of COMMON_LICENCES) expect(isSpdxId(licence.id), licence.id).toBe(true)
  expect(LICENCE_IDS.slice(0, 2)).toEqual(['CC0-1.0', 'CC-BY-4.0'])
  expect(new Set(LICENCE_IDS).size).toBe(LICENCE_IDS.length)
  expect(LICENCE_IDS.length).toBeGreaterThan(400)
  for (const wrong of ['', 'my own', 'CC BY 4.0', 'LicenseRef-', 'LicenseRef-a b'])
    expect(isSpdxId(wrong), wrong).toBe(false)
})
