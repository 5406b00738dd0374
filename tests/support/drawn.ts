import { autoplayInput, makeAutoplay } from '../../core/game/autoplay'
import { makeDrawList } from '../../core/game/draw-list'
import { drawGame } from '../../core/game/draw-game'
import { beginPlay, goTo, startGame, stepGame } from '../../core/game/game'
import { freshProgress } from '../../core/game/progress'
import { stateHash } from '../../core/game/hash'
import { boundsOf } from '../../core/game/pick'
import { screensOf } from '../../core/game/screens'
import type { Setup } from '../../core/game/setup'

/** What is on the stage of a game and where, as a hash for each second of a minute of play and for each screen. */
export function drawnHashes(setup: Setup): string[] {
  const list = makeDrawList()
  const state = startGame(11)
  const seen = () => {
    drawGame(state, setup, list)
    const items = list.items.slice(0, list.count).map((item) => {
      const { kind, part, entry, clip, clipStep, x, y, w, h, sx, sy, alpha, text, lit, use, scroll } = item
      return [kind, part, entry, clip, clipStep, x, y, w, h, sx, sy, alpha, text, lit, use, scroll, boxOf(item)]
    })
    return stateHash(items)
  }
  const boxOf = (item: (typeof list.items)[number]) => {
    const box = boundsOf(item, setup)
    return box === undefined ? null : [box.x, box.y, box.w, box.h]
  }
  const hashes: string[] = []
  const auto = makeAutoplay(setup, 0.6, 12)
  beginPlay(state, setup)
  for (let i = 0; i < 3600; i++) {
    stepGame(state, autoplayInput(auto, state, setup), setup)
    if (i % 60 === 0) hashes.push(seen())
  }
  beginPlay(state, setup)
  // As on a first visit: what was kept of others brings plates of its own.
  state.progress = freshProgress()
  for (const screen of screensOf(setup.doc)) {
    goTo(state, screen)
    state.screenStep = 30
    hashes.push(seen())
  }
  return hashes
}
