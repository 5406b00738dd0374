import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForBrowser } from '../../tests/support/app'
import { skipline, stepstone } from '../../tests/support/fixtures'
import { workshopHere } from '../../tests/support/workshop-here'
import type { CourseContent } from '@core/kinds/course'
import { emptyHistory } from '@core/pack/history'
import { newPack } from '@core/pack/pack'
import { tileAt } from '@core/pack/course'
import { until } from '../../tests/support/until'

const explored = vi.hoisted(() => ({ gap: null as unknown, cells: [], lost: [], leads: false, w: 12 }))
vi.mock('../workers/dry-run', () => ({ explore: async () => explored, dryRun: async () => null }))

const COURSE: CourseContent = {
  ...{ kind: 'course', tiles: { c: 'crag', l: 'ledge' }, start: { x: 1.5, y: 5 } },
  play: ['............', '............', '............', '..ll........', '............', 'cccc....cccc'],
  back: ['............', '............', '............', '............', '............', '............'],
  things: [
    { id: 'a', part: 'movers', entry: 'basket', x: 2.5, y: 3 },
    { id: 'b', part: 'pickups', entry: 'berry', x: 3.5, y: 3 },
    { id: 'c', part: 'marks', entry: 'hut', x: 10.5, y: 5 },
  ],
}

let count = 0
async function stores() {
  vi.resetModules()
  const pinia = standInForBrowser(workshopHere)
  const [{ useBench }, { useCourse }, { useNotices }, packs] = await Promise.all([
    import('./bench'),
    import('./course'),
    import('./notices'),
    import('../storage/packs'),
  ])
  return { packs, bench: useBench(pinia), course: useCourse(pinia), notices: useNotices(pinia) }
}
let at: Awaited<ReturnType<typeof stores>>
beforeAll(async () => {
  at = await stores()
})
async function open(template = stepstone, parts: Record<string, CourseContent> = { course: COURSE }): Promise<void> {
  const id = `course-pack-${count++}`
  await at.packs.savePack({ ...newPack(template, id), id, parts }, emptyHistory(), 0)
  await at.bench.open(id)
  at.bench.select(Object.keys(parts)[0] ?? 'line')
}
beforeEach(async () => {
  await open()
  Object.assign(at.course, { tool: 'paint', layer: 'play', hidden: [], locked: [], snaps: true, tile: 'crag' })
  at.course.choose([])
})
const now = () => at.course.kept!
const thing = (id: string) => now().things.find((one) => one.id === id)
const undo = () => at.bench.canUndo

describe('a stroke', () => {
  it('is one step, with every cell between two places of the pointer', async () => {
    at.course.paintTo({ x: 0, y: 0 })
    at.course.paintTo({ x: 4, y: 0 })
    expect(at.course.content!.play[0]).toBe('ccccc.......')
    expect(now().play[0]).toBe('............')
    await at.course.endStroke()
    expect(now().play[0]).toBe('ccccc.......')
    expect(undo()).toBe('Lay 5 of Crag')
    at.bench.undo()
    expect(now().play[0]).toBe('............')
  })

  it('is dropped without a trace', () => {
    at.course.paintTo({ x: 0, y: 0 })
    expect(at.course.dropStroke()).toBe(true)
    expect(at.course.dropStroke()).toBe(false)
    expect(at.course.content).toBe(now())
  })

  it('is refused in a layer that is locked or hidden, with a sentence, and goes on in another', async () => {
    at.course.toggleLocked('play')
    at.course.paintTo({ x: 0, y: 0 })
    expect(at.course.content).toBe(now())
    expect(at.notices.current?.text).toContain('locked')
    at.course.toggleLocked('play')
    at.course.toggleHidden('play')
    await at.course.fill({ x: 0, y: 0 })
    expect(at.notices.current?.text).toContain('hidden')
    expect(undo()).toBe('')
    at.course.layer = 'back'
    at.course.paintTo({ x: 0, y: 0 })
    await at.course.endStroke()
    expect(tileAt(now(), 'back', { x: 0, y: 0 })).toBe('crag')
  })
})

describe('what is picked', () => {
  it('is taken in by a box, moved as one, copied and taken out, a step each', async () => {
    at.course.chooseBox({ x: 2, y: 2, w: 2, h: 2 })
    expect(at.course.chosen).toEqual({ things: ['a', 'b'], area: { x: 2, y: 2, w: 2, h: 2 } })
    expect(at.course.nameOfChoice).toBe('2 x 2 cells')
    await at.course.moveChoice(4, -1)
    expect([thing('a')!.x, thing('b')!.y, now().play[2]]).toEqual([6.5, 2, '......ll....'])
    await at.course.copyBy(3, 0)
    expect(now().things).toHaveLength(5)
    expect(now().play[2]).toBe('......ll.ll.')
    await at.course.removeChoice()
    expect([now().things.length, now().play[2]]).toEqual([3, '......ll....'])
    at.bench.undo()
    at.bench.undo()
    at.bench.undo()
    expect(now()).toEqual(COURSE)
  })

  it('leaves a locked layer as it is: things stay, tiles of other layers go', async () => {
    at.course.toggleLocked('play')
    at.course.chooseBox({ x: 2, y: 2, w: 2, h: 2 })
    expect(at.course.chosen.things).toEqual([])
    await at.course.moveChoice(4, 0)
    expect(now().play).toEqual(COURSE.play)
    at.course.choose(['a'])
    await at.course.moveChoice(1, 0)
    expect(thing('a')!.x).toBe(2.5)
    expect(at.notices.current?.text).toContain('locked')
  })

  it('is what is still there after a step is taken back', async () => {
    at.course.thing = { part: 'pickups', entry: 'berry' }
    await at.course.place({ x: 5, y: 4 })
    expect(at.course.single).toMatchObject({ entry: 'berry', x: 5.5, y: 5 })
    at.bench.undo()
    await until(() => expect(at.course.chosen.things).toEqual([]))
  })

  it('stands just where it was put where nothing snaps', async () => {
    at.course.snaps = false
    at.course.thing = { part: 'pickups', entry: 'berry' }
    await at.course.place({ x: 5, y: 4 }, { x: 5.125, y: 4.75 })
    expect(at.course.single).toMatchObject({ x: 5.125, y: 4.75 })
  })

  it('is copied and laid again where the cell in hand is', async () => {
    at.course.choose(['b'])
    expect(at.course.copy()).toBe(true)
    at.course.cursor = { x: 8, y: 4 }
    await at.course.paste()
    expect(at.course.single).toMatchObject({ entry: 'berry', x: 8.5, y: 5 })
    at.course.choose([])
    expect(at.course.copy()).toBe(false)
  })

  it('kept together is picked together', async () => {
    at.course.choose(['a', 'c'])
    await at.course.group(true)
    at.course.choose(['c'])
    expect([...at.course.chosen.things].sort()).toEqual(['a', 'c'])
    // One more comes to them; the two go together as they came.
    at.course.alsoChoose('b')
    expect(at.course.chosen.things).toHaveLength(3)
    at.course.alsoChoose('a')
    expect(at.course.chosen.things).toEqual(['b'])
    at.course.choose(['a'])
    await at.course.group(false)
    at.course.choose(['c'])
    expect(at.course.chosen.things).toEqual(['c'])
  })
})

describe('a way', () => {
  it('is drawn, changed and timed for things that go one, a step each', async () => {
    at.course.choose(['a'])
    expect([at.course.goes(thing('a')!), at.course.goes(thing('b')!)]).toEqual([true, false])
    await at.course.endAt({ x: 6.5, y: 3 })
    await at.course.addStop({ x: 4.5, y: 3 })
    expect(thing('a')!.path!.map(({ x }) => x)).toEqual([4.5, 6.5])
    expect(at.course.stop).toBe(0)
    await at.course.moveStop(0, { x: 4.5, y: 1 })
    await at.course.setPath(thing('a')!.path!, 'Time of a way', 4)
    expect(thing('a')).toMatchObject({
      seconds: 4,
      path: [
        { x: 4.5, y: 1 },
        { x: 6.5, y: 3 },
      ],
    })
    at.course.stop = 1
    await at.course.removeChoice()
    expect(thing('a')!.path).toHaveLength(1)
    expect(thing('a')).toBeDefined()
  })
})

describe('what the worker tells', () => {
  it('mends a gap as it was pencilled', async () => {
    explored.gap = {
      mend: [
        { x: 5, y: 5 },
        { x: 6, y: 5 },
      ],
      tile: 'crag',
    }
    at.course.watchers++
    await until(() => expect(at.course.explored).not.toBeNull())
    await at.course.mend()
    expect(now().play[5]).toBe('cccc.cc.cccc')
    expect(undo()).toBe('Lay the way')
    at.course.watchers--
    explored.gap = null
  })
})

describe('what a template’s course is', () => {
  it('says which tools there are: all of them for platforms, no tiles for a line', async () => {
    expect(at.course.tools).toEqual(['paint', 'erase', 'fill', 'place', 'pick'])
    expect(at.course.can).toEqual({ lay: true, place: true, start: true, explore: true })
    await open(skipline, {})
    expect(at.course.tools).toEqual(['place', 'pick'])
    expect(at.course.can).toEqual({ lay: false, place: true, start: false, explore: false })
    await until(() => expect(at.course.tool).toBe('place'))
  })

  it('begins a play elsewhere without a change of the pack', () => {
    const setup = at.course.setupFrom({ x: 9.5, y: 5 })!
    expect(setup.get('course', 'course').start).toEqual({ x: 9.5, y: 5 })
    expect(now().start).toEqual({ x: 1.5, y: 5 })
    expect(undo()).toBe('')
  })

  it('forgets with the next pack what was hidden, shut and picked in this one, and not on the way back to it', async () => {
    const { course, bench } = at
    const { id } = bench.pack!
    course.layer = 'back'
    course.hidden = ['play']
    course.locked = ['back']
    course.choose(['b'])
    await bench.open(id)
    expect(course.hidden).toEqual(['play'])
    await open()
    expect(course.layer).toBe('play')
    expect([course.hidden, course.locked]).toEqual([[], []])
    expect(course.chosen.things).toEqual([])
  })
})
