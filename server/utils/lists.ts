import type { GameView } from '@core/posting/protocol'
import { NOBODY } from './auth'
import { gameView } from './game-view'
import { games } from './store'

/** Everything the arcade lists, the last changed first. */
export async function publicGames(): Promise<GameView[]> {
  const views = await Promise.all(
    (await games.all()).filter((game) => game.visibility === 'public').map((game) => gameView(game, NOBODY)),
  )
  return views.filter((view) => view !== null).sort((a, b) => (a.updated < b.updated ? 1 : -1))
}
