import { describe, expect, it } from 'vitest'
import { makeDrawList, toStage } from '../draw-list'
import type { CastActor } from '../setup'
import { STAGES } from '../stage'
import type { CourseDoc } from '../types'
import { gaitOf, harmed, moveBody, steer, type Body, type Size } from './body'
import { drawCells } from './draw-cells'
import { gridOf, pictureOf, surfaceAt, SOLID, type Grid } from './grid'
import { gapTo, reachFromAll } from './gap'
import { attempt, cellUnder, jumpFrom, reachFrom, standable, wayTo, type Carrier } from './reach'

const tile = (id: string, surface: string, pictures = 'chance', frames = 1): CastActor =>
  ({
    id,
    cast: 'tiles',
    fields: { surface, pictures },
    sprite: { clips: { tile: { frames: Array.from({ length: frames }, () => ({})), fps: 1, mode: 'loop' } } },
  }) as unknown as CastActor
const TILES = [
  tile('rock', 'solid', 'edges', 16),
  tile('plank', 'one-way'),
  tile('thorn', 'harmful'),
  tile('fern', 'open'),
]
const gridFrom = (...play: string[]): Grid =>
  gridOf(
    { tiles: { r: 'rock', p: 'plank', t: 'thorn', f: 'fern' }, play, things: [], start: { x: 0.5, y: 1 } } as CourseDoc,
    TILES,
  )
const SIZE: Size = { half: 0.4, tall: 1.2 }
/** Runs 5 m/s, jumps 2.6 m high in 0.8 s. */
const GAIT = gaitOf(5, 2.6, 0.8, 60)
const at = (x: number, y: number, more: Partial<Body> = {}): Body => ({ x, y, vx: 0, vy: 0, grounded: false, ...more })
function fall(body: Body, grid: Grid, steps = 200): Body {
  for (let i = 0; i < steps && !body.grounded; i++) {
    body.vy += GAIT.weight
    moveBody(body, SIZE, grid)
  }
  return body
}

describe('a grid', () => {
  it('has walls at its sides, and air above and below', () => {
    const grid = gridFrom('...', 'rrr')
    expect(surfaceAt(grid, -1, 0)).toBe(SOLID)
    expect(surfaceAt(grid, 3, 0)).toBe(SOLID)
    expect([surfaceAt(grid, 1, -5), surfaceAt(grid, 1, 9)]).toEqual([0, 0])
  })

  it('shows each tile of a set by its neighbours: above 1, right 2, below 4, left 8; outside joins', () => {
    const { play } = gridFrom('.....', '.rr..', '.rr..', '.....')
    const shown = (x: number, y: number) => play.picture[y * 5 + x]
    expect([shown(1, 1), shown(2, 1), shown(1, 2), shown(2, 2)]).toEqual([2 + 4, 4 + 8, 1 + 2, 1 + 8])
    expect(gridFrom('r').play.picture[0]).toBe(15)
    expect(pictureOf('edges', 4, () => true, 0, 0)).toBe(3)
  })

  it('tells corners apart in a set of 47, where both sides beside a corner join', () => {
    const shown = (joined: string) => {
      const at = ['n', 'ne', 'e', 'se', 's', 'sw', 'w', 'nw']
      const where: Record<string, string> = { '0 -1': 'n', '1 -1': 'ne', '1 0': 'e', '1 1': 'se', '0 1': 's', '-1 1': 'sw', '-1 0': 'w', '-1 -1': 'nw' } // prettier-ignore
      const set = new Set(joined === 'all' ? at : joined.split(' '))
      return pictureOf('corners', 47, (dx, dy) => set.has(where[`${dx} ${dy}`]!), 0, 0)
    }
    expect([shown(''), shown('n'), shown('e'), shown('n e'), shown('n ne e'), shown('all')]).toEqual([
      0, 1, 2, 3, 4, 46,
    ])
    // A corner alone, or beside one side only, counts for nothing.
    expect(shown('ne')).toBe(0)
    expect(shown('n ne')).toBe(1)
    const all = new Set(Array.from({ length: 256 }, (_, sum) => shown(['n', 'ne', 'e', 'se', 's', 'sw', 'w', 'nw'].filter((_, i) => sum & (1 << i)).join(' ')))) // prettier-ignore
    expect(all.size).toBe(47)
  })

  it('shows the same picture by chance in the same place, and all of them in some', () => {
    const all = Array.from({ length: 60 }, (_, x) => pictureOf('chance', 3, () => false, x, 2))
    expect(all).toEqual(Array.from({ length: 60 }, (_, x) => pictureOf('chance', 3, () => false, x, 2)))
    expect(new Set(all)).toEqual(new Set([0, 1, 2]))
    expect(pictureOf('turns', 3, () => false, 1, 1)).toBe(-1)
  })
})

describe('a body', () => {
  it('comes to stand on a floor, also on the very edge of one, exactly on its line', () => {
    const grid = gridFrom('....', '....', '.rr.')
    expect(fall(at(1.5, 0.5), grid)).toMatchObject({ y: 2, grounded: true, vy: 0 })
    // A hair of the foot on it holds; none does not.
    expect(fall(at(3.39, 0.5), grid)).toMatchObject({ y: 2, grounded: true })
    expect(fall(at(3.41, 0.5), grid).grounded).toBe(false)
  })

  it('runs along a row of tiles without catching on their seams', () => {
    const grid = gridFrom('.'.repeat(40), 'r'.repeat(40))
    const body = at(1, 1, { grounded: true })
    const xs: number[] = []
    for (let i = 0; i < 300; i++) {
      steer(body, GAIT, 1)
      body.vy += GAIT.weight
      moveBody(body, SIZE, grid)
      xs.push(body.x)
      expect(body.y).toBe(1)
      expect(body.grounded).toBe(true)
    }
    const ways = xs.slice(20).map((x, i) => x - (xs[i + 19] ?? x))
    for (const way of ways) expect(way).toBeCloseTo(GAIT.speed, 9)
  })

  it('stops at a wall and at a ceiling, and slides down along the wall', () => {
    const grid = gridFrom('rrrr', '...r', '...r', '...r', 'rrrr')
    const body = at(2, 3.9, { vx: 0.08, vy: -0.3 })
    moveBody(body, SIZE, grid)
    for (let i = 0; i < 60; i++) {
      steer(body, GAIT, 1)
      body.vy += GAIT.weight
      moveBody(body, SIZE, grid)
      expect(body.y - SIZE.tall).toBeGreaterThanOrEqual(1 - 1e-9)
      expect(body.x).toBeLessThanOrEqual(2.6 + 1e-9)
    }
    expect(body).toMatchObject({ y: 4, grounded: true })
  })

  it('jumps up through what is solid from above only, and comes to stand on it', () => {
    const grid = gridFrom('...', '...', 'ppp', '...', '...', 'rrr')
    const body = at(1.5, 5, { vy: -0.24 })
    let top = 5
    for (let i = 0; i < 200 && !(body.grounded && i > 5); i++) {
      body.vy += GAIT.weight
      moveBody(body, SIZE, grid)
      top = Math.min(top, body.y)
    }
    expect(top).toBeLessThan(2)
    expect(body.y).toBe(2)
  })

  it('is harmed by what it really touches, not by what it passes', () => {
    const grid = gridFrom('.t.', 'rrr')
    expect(harmed(at(1.5, 1), SIZE, grid)).toBe(true)
    expect(harmed(at(0.45, 1), SIZE, grid)).toBe(false)
    expect(harmed(at(0.75, 1), SIZE, grid)).toBe(true)
  })
})

describe('reach', () => {
  const gap = (wide: number) =>
    gridFrom('.'.repeat(20), '.'.repeat(20), '.'.repeat(20), 'rrrr' + '.'.repeat(wide) + 'r'.repeat(16 - wide))
  const from = (grid: Grid) => cellUnder(grid, SIZE, 1.5, 2)

  it('gets over a gap that the jump covers and over none that it does not', () => {
    const far = (wide: number) =>
      [...reachFrom(gap(wide), SIZE, GAIT, from(gap(wide))).moves.keys()].some((cell) => cell % 20 > 4 + wide)
    expect([1, 2, 3].map(far)).toEqual([true, true, true])
    expect([5, 6, 8].map(far)).toEqual([false, false, false])
  })

  it('climbs as high as the jump goes, and no higher', () => {
    const step = (high: number) => {
      const rows = Array.from({ length: 6 }, (_, y) => '....' + (y >= 6 - high ? 'rrrr' : '....'))
      const grid = gridFrom(...rows, 'rrrrrrrr')
      return [...reachFrom(grid, SIZE, GAIT, cellUnder(grid, SIZE, 1.5, 6)).moves.keys()].some((cell) => cell % 8 >= 4)
    }
    expect([1, 2].map(step)).toEqual([true, true])
    expect([3, 4].map(step)).toEqual([false, false])
  })

  it('never ends a jump in what harms, nor where there is no room', () => {
    const grid = gridFrom('......', '......', '..t...', 'rrrrrr')
    expect(standable(grid, SIZE, 2, 2)).toBe(false)
    expect(standable(gridFrom('....', '.r..', '....', 'rrrr'), SIZE, 1, 2)).toBe(false)
    for (const moves of reachFrom(grid, SIZE, GAIT, 12).moves.values())
      for (const { to } of moves) expect(to).not.toBe(14)
    expect(attempt(gap(8), SIZE, GAIT, 3 + 2 * 20, 1, 60).to).toBe(-1)
  })

  it('finds the way with the fewest steps, and none where there is none', () => {
    const grid = gap(3)
    const reach = reachFrom(grid, SIZE, GAIT, from(grid))
    const goal = 2 * 20 + 15
    const next = wayTo(reach, new Set([goal]))
    let cell = from(grid)
    let hops = 0
    while (cell !== goal && hops++ < 60) cell = next.get(cell)!.to
    expect(cell).toBe(goal)
    expect(wayTo(reach, new Set([999])).size).toBe(0)
  })
})

describe('a stand line', () => {
  it('lets so much of a picture hang over the cell, whatever its size', () => {
    const turf = { ...tile('turf', 'solid'), fields: { surface: 'solid', pictures: 'turns', stand: 20 } } as CastActor
    const doc = { tiles: { r: 'turf' }, play: ['.', 'r'], things: [], start: { x: 0, y: 1 } } as CourseDoc
    const grid = gridOf(doc, [turf])
    const list = makeDrawList()
    drawCells(list, grid, grid.play, 'tiles', STAGES.wide, 0)
    expect(list.items[0]).toMatchObject({ x: 0, y: 0.75, w: 1, h: 1.25 })
    expect(gridOf(doc, [{ ...turf, fields: { stand: 95 } }]).over[0]).toBeCloseTo(1.5)
  })
})

describe('what carries and throws', () => {
  const WIDE = gridFrom(...Array.from({ length: 9 }, () => '.'.repeat(20)), 'rrrr........rrrrrrrr')
  const cell = (x: number, y: number) => y * 20 + x
  const gets = (carriers: Carrier[], grid = WIDE) =>
    reachFrom(grid, SIZE, GAIT, cell(1, 8), carriers).moves.has(cell(14, 8))

  it('brings one over where no jump does: what goes, what holds, what throws', () => {
    expect(gets([])).toBe(false)
    const over: Carrier = { cells: Array.from({ length: 8 }, (_, i) => cell(4 + i, 8)), does: 'goes' }
    expect(gets([over])).toBe(true)
    expect(gets([6, 9].map((x) => ({ cells: [cell(x, 8)], does: { holds: 30 } })))).toBe(true)
    expect(gets([{ cells: [cell(3, 8)], does: { throws: 2.4 } }])).toBe(true)
    expect(gets([{ cells: [cell(3, 8)], does: { throws: 1 } }])).toBe(false)
  })

  it('is left by a jump where it gives way before one is over it on foot', () => {
    const gap = gridFrom(...Array.from({ length: 9 }, () => '.'.repeat(20)), 'rrrrrrrr...rrrrrrrrr')
    const plank = (holds: number): Carrier => ({ cells: [8, 9, 10].map((x) => cell(x, 8)), does: { holds } })
    const off = (holds: number) => {
      const { moves } = reachFrom(gap, SIZE, GAIT, cell(1, 8), [plank(holds)])
      return moves
        .get(cell(10, 8))!
        .filter(({ to }) => to > cell(10, 8))
        .map(({ hold }) => hold)
    }
    expect(off(Math.ceil(3 / GAIT.speed))).toContain(0)
    const soon = off(Math.ceil(2.3 / GAIT.speed))
    expect(soon).not.toContain(0)
    expect(soon.length).toBeGreaterThan(0)
    // Where a jump comes down on it again there is nothing any more.
    const { moves, loose } = reachFrom(gap, SIZE, GAIT, cell(1, 8), [plank(26)])
    for (const { to, hold } of moves.get(cell(8, 8))!) expect(hold > 0 && loose.has(to)).toBe(false)
  })

  it('is waited on, not jumped on: from cell to cell of its way one is carried', () => {
    const lift: Carrier = { cells: [cell(5, 8), cell(5, 7), cell(5, 6), cell(5, 5)], does: 'goes' }
    const { moves, rides } = reachFrom(WIDE, SIZE, GAIT, cell(1, 8), [lift])
    const there = moves.get(cell(5, 7))!.filter(({ to }) => rides.get(to) === 0)
    expect(there.map(({ to, by, hold }) => [to, by, hold])).toEqual([
      [cell(5, 8), 'carried', 0],
      [cell(5, 6), 'carried', 0],
    ])
  })

  it('shows a jump as it would go, and whether it lands', () => {
    const there = jumpFrom(WIDE, SIZE, GAIT, cell(1, 8), 1)
    expect(there.lands).toBe(false)
    expect(jumpFrom(WIDE, SIZE, GAIT, cell(15, 8), 1).lands).toBe(true)
    const top = Math.min(...there.path.map(({ y }) => y))
    expect(9 - top).toBeGreaterThan(2.4)
    expect(9 - top).toBeLessThan(2.7)
  })
})

describe('a reach of nearly the same course', () => {
  it('is the same as one worked out from nothing, after each of 60 strokes', () => {
    let rng = 7
    const random = (below: number) => ((rng = (rng * 1103515245 + 12345) & 0x7fffffff) >> 8) % below
    const rows = Array.from({ length: 14 }, (_, y) =>
      Array.from({ length: 40 }, (_, x): string => (y === 13 && x % 9 < 6 ? 'r' : '.')),
    )
    const lift: Carrier = { cells: [9, 8, 7].map((y) => y * 40 + 20), does: 'goes' }
    let before: ReturnType<typeof reachFrom> | undefined
    for (let stroke = 0; stroke < 60; stroke++) {
      rows[random(14)]![random(40)] = ['r', 'p', 't', '.'][random(4)]!
      const grid = gridFrom(...rows.map((row) => row.join('')))
      const start = cellUnder(grid, SIZE, 1.5, 0)
      const [now, anew] = [before, undefined].map((known) =>
        reachFrom(grid, SIZE, GAIT, start, [lift], { before: known }),
      )
      expect([...now!.moves].sort()).toEqual([...anew!.moves].sort())
      expect(now!.through).toEqual(anew!.through)
      before = now
    }
  })
})

describe('a gap', () => {
  const search = (rows: string[], goal: [number, number]) => {
    const grid = gridFrom(...rows)
    const reach = reachFrom(grid, SIZE, GAIT, cellUnder(grid, SIZE, 1.5, rows.length - 1))
    return gapTo(reach, reachFromAll(grid, SIZE, GAIT, []), grid, SIZE, GAIT, new Set([goal[1] * grid.w + goal[0]]))
  }
  const air = (w: number, h: number) => Array.from({ length: h }, () => '.'.repeat(w))

  it('lies where the way breaks off, and is mended by the fewest stones', () => {
    const gap = search([...air(20, 5), 'rrrr........rrrrrrrr'], [15, 4])!
    expect(gap).toMatchObject({ from: { x: 3, y: 4 }, to: { x: 12, y: 4 }, wide: 8, high: 0, tile: 'rock' })
    expect(gap.mend.length).toBeGreaterThan(0)
    expect(gap.mend.length).toBeLessThanOrEqual(2)
    const rows = [...air(20, 5), 'rrrr........rrrrrrrr'].map((row, y) =>
      [...row].map((one, x) => (gap.mend.some((cell) => cell.x === x && cell.y === y) ? 'r' : one)).join(''),
    )
    expect(search(rows, [15, 4])).toBeNull()
  })

  it('goes up too, and through a wall', () => {
    const high = search([...air(12, 3), '......rrrrrr', ...air(12, 4), 'rrrrrrrrrrrr'], [9, 2])!
    expect(high.high).toBeGreaterThan(2)
    expect(high.mend.length).toBeGreaterThan(0)
    const wall = search(['.....r......', '.....r......', '.....r......', '.....r......', 'rrrrrrrrrrrr'], [9, 3])!
    expect(wall).toMatchObject({ from: { x: 4, y: 3 }, to: { x: 6, y: 3 }, tile: '' })
    expect(wall.mend).toEqual([
      { x: 5, y: 2 },
      { x: 5, y: 3 },
    ])
  })

  it('is none where one gets there, and none where nobody could from anywhere', () => {
    expect(search([...air(12, 3), 'rrrrrrrrrrrr'], [9, 2])).toBeNull()
    expect(search([...air(12, 3), 'rrrr........'], [9, 0])).toBeNull()
  })
})

describe('cells on the stage', () => {
  it('are those the camera sees, each its own box, the next where the last one ends', () => {
    const grid = gridFrom(...Array.from({ length: 30 }, () => 'r'.repeat(60)))
    const list = makeDrawList()
    Object.assign(list.camera, { x: 10.37, y: 4.61 })
    drawCells(list, grid, grid.play, 'tiles', STAGES.wide, 0)
    expect(list.count).toBe(17 * 12)
    toStage(list)
    for (const item of list.items.slice(0, list.count)) {
      expect(item.x).toBeGreaterThan(-1)
      expect(item.x).toBeLessThan(16)
    }
  })
})
