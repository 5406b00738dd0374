import { describe, expect, it } from 'vitest'
import { CourseContent } from '../kinds/course'
import { grouped } from '../pack/course-choice'
import { courseFromCsv, courseToCsv } from './course-csv'
import { stepstone } from '../../tests/support/fixtures'
import { alikeFrom, cutOff, lineOf, resized, sizeOf, tileAt, withThing, withTiles } from '../pack/course'

const shipped = CourseContent.parse(stepstone.parts.find(({ id }) => id === 'course')!.content)
const small = CourseContent.parse({
  kind: 'course',
  tiles: { r: 'rock' },
  play: ['.....', '.....', 'rrrrr'],
  things: [{ id: 't1', part: 'foes', entry: 'cone', x: 2.5, y: 2, path: [{ x: 4, y: 2 }], seconds: 2 }],
  start: { x: 0.5, y: 2 },
})

describe('laying a course', () => {
  it('puts tiles where they are wanted, gives a new one a letter, and leaves the rest', () => {
    const next = withTiles(
      small,
      'play',
      [
        { x: 1, y: 1 },
        { x: 9, y: 9 },
        { x: -1, y: 0 },
      ],
      'plank',
    )
    expect(next.play).toEqual(['.....', '.a...', 'rrrrr'])
    expect(next.tiles).toEqual({ r: 'rock', a: 'plank' })
    expect(tileAt(next, 'play', { x: 1, y: 1 })).toBe('plank')
    expect(withTiles(next, 'play', [{ x: 0, y: 2 }], '').play[2]).toBe('.rrrr')
    expect(small.play[1]).toBe('.....')
    expect(CourseContent.safeParse(next).success).toBe(true)
  })

  it('gives letters again of tiles that lie nowhere any more', () => {
    let course = small
    for (let i = 0; i < 200; i++) course = withTiles(course, 'play', [{ x: 0, y: 0 }], `tile-${i}`)
    expect(tileAt(course, 'play', { x: 0, y: 0 })).toBe('tile-199')
    expect(CourseContent.safeParse(course).success).toBe(true)
  })

  it('begins a layer of the same size where there was none', () => {
    const next = withTiles(small, 'back', [{ x: 2, y: 1 }], 'fern')
    expect(next.back).toEqual(['.....', '..a..', '.....'])
    expect(CourseContent.safeParse(next).success).toBe(true)
    expect(CourseContent.safeParse({ ...next, back: ['..'] }).success).toBe(false)
  })

  it('fills what hangs together, and draws a line without a hole', () => {
    expect(alikeFrom(small, 'play', { x: 0, y: 0 })).toHaveLength(10)
    expect(alikeFrom(small, 'play', { x: 0, y: 2 })).toHaveLength(5)
    const line = lineOf({ x: 0, y: 0 }, { x: 7, y: -3 })
    expect(line).toHaveLength(8)
    for (let i = 1; i < line.length; i++) {
      expect(Math.abs(line[i]!.x - line[i - 1]!.x)).toBeLessThanOrEqual(1)
      expect(Math.abs(line[i]!.y - line[i - 1]!.y)).toBeLessThanOrEqual(1)
    }
  })

  it('places things, as many as there may be', () => {
    const made = withThing(small, 'marks', 'hut', { x: 3, y: 1 })!
    expect(made.course.things.at(-1)).toEqual({ id: made.id, part: 'marks', entry: 'hut', x: 3.5, y: 2 })
    expect(made.id).not.toBe('t1')
    const full = { ...small, things: Array.from({ length: 400 }, (_, i) => ({ ...small.things[0]!, id: `x${i}` })) }
    expect(withThing(full, 'marks', 'hut', { x: 0, y: 0 })).toBeNull()
  })

  it('grows at the right and above, and says what another size would cut off', () => {
    const next = resized(small, 7, 5)
    expect(next.play).toEqual(['.......', '.......', '.......', '.......', 'rrrrr..'])
    expect([next.start.y, next.things[0]!.y, next.things[0]!.path![0]!.y]).toEqual([4, 4, 4])
    expect(sizeOf(resized(small, 9999, 1))).toEqual({ w: 400, h: 4 })
    expect(cutOff(small, 5, 3)).toBe(0)
    expect(cutOff(small, 4, 3)).toBe(1)
    expect(CourseContent.safeParse(next).success).toBe(true)
  })
})

describe('a course as a table', () => {
  const known = (part: string, entry: string) => shipped.things.some((one) => one.part === part && one.entry === entry)
  const names = (course: CourseContent) => [...new Set(Object.values(course.tiles))]
  const plainly = (course: CourseContent) => ({
    tiles: course.play.map((row, y) => [...row].map((_, x) => tileAt(course, 'play', { x, y }))),
    back: (course.back ?? []).map((row, y) => [...row].map((_, x) => tileAt(course, 'back', { x, y }))),
    ...{ things: course.things, start: course.start },
  })

  it('comes back as it went out, also after a spreadsheet had it', () => {
    const csv = courseToCsv(shipped)
    expect(plainly(courseFromCsv(csv, 'a.csv', names(shipped), known))).toEqual(plainly(shipped))
    const kept = grouped(shipped, ['t1', 't2'], true)
    expect(plainly(courseFromCsv(courseToCsv(kept), 'b.csv', names(shipped), known))).toEqual(plainly(kept))
    // Semicolons, other line ends, empty cells at the ends of rows left out, and decimals with a comma.
    const theirs = csv
      .replaceAll(',', ';')
      .replaceAll('\r\n', '\n')
      .replace(/;+$/gm, '')
      .replace(/(\d)\.(\d)/g, '$1,$2')
    const back = courseFromCsv(theirs, 'b.csv', names(shipped), known)
    expect(back.things).toEqual(shipped.things)
    expect(tileAt(back, 'play', { x: 20, y: 15 })).toBe(tileAt(shipped, 'play', { x: 20, y: 15 }))
  })

  it.each([
    ['no layer at all', 'a,b\nc,d', 'no line “layer play”'],
    ['a tile nobody has', 'layer play\nrock,lava\nrock,rock', 'a tile “lava”'],
    [
      'a thing that is nowhere',
      'layer play\nrock\nthings\nid,cast,entry,x,y\nt1,foes,cone,left,2',
      'line 5 needs a number',
    ],
    ['a thing nobody has', 'layer play\nrock\nthings\nid,cast,entry,x,y\nt1,foes,dragon,1,2', '“dragon” of “foes”'],
    ['too many cells', `layer play\n${'rock,'.repeat(500)}rock`, '400 x 60 is the most'],
    ['a name that is none', 'layer play\nrock\nthings\nid,cast,entry,x,y\nT 1!,foes,cone,1,2', 'line 5 cannot be read'],
  ])('is refused with a sentence: %s', (_what, csv, sentence) => {
    expect(() => courseFromCsv(csv, 'mine.csv', ['rock'], known)).toThrow(sentence)
    expect(() => courseFromCsv(csv, 'mine.csv', ['rock'], known)).toThrow('Nothing was changed')
  })

  it('takes no harm from 400 tables that were damaged on the way', () => {
    const csv = courseToCsv(shipped)
    let seed = 9
    const next = (below: number) => (seed = (Math.imul(seed, 48271) >>> 0) % 2147483647) % below
    for (let i = 0; i < 400; i++) {
      const from = next(csv.length)
      const broken =
        csv.slice(0, from) + String.fromCharCode(next(90) + 32).repeat(next(4)) + csv.slice(from + next(60))
      try {
        expect(CourseContent.safeParse(courseFromCsv(broken, 'x.csv', names(shipped), known)).success).toBe(true)
      } catch (error) {
        expect((error as Error).name === 'UserError' || /^“|^Row/.test((error as Error).message), String(error)).toBe(
          true,
        )
      }
    }
  })
})
