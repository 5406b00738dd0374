import { createError, getRouterParam, type H3Event } from 'h3'
import type { GameRecord } from '../arcade/records'
import type { AppGame } from './app-page'
import { recentGame, sameText, ticketFor } from './store'

/**
 * What stands in the address of a game's app. Games that open by their link keep one for good, so that what was kept on
 * a phone goes on finding its releases; of others it changes when who may see them does.
 */
export const appTicket = async (game: GameRecord): Promise<string> =>
  game.visibility === 'public' || game.visibility === 'unlisted' ? game.token : ticketFor(game, 0)

/** The game of such an address, for those who have it. */
export async function appGame(event: H3Event): Promise<AppGame & { live: number }> {
  const game = await recentGame(getRouterParam(event, 'game') ?? '')
  const ticket = getRouterParam(event, 'ticket') ?? ''
  if (
    game === null ||
    game.release === null ||
    game.release.folder ||
    game.hidden ||
    !sameText(ticket, await appTicket(game))
  )
    throw createError({ statusCode: 404, statusMessage: 'Not here' })
  return { game: game.id, live: game.live, title: game.release.label.title, base: `/app/${game.id}/${ticket}/` }
}
