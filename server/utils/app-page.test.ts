import { runInNewContext } from 'node:vm'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { GameView } from '@core/posting/protocol'
import { appManifest, appPage, appWorker } from './app-page'

const game = { game: 'game-one', postcode: 'GALE-HKW7', title: 'Puffin Catch' } as GameView
const BASE = 'http://quay.invalid/arcade/app/gale-hkw7/'

/** The worker's script with a cache and a network that do as they are told. */
function worker() {
  const listeners: Record<string, (event: object) => void> = {}
  const kept = new Map<string, string>()
  let network: (path: string) => Promise<{ ok: boolean; text: string }>
  const pathOf = (what: string | { url: string }) => (typeof what === 'string' ? what : new URL(what.url).pathname)
  const cache = {
    addAll: async (paths: string[]) => {
      for (const path of paths) kept.set(path, (await network(path)).text)
    },
    put: async (path: string, answer: { text: string }) => void kept.set(path, answer.text),
  }
  const answer = (text: string, ok = true) => ({ ok, text, clone: () => ({ text }) })
  runInNewContext(appWorker(game), {
    self: {
      addEventListener: (type: string, listener: (event: object) => void) => (listeners[type] = listener),
      skipWaiting: () => undefined,
      clients: { claim: () => undefined },
    },
    caches: {
      open: async () => cache,
      match: async (path: string) => (kept.has(path) ? answer(kept.get(path)!) : undefined),
    },
    fetch: async (what: { url: string }) => {
      const got = await network(pathOf(what))
      return answer(got.text, got.ok)
    },
    Response: { error: () => answer('error', false) },
    URL,
    setTimeout,
    Promise,
  })
  return {
    kept,
    online: (text: string, ok = true) => (network = async () => ({ ok, text })),
    offline: () => (network = async () => Promise.reject(new TypeError('no network'))),
    hanging: () => (network = () => new Promise(() => undefined)),
    async install() {
      let done: Promise<unknown> = Promise.resolve()
      listeners['install']!({ waitUntil: (promise: Promise<unknown>) => (done = promise) })
      await done
    },
    /** What a request gets; null where the worker leaves it to the browser. */
    async ask(url: string, method = 'GET'): Promise<string | null> {
      let given: Promise<{ text: string }> | null = null
      listeners['fetch']!({
        request: { url, method },
        respondWith: (promise: Promise<{ text: string }>) => (given = promise),
      })
      return given === null ? null : (await (given as Promise<{ text: string }>)).text
    },
  }
}

describe('a game kept as an app', () => {
  let app: ReturnType<typeof worker>
  beforeEach(async () => {
    app = worker()
    app.online('release 1')
    await app.install()
  })

  it('keeps its page, the game, its manifest and its icons at once', () => {
    expect([...app.kept.keys()]).toEqual(
      ['', 'game.html', 'manifest.webmanifest', 'icon-192.png', 'icon-512.png'].map(
        (file) => `/arcade/app/gale-hkw7/${file}`,
      ),
    )
  })

  it('plays the newest release while there is a network, and the last one without', async () => {
    app.online('release 2')
    expect(await app.ask(`${BASE}game.html`)).toBe('release 2')
    app.offline()
    await vi.waitFor(async () => expect(await app.ask(`${BASE}game.html`)).toBe('release 2'))
  })

  it('does not keep an answer that says it is gone', async () => {
    app.online('not here any more', false)
    expect(await app.ask(`${BASE}game.html`)).toBe('not here any more')
    app.offline()
    expect(await app.ask(`${BASE}game.html`)).toBe('release 1')
  })

  it('plays what is kept when the network is there but does not answer', async () => {
    vi.useFakeTimers()
    app.hanging()
    const asked = app.ask(`${BASE}game.html`)
    await vi.advanceTimersByTimeAsync(4000)
    expect(await asked).toBe('release 1')
    vi.useRealTimers()
  })

  it('leaves everything else to the browser', async () => {
    expect(await app.ask('http://quay.invalid/api/arcade/games')).toBeNull()
    expect(await app.ask(`${BASE}game.html`, 'POST')).toBeNull()
  })
})

describe('its page and manifest', () => {
  const nasty = { ...game, title: '</script><img src=x onerror=alert(1)>"' }

  it('cannot be broken by a title', () => {
    expect(appPage(nasty)).not.toContain('<img src=x')
    expect(appPage(nasty).match(/<\/script>/g)).toHaveLength(1)
    expect(appManifest(nasty).name).toBe(nasty.title)
    expect(() => new Function(appWorker({ ...nasty, game: 'game-"</script>' }))).not.toThrow()
  })

  it('stay inside the game’s own addresses', () => {
    const { scope, start_url, id, icons } = appManifest(game)
    for (const address of [scope, start_url, id, ...icons.map((icon) => icon.src)])
      expect(address).toMatch(/^\/arcade\/app\/gale-hkw7\//)
  })
})
