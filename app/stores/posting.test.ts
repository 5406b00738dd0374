import { beforeEach, describe, expect, it, vi } from 'vitest'
import { standInForBrowser } from '../../tests/support/app'
import { puffinCatch } from '../../tests/support/fixtures'
import { emptyHistory } from '@core/pack/history'
import type { OwnerView, PostingView } from '@core/posting/protocol'
import { until } from '../../tests/support/until'

vi.mock('#player-code', () => ({ PLAYER_BYTES: {}, playerCodeFor: async () => 'var PackPostPlayer={}' }))

const KEY = 'k'.repeat(43)
const OTHER = 'o'.repeat(43)
const wrongKey = () =>
  json({ type: 'urn:pack-post:wrong-key', title: 'Wrong key', status: 403, detail: 'This key is not known here.' }, 403)
const view = (change: Partial<PostingView> = {}): PostingView => ({
  id: 'posting-one',
  game: 'game-one',
  release: 1,
  postcode: 'KELP-47QX',
  link: '/arcade/kelp-47qx',
  state: 'sent',
  states: [{ state: 'sent', at: '2026-11-23T10:00:00.000Z' }],
  visibility: 'only-me',
  note: '',
  goLive: { when: 'cleared' },
  answer: '',
  bytes: 3,
  findings: [],
  problem: '',
  title: '',
  ...change,
})

const owner = (change: Partial<OwnerView> = {}): OwnerView => ({
  game: 'game-one',
  postcode: 'KELP-47QX',
  link: '/arcade/kelp-47qx',
  hidden: false,
  title: 'Puffin Catch',
  visibility: 'only-me',
  live: 1,
  releases: [{ release: 1, at: '2026-11-23T10:00:00.000Z', note: '' }],
  invites: [],
  ...change,
})

/** Uploads succeed at once, or fail with what is set here. */
let uploadFails: string | null = null
let uploadsMade = 0
vi.mock('tus-js-client', () => ({
  Upload: class {
    url = '/api/arcade/uploads/abc'
    constructor(
      readonly file: Blob,
      readonly options: {
        onSuccess: () => void
        onError: (error: unknown) => void
        onProgress: (a: number, b: number) => void
      },
    ) {
      uploadsMade++
    }
    findPreviousUploads = async () => []
    resumeFromPreviousUpload = () => undefined
    start() {
      this.options.onProgress(this.file.size, this.file.size)
      if (uploadFails === null) this.options.onSuccess()
      else this.options.onError({ originalResponse: { getBody: () => uploadFails } })
    }
  },
}))

class Stream {
  static last: Stream | null = null
  private listeners: ((event: { data: string }) => void)[] = []
  closed = false
  constructor(readonly url: string) {
    Stream.last = this
  }
  addEventListener(_type: string, listener: (event: { data: string }) => void) {
    this.listeners.push(listener)
  }
  close() {
    this.closed = true
  }
  tell(data: unknown) {
    for (const listener of this.listeners) listener({ data: typeof data === 'string' ? data : JSON.stringify(data) })
  }
}

let answers: Record<string, () => Response | Promise<Response>>
let calls: { path: string; init: RequestInit }[]
const json = (value: unknown, status = 200) => new Response(JSON.stringify(value), { status })

/** Another pack in each test: tabs of one pack hear each other. */
let count = 0

async function stores() {
  vi.resetModules()
  uploadFails = null
  uploadsMade = 0
  calls = []
  let zip = new Uint8Array([1, 2, 3])
  const pinia = standInForBrowser({
    build: async () => ({ ok: true, value: { zip, html: '', doc: {}, manifest: {} } }),
  })
  const shipped = globalThis.fetch
  answers = {
    'POST /api/arcade/keys': () => json({ key: KEY }),
    'POST /api/arcade/session': () => json({ ok: true }),
    'POST /api/arcade/postings': () => json(view()),
  }
  vi.stubGlobal('window', { location: { origin: 'http://quay.invalid' } })
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('fetch', async (path: string, init: RequestInit = {}) => {
    const answer = answers[`${init.method ?? 'GET'} ${path}`]
    if (path.startsWith('/api/')) calls.push({ path, init })
    return answer === undefined ? shipped(path, init) : answer()
  })
  const [
    { useBench },
    { usePosting },
    { usePostedGame },
    { useKeys },
    { readMail },
    { savePack },
    { readKey, keepKey },
  ] = await Promise.all([
    import('./bench'),
    import('./posting'),
    import('./posted-game'),
    import('./keys'),
    import('./mailbox'),
    import('../storage/packs'),
    import('../storage/keys'),
  ])
  const bench = useBench(pinia)
  const id = `posting-pack-${count++}`
  await savePack({ ...puffinCatch(), id }, emptyHistory(), 0)
  await bench.open(id)
  return {
    ...{ bench, posting: usePosting(pinia), posted: usePostedGame(pinia), keys: useKeys(pinia), readMail },
    ...{ readKey, keepKey, large: () => (zip = new Uint8Array(26_000_000)) },
  }
}
let at: Awaited<ReturnType<typeof stores>>
beforeEach(async () => {
  at = await stores()
})
const post = () => at.posting.post({ visibility: 'only-me', note: 'first', asNew: false })
const header = (call: { init: RequestInit }) => (call.init.headers as Record<string, string>)['authorization']

describe('posting', () => {
  it('never gives up a key for an answer that is not the arcade’s own word on it', async () => {
    await at.keepKey('http://quay.invalid', OTHER)
    for (const answer of [
      () => new Response('<h1>403 Forbidden</h1>', { status: 403 }),
      () => json({ type: 'about:blank', title: 'Forbidden', status: 403, detail: 'A proxy says no.' }, 403),
      () => json({}, 503),
    ]) {
      answers['POST /api/arcade/session'] = answer
      await post()
      expect(at.posting.trouble).toContain('did not answer')
      expect(await at.readMail()).toBeNull()
      expect(await at.readKey('http://quay.invalid')).toBe(OTHER)
    }
    expect(calls.some((call) => call.path === '/api/arcade/keys')).toBe(false)
  })

  it('puts a key aside that the arcade does not know, looks at mail without making one, and goes back when it is known again', async () => {
    await at.keepKey('http://quay.invalid', OTHER)
    const knows = new Set<string>([KEY])
    answers['POST /api/arcade/session'] = () => {
      const asked = header(calls.at(-1)!)?.slice('Bearer '.length) ?? ''
      return knows.has(asked) ? json({ ok: true }) : wrongKey()
    }
    expect(await at.readMail()).toBeNull()
    expect(await at.readKey('http://quay.invalid')).toBe(OTHER)
    await post()
    expect(await at.readKey('http://quay.invalid')).toBe(KEY)
    expect((await at.keys.earlierKeys()).map((one) => one.key)).toEqual([OTHER])
    expect(await at.keys.useOldKey(OTHER)).toBe(false)
    knows.add(OTHER)
    expect(await at.keys.useOldKey(OTHER)).toBe(true)
    expect(await at.readKey('http://quay.invalid')).toBe(OTHER)
    expect((await at.keys.earlierKeys()).map((one) => one.key)).toEqual([KEY])
    // The present one is forgotten by the arcade: the one before is found by itself.
    knows.delete(OTHER)
    answers['GET /api/arcade/mail'] = () => json({ letters: [], readUntil: '' })
    expect(await at.readMail()).toEqual({ letters: [], readUntil: '' })
    expect(await at.readKey('http://quay.invalid')).toBe(KEY)
    expect((await at.keys.earlierKeys()).map((one) => one.key)).toEqual([OTHER])
  })

  it('gets a key once, sends, follows the states and remembers the link in the pack', async () => {
    await post()
    expect(at.posting.phase).toBe('following')
    expect(await at.readKey('http://quay.invalid')).toBe(KEY)
    expect(at.bench.pack!.postings).toMatchObject([
      { id: 'posting-one', postcode: 'KELP-47QX', state: 'sent', host: 'http://quay.invalid' },
    ])
    Stream.last!.tell(view({ state: 'in-inspection' }))
    Stream.last!.tell('no json at all')
    Stream.last!.tell(view({ state: 'live', states: [{ state: 'live', at: '2026-11-23T10:00:09.000Z' }] }))
    expect(at.posting.phase).toBe('idle')
    expect(Stream.last!.closed).toBe(true)
    expect(at.posted.liveRecord).toMatchObject({ state: 'live', at: '2026-11-23T10:00:09.000Z' })
    expect(at.bench.canUndo).toBe('')
  })

  it('the second time uses the same key and names the game', async () => {
    await post()
    Stream.last!.tell(view({ state: 'live' }))
    answers['POST /api/arcade/postings'] = () => json(view({ id: 'posting-two', release: 2 }))
    await post()
    const posts = calls.filter((call) => call.path === '/api/arcade/postings')
    expect(JSON.parse(String(posts[1]!.init.body))).toMatchObject({ game: 'game-one' })
    expect(JSON.parse(String(posts[0]!.init.body))).not.toHaveProperty('game')
    expect(posts.map(header)).toEqual([`Bearer ${KEY}`, `Bearer ${KEY}`])
    expect(calls.filter((call) => call.path === '/api/arcade/keys')).toHaveLength(1)
    expect(at.bench.pack!.postings.map((one) => one.release)).toEqual([1, 2])
  })

  it('a pause pressed before the first byte holds, and goes on when told', async () => {
    let known: (answer: Response) => void = () => undefined
    answers['POST /api/arcade/keys'] = () => new Promise((resolve) => (known = resolve))
    const posting = post()
    await until(() => expect(at.posting.phase).toBe('sending'))
    await until(() => expect(calls.map((call) => call.path)).toContain('/api/arcade/keys'))
    await at.posting.pause()
    known(json({ key: KEY }))
    await until(() => expect(uploadsMade).toBe(1))
    await new Promise((resolve) => setTimeout(resolve))
    expect(at.posting.phase).toBe('paused')
    expect(at.bench.pack!.postings).toEqual([])
    at.posting.resume()
    await posting
    expect(at.bench.pack!.postings).toHaveLength(1)
  })

  it('takes a new key to post with where the arcade does not know the old one any more', async () => {
    await post()
    Stream.last!.tell(view({ state: 'live' }))
    answers['POST /api/arcade/session'] = wrongKey
    const other = 'z'.repeat(43)
    answers['POST /api/arcade/keys'] = () => json({ key: other })
    expect(await at.posted.setVisibility('public')).toBe(false)
    expect(await at.readKey('http://quay.invalid')).toBe(KEY)
    await post()
    expect(await at.readKey('http://quay.invalid')).toBe(other)
    expect((await at.keys.earlierKeys()).map((one) => one.key)).toEqual([KEY])
  })

  it('tells in the arcade’s own words why it was refused, and can be tried again', async () => {
    answers['POST /api/arcade/postings'] = () =>
      json({ type: 'urn:pack-post:x', title: 'No', status: 400, detail: 'The upload is not complete yet.' }, 400)
    await post()
    expect(at.posting.trouble).toBe('The upload is not complete yet.')
    expect(at.posting.phase).toBe('idle')
    expect(at.bench.pack!.postings).toEqual([])
    answers['POST /api/arcade/postings'] = () => json(view())
    await post()
    expect(at.posting.trouble).toBe('')
    expect(at.bench.pack!.postings).toHaveLength(1)
  })

  it('tells what to do when the parcel does not get through, or is too large to send', async () => {
    uploadFails = ''
    await post()
    expect(at.posting.trouble).toContain('goes on from where it stopped')
    uploadFails = JSON.stringify({
      type: 'urn:x',
      title: 'No room',
      status: 507,
      detail: 'The arcade has no room left.',
    })
    await post()
    expect(at.posting.trouble).toBe('The arcade has no room left.')
    uploadFails = null
    at.large()
    await post()
    expect(at.posting.trouble).toContain('26.0 MB; the arcade takes 25')
  })

  it('an answer that makes no sense is not believed', async () => {
    answers['POST /api/arcade/postings'] = () => json({ id: 7 })
    await post()
    expect(at.posting.phase).toBe('idle')
    expect(at.bench.pack!.postings).toEqual([])
  })
})

describe('who can see it', () => {
  it('changes at the arcade first and in the pack after it', async () => {
    expect(await at.posted.setVisibility('public')).toBe(false)
    await post()
    Stream.last!.tell(view({ state: 'live' }))
    answers['PUT /api/arcade/games/game-one/visibility'] = () =>
      json({ type: 'x', title: 'x', status: 403, detail: 'This game belongs to somebody else.' }, 403)
    expect(await at.posted.setVisibility('public')).toBe(false)
    expect(at.bench.pack!.label.visibility).toBe('only-me')
    answers['PUT /api/arcade/games/game-one/visibility'] = () => json(owner({ visibility: 'public' }))
    expect(await at.posted.setVisibility('public')).toBe(true)
    expect(at.bench.pack!.label.visibility).toBe('public')
    expect(at.posted.last!.visibility).toBe('public')
  })
})

describe('after the tab was closed', () => {
  it('the last posting is looked up again, and its link stays when the arcade does not answer', async () => {
    await post()
    Stream.last!.tell(view({ state: 'returned', problem: 'Not this time.' }))
    answers['GET /api/arcade/postings/posting-one'] = () => json(view({ state: 'returned', problem: 'Not this time.' }))
    await at.posting.catchUp()
    expect(at.posting.current!.problem).toBe('Not this time.')
    answers['GET /api/arcade/postings/posting-one'] = () => json({}, 500)
    await at.posting.catchUp()
    expect(at.posted.last!.postcode).toBe('KELP-47QX')
  })
})
