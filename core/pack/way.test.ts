import { describe, expect, it } from 'vitest'
import { roundabout } from '../../tests/support/fixtures'
import { cardEffect, ringsOf, type Effect } from '../game/way'
import { MOST_SPACES, way as kind, WayContent } from '../kinds/way'
import {
  along,
  CLOSE,
  counted,
  evened,
  inserted,
  lineOf,
  moved,
  nearestPiece,
  relaid,
  removed,
  resultOf,
  ringsSaid,
  SHAPES,
  strokeToPlaces,
  tooClose,
  withSpace,
} from './way'

const BOARD = { width: 16, height: 8.4 }
const made = roundabout.parts.find(({ id }) => id === 'way')!.content as WayContent
const line = (count: number, effects: Record<number, Effect> = {}): WayContent => ({
  kind: 'way',
  spaces: Array.from({ length: count }, (_, i) => ({
    ...{ id: `s${i}`, x: 0.1 + (0.8 * i) / (count - 1), y: 0.5 },
    ...(effects[i] === undefined ? {} : { text: `at ${i}`, effect: effects[i] }),
  })),
})
const gaps = ({ spaces }: WayContent): number[] =>
  spaces.slice(1).map(({ x, y }, i) => Math.hypot((x - spaces[i]!.x) * BOARD.width, (y - spaces[i]!.y) * BOARD.height))

describe('laying a way', () => {
  it('sets spaces equally far from each other along a stroke, from its start to its end', () => {
    const stroke = Array.from({ length: 90 }, (_, i) => ({ x: 0.1 + (i / 89) ** 2 * 0.8, y: 0.5 }))
    const places = strokeToPlaces(stroke, 9, BOARD)
    expect([places[0], places.at(-1)]).toEqual([{ x: 0.1, y: 0.5 }, { x: 0.9, y: 0.5 }]) // prettier-ignore
    const steps = places.slice(1).map(({ x }, i) => x - places[i]!.x)
    for (const one of steps) expect(one).toBeCloseTo(0.1, 2)
  })

  it('refuses a stroke that is hardly one, in a sentence', () => {
    expect(() => strokeToPlaces([{ x: 0.5, y: 0.5 }, { x: 0.52, y: 0.5 }], 9, BOARD)).toThrow('too short for a way') // prettier-ignore
  })

  it.each(SHAPES)('lays a %s on the board whole, with no two spaces on one another', (shape) => {
    for (const count of [12, 24, 40]) {
      const laid = relaid(made, along(lineOf(shape), count, BOARD))
      expect(laid.spaces).toHaveLength(count)
      expect(WayContent.safeParse(laid).success).toBe(true)
      expect(tooClose(laid, BOARD), `${shape} of ${count}`).toEqual([])
    }
  })

  it('keeps words and effects with their numbers, and home’s with home', () => {
    const old = line(10, { 3: { does: 'miss' }, 9: { does: 'again' } })
    const longer = relaid(old, along(lineOf('ring'), 14, BOARD))
    expect(longer.spaces.map(({ text }) => text ?? '').join('')).toBe('at 3at 9')
    expect(longer.spaces[3]!.effect).toEqual({ does: 'miss' })
    expect(longer.spaces.at(-1)!.id).toBe('s9')
    expect(new Set(longer.spaces.map(({ id }) => id)).size).toBe(14)
    const shorter = counted(line(10, { 2: { does: 'go', to: 's8' } }), 5, BOARD)
    // Where it led is gone, and so is that effect.
    expect(shorter.spaces[2]!.effect).toBeUndefined()
    expect(counted(old, 900, BOARD).spaces).toHaveLength(MOST_SPACES)
    // A field that was emptied is no wish for a way of nothing.
    expect(counted(old, NaN, BOARD)).toBe(old)
    expect(counted(old, 7.6, BOARD).spaces).toHaveLength(8)
  })

  it('evens distances out along the way it has', () => {
    const uneven = withSpace(withSpace(line(6), 1, { x: 0.14 }), 2, { x: 0.7, y: 0.2 })
    const far = (way: WayContent) => Math.max(...gaps(way)) / Math.min(...gaps(way))
    expect(far(uneven)).toBeGreaterThan(4)
    // A corner is cut off: that one is nearer as the crow flies.
    expect(far(evened(uneven, BOARD))).toBeLessThan(far(uneven) / 2)
  })
})

describe('single spaces', () => {
  it('are moved, and refused on another one: a way has no forks', () => {
    expect(moved(line(6), 2, { x: 0.4, y: 0.9 }, BOARD).spaces[2]).toMatchObject({ x: 0.4, y: 0.9 })
    const on = line(6).spaces[4]!
    expect(() => moved(line(6), 2, { x: on.x, y: on.y }, BOARD)).toThrow('Space 2 cannot lie on space 4')
    expect(CLOSE).toBeGreaterThan(0)
  })

  it('are put in where they were asked for, and taken out as long as there is a way', () => {
    const way = line(4)
    const place = { x: 0.5, y: 0.8 }
    expect(nearestPiece(way, place, BOARD)).toBe(1)
    const more = inserted(way, 1, place)
    expect([more.spaces.length, more.spaces[2]]).toEqual([5, { id: 's4', x: 0.5, y: 0.8 }])
    // There is nothing behind home.
    expect(inserted(way, 3).spaces.at(-1)!.id).toBe('s3')
    const three = removed(way, 1)
    expect(three.spaces.map(({ id }) => id)).toEqual(['s0', 's2', 's3'])
    expect(() => removed(three, 1)).toThrow('3 spaces at least')
  })

  it('lose what is set to nothing', () => {
    const [space] = withSpace(line(3, { 0: { does: 'miss' } }), 0, { text: undefined, effect: undefined }).spaces
    expect(Object.keys(space!).sort()).toEqual(['id', 'x', 'y'])
  })
})

describe('what spaces do', () => {
  const deckName = () => 'first deck'
  it('is said at once, with what happens where one comes to', () => {
    const way = line(9, {
      2: { does: 'move', by: 3 },
      5: { does: 'miss' },
      6: { does: 'move', by: 9 },
      7: { does: 'draw', deck: 'deck-a' },
    })
    expect(resultOf(way, 2, deckName)).toBe('To space 5; misses a turn.')
    expect(resultOf(way, 6, deckName)).toBe('To home; nothing more happens there.')
    expect(resultOf(way, 7, deckName)).toBe('Draws a card: first deck.')
    expect(resultOf(way, 3, deckName)).toBe('')
  })

  it('is told where it goes round for ever', () => {
    const way = line(9, {
      2: { does: 'move', by: 2 },
      4: { does: 'go', to: 's6' },
      6: { does: 'move', by: -4 },
      7: { does: 'move', by: -1 },
    })
    expect(ringsOf(way.spaces)).toEqual([[2, 4, 6]])
    expect(ringsSaid(way)[0]).toContain('space 2 sends to space 4')
    expect(ringsOf(line(9, { 2: { does: 'move', by: -2 } }).spaces)).toEqual([])
  })

  it('is read from a card: +3, -2, to 14, miss, again, and nothing else', () => {
    const { spaces } = line(9)
    const read = ['+3', ' −2', 'To 8', 'MISS', 'again', '', 'to 9', '3', '+0', 'back 3', '+100'].map((text) =>
      cardEffect(text, spaces),
    )
    expect(read).toEqual([
      ...[{ does: 'move', by: 3 }, { does: 'move', by: -2 }, { does: 'go', to: 's8' }, { does: 'miss' }],
      ...[{ does: 'again' }, undefined, null, null, null, null, null],
    ])
  })

  it('and what they say is the kind’s to tell', () => {
    const way = withSpace(line(4, { 1: { does: 'miss' } }), 2, {
      link: 'https://example.org/tide',
      in: { cy: 'Llanw' },
      picture: 'f'.repeat(64),
    })
    expect(kind.said(way)).toEqual(['at 1', 'https://example.org/tide', 'Llanw'])
    expect(kind.assets(way)).toEqual(['f'.repeat(64)])
    expect(kind.summary(way)).toBe('4 spaces, 1 with an effect')
    for (const link of ['javascript:alert(1)', 'http://example.org', 'https://a b'])
      expect(WayContent.safeParse(withSpace(way, 2, { link })).success, link).toBe(false)
    const twice = { ...way, spaces: [way.spaces[0], ...way.spaces] }
    expect(WayContent.safeParse(twice).success).toBe(false)
  })
})
