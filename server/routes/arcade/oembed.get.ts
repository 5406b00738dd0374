import { escapeHtml } from '@core/parcel/html'
import { readPostcode } from '@core/posting/postcode'
import { maySee, NOBODY } from '../../utils/auth'

const WIDTH = 800
const HEIGHT = 500

/** oEmbed 1.0, JSON: how another site shows a game. Only for games anybody may see, and frame. */
export default defineApi(async (event) => {
  const { origin } = getRequestURL(event)
  const query = getQuery(event)
  const asked = String(query['url'] ?? '')
  const format = String(query['format'] ?? 'json')
  if (format !== 'json') throw createError({ statusCode: 501, statusMessage: 'Only JSON' })
  const found = asked.startsWith(`${origin}/arcade/`) ? readPostcode(asked.slice(`${origin}/arcade/`.length)) : null
  const game = found === null ? null : await gameByPostcode(found)
  const view = game === null || !maySee(game, NOBODY) ? null : await gameView(game, NOBODY)
  if (view === null) throw refuse.missing('This game')
  const width = Math.max(160, Math.min(WIDTH, Number(query['maxwidth']) || WIDTH))
  const height = Math.max(100, Math.min(Math.round((width * HEIGHT) / WIDTH), Number(query['maxheight']) || HEIGHT))
  return {
    version: '1.0',
    type: 'rich',
    title: view.title,
    author_name: view.author || 'somebody',
    provider_name: 'Arcade',
    provider_url: `${origin}/arcade`,
    width,
    height,
    html: `<iframe src="${origin}/arcade/embed/${view.postcode.toLowerCase()}" width="${width}" height="${height}" style="border:0" title="${escapeHtml(view.title)}" allowfullscreen></iframe>`,
    ...(view.pictures.cover === null
      ? {}
      : {
          thumbnail_url: `${origin}${view.playPath}${view.pictures.cover}`,
          thumbnail_width: 640,
          thumbnail_height: 400,
        }),
  }
})
