import { IncomingMessage, ServerResponse } from 'node:http'
import { Socket } from 'node:net'
import { createEvent, setResponseHeader, type H3Event } from 'h3'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForNitro } from '../../tests/support/nitro'

function asked(url: string, { method = 'GET', headers = {} as Record<string, string> } = {}): H3Event {
  const request = Object.assign(new IncomingMessage(new Socket()), { url, method })
  Object.assign(request.headers, { host: 'quay.invalid', ...headers })
  return createEvent(request, new ServerResponse(request))
}

async function anew() {
  vi.resetModules()
  standInForNitro()
  const [cache, store] = await Promise.all([import('./page-cache'), import('./store')])
  return { ...cache, change: () => store.games.set({ id: 'game-one' } as never) }
}
let at: Awaited<ReturnType<typeof anew>>
beforeEach(async () => {
  at = await anew()
})

/** Asked for and rendered, as Nuxt does it: the page's own headers are on the event. */
function rendered(event: H3Event, body: unknown = '<main>Puffin Catch</main>', headers = {}): void {
  at.knownPage(event)
  setResponseHeader(event, 'content-security-policy', "frame-ancestors 'self'")
  at.keepPage(event, { body, headers: { 'content-type': 'text/html;charset=utf-8', ...headers } })
}

describe('pages that were rendered', () => {
  it('are given to the next who asks, with all their headers', () => {
    rendered(asked('/arcade/gale-hkw7'))
    expect(at.knownPage(asked('/arcade/gale-hkw7'))).toEqual({
      body: '<main>Puffin Catch</main>',
      headers: { 'content-type': 'text/html;charset=utf-8', 'content-security-policy': "frame-ancestors 'self'" },
    })
  })

  it('belong to one address: another query, path or host is another page', () => {
    rendered(asked('/arcade?tag=harbour'))
    expect(at.knownPage(asked('/arcade'))).toBeNull()
    expect(at.knownPage(asked('/arcade?tag=quay'))).toBeNull()
    expect(at.knownPage(asked('/arcade?tag=harbour', { headers: { host: 'evil.invalid' } }))).toBeNull()
    expect(at.knownPage(asked('/arcade?tag=harbour'))).not.toBeNull()
  })

  it('are forgotten with every change of a game, also one that came while they were rendered', async () => {
    rendered(asked('/arcade'))
    await at.change()
    expect(at.knownPage(asked('/arcade'))).toBeNull()

    const slow = asked('/arcade')
    at.knownPage(slow)
    await at.change()
    at.keepPage(slow, { body: 'from before' })
    expect(at.knownPage(asked('/arcade'))).toBeNull()
  })

  it.each(['pack-post-maker', 'pack-post-invites'])('are neither made from nor shown to one who sends %s', (cookie) => {
    const headers = { cookie: `${cookie}=${'k'.repeat(43)}` }
    rendered(asked('/arcade/gale-hkw7', { headers }), 'only for you')
    expect(at.knownPage(asked('/arcade/gale-hkw7'))).toBeNull()
    rendered(asked('/arcade/gale-hkw7'))
    expect(at.knownPage(asked('/arcade/gale-hkw7', { headers }))).toBeNull()
  })

  it.each<[string, { method?: string }]>([
    ['/', {}],
    ['/arcades', {}],
    ['/packs/one/bench', {}],
    ['/arcade', { method: 'POST' }],
    ['/arcade', { method: 'HEAD' }],
    [`/arcade?q=${'x'.repeat(600)}`, {}],
  ])('do not include %s %o', (url, init) => {
    rendered(asked(url, init))
    expect(at.knownPage(asked(url, init))).toBeNull()
    expect(at.knownPage(asked(url))).toBeNull()
  })

  it('never hold a cookie, nor what is no text', () => {
    rendered(asked('/arcade'), 'for one', { 'Set-Cookie': 'a=b' })
    rendered(asked('/arcade/gale-hkw7'), new Uint8Array([1]))
    expect(at.knownPage(asked('/arcade'))).toBeNull()
    expect(at.knownPage(asked('/arcade/gale-hkw7'))).toBeNull()
  })
})
