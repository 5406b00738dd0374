import { setResponseHeader, type H3Event } from 'h3'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { asked } from '../../tests/support/asked'
import { standInForNitro } from '../../tests/support/nitro'

async function anew() {
  vi.resetModules()
  standInForNitro()
  const [cache, store, { bumpChanges }] = await Promise.all([
    import('./page-cache'),
    import('./store'),
    import('../arcade/database'),
  ])
  const { db } = await store.arcade()
  return { ...cache, close: store.closeArcade, change: () => bumpChanges(db) }
}
let at: Awaited<ReturnType<typeof anew>>
beforeEach(async () => {
  at = await anew()
})
afterEach(async () => {
  vi.useRealTimers()
  await at.close()
})

/** Asked for and answered, with whatever was known. */
async function known(event: H3Event) {
  const page = await at.knownPage(event)
  event.node.res.emit('close')
  return page
}

/** Asked for and rendered, as Nuxt does it: the page's own headers are on the event. */
async function rendered(event: H3Event, body: unknown = '<main>Puffin Catch</main>', headers = {}): Promise<void> {
  await at.knownPage(event)
  setResponseHeader(event, 'content-security-policy', "frame-ancestors 'self'")
  await at.keepPage(event, { body, headers: { 'content-type': 'text/html;charset=utf-8', ...headers } })
  event.node.res.emit('close')
}

describe('pages that were rendered', () => {
  it('are given to the next who asks, with all their headers', async () => {
    await rendered(asked('/arcade/gale-hkw7'))
    expect(await known(asked('/arcade/gale-hkw7'))).toEqual({
      body: '<main>Puffin Catch</main>',
      headers: { 'content-type': 'text/html;charset=utf-8', 'content-security-policy': "frame-ancestors 'self'" },
    })
  })

  it('belong to one address: another query, path or believed host is another page', async () => {
    await rendered(asked('/arcade?tag=harbour'))
    expect(await known(asked('/arcade'))).toBeNull()
    expect(await known(asked('/arcade?tag=quay'))).toBeNull()
    expect(await known(asked('/arcade?tag=harbour', { headers: { host: '192.168.1.5:3000' } }))).toBeNull()
    // A host nobody vouches for is not believed: its page is the same, and names it nowhere.
    expect(await known(asked('/arcade?tag=harbour', { headers: { host: 'evil.invalid' } }))).not.toBeNull()
    expect(await known(asked('/arcade?tag=harbour'))).not.toBeNull()
  })

  it('are forgotten with every change of a game, also one that came while they were rendered', async () => {
    await rendered(asked('/arcade'))
    await at.change()
    expect(await known(asked('/arcade'))).toBeNull()

    const slow = asked('/arcade')
    await at.knownPage(slow)
    await at.change()
    await at.keepPage(slow, { body: 'from before' })
    slow.node.res.emit('close')
    expect(await known(asked('/arcade'))).toBeNull()
  })

  it.each(['pack-post-session', 'pack-post-invites'])(
    'are neither made from nor shown to one who sends %s',
    async (cookie) => {
      const headers = { cookie: `${cookie}=${'k'.repeat(43)}` }
      await rendered(asked('/arcade/gale-hkw7', { headers }), 'only for you')
      expect(await known(asked('/arcade/gale-hkw7'))).toBeNull()
      await rendered(asked('/arcade/gale-hkw7'))
      expect(await known(asked('/arcade/gale-hkw7', { headers }))).toBeNull()
    },
  )

  it.each<[string, { method?: string }]>([
    ['/', {}],
    ['/arcades', {}],
    ['/packs/one/bench', {}],
    ['/arcade/feed.atom', {}],
    ['/arcade/app/gale-hkw7/', {}],
    ['/arcade', { method: 'POST' }],
    ['/arcade', { method: 'HEAD' }],
    [`/arcade?q=${'x'.repeat(600)}`, {}],
  ])('do not include %s %o', async (url, init) => {
    await rendered(asked(url, init))
    expect(await known(asked(url, init))).toBeNull()
    expect(await known(asked(url))).toBeNull()
  })

  it('are waited for by all who ask meanwhile, and not in vain when rendering fails', async () => {
    const first = asked('/arcade')
    expect(await at.knownPage(first)).toBeNull()
    const others = [at.knownPage(asked('/arcade')), at.knownPage(asked('/arcade'))]
    await at.keepPage(first, { body: 'one for all' })
    for (const page of await Promise.all(others)) expect(page!.body).toBe('one for all')

    const failing = asked('/arcade/gale-hkw7')
    await at.knownPage(failing)
    const waiting = at.knownPage(asked('/arcade/gale-hkw7'))
    failing.node.res.emit('close')
    expect(await waiting).toBeNull()
  })

  it('do not wait for somebody who reads slowly, nor for ever for a page that does not come', async () => {
    const slow = asked('/arcade')
    await at.knownPage(slow)
    const other = at.knownPage(asked('/arcade'))
    await at.keepPage(slow, { body: 'rendered' })
    // The first one's connection is still open.
    expect((await other)!.body).toBe('rendered')
    vi.useFakeTimers()
    await at.knownPage(asked('/arcade/gale-hkw7'))
    const waiting = at.knownPage(asked('/arcade/gale-hkw7'))
    await vi.advanceTimersByTimeAsync(3000)
    expect(await waiting).toBeNull()
  })

  it('have a nonce of their own each time they are given out', () => {
    const page = { body: `<script nonce="${at.NONCE_PLACE}">`, headers: { csp: `'nonce-${at.NONCE_PLACE}'` } }
    const [one, two] = [at.withNonce(page), at.withNonce(page)]
    expect(one.body).not.toBe(two.body)
    expect(one.headers['csp']).toBe(`'nonce-${/"(.+)"/.exec(one.body)![1]}'`)
  })

  it('never hold a cookie, nor what is no text', async () => {
    await rendered(asked('/arcade'), 'for one', { 'Set-Cookie': 'a=b' })
    await rendered(asked('/arcade/gale-hkw7'), new Uint8Array([1]))
    expect(await known(asked('/arcade'))).toBeNull()
    expect(await known(asked('/arcade/gale-hkw7'))).toBeNull()
  })
})
