import type { GameView } from '@core/posting/protocol'
import { create } from 'xmlbuilder2'

const pageOf = (origin: string, game: Pick<GameView, 'postcode'>): string =>
  `${origin}/arcade/${game.postcode.toLowerCase()}`

export function sitemapOf(origin: string, games: readonly Pick<GameView, 'postcode' | 'updated'>[]): string {
  const root = create({ version: '1.0', encoding: 'UTF-8' }).ele(
    'http://www.sitemaps.org/schemas/sitemap/0.9',
    'urlset',
  )
  root.ele('url').ele('loc').txt(`${origin}/arcade`)
  for (const game of games) {
    const url = root.ele('url')
    url.ele('loc').txt(pageOf(origin, game))
    url.ele('lastmod').txt(game.updated)
  }
  return root.end({ prettyPrint: true })
}

/** XML 1.0 has no place for most control characters, however they are written. */
const clean = (text: string): string => text.replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '')

export function feedOf(origin: string, games: readonly GameView[]): string {
  const feed = create({ version: '1.0', encoding: 'UTF-8' }).ele('http://www.w3.org/2005/Atom', 'feed')
  feed.ele('title').txt('Arcade')
  feed.ele('id').txt(`${origin}/arcade`)
  feed.ele('link', { href: `${origin}/arcade` })
  feed.ele('link', { rel: 'self', href: `${origin}/arcade/feed.atom` })
  feed.ele('updated').txt(games[0]?.updated ?? new Date(0).toISOString())
  for (const game of games) {
    const entry = feed.ele('entry')
    entry.ele('title').txt(clean(game.title))
    entry.ele('id').txt(pageOf(origin, game))
    entry.ele('link', { href: pageOf(origin, game) })
    entry.ele('published').txt(game.created)
    entry.ele('updated').txt(game.updated)
    entry
      .ele('author')
      .ele('name')
      .txt(clean(game.author || 'somebody'))
    entry.ele('summary').txt(clean(game.short))
    for (const tag of game.tags) entry.ele('category', { term: clean(tag) })
  }
  return feed.end({ prettyPrint: true })
}
