/** Where a game keeps its best score: with the page around it when there is one, else in the browser's own store. */
export interface Keep {
  load(): Promise<number>
  save(best: number): void
}

export function makeKeep(gameId: string): Keep {
  if (window.parent !== window) {
    return {
      load: () =>
        new Promise((resolve) => {
          const answer = (event: MessageEvent) => {
            const data = event.data as { type?: unknown; best?: unknown } | null
            if (event.source !== window.parent || data?.type !== 'pack-post:kept') return
            removeEventListener('message', answer)
            resolve(
              typeof data.best === 'number' && Number.isFinite(data.best) ? Math.max(0, Math.floor(data.best)) : 0,
            )
          }
          addEventListener('message', answer)
          window.parent.postMessage({ type: 'pack-post:load' }, '*')
        }),
      save: (best) => window.parent.postMessage({ type: 'pack-post:save', best }, '*'),
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
    load: () => Promise.resolve(attempt(() => Math.max(0, Number(localStorage.getItem(key)) || 0), 0)),
    save: (best) => attempt(() => localStorage.setItem(key, String(best)), undefined),
  }
}
