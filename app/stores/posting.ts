import {
  Figures,
  type DayFigures,
  KeyAnswer,
  MailView,
  NewInvite,
  OwnerView,
  PostingView,
  Problem,
  UPLOAD_LIMIT_BYTES,
  PostRequest as PostRequestSchema,
  type PostRequest,
} from '@core/posting/protocol'
import { userError, UserError } from '@core/errors'
import { fingerprintOf } from '@core/posting/changes'
import { readRecovery, writeRecovery } from '@core/posting/recovery'
import { WebdavAnswer, WebdavHosts, type WebdavRequest } from '@core/posting/ways'
import type { Visibility } from '@core/label/label'
import type { PostingRecord } from '@core/posting/record'
import type { Parcel } from '@core/parcel/build'
import { playerCodeFor } from '#player-code'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import * as z from 'zod'
import { TYPEFACE_URL } from '~/composables/typeface'
import { bytesKept } from '../storage/assets'
import { keepKey, oldKeys, readKey } from '../storage/keys'
import { lendUnstored } from '../workers/lend'
import { workshop } from '../workers/workshop'
import { useBench } from './bench'
import { useNotices } from './notices'

/** The one answer that says something about a key. */
const WRONG_KEY = 'urn:pack-post:wrong-key'
const NO_KEY =
  'The arcade does not know this browser. Open Pack Post in the browser the game was posted from, or take its key file in.'
const FINAL = new Set(['returned', 'live', 'withdrawn'])
/** What was asked for when an upload began, so that it goes on as it was meant after the tab was closed. */
const Pending = z.object({ request: PostRequestSchema.omit({ upload: true }), bytes: z.int() })
type Pending = z.infer<typeof Pending>
export type PostWish = Omit<PostRequest, 'upload' | 'game'> & { asNew: boolean }

/** Building, sending and following one posting of the pack on the bench. */
export const usePosting = defineStore('posting', () => {
  const bench = useBench()
  const notices = useNotices()
  const phase = ref<'idle' | 'building' | 'sending' | 'paused' | 'following'>('idle')
  const progress = ref({ sent: 0, total: 0, secondsLeft: 0 })
  /** An upload that was broken off by closing the tab. */
  const pending = shallowRef<Pending | null>(null)
  /** How it stands with the game at the arcade; null before it is asked, or when it cannot be reached. */
  const owner = shallowRef<OwnerView | null>(null)
  let uploading: { abort(): Promise<void>; start(): void } | null = null
  /** A sentence on what went wrong, kept until the next try. */
  const trouble = ref('')
  const current = shallowRef<PostingView | null>(null)
  let stream: EventSource | null = null
  let typeface: Promise<Uint8Array> | null = null

  const last = computed((): PostingRecord | null => bench.pack?.postings.at(-1) ?? null)
  /** The game these postings belong to; null before the first. */
  const game = computed(() => last.value?.game ?? null)
  const liveRecord = computed(
    () =>
      [...(bench.pack?.postings ?? [])]
        .reverse()
        .find((one) => one.state === 'live' && one.game === last.value?.game) ?? null,
  )

  async function build(): Promise<Parcel | null> {
    if (bench.pack === null || bench.template === null) return null
    await bytesKept().catch(lendUnstored)
    typeface ??= fetch(TYPEFACE_URL).then(async (answer) => new Uint8Array(await answer.arrayBuffer()))
    const { template, pack } = bench
    const [playerCode, face] = await Promise.all([playerCodeFor(template.id), typeface])
    const built = await workshop().build(toRaw(template), toRaw(pack), playerCode, face)
    if (built.ok) return built.value
    notices.warn(built.message)
    return null
  }

  async function read<T>(answer: Response, schema: z.ZodType<T>): Promise<T> {
    const body: unknown = await answer.json().catch(() => null)
    if (answer.ok) return schema.parse(body)
    const problem = Problem.safeParse(body)
    throw new Error(
      problem.success ? problem.data.detail : 'The arcade did not answer as expected. Try again in a moment.',
    )
  }

  async function call<T>(path: string, schema: z.ZodType<T>, init: RequestInit = {}): Promise<T> {
    const key = await knownKey()
    if (key === null) throw new Error(NO_KEY)
    const answer = await fetch(path, {
      ...init,
      headers: { 'content-type': 'application/json', authorization: `Bearer ${key}`, ...init.headers },
    })
    return read(answer, schema)
  }

  /** Whether the arcade knows a key. Only its own word counts: whatever else answers says nothing about the key. */
  async function isKnown(key: string): Promise<boolean> {
    const answer = await fetch('/api/arcade/session', { method: 'POST', headers: { authorization: `Bearer ${key}` } })
    if (answer.ok) return true
    const problem = Problem.safeParse(await answer.json().catch(() => null))
    if (problem.success && problem.data.type === WRONG_KEY) return false
    throw new Error('The arcade did not answer. Try again in a moment.')
  }

  /** This browser's key at this arcade, or one it had before that the arcade still knows; null when there is none. */
  async function knownKey(): Promise<string | null> {
    const host = window.location.origin
    const key = await readKey(host)
    if (key === null) return null
    if (await isKnown(key)) return key
    for (const { key: old } of await oldKeys(host))
      if (await isKnown(old)) {
        await keepKey(host, old)
        return old
      }
    return null
  }

  /** As above; made where there is none. What was there before is put aside: its games may come back. */
  async function ownKey(): Promise<string> {
    const known = await knownKey()
    if (known !== null) return known
    const { key } = await read(await fetch('/api/arcade/keys', { method: 'POST' }), KeyAnswer)
    await keepKey(window.location.origin, key)
    return key
  }

  /** Goes back to a key this browser had before. */
  async function useOldKey(key: string): Promise<boolean> {
    const done = await attempt(async () => {
      if (!(await isKnown(key))) throw new Error('The arcade does not know this key either. It stays in the list.')
      await keepKey(window.location.origin, key)
      return true
    })
    if (done === true) await catchUp()
    return done === true
  }
  /** Another key in the place of this one, for when somebody else has it: the old one and its files open nothing any more. */
  async function changeKey(): Promise<boolean> {
    const made = await attempt(() => call('/api/arcade/keys/change', KeyAnswer, { method: 'POST' }))
    if (made === null) return false
    await keepKey(window.location.origin, made.key)
    notices.say('This browser has a new key. Key files of the old one open nothing any more: save a new one.')
    return true
  }
  const earlierKeys = () => oldKeys(window.location.origin)

  /** Sends bytes so that they can be broken off and taken up again; returns the upload's id. */
  async function send(zip: Uint8Array, key: string): Promise<string> {
    const { Upload } = await import('tus-js-client')
    const began = { at: performance.now(), sent: -1 }
    return new Promise((resolve, reject) => {
      const file = new Blob([zip as BlobPart], { type: 'application/zip' })
      const upload = new Upload(file, {
        endpoint: '/api/arcade/uploads',
        headers: { authorization: `Bearer ${key}` },
        metadata: { filetype: 'application/zip' },
        // In parts, so that little is sent twice after a break.
        chunkSize: 1_000_000,
        retryDelays: [0, 1000, 3000, 6000, 12000],
        removeFingerprintOnSuccess: true,
        // The same bytes are the same parcel: an upload that was broken off goes on from where it was.
        fingerprint: async () => `pack-post:${bench.pack?.id ?? ''}:${zip.length}:${fingerprint(zip)}`,
        onProgress: (sent, total) => {
          if (began.sent < 0) Object.assign(began, { at: performance.now(), sent })
          const rate = (sent - began.sent) / Math.max(1, performance.now() - began.at)
          progress.value = { sent, total, secondsLeft: rate > 0 ? (total - sent) / rate / 1000 : 0 }
        },
        onSuccess: () => resolve(upload.url!.split('/').at(-1)!),
        onError: (error) => {
          const body = 'originalResponse' in error ? error.originalResponse?.getBody() : undefined
          const problem = Problem.safeParse(safeJson(body ?? ''))
          reject(
            new Error(
              problem.success
                ? problem.data.detail
                : 'The parcel did not get through. Check the connection and press Post it again: it goes on from where it stopped.',
            ),
          )
        },
      })
      void upload.findPreviousUploads().then((earlier) => {
        if (earlier[0] !== undefined) upload.resumeFromPreviousUpload(earlier[0])
        uploading = { abort: () => upload.abort(), start: () => upload.start() }
        // Pause may have been pressed before there was anything to pause.
        if (phase.value !== 'paused') upload.start()
      })
    }).finally(() => {
      uploading = null
    }) as Promise<string>
  }

  async function pause(): Promise<void> {
    if (phase.value !== 'sending') return
    phase.value = 'paused'
    await uploading?.abort()
  }

  function resume(): void {
    if (phase.value !== 'paused') return
    phase.value = 'sending'
    uploading?.start()
  }

  const pendingKey = () => `pack-post:pending:${bench.pack?.id ?? ''}`
  function setPending(next: Pending | null): void {
    pending.value = null
    if (next === null) localStorage.removeItem(pendingKey())
    else localStorage.setItem(pendingKey(), JSON.stringify(next))
  }

  async function parcelToSend(): Promise<Parcel | null> {
    const parcel = await build()
    if (parcel !== null && parcel.zip.length > UPLOAD_LIMIT_BYTES)
      throw new Error(
        `The parcel has ${(parcel.zip.length / 1e6).toFixed(1)} MB; the arcade takes ${UPLOAD_LIMIT_BYTES / 1e6}. The weigh-in on Check shows what weighs most.`,
      )
    return parcel
  }

  async function post({ asNew, ...wish }: PostWish): Promise<void> {
    const before = asNew ? null : game.value
    await sendAs({ ...wish, ...(before === null ? {} : { game: before }) })
  }

  /** Goes on with what was broken off by closing the tab, as it was asked for then. */
  async function goOn(): Promise<void> {
    if (pending.value !== null) await sendAs(pending.value.request)
  }

  async function sendAs(asked: Omit<PostRequest, 'upload'>): Promise<void> {
    if (phase.value !== 'idle' && phase.value !== 'following') return
    trouble.value = ''
    current.value = null
    phase.value = 'building'
    try {
      const parcel = await parcelToSend()
      if (parcel === null || bench.pack === null) return stop()
      const print = fingerprintOf(bench.pack)
      phase.value = 'sending'
      progress.value = { sent: 0, total: parcel.zip.length, secondsLeft: 0 }
      setPending({ request: PostRequestSchema.omit({ upload: true }).parse(asked), bytes: parcel.zip.length })
      const key = await ownKey()
      const upload = await send(parcel.zip, key)
      phase.value = 'following'
      const request: PostRequest = { ...asked, upload }
      const view = await call('/api/arcade/postings', PostingView, { method: 'POST', body: JSON.stringify(request) })
      setPending(null)
      keep(view, print)
      follow(view)
    } catch (error) {
      trouble.value = error instanceof Error ? error.message : 'Something went wrong. Nothing was posted.'
      stop()
    }
  }

  const stop = () => {
    phase.value = 'idle'
  }

  function keep(view: PostingView, print: Record<string, string>): void {
    const record: PostingRecord = {
      id: view.id,
      game: view.game,
      release: view.release,
      postcode: view.postcode,
      link: view.link,
      host: window.location.origin,
      at: view.states.at(-1)?.at ?? new Date().toISOString(),
      state: view.state,
      visibility: view.visibility,
      note: view.note,
      fingerprint: print,
    }
    bench.record((pack) => ({ ...pack, postings: [...pack.postings.filter((one) => one.id !== record.id), record] }))
  }

  function take(view: PostingView): void {
    current.value = view
    const known = bench.pack?.postings.find((one) => one.id === view.id)
    if (known === undefined || (known.state === view.state && known.link === view.link)) return
    const at = view.states.at(-1)?.at ?? known.at
    bench.record((pack) => ({
      ...pack,
      postings: pack.postings.map((one) => {
        // A game gets its postcode with its first cleared release: earlier postings of it learn it too.
        if (one.game !== view.game || view.postcode === '')
          return one.id === view.id ? { ...one, state: view.state, at } : one
        const named = { ...one, postcode: view.postcode, link: view.link }
        return one.id === view.id ? { ...named, state: view.state, at } : named
      }),
    }))
  }

  function follow(view: PostingView): void {
    phase.value = 'following'
    take(view)
    stream?.close()
    if (FINAL.has(view.state)) {
      void ask()
      return stop()
    }
    if (view.state === 'held') stop()
    stream = new EventSource(`/api/arcade/postings/${view.id}/events`)
    stream.addEventListener('state', (event) => {
      const next = PostingView.safeParse(safeJson((event as MessageEvent<string>).data))
      if (!next.success) return
      take(next.data)
      if (FINAL.has(next.data.state)) {
        stream?.close()
        stop()
        void ask()
      } else if (next.data.state === 'held') stop()
    })
  }

  /** Looks up the last posting again, for a tab that was closed in between. */
  async function catchUp(): Promise<void> {
    const left = Pending.safeParse(safeJson(localStorage.getItem(pendingKey()) ?? ''))
    pending.value = left.success && phase.value === 'idle' ? left.data : null
    const record = last.value
    if (record === null || phase.value !== 'idle') return
    try {
      follow(await call(`/api/arcade/postings/${record.id}`, PostingView))
    } catch {
      // The arcade is not there, or was emptied: the record in the pack still holds the link.
    }
  }

  const gamePath = (rest = '') => `/api/arcade/games/${game.value ?? ''}${rest}`

  /** Takes over what the arcade says of the game: which release is live counts for every record in the pack. */
  function takeOwner(view: OwnerView): void {
    owner.value = view
    const stateOf = (one: PostingRecord): PostingRecord['state'] =>
      one.release === view.live ? 'live' : one.state === 'live' ? 'withdrawn' : one.state
    const { pack } = bench
    if (pack === null) return
    const postings = pack.postings.map((one) =>
      one.game === view.game
        ? { ...one, state: stateOf(one), visibility: view.visibility, postcode: view.postcode, link: view.link }
        : one,
    )
    const same = postings.every((one, i) => {
      const old = pack.postings[i]!
      return one.state === old.state && one.visibility === old.visibility && one.link === old.link
    })
    if (!same) bench.record((now) => ({ ...now, postings }))
  }

  async function ask(): Promise<void> {
    if (game.value === null) return
    const view = await call(gamePath('/owner'), OwnerView).catch(() => null)
    if (view !== null) takeOwner(view)
  }

  /** Does something at the arcade and tells when it could not be done; null then. */
  async function attempt<T>(does: () => Promise<T>): Promise<T | null> {
    try {
      return await does()
    } catch (error) {
      notices.warn(error instanceof Error ? error.message : 'The arcade did not answer.')
      return null
    }
  }

  async function setVisibility(visibility: Visibility): Promise<boolean> {
    if (game.value === null) return false
    const body = JSON.stringify({ visibility })
    const view = await attempt(() => call(gamePath('/visibility'), OwnerView, { method: 'PUT', body }))
    if (view === null) return false
    takeOwner(view)
    bench.record((pack) => ({ ...pack, label: { ...pack.label, visibility } }))
    return true
  }

  /** Puts a release that was cleared before back, or with 0 takes the game off. */
  async function setLive(release: number): Promise<void> {
    const body = JSON.stringify({ release })
    const view = await attempt(() => call(gamePath('/live'), OwnerView, { method: 'PUT', body }))
    if (view === null) return
    takeOwner(view)
    notices.say(
      release === 0 ? 'The game is off the arcade. Its link waits for you.' : `Release ${release} is played now.`,
    )
    const record = last.value
    if (record !== null) current.value = await call(`/api/arcade/postings/${record.id}`, PostingView).catch(() => null)
  }

  async function letGo(id: string): Promise<void> {
    const view = await attempt(() => call(`/api/arcade/postings/${id}/release`, PostingView, { method: 'POST' }))
    if (view !== null) follow(view)
  }

  /** For good: the arcade forgets the game, the pack keeps what it says of its postings. */
  async function deleteGame(): Promise<void> {
    const gone = await attempt(() => call(gamePath(), z.object({ ok: z.boolean() }), { method: 'DELETE' }))
    if (gone === null) return
    const id = game.value
    bench.record((pack) => ({ ...pack, postings: pack.postings.filter((one) => one.game !== id) }))
    owner.value = null
    current.value = null
    notices.say('The game is deleted at the arcade. The pack is as it was.')
  }

  async function invite(name: string): Promise<string | null> {
    const body = JSON.stringify({ name })
    const made = await attempt(() => call(gamePath('/invites'), NewInvite, { method: 'POST', body }))
    if (made === null) return null
    await ask()
    return `${window.location.origin}/arcade/invite/${last.value!.postcode.toLowerCase()}/${made.key}`
  }

  async function revoke(id: string): Promise<void> {
    const view = await attempt(() => call(gamePath(`/invites/${id}`), OwnerView, { method: 'DELETE' }))
    if (view !== null) takeOwner(view)
  }

  /** The key as a file, for another browser; null before anything was posted from this one. */
  async function recoveryFile(): Promise<string | null> {
    const host = window.location.origin
    const key = await readKey(host)
    return key === null ? null : writeRecovery(host, key, new Date().toISOString())
  }

  /** Takes over the key of another browser. This one's own key, if it has one, must not be lost by it: say so first. */
  async function recover(file: File): Promise<boolean> {
    try {
      if (file.size > 10_000) throw userError('key-file', `“${file.name}” is too large for a key file.`)
      const { host, key } = readRecovery(await file.text(), file.name)
      if (host !== window.location.origin)
        throw userError('key-host', `“${file.name}” belongs to ${host}. Open that address and take it in there.`)
      const answer = await fetch('/api/arcade/session', { method: 'POST', headers: { authorization: `Bearer ${key}` } })
      if (!answer.ok) throw userError('key-unknown', `The arcade does not know the key in “${file.name}”.`)
      await keepKey(host, key)
      notices.say('This browser can look after those games now.')
      return true
    } catch (error) {
      notices.warn(error instanceof UserError ? error.message : 'The arcade did not answer. Try again in a moment.')
      return false
    }
  }
  const hasKey = async () => (await readKey(window.location.origin)) !== null

  const figures = () => attempt(() => call(gamePath('/figures'), Figures))
  /** Figures of any game of this browser; none where they cannot be had, without a word. */
  const figuresOf = ({ game: id }: Pick<PostingRecord, 'game'>): Promise<DayFigures[]> =>
    call(`/api/arcade/games/${id}/figures`, Figures).then(
      ({ days }) => days,
      () => [],
    )
  const emails = () =>
    attempt(() =>
      call(gamePath('/emails'), z.object({ emails: z.array(z.object({ email: z.string(), until: z.string() })) })),
    )

  async function titleTaken(title: string): Promise<boolean> {
    const query = new URLSearchParams({ title, game: game.value ?? '' })
    const answer = await fetch(`/api/arcade/titles?${query.toString()}`).catch(() => null)
    const read = z.object({ taken: z.boolean() }).safeParse(await answer?.json().catch(() => null))
    return read.success && read.data.taken
  }

  const webdavHosts = async (): Promise<string[]> => {
    const answer = await fetch('/api/ways/webdav').catch(() => null)
    const read = WebdavHosts.safeParse(await answer?.json().catch(() => null))
    return read.success ? read.data.hosts : []
  }

  /** The game's files into a folder of a WebDAV host, through the app's server. Name and password are kept nowhere. */
  async function sendToWebdav(wish: Omit<WebdavRequest, 'upload'>): Promise<WebdavAnswer | null> {
    return attempt(async () => {
      const parcel = await parcelToSend()
      if (parcel === null) throw new Error('The game could not be packed.')
      const upload = await send(parcel.zip, await ownKey())
      return call('/api/ways/webdav', WebdavAnswer, { method: 'POST', body: JSON.stringify({ ...wish, upload }) })
    })
  }

  /** Null where the arcade does not answer: who asks says so in its own place. */
  const mail = () =>
    call('/api/arcade/mail', z.object({ letters: z.array(MailView), readUntil: z.string() })).catch(() => null)
  const mailRead = () => call('/api/arcade/mail', z.object({ ok: z.boolean() }), { method: 'POST' }).catch(() => null)

  watch(
    () => bench.pack?.id,
    () => {
      stream?.close()
      current.value = null
      owner.value = null
      pending.value = null
      trouble.value = ''
      phase.value = 'idle'
    },
  )

  return {
    phase,
    progress,
    pending,
    owner,
    trouble,
    current,
    last,
    game,
    liveRecord,
    build,
    post,
    goOn,
    pause,
    resume,
    catchUp,
    ask,
    setVisibility,
    setLive,
    letGo,
    deleteGame,
    invite,
    revoke,
    recoveryFile,
    recover,
    changeKey,
    earlierKeys,
    useOldKey,
    hasKey,
    figures,
    figuresOf,
    emails,
    titleTaken,
    webdavHosts,
    sendToWebdav,
    mail,
    mailRead,
  }
})

function safeJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

/** Tells two parcels of the same length apart; the server checks the real hashes. */
function fingerprint(bytes: Uint8Array): string {
  let hash = 0x811c9dc5
  for (let i = 0; i < bytes.length; i += 97) hash = Math.imul(hash ^ bytes[i]!, 0x01000193)
  return (hash >>> 0).toString(16)
}
