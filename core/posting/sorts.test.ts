import { describe, expect, it } from 'vitest'
import { ListQuery } from './list'
import { listWish } from './sorts'

describe('what an address asks of the list', () => {
  it.each([
    [{ q: 'gull', tag: 'harbour', band: '8', device: 'touch', category: 'skill', sort: 'title', after: 'x1' }],
    [{ q: 'gull' }],
    [{}],
  ])('%o is asked as it is, and the arcade reads it so', (query) => {
    expect(listWish(query)).toEqual(query)
    expect(ListQuery.parse(listWish(query))).toEqual(query)
  })

  it.each([
    [{ band: '99' }],
    [{ sort: 'loudest' }],
    [{ q: '' }],
    [{ q: 'x'.repeat(121) }],
    [{ after: 'x'.repeat(401) }],
    [{ wrong: 'postcode' }],
    [{ q: ['a', 'b'] }],
    [{ constructor: 'x' }],
  ])('%o asks for nothing', (query) => expect(listWish(query)).toEqual({}))
})
