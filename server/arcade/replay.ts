import { Worker } from 'node:worker_threads'
import type { Proof, Replayed } from '@core/game/proof'
import type { GameDoc } from '@core/game/types'
import type { ReplayJob } from '../replayer/thread'

/** A play takes some milliseconds; one that takes longer than this of the processor is not played again here. */
const MOST_MS = 2000
/** How often that is looked at, in a share of it. */
const LOOKS = 8
/** A host that has no time to give may keep a short play waiting long; so many times as long at the most. */
const PATIENCE = 20
/** Plays that wait their turn. */
const MOST_WAITING = 200
const HEAP_MB = 256

interface Answer {
  id: number
  played?: Replayed
  again?: boolean
  failed?: string
}

/** Too many plays wait, or one took too long. */
export class TooMuch extends Error {}

/** Plays proofs again in a thread, one after the other, so that no play holds anybody else up; one that hangs is ended. */
export function makeReplayer(script: string, mostMs = MOST_MS) {
  let worker: Worker | null = null
  let last: Promise<unknown> = Promise.resolve()
  let waiting = 0
  let counter = 0

  function end(): void {
    void worker?.terminate()
    worker = null
  }
  function ask(job: ReplayJob): Promise<Answer> {
    worker ??= new Worker(script, { resourceLimits: { maxOldGenerationSizeMb: HEAP_MB } })
    const here = worker
    here.unref()
    return new Promise<Answer>((resolve, reject) => {
      const began = process.cpuUsage()
      const since = performance.now()
      const timer = setInterval(() => {
        const { user, system } = process.cpuUsage(began)
        if ((user + system) / 1000 < mostMs && performance.now() - since < mostMs * PATIENCE) return
        done()
        end()
        reject(new TooMuch('the play took too long'))
      }, mostMs / LOOKS)
      const done = () => {
        clearInterval(timer)
        here.off('message', hear)
        here.off('error', fail)
        here.off('exit', fail)
      }
      const hear = (answer: Answer) => {
        if (answer.id !== job.id) return
        done()
        resolve(answer)
      }
      const fail = () => {
        done()
        end()
        reject(new TooMuch('the thread ended'))
      }
      here.on('message', hear)
      here.once('error', fail)
      here.once('exit', fail)
      here.postMessage(job)
    })
  }
  async function replay(game: string, doc: () => Promise<GameDoc>, proof: Proof, mostSteps: number): Promise<Replayed> {
    const job = (with_: GameDoc | null): ReplayJob => ({ id: ++counter, game, doc: with_, proof, mostSteps })
    let answer = await ask(job(null))
    if (answer.again === true) answer = await ask(job(await doc()))
    if (answer.played === undefined) throw new TooMuch(answer.failed ?? 'no answer')
    return answer.played
  }
  return {
    /** Throws TooMuch when too many wait, or it takes too long. */
    play(game: string, doc: () => Promise<GameDoc>, proof: Proof, mostSteps: number): Promise<Replayed> {
      if (waiting >= MOST_WAITING) return Promise.reject(new TooMuch('too many plays wait'))
      waiting++
      const mine = last.then(() => replay(game, doc, proof, mostSteps))
      last = mine.catch(() => undefined)
      return mine.finally(() => waiting--)
    },
    close: end,
  }
}
export type Replayer = ReturnType<typeof makeReplayer>
