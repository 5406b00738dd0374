import { beforeEach, describe, expect, it } from 'vitest'
import { puffinCatch, whichOne, windfall } from '../../tests/support/fixtures'
import { threeLevels } from '../../tests/support/levels'
import { makeDrawList } from '../game/draw-list'
import { setupOf } from '../game/game'
import { rulesFor } from '../game/registry'
import { docOfLevel, makeSetup } from '../game/setup'
import { idleInput, type Input } from '../game/types'
import { edit } from '../pack/commands'
import { newPack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { playAll, recordingOf } from './batch'
import { makeDirector, type Direction, type Director } from './director'

const setup = makeSetup(buildGameDoc(windfall, puffinCatch()))
const right: Input = { ...idleInput(), axis: 1 }
let direction: Direction
let director: Director
let begun = 0
const steps = (count: number, input = idleInput(), handsOff = false) => {
  for (let i = 0; i < count; i++) director.step(input, handsOff)
}
const hero = () => JSON.stringify(director.session().state.play)

beforeEach(() => {
  direction = { level: 0, running: true, auto: false, back: 0, rewindable: 0, screen: '' }
  begun = 0
  director = makeDirector(setup, direction, { seed: 7, straightToPlay: true, begun: () => begun++ })
})

describe('who plays a game that is looked at', () => {
  it('is a human, nobody while something is picked, or the simulated player', () => {
    const after = (input: Input, handsOff: boolean, auto: boolean): string => {
      director.restart()
      direction.auto = auto
      steps(60, input, handsOff)
      return hero()
    }
    const still = after(idleInput(), false, false)
    expect(after(right, false, false)).not.toBe(still)
    expect(after(right, true, false)).toBe(still)
    expect(after(right, true, true)).not.toBe(still)
  })

  it('is the recording that is shown, until it ends or a human takes the controls', () => {
    steps(200, right)
    const played = hero()
    const { recording } = director.session()
    director.showRecording(recording, 150)
    expect(director.session().step).toBe(150)
    steps(50)
    expect(hero()).toBe(played)
    director.showRecording(recording, 150)
    director.taken()
    steps(50, { ...right, axis: -1 })
    expect(hero()).not.toBe(played)
    expect(begun).toBe(2)
  })

  it('is nobody on a screen that was chosen by hand, and it stays there', () => {
    direction.auto = true
    director.showScreen('pause')
    steps(600)
    expect(direction.screen).toBe('pause')
    director.setAuto(true)
    steps(600)
    expect(direction.screen).not.toBe('pause')
  })
})

describe('what is shown', () => {
  it('is now, or as far back as was asked for and was played; from there it goes on', () => {
    steps(300, right)
    director.seek(1e6)
    expect(direction.back).toBe(direction.rewindable)
    director.seek(100)
    const then = JSON.stringify(director.shown().play)
    director.goOnFromHere()
    expect(hero()).toBe(then)
    expect([direction.back, director.session().step]).toEqual([0, 200])
  })

  it('is the screen of a part, the play for one that is met there, and nothing for a story without lines', () => {
    director.showPart('backdrop@start')
    expect(direction.screen).toBe('start')
    director.showPart('backdrop@won')
    expect(direction.screen).toBe('won')
    director.showPart('hero')
    expect(direction.screen).toBe('play')
    director.showPart('no-such-story')
    expect(direction.screen).toBe('play')
  })

  it('is the moment in which a place is seen, standing still, until another part is looked at', () => {
    const pots = makeSetup(buildGameDoc(whichOne, newPack(whichOne, 'a-pack-for-tests')))
    director = makeDirector(pots, direction, { seed: 7, straightToPlay: true })
    steps(400)
    director.showPart('hidden-place')
    const { state, step } = director.session()
    const [place] = rulesFor('which-one').spots!(state.play!, pots)
    expect([direction.running, step]).toEqual([false, place!.steps])
    const list = makeDrawList()
    rulesFor('which-one').draw(state.play!, pots, list)
    expect(list.items.slice(0, list.count).map(({ part }) => part)).toContain('hidden')
    director.showPart('covers')
    expect(direction.running).toBe(true)
  })

  it('is what fires a sound, with what led up to it; for one that nothing fires, what was there', () => {
    expect(director.showMoment('nothing-fires-this')).toBe(false)
    expect(director.showMoment('catch-sound')).toBe(true)
    let fired = false
    for (let i = 0; i < 100 && !fired; i++) {
      steps(1)
      fired = director.session().state.events.includes('catch-sound')
    }
    expect(fired).toBe(true)
  })

  it('begins anew on a stage of another shape, and goes on where only content changed', () => {
    steps(120, right)
    director.adopt(makeSetup(buildGameDoc(windfall, puffinCatch())))
    expect(director.session().step).toBe(120)
    const [tall] = edit(puffinCatch(), { type: 'set-stage', stage: 'tall' })
    director.adopt(makeSetup(buildGameDoc(windfall, tall)))
    expect(director.session().step).toBe(0)
    expect(begun).toBe(1)
  })
})

describe('a game of several levels that is looked at', () => {
  const three = makeSetup(buildGameDoc(windfall, threeLevels(puffinCatch())))
  const goal = () => setupOf(director.session().state, director.setup()).get('dial', 'goal')

  it('shows any level from its start, and stays in it where it begins again', () => {
    director.adopt(three)
    director.showLevel(2)
    expect([direction.level, direction.screen, goal()]).toEqual([2, 'play', 30])
    steps(50)
    director.showLevel(2)
    expect(director.session().state.play!.step).toBe(50)
    director.showLevel(2, true)
    expect(director.session().state.play!.step).toBe(0)
    director.restart()
    expect(direction.level).toBe(2)
  })

  it('shows a recorded play in the level it was played in', () => {
    director.adopt(three)
    const level = makeSetup(docOfLevel(three.doc, 1))
    const game = playAll(level, [{ skill: 1, seed: 5 }])[0]!
    director.showRecording(recordingOf(level, game, 1), 0)
    expect(direction.level).toBe(1)
    for (let i = 0; i < 20_000 && direction.screen === 'play'; i++) steps(1)
    expect([direction.screen, director.session().state.play!.score]).toEqual(['done', game.score])
  })

  it('goes into the next by itself, and stays by its level while the row changes', () => {
    director.adopt(three)
    director.setAuto(true)
    for (let i = 0; i < 60_000 && direction.level === 0; i++) steps(1)
    expect(direction.level).toBe(1)
    const { doc } = three
    director.adopt(makeSetup({ ...doc, levels: [doc.levels![1]!, doc.levels![0]!] }))
    steps(1)
    expect([direction.level, goal()]).toEqual([0, 20])
  })

  it('shows the screens of levels, and a moment of the level at hand', () => {
    director.adopt(three)
    director.showPart('levels-words')
    expect(direction.screen).toBe('levels')
    director.showPart('next-level-words')
    expect(direction.screen).toBe('done')
    director.showLevel(2)
    expect(director.showMoment('catch-sound')).toBe(true)
    expect(direction.level).toBe(2)
  })
})
