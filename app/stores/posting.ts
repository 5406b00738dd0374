import { KeyAnswer, PostingView, Problem, UPLOAD_LIMIT_BYTES, type PostRequest } from '@core/posting/protocol'
import { fingerprintOf } from '@core/posting/changes'
import type { Visibility } from '@core/label/label'
import type { PostingRecord } from '@core/posting/record'
import type { Parcel } from '@core/parcel/build'
import playerCode from '#player-code'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import * as z from 'zod'
import { TYPEFACE_URL } from '~/composables/typeface'
import { keepKey, readKey } from '../storage/keys'
import { workshop } from '../workers/workshop'
import { useBench } from './bench'
import { useNotices } from './notices'

const FINAL = new Set(['returned', 'live', 'withdrawn'])

/** Building, sending and following one posting of the pack on the bench. */
export const usePosting = defineStore('posting', () => {
  const bench = useBench()
  const notices = useNotices()
  const phase = ref<'idle' | 'building' | 'sending' | 'following'>('idle')
  const progress = ref({ sent: 0, total: 0 })
  /** A sentence on what went wrong, kept until the next try. */
  const trouble = ref('')
  const current = shallowRef<PostingView | null>(null)
  let stream: EventSource | null = null
  let typeface: Promise<Uint8Array> | null = null

  const last = computed((): PostingRecord | null => bench.pack?.postings.at(-1) ?? null)
  /** The game these postings belong to; null before the first. */
  const game = computed(() => last.value?.game ?? null)
  const liveRecord = computed(
    () => [...(bench.pack?.postings ?? [])].reverse().find((one) => one.state === 'live') ?? null,
  )

  async function build(): Promise<Parcel | null> {
    if (bench.pack === null || bench.template === null) return null
    typeface ??= fetch(TYPEFACE_URL).then(async (answer) => new Uint8Array(await answer.arrayBuffer()))
    const built = await workshop().build(toRaw(bench.template), toRaw(bench.pack), playerCode, await typeface)
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
    const key = await ownKey()
    const answer = await fetch(path, {
      ...init,
      headers: { 'content-type': 'application/json', authorization: `Bearer ${key}`, ...init.headers },
    })
    return read(answer, schema)
  }

  /** This browser's key at this arcade; made with the first posting. */
  async function ownKey(): Promise<string> {
    const host = window.location.origin
    const known = await readKey(host)
    if (known !== null) {
      const answer = await fetch('/api/arcade/session', {
        method: 'POST',
        headers: { authorization: `Bearer ${known}` },
      })
      if (answer.ok) return known
      if (answer.status !== 403) throw new Error('The arcade did not answer. Try again in a moment.')
      // The arcade's own store was emptied: a key it does not know opens nothing any more.
    }
    const { key } = await read(await fetch('/api/arcade/keys', { method: 'POST' }), KeyAnswer)
    await keepKey(host, key)
    return key
  }

  async function send(zip: Uint8Array, key: string): Promise<string> {
    const { Upload } = await import('tus-js-client')
    return new Promise((resolve, reject) => {
      const file = new Blob([zip as BlobPart], { type: 'application/zip' })
      const upload = new Upload(file, {
        endpoint: '/api/arcade/uploads',
        headers: { authorization: `Bearer ${key}` },
        metadata: { filetype: 'application/zip' },
        retryDelays: [0, 1000, 3000, 6000, 12000],
        removeFingerprintOnSuccess: true,
        // The same bytes are the same parcel: an upload that was broken off goes on from where it was.
        fingerprint: async () => `pack-post:${bench.pack?.id ?? ''}:${zip.length}:${fingerprint(zip)}`,
        onProgress: (sent, total) => {
          progress.value = { sent, total }
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
        upload.start()
      })
    })
  }

  async function post(options: { visibility: Visibility; note: string }): Promise<void> {
    if (phase.value !== 'idle' && phase.value !== 'following') return
    trouble.value = ''
    current.value = null
    phase.value = 'building'
    const before = game.value
    try {
      const parcel = await build()
      if (parcel === null || bench.pack === null) return stop()
      if (parcel.zip.length > UPLOAD_LIMIT_BYTES)
        throw new Error(
          `The parcel has ${(parcel.zip.length / 1e6).toFixed(1)} MB; the arcade takes ${UPLOAD_LIMIT_BYTES / 1e6}. The weigh-in on Check shows what weighs most.`,
        )
      phase.value = 'sending'
      progress.value = { sent: 0, total: parcel.zip.length }
      const key = await ownKey()
      const upload = await send(parcel.zip, key)
      const request: PostRequest = {
        upload,
        visibility: options.visibility,
        note: options.note,
        ...(before === null ? {} : { game: before }),
      }
      const view = await call('/api/arcade/postings', PostingView, { method: 'POST', body: JSON.stringify(request) })
      keep(view, fingerprintOf(bench.pack))
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
    if (known === undefined || known.state === view.state) return
    bench.record((pack) => ({
      ...pack,
      postings: pack.postings.map((one) =>
        one.id === view.id ? { ...one, state: view.state, at: view.states.at(-1)?.at ?? one.at } : one,
      ),
    }))
  }

  function follow(view: PostingView): void {
    phase.value = 'following'
    take(view)
    stream?.close()
    if (FINAL.has(view.state)) return stop()
    stream = new EventSource(`/api/arcade/postings/${view.id}/events`)
    stream.addEventListener('state', (event) => {
      const next = PostingView.safeParse(safeJson((event as MessageEvent<string>).data))
      if (!next.success) return
      take(next.data)
      if (FINAL.has(next.data.state)) {
        stream?.close()
        stop()
      }
    })
  }

  /** Looks up the last posting again, for a tab that was closed in between. */
  async function catchUp(): Promise<void> {
    const record = last.value
    if (record === null || phase.value !== 'idle') return
    try {
      follow(await call(`/api/arcade/postings/${record.id}`, PostingView))
    } catch {
      // The arcade is not there, or was emptied: the record in the pack still holds the link.
    }
  }

  async function setVisibility(visibility: Visibility): Promise<boolean> {
    if (game.value === null) return false
    try {
      await call(`/api/arcade/games/${game.value}/visibility`, z.object({ visibility: z.string() }), {
        method: 'PUT',
        body: JSON.stringify({ visibility }),
      })
      bench.record((pack) => ({
        ...pack,
        label: { ...pack.label, visibility },
        postings: pack.postings.map((one, i) => (i === pack.postings.length - 1 ? { ...one, visibility } : one)),
      }))
      return true
    } catch (error) {
      notices.warn(error instanceof Error ? error.message : 'The arcade did not answer.')
      return false
    }
  }

  watch(
    () => bench.pack?.id,
    () => {
      stream?.close()
      current.value = null
      trouble.value = ''
      phase.value = 'idle'
    },
  )

  return { phase, progress, trouble, current, last, game, liveRecord, build, post, catchUp, setVisibility }
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
