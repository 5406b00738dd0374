import { describe, expect, it } from 'vitest'
import { contextFor, emptyPack, stepstone, windfall } from '../../tests/support/fixtures'
import { threeLevels, withLevels } from '../../tests/support/levels'
import type { PartContent } from '../kinds'
import type { CourseContent } from '../kinds/course'
import { newPack, type Pack } from '../pack/pack'
import { yoursOf } from '../facts/yours'
import { inLevel } from '../template/levels'
import { gamesOf, playAll } from '../dry-run/batch'
import { makeSetup, docOfLevel } from '../game/setup'
import { buildGameDoc } from '../template/game-doc'
import { dryRun } from './rules/dry-run'
import { goalUnreachable } from './rules/goal-unreachable'
import { heroFitted } from './rules/hero-fitted'
import { neverMet } from './rules/never-met'
import { textOf } from './texts'

const dial = (value: number) => ({ kind: 'dial' as const, value })
async function found(rule: typeof dryRun, pack: Pack) {
  const ctx = contextFor(pack)
  const subjects = rule.subjects(ctx)
  return (
    await Promise.all(subjects.map(async (subject) => ({ subject, hits: await rule.run(ctx, subject) })))
  ).flatMap(({ subject, hits }) => hits.map((hit) => ({ ...hit, subject })))
}

describe('the check of a game of three levels', () => {
  const three = threeLevels(emptyPack())
  const [first, second] = three.levels

  it('tells a goal that cannot be reached at the dial of its level, by the level’s name, and mends it there', async () => {
    const key = inLevel('goal', second!.id)
    const pack = { ...three, parts: { ...three.parts, [key]: dial(1000) } }
    const hits = await found(goalUnreachable, pack)
    expect(hits.map((hit) => hit.subject.part)).toEqual([key])
    const finding = {
      ...{ id: 'x', rule: 'goal-unreachable', severity: 'must' as const, fixable: true },
      ...{ subject: hits[0]!.subject, facts: hits[0]!.facts, evidence: hits[0]!.evidence },
    }
    expect(textOf(finding).what).toContain('in “Half tide”')
    const fix = await goalUnreachable.fix!(contextFor(pack), finding)
    expect(fix!.command).toMatchObject({ part: key })
  })

  it('tells of each level that shares a goal which of them is too poor for it', async () => {
    const pack = withLevels(emptyPack(), 2)
    const slow = { ...pack, parts: { [inLevel('gap', pack.levels[1]!.id)]: dial(3) } }
    expect((await found(goalUnreachable, slow)).map((hit) => hit.facts['level'])).toEqual(['Level 2'])
  })

  it('dry-runs each level, and the whole game in one go', async () => {
    const levels = (await found(dryRun, three)).map((hit) => hit.facts['level'])
    expect(levels).toContain(first!.name)
    const doc = buildGameDoc(windfall, three)
    const games = gamesOf({ skills: [1], games: 4, seed: 5 })
    const whole = playAll(makeSetup(doc), games)
    const one = playAll(makeSetup(docOfLevel(doc, 2)), games)
    expect(whole.every((game) => game.outcome === 'won')).toBe(true)
    expect(whole[0]!.seconds).toBeGreaterThan(one[0]!.seconds)
    expect(whole[0]!.score).toBeGreaterThanOrEqual(60)
  })

  it('says nothing of entries that are met in another level', async () => {
    expect(await found(neverMet, three)).toEqual([])
  })

  it('counts a part as the maker’s own when one of its levels has it', () => {
    const pack = withLevels(emptyPack(), 3)
    const before = yoursOf(windfall, pack)
    const backdrop = windfall.parts.find((spec) => spec.id === 'backdrop')!.content
    const after = yoursOf(windfall, { ...pack, parts: { [inLevel('backdrop', pack.levels[2]!.id)]: backdrop } })
    expect(after.parts).toEqual({ own: before.parts.own + 1, all: before.parts.all })
    // A third of what is played is in front of it.
    expect(after.area).toBeGreaterThan(0.15)
    expect(after.area).toBeLessThan(0.5)
  })
})

describe('what a course says of itself', () => {
  const plain = newPack(stepstone, 'a-course')
  const inCourse = async (rule: typeof dryRun, pack: Pack) => {
    const ctx = { ...contextFor(pack), template: stepstone }
    return (await Promise.all(rule.subjects(ctx).map((subject) => rule.run(ctx, subject)))).flat()
  }
  const hero = stepstone.parts.find(({ id }) => id === 'hero')!.content

  it('tells a drawing that counts as smaller, with how, and leaves the usual ones alone', async () => {
    expect(await inCourse(heroFitted, plain)).toEqual([])
    const large = { ...plain, parts: { hero: { ...hero, height: 6 } as PartContent } }
    const [told] = await inCourse(heroFitted, large)
    expect(told!.facts['because']).toContain('takes 1.8 m')
    expect(textOf({ rule: 'hero-fitted', facts: told!.facts }).what).toContain('smaller than it is drawn') // prettier-ignore
  })

  it('shows where what nobody gets to is', async () => {
    const course = stepstone.parts.find(({ id }) => id === 'course')!.content as CourseContent
    const walled = { ...course, play: course.play.map((row) => row.slice(0, 20) + 'c' + row.slice(21)) }
    const pack = { ...plain, parts: { course: walled } }
    const [shut] = await inCourse(goalUnreachable, pack)
    expect(shut!.evidence).toMatchObject({ kind: 'place', course: 'course', x: 73, y: 9 })
    expect((await inCourse(neverMet, pack)).map(({ evidence }) => evidence.kind)).toContain('place')
  })
})
