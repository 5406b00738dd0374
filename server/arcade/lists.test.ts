import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ListQuery } from '@core/posting/list'
import { arcadeHere, DATABASES, type ArcadeHere } from '../../tests/support/arcade-here'
import { seedGame, type SeedGame } from '../../tests/support/seed'
import { having, MOST_WORDS } from './words'

describe.each(DATABASES)('the lists of an arcade on %s', (database) => {
  let at: ArcadeHere
  let owner: string
  const make = (game: Partial<SeedGame>) => seedGame(at.db, at.arcade.dialect, owner, game)
  const list = async (query: ListQuery, size?: number) => {
    const { games, next } = await at.lists.listGames(at.db, at.arcade.dialect, query, size)
    return { titles: games.map((game) => game.release!.label.title), next }
  }
  const titles = async (query: ListQuery) => (await list(query)).titles

  beforeAll(async () => {
    at = await arcadeHere(database)
    owner = await at.maker()
    await make({ title: 'Tide', updated: '2026-11-23', bytes: 900, tags: ['Sea Birds'] })
    await make({ title: 'anchor', band: '15', category: 'quiz', updated: '2026-11-20' })
    await make({ title: 'Buoy 10', band: '8', devices: ['keyboard'], author: 'harbour-club', updated: '2026-11-21' })
    await make({ title: 'Buoy 9', band: '11', short: 'Catch the herring, café style', updated: '2026-11-22' })
    await make({ title: 'Unlisted', visibility: 'unlisted' })
    await make({ title: 'Hidden', hidden: true })
    await make({ title: 'Off', live: false })
  })
  afterAll(() => at.close())

  it('show the front list first: up to From 11, the newest first', async () => {
    expect(await titles({})).toEqual(['Tide', 'Buoy 9', 'Buoy 10'])
    expect(await titles({ band: '15' })).toContain('anchor')
    expect(await titles({ band: 'everyone' })).toEqual(['Tide'])
  })

  it('are searched, filtered and sorted', async () => {
    expect(await titles({ q: 'HERRING catch' })).toEqual(['Buoy 9'])
    expect(await titles({ q: 'cafe' })).toEqual(['Buoy 9'])
    expect(await titles({ q: 'harb' })).toEqual(['Buoy 10'])
    expect(await titles({ tag: 'sea-birds' })).toEqual(['Tide'])
    expect(await titles({ device: 'touch', sort: 'title' })).toEqual(['Buoy 9', 'Tide'])
    expect(await titles({ category: 'quiz', band: '15' })).toEqual(['anchor'])
    expect(await titles({ sort: 'title', band: '15' })).toEqual(['anchor', 'Buoy 9', 'Buoy 10', 'Tide'])
    expect((await titles({ sort: 'short-load' })).at(-1)).toBe('Tide')
    expect(await titles({ q: 'puffin' })).toEqual([])
  })

  it('forgive a slip of the finger, and no more than that', async () => {
    expect(await titles({ q: 'herrnig' })).toEqual(['Buoy 9'])
    expect(await titles({ q: 'horrnig' })).toEqual([])
    expect(await titles({ q: 'hering' })).toEqual(['Buoy 9'])
    expect(await titles({ q: 'harbor' })).toEqual(['Buoy 10'])
    expect(await titles({ q: 'tidr' })).toEqual(['Tide'])
    expect(await titles({ q: 'tix' })).toEqual([])
  })

  it('take whatever is typed as words', async () => {
    for (const q of ['"', "'; drop table games; --", 'a* OR b', 'NEAR(', ':*&|!', '\u0000', '🐧', 'tide"', '(tide)'])
      expect(Array.isArray(await titles({ q })), q).toBe(true)
    expect(await titles({ q: '"tide" & |' })).toEqual(['Tide'])
    expect(await titles({ q: Array.from({ length: MOST_WORDS + 5 }, () => 'tide').join(' ') })).toEqual(['Tide'])
  })

  it('find the same games whether few or many have a word', async () => {
    for (const words of [['buoy'], ['bu', '9'], ['t'], ['nobody']]) {
      const found = async (few: number) => {
        const has = await having(at.db, at.arcade.dialect, words, few)
        return (await at.db.selectFrom('games').select('title').where(has).orderBy('title').execute()).map(
          (row) => row.title,
        )
      }
      expect(await found(0), words.join(' ')).toEqual(await found(1000))
    }
  })

  it('come in pages that neither repeat nor leave out, in every order', async () => {
    for (const sort of ['new', 'title', 'short-load'] as const) {
      const seen: string[] = []
      let after: string | undefined
      for (let pages = 0; pages < 9; pages++) {
        const page = await list({ sort, band: '15', after }, 1)
        seen.push(...page.titles)
        if (page.next === null) break
        after = page.next
      }
      expect(seen).toEqual(await titles({ sort, band: '15' }))
    }
    expect((await list({ after: 'nonsense' })).titles).toEqual(await titles({}))
  })

  it('tell a map of the site every public game and no other', async () => {
    const all = await at.lists.publicPostcodes(at.db, 100)
    expect(all).toHaveLength(4)
    expect(all[0]!.updated > all[1]!.updated).toBe(true)
  })

  it('follow a game that is hidden, shown and named anew at once', async () => {
    const id = await make({ title: 'Shown', updated: '2026-11-24' })
    expect(await titles({ q: 'shown' })).toEqual(['Shown'])
    await at.games.alterGame(id, { hidden: true })
    expect(await titles({ q: 'shown' })).toEqual([])
    await at.games.alterGame(id, { hidden: false })
    await at.games.setVisibility(id, 'only-me')
    expect(await titles({})).not.toContain('Shown')
  })
})
