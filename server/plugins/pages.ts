import { getResponseHeader, setResponseHeader } from 'h3'
import { gamesOrigin } from '../utils/origins'
import { isRenderer, keepPage, newNonce, NONCE_PLACE, withNonce } from '../utils/page-cache'

/**
 * What pages of the editor and the arcade may load: their own files, and pictures and frames of games. Scripts that
 * stand in a page need the nonce of this answer. Styles are set by the components' library as it runs.
 */
const policy = (nonce: string, games: string, framedBy: string): string =>
  [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'`,
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob: ${games}`,
    `media-src 'self' data: blob:`,
    `font-src 'self' data:`,
    `connect-src 'self' data: blob:`,
    `worker-src 'self' blob:`,
    `frame-src ${games}`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    framedBy,
  ].join('; ')

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:response', async (response, { event }) => {
    if (typeof response.body !== 'string') return
    const kept = isRenderer(event)
    const nonce = kept ? NONCE_PLACE : newNonce()
    // A page says who may frame it; all that is not an embed may be framed by nobody else.
    const framedBy = String(getResponseHeader(event, 'content-security-policy') ?? "frame-ancestors 'self'")
    const body = response.body.replaceAll('<script', `<script nonce="${nonce}"`)
    setResponseHeader(event, 'content-security-policy', policy(nonce, gamesOrigin(event), framedBy))
    response.body = body
    if (!kept) {
      // The editor's pages hold nothing of anybody, those of the arcade may.
      if (event.path.startsWith('/arcade')) setResponseHeader(event, 'cache-control', 'no-store')
      return
    }
    if (response.statusCode === undefined || response.statusCode === 200) await keepPage(event, response)
    const given = withNonce({ body, headers: { policy: policy(nonce, gamesOrigin(event), framedBy) } })
    response.body = given.body
    setResponseHeader(event, 'content-security-policy', given.headers['policy']!)
  })
})
