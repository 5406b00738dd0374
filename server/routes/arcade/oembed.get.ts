import { LONG_SIDE, STAGES } from '@core/game/stage'
import { escapeHtml } from '@core/parcel/html'
import { readLinkStep } from '@core/posting/postcode'
import { gameByPostcode } from '../../arcade/games'
import { maySee, NOBODY } from '../../utils/auth'

/** px of the longer side. */
const LONG = 800

/** oEmbed 1.0, JSON: how another site shows a game. Only for games anybody may see, and frame. */
export default defineApi(async (event) => {
  const origin = publicOrigin(event)
  const query = getQuery(event)
  const asked = String(query['url'] ?? '')
  const format = String(query['format'] ?? 'json')
  if (format !== 'json') throw createError({ statusCode: 501, statusMessage: 'Only JSON' })
  await limitMisses(event, 'look')
  const step = asked.startsWith(`${origin}/arcade/`) ? readLinkStep(asked.slice(`${origin}/arcade/`.length)) : null
  const game = step === null ? null : await gameByPostcode((await arcade()).db, step.postcode)
  // An unlisted game is told of to those who have its whole link.
  const given =
    game !== null &&
    (game.visibility === 'public' || (typeof step?.token === 'string' && sameText(step.token, game.token)))
  const view =
    game === null || !given || !(await maySee(game, NOBODY)) ? null : await gameView(game, NOBODY, gamesOrigin(event))
  if (view === null) {
    await limitMisses(event, 'miss')
    throw refuse.missing('This game')
  }
  const stage = STAGES[view.stage]
  const one = LONG / LONG_SIDE
  const width = Math.max(160, Math.min(stage.width * one, Number(query['maxwidth']) || Infinity))
  const height = Math.max(
    100,
    Math.min(Math.round((width * stage.height) / stage.width), Number(query['maxheight']) || Infinity),
  )
  const embed = view.link.replace('/arcade/', '/arcade/embed/')
  return {
    version: '1.0',
    type: 'rich',
    title: view.title,
    author_name: view.author || 'somebody',
    provider_name: 'Arcade',
    provider_url: `${origin}/arcade`,
    width,
    height,
    html: `<iframe src="${origin}${embed}" width="${width}" height="${height}" style="border:0" title="${escapeHtml(view.title)}" allowfullscreen></iframe>`,
    ...(view.pictures.cover === null
      ? {}
      : { thumbnail_url: `${view.playUrl}${view.pictures.cover}`, thumbnail_width: 640, thumbnail_height: 400 }),
  }
})
