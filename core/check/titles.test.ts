import { describe, expect, it } from 'vitest'
import { oddLetters } from './rules/title'

describe('letters of a title', () => {
  it('that nobody sees, turn it around, are broken or pile up are told', () => {
    for (const odd of [
      'Tide\0Table',
      'Tide \u202eelbaT',
      'Tide\u200bTable',
      'Tide \ud83d',
      'T\u0301\u0302\u0303\u0304\u0305ide',
    ])
      expect(oddLetters(odd), JSON.stringify(odd)).not.toBe('')
    for (const fine of ['Tide Table', 'Fjörður', 'Việt ở đây', 'לוח גאות', '潮の表', 'Fish 🐟'])
      expect(oddLetters(fine), fine).toBe('')
  })
})
