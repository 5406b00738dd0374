import { describe, expect, it } from 'vitest'
import { CourseContent } from '../kinds/course'
import { tileAt, type Cell } from './course'
import {
  aligned,
  areaOf,
  boundedTo,
  cleared,
  grouped,
  laidAt,
  lifted,
  mirrored,
  movedBy,
  nearestLeg,
  ordered,
  START,
  stopIn,
  thingsIn,
  together,
  withPath,
  type Choice,
} from './course-choice'

const course = CourseContent.parse({
  kind: 'course',
  tiles: { r: 'rock', p: 'plank', f: 'fern' },
  play: ['........', '.p......', 'rr......', 'rrrr..rr'],
  back: ['........', '..f.....', '........', '........'],
  things: [
    { id: 'a', part: 'foes', entry: 'cone', x: 1.5, y: 1 },
    { id: 'b', part: 'movers', entry: 'basket', x: 4.5, y: 2, path: [{ x: 6.5, y: 2 }], seconds: 2 },
    { id: 'c', part: 'pickups', entry: 'key', x: 6.5, y: 3 },
  ],
  start: { x: 0.5, y: 2 },
})
const box: Choice = { things: ['a'], area: { x: 0, y: 0, w: 3, h: 3 } }
const ids = (one: CourseContent) => one.things.map(({ id }) => id)
const thing = (one: CourseContent, id: string) => one.things.find((found) => found.id === id)!
const valid = (one: CourseContent) => expect(CourseContent.safeParse(one).success).toBe(true)

describe('what is picked', () => {
  it('is found by a box, whichever corner it begins at, and is kept inside of the course', () => {
    expect(areaOf({ x: 3, y: 2 }, { x: 1, y: 0 })).toEqual({ x: 1, y: 0, w: 3, h: 3 })
    expect(thingsIn(course, { x: 4, y: 1, w: 3, h: 2 })).toEqual(['b', 'c'])
    expect(thingsIn(course, { x: 0, y: 3, w: 8, h: 1 })).toEqual([])
    expect(boundedTo(course, { x: -2, y: 2, w: 4, h: 9 })).toEqual({ x: 0, y: 2, w: 2, h: 2 })
    expect(boundedTo(course, { x: 20, y: 2, w: 4, h: 9 })).toBeNull()
  })

  it('moves with its tiles of every layer, its stops, and the start', () => {
    const { course: next, choice } = movedBy(course, { ...box, things: ['a', 'b', START] }, 4, 0)
    expect(next.play).toEqual(['........', '.....p..', '....rr..', 'rrrr..rr'])
    expect(next.back![1]).toBe('......f.')
    expect(choice.area).toEqual({ x: 4, y: 0, w: 3, h: 3 })
    expect(thing(next, 'a').x).toBe(5.5)
    expect(thing(next, 'b').path).toEqual([{ x: 10.5, y: 2 }])
    expect(next.start).toEqual({ x: 4.5, y: 2 })
    expect(course.play[1]).toBe('.p......')
    // Only layers that are free.
    expect(movedBy(course, box, 4, 0, ['play']).course.back![1]).toBe('..f.....')
    valid(next)
  })

  it('goes by parts of a cell too, where no tiles are picked', () => {
    expect(thing(movedBy(course, { things: ['a'], area: null }, 0.25, -0.25).course, 'a')).toMatchObject({
      x: 1.75,
      y: 0.75,
    })
  })

  it('is copied with ids of its own, as often as one likes, and cut off at the edge', () => {
    const clip = lifted(course, box)!
    let next = course
    for (let i = 0; i < 3; i++) next = laidAt(next, clip, { x: 6, y: 0 })!.course
    expect(new Set(ids(next)).size).toBe(6)
    expect(tileAt(next, 'play', { x: 7, y: 1 })).toBe('plank')
    expect(next.play[2]).toBe('rr....rr')
    valid(next)
    const full = { ...course, things: Array.from({ length: 400 }, (_, i) => ({ ...course.things[0]!, id: `x${i}` })) }
    expect(laidAt(full, clip, { x: 0, y: 0 })).toBeNull()
    expect(lifted(course, { things: [START], area: null })).toBeNull()
  })

  it('is laid over what is there without wiping it where it is empty itself', () => {
    const clip = lifted(course, { things: [], area: { x: 0, y: 1, w: 2, h: 1 } })!
    expect(laidAt(course, clip, { x: 0, y: 2 })!.course.play[2]).toBe('rp......')
  })

  it('is taken out, and the start stays', () => {
    const next = cleared(course, { things: ['a', START], area: box.area })
    expect(next.play.slice(0, 3)).toEqual(['........', '........', '........'])
    expect(ids(next)).toEqual(['b', 'c'])
    expect(next.start).toEqual(course.start)
  })

  it('is mirrored within its own box, and is itself again after two times', () => {
    const all: Choice = { things: ['a', 'b', 'c'], area: { x: 0, y: 0, w: 8, h: 4 } }
    const once = mirrored(course, all)
    expect(once.play).toEqual(['........', '......p.', '......rr', 'rr..rrrr'])
    expect(thing(once, 'a').x).toBe(6.5)
    expect(thing(once, 'b')).toMatchObject({ x: 3.5, path: [{ x: 1.5, y: 2 }] })
    const twice = mirrored(once, all)
    expect(twice.play).toEqual(course.play)
    expect(twice.things).toEqual(course.things)
    expect(mirrored(course, { things: [], area: null })).toBe(course)
  })

  it('is set in a line: at a side, on one level, evenly apart', () => {
    const all = ['a', 'b', 'c']
    const xs = (how: Parameters<typeof aligned>[2]) => aligned(course, all, how).things.map(({ x }) => x)
    expect(xs('left')).toEqual([1.5, 1.5, 1.5])
    expect(xs('right')).toEqual([6.5, 6.5, 6.5])
    expect(xs('middle')).toEqual([4, 4, 4])
    expect(xs('apart')).toEqual([1.5, 4, 6.5])
    expect(aligned(course, all, 'level').things.map(({ y }) => y)).toEqual([3, 3, 3])
    expect(aligned(course, ['a'], 'left')).toBe(course)
  })

  it('is kept together, a copy of it apart from it, and taken apart again', () => {
    const next = grouped(course, ['a', 'b'], true)
    expect(together(next, ['a'])).toEqual(['a', 'b'])
    expect(together(next, ['c'])).toEqual(['c'])
    const made = laidAt(next, lifted(next, { things: ['a', 'b'], area: null })!, { x: 2, y: 0 })!
    expect(together(made.course, [made.choice.things[0]!]).sort()).toEqual([...made.choice.things].sort())
    expect(together(grouped(next, ['a', 'b'], false), ['a'])).toEqual(['a'])
    valid(made.course)
  })

  it('comes to the front or goes to the back of all things', () => {
    expect(ids(ordered(course, ['a'], 'front'))).toEqual(['b', 'c', 'a'])
    expect(ids(ordered(course, ['c'], 'back'))).toEqual(['c', 'a', 'b'])
  })
})

describe('a way', () => {
  const from: Cell = { x: 0, y: 0 }
  const path = [
    { x: 4, y: 0 },
    { x: 4, y: 4 },
  ]
  it('gets a stop where its line is pressed', () => {
    expect(nearestLeg(path, from, { x: 2, y: 0.5 })).toEqual({ leg: 0, away: 0.5 })
    expect(stopIn(path, from, { x: 4.2, y: 2 })).toEqual([path[0], { x: 4.2, y: 2 }, path[1]])
    expect(stopIn(path, from, { x: 2, y: 0 })[0]).toEqual({ x: 2, y: 0 })
  })

  it('is set, timed, and taken away again', () => {
    const next = withPath(course, 'a', path, 3)
    expect(thing(next, 'a')).toMatchObject({ path, seconds: 3 })
    expect(thing(withPath(next, 'a', []), 'a')).not.toHaveProperty('path')
    expect(thing(withPath(course, 'b', [{ x: 5, y: 5 }]), 'b').seconds).toBe(2)
    const long = Array.from({ length: 20 }, (_, x) => ({ x, y: 0 }))
    valid(withPath(course, 'a', long))
  })
})
