import { createError, sendRedirect } from 'h3'
import { gamesOrigin, isForGames, publicOrigin } from '../utils/origins'

const GAMES = /^\/(play|app|stage)\//

/** Games are served from their own origin, and nothing else is; addresses of before lead there. */
export default defineEventHandler((event) => {
  const isGame = GAMES.test(event.path)
  if (isForGames(event)) {
    if (!isGame && event.path !== '/api/health') throw createError({ statusCode: 404, statusMessage: 'Not here' })
  } else if (isGame) return sendRedirect(event, `${gamesOrigin(event)}${event.path}`, 302)
  // For pages that name their own address.
  event.context['publicOrigin'] = publicOrigin(event)
})
