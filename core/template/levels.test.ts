import { describe, expect, it } from 'vitest'
import { emptyPack, TEMPLATES, windfall } from '../../tests/support/fixtures'
import { threeLevels, withLevels } from '../../tests/support/levels'
import { edit, goneFor, type Command } from '../pack/commands'
import { emptyHistory, perform, undo } from '../pack/history'
import { Pack } from '../pack/pack'
import { makeSetup, setupFor } from '../game/setup'
import { buildGameDoc } from './game-doc'
import { addLevel, inAllLevels, inLevel, moveLevel, onlyIn, ownLevels, removeLevel, renameLevel } from './levels'
import { fittedTo, hasLevels, levelOf } from './uses'

const done = (pack: Pack, command: Command | null) => edit(pack, command!)[0]
const setupOf = (pack: Pack) => makeSetup(buildGameDoc(windfall, pack))
const dialIn = (pack: Pack, level: number) => setupFor(setupOf(pack), level).get('dial', 'goal')

describe('levels of a pack', () => {
  it('a game of one level has nothing to see of them', () => {
    const pack = emptyPack()
    expect(hasLevels(pack)).toBe(false)
    expect(fittedTo(windfall, pack).parts.some((spec) => spec.needs === 'levels')).toBe(false)
    const doc = buildGameDoc(windfall, pack)
    expect(doc.levels).toBeUndefined()
    const setup = makeSetup(doc)
    expect(setupFor(setup, 0)).toBe(setup)
  })

  it('the second makes a list of two, and twelve are the most', () => {
    const two = done(emptyPack(), addLevel(emptyPack(), windfall)!.command)
    expect(two.levels.map(({ name }) => name)).toEqual(['Level 1', 'Level 2'])
    expect(fittedTo(windfall, two).parts.some((spec) => spec.id === 'next-level-words')).toBe(true)
    const twelve = withLevels(emptyPack(), 12)
    expect(new Set(twelve.levels.map(({ id }) => id)).size).toBe(12)
    expect(addLevel(twelve, windfall)).toBeNull()
    expect(Pack.parse(twelve)).toEqual(twelve)
  })

  it.each(Object.keys(TEMPLATES))('%s: every part it says may differ is one it has', (id) => {
    const template = TEMPLATES[id as keyof typeof TEMPLATES]
    for (const part of template.levels!.parts) expect(template.parts.map((spec) => spec.id)).toContain(part)
  })

  it('a part is something else in one level, and rules get it there only', () => {
    const pack = threeLevels(emptyPack())
    expect([0, 1, 2].map((level) => dialIn(pack, level))).toEqual([10, 20, 30])
    expect(setupOf(pack).get('dial', 'goal')).toBe(200)
    expect(ownLevels(pack, 'goal')).toEqual([0, 1, 2])
    // In the template's parts each is one more, right behind the one it came from, and only once.
    const made = fittedTo(windfall, pack)
    const names = made.parts.filter((spec) => spec.id.startsWith('goal')).map((spec) => spec.name)
    expect(names).toEqual(['Goal', 'Goal: Low tide', 'Goal: Half tide', 'Goal: High tide'])
    expect(fittedTo(made, pack).parts).toHaveLength(made.parts.length)
  })

  it('a copy has what the level it came from has, and comes behind it', () => {
    const pack = threeLevels(emptyPack())
    const copied = done(pack, addLevel(pack, windfall, pack.levels[0]!.id)!.command)
    expect(copied.levels.map(({ name }) => name)).toEqual(['Low tide', 'Low tide (copy)', 'Half tide', 'High tide'])
    expect([0, 1, 2, 3].map((level) => dialIn(copied, level))).toEqual([10, 10, 20, 30])
  })

  it('is put in another order and renamed by its id, whatever came in meanwhile', () => {
    const pack = threeLevels(emptyPack())
    const [low, half] = pack.levels
    const renamed = renameLevel(pack, low!.id, 'Ebb')
    const moved = done(pack, moveLevel(pack, half!.id, 0))
    expect(moved.levels.map(({ name }) => name)).toEqual(['Half tide', 'Low tide', 'High tide'])
    expect(dialIn(moved, 0)).toBe(20)
    expect(done(moved, renamed).levels.map(({ name }) => name)).toEqual(['Half tide', 'Ebb', 'High tide'])
    expect(moveLevel(pack, low!.id, 0)).toBeNull()
    // One that was taken out meanwhile is said, and not brought back.
    const without = done(pack, removeLevel(pack, low!.id))
    expect(goneFor(without, renamed)).toContain('taken out meanwhile')
    expect(goneFor(pack, renamed)).toBeNull()
    expect(done(without, renamed).levels).toEqual(without.levels)
  })

  it('is taken out with all that is only in it; the last of two is the whole game then', () => {
    const pack = threeLevels(emptyPack())
    const [low, half, high] = pack.levels
    const two = done(pack, removeLevel(pack, half!.id))
    expect(two.levels.map(({ id }) => id)).toEqual([low!.id, high!.id])
    expect(Object.keys(two.parts).some((key) => levelOf(key) === half!.id)).toBe(false)
    const one = done(two, removeLevel(two, low!.id))
    expect(one.levels).toEqual([])
    expect(one.parts).toEqual({ goal: { kind: 'dial', value: 30 } })
  })

  it('“in this level only” begins with what is there; “in all” leaves none of a level’s own', () => {
    const pack = withLevels(emptyPack(), 3)
    const [first, , third] = pack.levels
    const only = done(pack, onlyIn(pack, windfall, 'backdrop', [first!.id, third!.id]))
    expect(ownLevels(only, 'backdrop')).toEqual([0, 2])
    expect(onlyIn(only, windfall, 'backdrop', [first!.id])).toBeNull()
    // What belongs to the whole game cannot differ.
    expect(onlyIn(pack, windfall, 'title-words', [first!.id])).toBeNull()
    const all = done(only, inAllLevels(only, inLevel('backdrop', third!.id)))
    expect(ownLevels(all, 'backdrop')).toEqual([])
    expect(all.parts['backdrop']).toEqual(windfall.parts.find((spec) => spec.id === 'backdrop')!.content)
    expect(inAllLevels(all, 'backdrop')).toBeNull()
  })

  it('every one of these acts is one step of undo', () => {
    const pack = threeLevels(emptyPack())
    const acts = [
      addLevel(pack, windfall)!.command,
      addLevel(pack, windfall, pack.levels[1]!.id)!.command,
      removeLevel(pack, pack.levels[1]!.id),
      moveLevel(pack, pack.levels[2]!.id, 0)!,
      renameLevel(pack, pack.levels[0]!.id, 'Ebb'),
      onlyIn(pack, windfall, 'backdrop', [pack.levels[0]!.id])!,
      inAllLevels(pack, inLevel('goal', pack.levels[0]!.id))!,
    ]
    for (const act of acts) {
      const after = perform(pack, emptyHistory(), 'An act', act)
      expect(after.pack).not.toEqual(pack)
      expect(undo(after.pack, after.history)!.pack).toEqual(pack)
    }
  })
})
