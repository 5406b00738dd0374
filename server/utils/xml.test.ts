import { convert } from 'xmlbuilder2'
import { describe, expect, it } from 'vitest'
import type { GameView } from '@core/posting/protocol'
import { refuse } from './problem'
import { feedOf, sitemapOf } from './xml'

const ORIGIN = 'https://quay.invalid'
const game = (change: Partial<GameView> = {}) =>
  ({
    postcode: 'GALE-HKW7',
    title: 'Puffin Catch',
    short: 'Catch the herring, mind the boots.',
    author: 'harbour-club',
    tags: ['harbour'],
    created: '2026-11-20T10:00:00.000Z',
    updated: '2026-11-23T10:00:00.000Z',
    ...change,
  }) as GameView
const read = (text: string) => convert(text, { format: 'object' }) as Record<string, Record<string, unknown>>

describe('the feed', () => {
  it('tells each game with its page, its dates and its maker', () => {
    const { feed } = read(feedOf(ORIGIN, [game()]))
    expect(feed!['updated']).toBe('2026-11-23T10:00:00.000Z')
    expect(feed!['entry']).toMatchObject({
      title: 'Puffin Catch',
      id: 'https://quay.invalid/arcade/gale-hkw7',
      author: { name: 'harbour-club' },
      category: { '@term': 'harbour' },
    })
  })

  it('holds every title as it is, whatever is in it', () => {
    const title = `]]></title><script>alert("1")</script> & 'more' 🐟`
    const text = feedOf(ORIGIN, [game({ title, author: '' })])
    expect(text).toContain(`<title>]]&gt;&lt;/title&gt;&lt;script&gt;alert("1")&lt;/script&gt; &amp; 'more' 🐟</title>`)
    expect(text).toContain('<name>somebody</name>')
  })

  it('leaves out what XML has no place for', () => {
    const { feed } = read(feedOf(ORIGIN, [game({ title: 'Puf\u0000fin\u000b \ud800Catch\ufffe' })]))
    expect(feed!['entry']).toMatchObject({ title: 'Puffin Catch' })
  })

  it('of an empty arcade is a feed without entries', () => {
    const { feed } = read(feedOf(ORIGIN, []))
    expect(feed).not.toHaveProperty('entry')
    expect(feed!['updated']).toBe('1970-01-01T00:00:00.000Z')
  })
})

it('the sitemap names the list and every game', () => {
  const { urlset } = read(sitemapOf(ORIGIN, [game(), game({ postcode: 'KELP-47QX' })]))
  expect((urlset!['url'] as { loc: string }[]).map((url) => url.loc)).toEqual([
    'https://quay.invalid/arcade',
    'https://quay.invalid/arcade/gale-hkw7',
    'https://quay.invalid/arcade/kelp-47qx',
  ])
})

it('a refusal of what is too long says how long it may be, in bytes or megabytes', () => {
  expect(refuse.large(1000).message).toBe('This is too long: 1000 bytes at most.')
  expect(refuse.large(25_000_000).message).toContain('25 MB at most')
})
