import { describe, expect, it } from 'vitest'
import { puffinCatch, windfall } from '../../tests/support/fixtures'
import type { Pack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { makeDrawList } from './draw-list'
import { drawGame } from './draw-game'
import { beginPlay, goTo, startGame, stepGame } from './game'
import { CHANGE_SECONDS, SCREEN_CHANGES, VOLUMES } from './screen-change'
import { makeSetup, type Setup } from './setup'
import { idleInput, STEPS_PER_SECOND } from './types'

const setupWith = (choices: Record<string, string>): Setup => {
  const parts: Pack['parts'] = { ...puffinCatch().parts }
  for (const [id, value] of Object.entries(choices)) parts[id] = { kind: 'choice', value }
  return makeSetup(buildGameDoc(windfall, { ...puffinCatch(), parts }))
}
/** What lies over all else, `step` steps into the pause. */
function over(setup: Setup, step: number, still = false) {
  const state = startGame(3, setup)
  beginPlay(state, setup)
  goTo(state, 'pause')
  for (let i = 0; i < step; i++) stepGame(state, idleInput(), setup)
  const list = makeDrawList()
  list.still = still
  drawGame(state, setup, list)
  const last = list.items[list.count - 1]!
  return last.kind === 'dim' ? { x: last.x, w: last.w, h: last.h, alpha: last.alpha, part: last.part } : null
}

describe('how one screen follows another', () => {
  it('is a cut, as ever, where a game says nothing of it', () => {
    expect(over(setupWith({}), 0)).toBeNull()
    expect(over(setupWith({ 'screen-change': 'cut' }), 0)).toBeNull()
  })

  it.each(Object.entries(CHANGE_SECONDS))('fades out of the dark or is wiped free in its time: %s', (time, seconds) => {
    const half = (seconds * STEPS_PER_SECOND) / 2
    const at = (change: string, step: number) =>
      over(setupWith({ 'screen-change': change, 'screen-change-time': time }), step)
    const { width, height } = setupWith({}).stage
    expect(at('fade', 0)).toEqual({ x: 0, w: width, h: height, alpha: 1, part: '' })
    expect(at('fade', half)!.alpha).toBeCloseTo(0.5, 1)
    const wipe = at('wipe', half)!
    expect(wipe.alpha).toBe(1)
    expect(wipe.x / width).toBeCloseTo(0.5, 1)
    expect(wipe.x + wipe.w).toBeCloseTo(width)
    for (const change of SCREEN_CHANGES) expect(at(change, half * 2)).toBeNull()
  })

  it('is a cut for who asked for less motion', () => {
    expect(over(setupWith({ 'screen-change': 'wipe' }), 0, true)).toBeNull()
  })
})

describe('the volume a game begins with', () => {
  it('is what its maker set, and for all others what it always was', () => {
    expect(startGame(1).volume).toEqual({ sound: 4, music: 3 })
    expect(startGame(1, setupWith({})).volume).toEqual({ sound: 4, music: 3 })
    for (const [name, quarters] of Object.entries(VOLUMES))
      expect(startGame(1, setupWith({ 'music-volume-start': name, 'sound-volume-start': 'half' })).volume).toEqual({
        sound: 2,
        music: quarters,
      })
  })

  it('has a way for each choice that templates offer, and templates offer each way', () => {
    const offered = (id: string) => windfall.parts.find((spec) => spec.id === id)!.options!.map((one) => one.id)
    expect(offered('screen-change')).toEqual([...SCREEN_CHANGES])
    expect(offered('screen-change-time').sort()).toEqual(Object.keys(CHANGE_SECONDS).sort())
    for (const id of ['sound-volume-start', 'music-volume-start'])
      expect(offered(id).sort()).toEqual(Object.keys(VOLUMES).sort())
  })
})
