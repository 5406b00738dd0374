import {
  PostingView,
  PostRequest as PostRequestSchema,
  UPLOAD_LIMIT_BYTES,
  type PostRequest,
} from '@core/posting/protocol'
import { fingerprintOf } from '@core/pack/fingerprint'
import { WebdavAnswer, WebdavHosts, type WebdavRequest } from '@core/posting/ways'
import type { Pack } from '@core/pack/pack'
import type { PostingRecord } from '@core/pack/posting-record'
import type { FolderTemplate } from '@core/template/template'
import type { Parcel } from '@core/parcel/build'
import { playerCodeFor } from '#player-code'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import * as z from 'zod'
import { TYPEFACE_URL } from '~/composables/typeface'
import { bytesKept, unstoredBytes } from '../storage/assets'
import { lendUnstored } from '../workers/lend'
import { workshop } from '../workers/workshop'
import { call, ownKey, jsonOrNull } from './arcade-client'
import { useAttempt } from './attempt'
import { useBench } from './bench'
import { useNotices } from './notices'
import { usePostedGame } from './posted-game'
import { plain } from './swap'
import { makeUpload } from './upload'

const FINAL = new Set(['returned', 'live', 'withdrawn'])
/** What was asked for when an upload began, so that it goes on as it was meant after the tab was closed. */
const Pending = z.object({ request: PostRequestSchema.omit({ upload: true }), bytes: z.int() })
type Pending = z.infer<typeof Pending>
export type PostWish = Omit<PostRequest, 'upload' | 'game'> & { asNew: boolean }

/** Building, sending and following one posting of the pack on the bench. */
export const usePosting = defineStore('posting', () => {
  const bench = useBench()
  const posted = usePostedGame()
  const notices = useNotices()
  const attempt = useAttempt()
  const { progress, send, ...upload } = makeUpload()
  const phase = ref<'idle' | 'building' | 'sending' | 'paused' | 'following'>('idle')
  /** An upload that was broken off by closing the tab. */
  const pending = shallowRef<Pending | null>(null)
  /** A sentence on what went wrong, kept until the next try. */
  const trouble = ref('')
  const current = computed({ get: () => posted.current, set: (view) => (posted.current = view) })
  let stream: EventSource | null = null
  let typeface: Promise<Uint8Array> | null = null

  /** The folder with the pack over it; for an arcade with what that looks at, and makes copies of. */
  async function buildFolder(
    template: FolderTemplate,
    pack: Pack,
    handOn: boolean,
  ): Promise<{ zip: Uint8Array } | null> {
    const { folderWork } = await import('../workers/folder')
    const unstored = unstoredBytes()
    if (unstored.size > 0) await folderWork().lend(new Map(unstored))
    const built = await folderWork().parcel(plain(template), plain(pack), handOn)
    if (built.ok) return built.value
    notices.warn(built.message)
    return null
  }

  /** What goes out; the game as one page too, where it is one of ours. */
  async function build(handOn = false): Promise<(Pick<Parcel, 'zip'> & Partial<Parcel>) | null> {
    if (bench.pack === null || bench.template === null) return null
    await bytesKept().catch(lendUnstored)
    if (bench.base?.kind === 'folder') return buildFolder(bench.base, bench.pack, handOn)
    typeface ??= fetch(TYPEFACE_URL).then(async (answer) => new Uint8Array(await answer.arrayBuffer()))
    const { template, pack } = bench
    const [playerCode, face] = await Promise.all([playerCodeFor(template.id), typeface])
    const built = await workshop().build(toRaw(template), toRaw(pack), playerCode, face)
    if (built.ok) return built.value
    notices.warn(built.message)
    return null
  }

  async function pause(): Promise<void> {
    if (phase.value !== 'sending') return
    phase.value = 'paused'
    await upload.pause()
  }

  function resume(): void {
    if (phase.value !== 'paused') return
    phase.value = 'sending'
    upload.resume()
  }

  const pendingKey = () => `pack-post:pending:${bench.pack?.id ?? ''}`
  function setPending(next: Pending | null): void {
    pending.value = null
    if (next === null) localStorage.removeItem(pendingKey())
    else localStorage.setItem(pendingKey(), JSON.stringify(next))
  }

  async function parcelToSend(handOn: boolean): Promise<Pick<Parcel, 'zip'> | null> {
    const parcel = await build(handOn)
    if (parcel !== null && parcel.zip.length > UPLOAD_LIMIT_BYTES)
      throw new Error(
        `The parcel has ${(parcel.zip.length / 1e6).toFixed(1)} MB; the arcade takes ${UPLOAD_LIMIT_BYTES / 1e6}. The weigh-in on Check shows what weighs most.`,
      )
    return parcel
  }

  async function post({ asNew, ...wish }: PostWish): Promise<void> {
    const before = asNew ? null : posted.game
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
      const parcel = await parcelToSend(true)
      if (parcel === null || bench.pack === null) return stop()
      const print = fingerprintOf(bench.pack)
      phase.value = 'sending'
      setPending({ request: PostRequestSchema.omit({ upload: true }).parse(asked), bytes: parcel.zip.length })
      const key = await ownKey()
      const sent = await send(parcel.zip, key, bench.pack.id)
      phase.value = 'following'
      const request: PostRequest = { ...asked, upload: sent }
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
      void posted.ask()
      return stop()
    }
    if (view.state === 'held') stop()
    stream = new EventSource(`/api/arcade/postings/${view.id}/events`)
    stream.addEventListener('state', (event) => {
      const next = PostingView.safeParse(jsonOrNull((event as MessageEvent<string>).data))
      if (!next.success) return
      take(next.data)
      if (FINAL.has(next.data.state)) {
        stream?.close()
        stop()
        void posted.ask()
      } else if (next.data.state === 'held') stop()
    })
  }

  /** Looks up the last posting again, for a tab that was closed in between. */
  async function catchUp(): Promise<void> {
    const left = Pending.safeParse(jsonOrNull(localStorage.getItem(pendingKey()) ?? ''))
    pending.value = left.success && phase.value === 'idle' ? left.data : null
    const record = posted.last
    if (record === null || phase.value !== 'idle') return
    try {
      follow(await call(`/api/arcade/postings/${record.id}`, PostingView))
    } catch {
      // The arcade is not there, or was emptied: the record in the pack still holds the link.
    }
  }

  /** Lets a release go that was cleared and waits for its maker. */
  async function letGo(id: string): Promise<void> {
    const view = await attempt(() => call(`/api/arcade/postings/${id}/release`, PostingView, { method: 'POST' }))
    if (view !== null) follow(view)
  }

  const webdavHosts = async (): Promise<string[]> => {
    const answer = await fetch('/api/ways/webdav').catch(() => null)
    const read = WebdavHosts.safeParse(await answer?.json().catch(() => null))
    return read.success ? read.data.hosts : []
  }

  /** The game's files into a folder of a WebDAV host, through the app's server. Name and password are kept nowhere. */
  async function sendToWebdav(wish: Omit<WebdavRequest, 'upload'>): Promise<WebdavAnswer | null> {
    return attempt(async () => {
      const parcel = await parcelToSend(false)
      if (parcel === null) throw new Error('The game could not be packed.')
      const sent = await send(parcel.zip, await ownKey(), bench.pack?.id ?? '')
      const body = JSON.stringify({ ...wish, upload: sent })
      return call('/api/ways/webdav', WebdavAnswer, { method: 'POST', body })
    })
  }

  watch(
    () => bench.pack?.id,
    () => {
      stream?.close()
      current.value = null
      pending.value = null
      trouble.value = ''
      phase.value = 'idle'
    },
  )

  return {
    ...{ phase, progress, pending, trouble, current, build, post, goOn, pause, resume, catchUp, letGo },
    ...{ webdavHosts, sendToWebdav },
  }
})
