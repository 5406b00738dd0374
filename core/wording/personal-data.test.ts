import { describe, expect, it } from 'vitest'
import { personalData } from './personal-data'

const kinds = (text: string) => personalData(text).map((one) => `${one.kind}: ${one.text}`)

describe('personal data in texts', () => {
  it('finds e-mail addresses', () => {
    expect(kinds('Write to robin.tern@quay-club.example!')).toEqual(['e-mail: robin.tern@quay-club.example'])
    expect(kinds('Ünsal@höfen.example')).toHaveLength(1)
  })

  it('finds phone numbers as people write them', () => {
    for (const number of [
      '01632 960 123',
      '+44 1632 960123',
      '(01632) 960-123',
      '+441632960123',
      '030/123 456 78',
      '555-0100-22',
    ])
      expect(personalData(`Ring ${number} now`)[0]?.kind, number).toBe('phone')
  })

  it('finds postal addresses', () => {
    for (const place of ['12 Harbour Road', '7b Old Quay Street', 'Hafenstraße 12', '12, rue du Port'])
      expect(personalData(`We meet at ${place}, come by`)[0]?.kind, place).toBe('address')
  })

  it('finds names that are given as such', () => {
    expect(kinds('Made by Mrs Robin Tern')).toEqual(['name: Mrs Robin Tern'])
    expect(kinds('Hello, my name is Robin Tern and I am 12')).toEqual(['name: Robin Tern'])
  })

  it('leaves games, scores, dates and made-up places alone', () => {
    for (const fine of [
      'Catch 250 points in 60 seconds, level 12 of 40.',
      'The festival is on 2026-11-23, or 23.11.2026, at 18.30.',
      'Quay Street 0, Saltwick',
      'Best score: 100 200 300',
      'by harbour-club',
      'Arrow keys, or A and D. 3 lives.',
      'Version 1.2.3.4',
      'Puffin Catch and Breakwater Gull',
      '@harbour-club says hello',
    ])
      expect(kinds(fine), fine).toEqual([])
  })

  it('tells them in the order they stand', () => {
    expect(personalData('Mr Tern, 12 Harbour Road, a@b.example').map((one) => one.kind)).toEqual([
      'name',
      'address',
      'e-mail',
    ])
  })
})
