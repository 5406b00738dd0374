import { makeDrawList, type DrawList } from '../game/draw-list'
import { drawGame } from '../game/draw-game'
import { startGame, stepGame, beginPlay, goTo, setupOf } from '../game/game'
import { boundsOf } from '../game/pick'
import { playerFor } from '../game/simulated'
import { makeSetup, type Setup } from '../game/setup'
import { idleInput } from '../game/types'
import { buildGameDoc } from '../template/game-doc'
import { fingerprintOf } from '../pack/fingerprint'
import type { Pack } from '../pack/pack'
import { fittedTo, levelOf, wholePart } from '../template/uses'
import type { Template } from '../template/template'

export interface Yours {
  /** Parts a player would notice, and how many are the maker's own. */
  parts: { own: number; all: number }
  /** 0..1 of the screen, over moments of a simulated play and the start screen. */
  area: number
}

const COLUMNS = 64
const ROWS = 40
const MOMENTS = 24
const EVERY = 45

/** Parts that are neither the template's nor those of the pack this one was copied from. */
export function ownParts(template: Template, pack: Pack): Set<string> {
  const origin = pack.lineage.at(-1)?.fingerprint
  const now = origin === undefined ? {} : fingerprintOf(pack)
  return new Set(Object.keys(pack.parts).filter((part) => origin === undefined || origin[part] !== now[part]))
}

/**
 * How much of the game is the maker's own, by parts and by screen area: each cell of a grid belongs to the topmost
 * thing that covers it, at even moments of one simulated play.
 */
export function yoursOf(whole: Template, pack: Pack): Yours {
  const template = fittedTo(whole, pack)
  const own = ownParts(template, pack)
  const counted = template.parts.filter((spec) => !spec.fineAsIs && levelOf(spec.id) === '')
  // A part that is theirs in one of the levels is theirs.
  const theirs = new Set([...own].flatMap((key) => (levelOf(key) === '' ? [key] : [wholePart(key)])))
  const parts = { own: counted.filter((spec) => theirs.has(spec.id)).length, all: counted.length }
  // What plays by its own rules cannot be looked at here: its parts count alike.
  if (whole.kind === 'folder') return { parts, area: parts.own / Math.max(1, parts.all) }
  const setup = makeSetup(buildGameDoc(whole, pack))
  const list = makeDrawList()
  const state = startGame(7)
  let mine = 0
  let all = 0
  const look = () => {
    drawGame(state, setup, list)
    const [a, b] = coverage(list, setup, own)
    mine += a
    all += b
  }
  look()
  const player = playerFor(template.id)
  const input = idleInput()
  for (let level = 0; level < Math.max(1, pack.levels.length); level++) {
    state.level = level
    beginPlay(state, setup)
    const mind = player.make(0.7, 7)
    for (let moment = 0; moment < MOMENTS; moment++) {
      for (let step = 0; step < EVERY && state.screen === 'play' && state.play !== null; step++) {
        player.decide(mind, state.play, setupOf(state, setup), input)
        stepGame(state, input, setup)
      }
      if (state.play === null) break
      if (state.screen !== 'play') goTo(state, 'play')
      look()
      if (state.play.outcome !== 'playing') break
    }
  }
  return { parts, area: all === 0 ? 0 : mine / all }
}

function coverage(list: DrawList, setup: Setup, own: ReadonlySet<string>): [number, number] {
  const { width, height } = setup.stage
  const cells = new Uint8Array(COLUMNS * ROWS)
  for (let i = 0; i < list.count; i++) {
    const item = list.items[i]!
    if (item.part === '' || item.kind === 'dim' || item.kind === 'plate' || item.alpha < 0.3) continue
    const box = boundsOf(item, setup)
    if (box === undefined) continue
    const mark = own.has(item.part) || own.has(wholePart(item.part)) ? 2 : 1
    const left = Math.max(0, Math.floor((box.x / width) * COLUMNS))
    const right = Math.min(COLUMNS, Math.ceil(((box.x + box.w) / width) * COLUMNS))
    const top = Math.max(0, Math.floor((box.y / height) * ROWS))
    const bottom = Math.min(ROWS, Math.ceil(((box.y + box.h) / height) * ROWS))
    for (let y = top; y < bottom; y++) cells.fill(mark, y * COLUMNS + left, y * COLUMNS + right)
  }
  return [cells.filter((cell) => cell === 2).length, cells.filter((cell) => cell > 0).length]
}
