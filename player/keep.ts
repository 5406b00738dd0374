import type { Proof } from '../core/game/proof'

/** What the page around a game tells it: the best score so far, and the seed of the next plays where scores count. */
export interface Told {
  best: number
  seed: number | null
}

export interface Ended {
  outcome: 'won' | 'lost'
  score: number
  seconds: number
  cause: string
  proof: Proof
}

/** Where a game keeps its best score: with the page around it when there is one, else in the browser's own store. */
export interface Keep {
  hear(told: (what: Told) => void): void
  /** The page around asks for a pause: the game is out of sight. */
  freeze(asked: () => void): void
  save(best: number): void
  began(): void
  ended(play: Ended): void
}

const whole = (value: unknown): number | null =>
  typeof value === 'number' && Number.isFinite(value) && value >= 0 ? Math.floor(value) : null

export function makeKeep(gameId: string): Keep {
  if (window.parent !== window) {
    const post = (message: object) => window.parent.postMessage(message, '*')
    return {
      hear: (told) => {
        addEventListener('message', (event: MessageEvent) => {
          const data = event.data as { type?: unknown; best?: unknown; seed?: unknown } | null
          if (event.source !== window.parent || data?.type !== 'pack-post:kept') return
          told({ best: whole(data.best) ?? 0, seed: whole(data.seed) })
        })
        post({ type: 'pack-post:load' })
      },
      freeze: (asked) =>
        addEventListener('message', (event: MessageEvent) => {
          const data = event.data as { type?: unknown } | null
          if (event.source === window.parent && data?.type === 'pack-post:freeze') asked()
        }),
      save: (best) => post({ type: 'pack-post:save', best }),
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
    hear: (told) => told({ best: attempt(() => Math.max(0, Number(localStorage.getItem(key)) || 0), 0), seed: null }),
    freeze: () => undefined,
    save: (best) => attempt(() => localStorage.setItem(key, String(best)), undefined),
    began: () => undefined,
    ended: () => undefined,
  }
}
