import { Worker } from 'node:worker_threads'
import { UserError } from '@core/errors'

/** What a thread answers, once. */
export type JobAnswer<T> = { ok: true; value: T } | { ok: false; code: string; message: string }

export interface JobLimits {
  /** Milliseconds. */
  most: number
  /** Of the thread's own heap, megabytes. */
  heap: number
  /** What is said when it takes longer. */
  late: UserError
}

/**
 * Does one job in a thread of its own, so that requests are answered meanwhile, and ends the thread. Throws the
 * UserError the job ended with, `late` when it takes too long, and an Error when the thread dies.
 */
export function apart<T>(file: URL, data: unknown, { most, heap, late }: JobLimits): Promise<T> {
  const worker = new Worker(file, { workerData: data, resourceLimits: { maxOldGenerationSizeMb: heap } })
  let timer: NodeJS.Timeout
  return new Promise<T>((resolve, reject) => {
    timer = setTimeout(() => reject(late), most)
    worker.once('message', (answer: JobAnswer<T>) => {
      if (answer.ok) resolve(answer.value)
      else reject(new UserError(answer.message, answer.code))
    })
    worker.once('error', reject)
    worker.once('exit', (code) => reject(new Error(`the thread ended early (${code})`)))
  }).finally(() => {
    clearTimeout(timer)
    void worker.terminate()
  })
}
