import { MOST_PROGRESS, readProgress, type Progress } from '../core/game/progress'
import type { Proof } from '../core/game/proof'

/** What the page around a game tells it: the best score so far, and the seed of the next plays where scores count. */
export interface Told {
  best: number
  seed: number | null
  /** What was kept of earlier visits; null where nothing was, or nothing that could be read. */
  progress: Progress | null
  /** Something was kept that could not be read, and was put aside. */
  aside: boolean
}

export interface Ended {
  outcome: 'won' | 'lost'
  score: number
  seconds: number
  cause: string
  proof: Proof | null
  /** A level is done, and the go is not over. */
  more: boolean
}

/** Where a game keeps its best score and progress: with the page around it when there is one, else in the browser's own store. */
export interface Keep {
  hear(told: (what: Told) => void): void
  /** The page around asks for a pause: the game is out of sight. */
  freeze(asked: () => void): void
  save(best: number, progress: Progress): void
  began(): void
  ended(play: Ended): void
}

const whole = (value: unknown): number | null =>
  typeof value === 'number' && Number.isFinite(value) && value >= 0 ? Math.floor(value) : null

const PROGRESS = ':progress'

/** What the browser's own store has; what is broken is put beside it, so that nobody loses it for good. */
function kept(key: string): Pick<Told, 'progress' | 'aside'> {
  const text = localStorage.getItem(key + PROGRESS)
  if (text === null) return { progress: null, aside: false }
  const progress = text.length > MOST_PROGRESS ? null : readProgress(parsed(text))
  if (progress === null) {
    localStorage.setItem(`${key + PROGRESS}:aside`, text)
    localStorage.removeItem(key + PROGRESS)
  }
  return { progress, aside: progress === null }
}
function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

export function makeKeep(gameId: string): Keep {
  if (window.parent !== window) {
    const post = (message: object) => window.parent.postMessage(message, '*')
    return {
      hear: (told) => {
        addEventListener('message', (event: MessageEvent) => {
          const data = event.data as Record<'type' | 'best' | 'seed' | 'progress' | 'aside', unknown> | null
          if (event.source !== window.parent || data?.type !== 'pack-post:kept') return
          const progress = readProgress(data.progress)
          const aside = data.aside === true || (data.progress !== undefined && progress === null)
          told({ best: whole(data.best) ?? 0, seed: whole(data.seed), progress, aside })
        })
        post({ type: 'pack-post:load' })
      },
      freeze: (asked) =>
        addEventListener('message', (event: MessageEvent) => {
          const data = event.data as { type?: unknown } | null
          if (event.source === window.parent && data?.type === 'pack-post:freeze') asked()
        }),
      save: (best, progress) => post({ type: 'pack-post:save', best, progress }),
      began: () => post({ type: 'pack-post:began' }),
      ended: (play) => post({ type: 'pack-post:ended', ...play }),
    }
  }
  const key = `pack-post:${gameId}`
  // Storage is denied in private windows, from disk in some browsers, and in an opaque origin: then nothing is kept.
  const attempt = <T>(does: () => T, otherwise: T): T => {
    try {
      return does()
    } catch {
      return otherwise
    }
  }
  return {
    hear: (told) =>
      told({
        best: attempt(() => Math.max(0, Number(localStorage.getItem(key)) || 0), 0),
        seed: null,
        ...attempt(() => kept(key), { progress: null, aside: false }),
      }),
    freeze: () => undefined,
    save: (best, progress) =>
      attempt(() => {
        localStorage.setItem(key, String(best))
        localStorage.setItem(key + PROGRESS, JSON.stringify(progress))
      }, undefined),
    began: () => undefined,
    ended: () => undefined,
  }
}
