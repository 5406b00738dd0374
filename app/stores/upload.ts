import { Problem } from '@core/posting/protocol'
import { ref } from 'vue'
import { jsonOrNull } from './arcade-client'

/** How far an upload is, bytes and seconds. */
export interface Progress {
  sent: number
  total: number
  secondsLeft: number
}

/** An upload that can be broken off and taken up again, also after the tab was closed. */
export function makeUpload() {
  const progress = ref<Progress>({ sent: 0, total: 0, secondsLeft: 0 })
  let uploading: { abort(): Promise<void>; start(): void } | null = null
  let paused = false

  /** Sends bytes of a pack, once it is not paused; returns the upload's id. */
  async function send(zip: Uint8Array, key: string, pack: string): Promise<string> {
    progress.value = { sent: 0, total: zip.length, secondsLeft: 0 }
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
        fingerprint: async () => `pack-post:${pack}:${zip.length}:${fingerprint(zip)}`,
        onProgress: (sent, total) => {
          if (began.sent < 0) Object.assign(began, { at: performance.now(), sent })
          const rate = (sent - began.sent) / Math.max(1, performance.now() - began.at)
          progress.value = { sent, total, secondsLeft: rate > 0 ? (total - sent) / rate / 1000 : 0 }
        },
        onSuccess: () => resolve(upload.url!.split('/').at(-1)!),
        onError: (error) => {
          const body = 'originalResponse' in error ? error.originalResponse?.getBody() : undefined
          const problem = Problem.safeParse(jsonOrNull(body ?? ''))
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
        if (!paused) upload.start()
      })
    }).finally(() => {
      uploading = null
      paused = false
    }) as Promise<string>
  }

  return {
    progress,
    send,
    async pause(): Promise<void> {
      paused = true
      await uploading?.abort()
    },
    resume(): void {
      paused = false
      uploading?.start()
    },
  }
}

/** Tells two parcels of the same length apart; the server checks the real hashes. */
function fingerprint(bytes: Uint8Array): string {
  let hash = 0x811c9dc5
  for (let i = 0; i < bytes.length; i += 97) hash = Math.imul(hash ^ bytes[i]!, 0x01000193)
  return (hash >>> 0).toString(16)
}
