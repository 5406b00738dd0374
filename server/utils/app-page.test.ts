import { runInNewContext } from 'node:vm'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { appManifest, appPage, appWorker, KEPT, RETIRED_WORKER } from './app-page'

const game = { game: 'game-one', base: '/app/game-one/token-of-it/', title: 'Puffin Catch' }
const BASE = 'http://quay.invalid/app/game-one/token-of-it/'

/** The worker's script with caches and a network that do as they are told. */
function worker() {
  const listeners: Record<string, (event: object) => void> = {}
  const stores = new Map<string, Map<string, string>>()
  let network: (path: string) => Promise<{ ok: boolean; text: string }>
  let room = Number.POSITIVE_INFINITY
  const pathOf = (what: string | { url: string }) => (typeof what === 'string' ? what : new URL(what.url).pathname)
  const answer = (text: string, ok = true) => ({ ok, text, type: 'basic' })
  const cacheOf = (kept: Map<string, string>) => ({
    match: async (path: string) => (kept.has(path) ? answer(kept.get(path)!) : undefined),
    put: async (path: string, given: { text: string }) => {
      if (--room < 0) throw new Error('QuotaExceededError')
      kept.set(path, given.text)
    },
  })
  runInNewContext(appWorker(game), {
    self: {
      addEventListener: (type: string, listener: (event: object) => void) => (listeners[type] = listener),
      skipWaiting: () => undefined,
      clients: { claim: () => undefined },
    },
    caches: {
      open: async (name: string) => cacheOf(stores.get(name) ?? stores.set(name, new Map()).get(name)!),
      keys: async () => [...stores.keys()],
      delete: async (name: string) => stores.delete(name),
    },
    fetch: async (what: string | { url: string }) => {
      const got = await network(pathOf(what))
      return answer(got.text, got.ok)
    },
    Response: Object.assign(
      class {
        constructor(readonly text: string) {}
      },
      { error: () => answer('error', false) },
    ),
    URL,
    Date,
    setTimeout,
    Promise,
    Error,
    String,
  })
  return {
    stores,
    online: (text: string, ok = true) => (network = async () => ({ ok, text })),
    offline: () => (network = async () => Promise.reject(new TypeError('no network'))),
    hanging: () => (network = () => new Promise(() => undefined)),
    /** Answers all but the paths that end so. */
    lacking: (end: string) => (network = async (path) => ({ ok: !path.endsWith(end), text: 'half' })),
    roomFor: (puts: number) => (room = puts),
    /** Whether everything was kept, as the page is told. */
    async keep(): Promise<boolean> {
      let done: Promise<unknown> = Promise.resolve()
      return new Promise((resolve) => {
        listeners['message']!({
          data: 'keep',
          ports: [{ postMessage: (kept: boolean) => void done.then(() => resolve(kept)) }],
          waitUntil: (promise: Promise<unknown>) => (done = promise),
        })
      })
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

describe('the worker of a game that is kept as an app', () => {
  let app: ReturnType<typeof worker>
  beforeEach(async () => {
    app = worker()
    app.online('release 1')
    expect(await app.keep()).toBe(true)
  })

  it('gives the network’s answer when there is one, and what it kept when there is none', async () => {
    app.online('release 2')
    expect(await app.ask(`${BASE}game.html`)).toBe('release 2')
    app.offline()
    expect(await app.ask(`${BASE}game.html`)).toBe('release 1')
    app.online('release 2')
    expect(await app.keep()).toBe(true)
    expect(app.stores.size).toBe(1)
    app.offline()
    expect(await app.ask(`${BASE}game.html`)).toBe('release 2')
  })

  it('never calls half a game kept: not when a file does not come, nor when there is no room', async () => {
    for (const spoil of [
      () => app.lacking('icon-512.png'),
      () => app.offline(),
      () => (app.online('release 2'), app.roomFor(3)),
    ]) {
      spoil()
      expect(await app.keep()).toBe(false)
      expect(app.stores.size).toBe(1)
      app.offline()
      expect(await app.ask(`${BASE}game.html`)).toBe('release 1')
      expect(await app.ask(BASE)).toBe('release 1')
    }
    const fresh = worker()
    fresh.lacking('game.html')
    expect(await fresh.keep()).toBe(false)
    fresh.offline()
    expect(await fresh.ask(`${BASE}game.html`)).toBe('error')
    fresh.online('release 1')
    expect(await fresh.keep()).toBe(true)
    fresh.offline()
    expect(await fresh.ask(`${BASE}game.html`)).toBe('release 1')
  })

  it('plays what is kept where the arcade has it no more', async () => {
    app.online('not here any more', false)
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
    expect(() => new Function(RETIRED_WORKER)).not.toThrow()
  })

  it('stay inside the game’s own addresses', () => {
    const { scope, start_url, id, icons } = appManifest(game)
    for (const address of [scope, start_url, id, ...icons.map((icon) => icon.src)])
      expect(address).toMatch(/^\/app\/game-one\/token-of-it\//)
  })
})

describe('what a game kept as an app asks to keep', () => {
  const stored = new Map<string, string>()
  const store = {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, text: string) => stored.set(key, text),
    removeItem: (key: string) => stored.delete(key),
  }
  const run = (code: string): unknown => runInNewContext(`${KEPT}; ${code}`, { store, JSON })
  const give = () => JSON.parse(JSON.stringify(run("keptProgress(store, 'one')"))) as object
  beforeEach(() => stored.clear())

  it('is given back as it was', () => {
    expect(give()).toEqual({})
    run("keepProgress(store, 'one', { purse: 4 })")
    expect(give()).toEqual({ progress: { purse: 4 } })
    expect([...stored.keys()]).toEqual(['one'])
  })
  it('is nothing but one document of a bounded size', () => {
    for (const bad of ['null', "'text'", '7', 'undefined', "{ a: 'x'.repeat(20000) }"])
      run(`keepProgress(store, 'one', ${bad})`)
    expect(stored.size).toBe(0)
  })
  it('is put aside where it is broken', () => {
    stored.set('one', '{')
    expect(give()).toEqual({ aside: true })
    expect(stored.get('one:aside')).toBe('{')
    expect(appPage(game)).toContain('arcade:progress:game-one')
  })
})
