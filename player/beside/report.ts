import type { BesideNews } from '../../core/folder/beside-protocol'
import { dataKey } from '../../core/folder/beside-words'

/** Tells the page around the frame, several at once and each thing once; a game that says it a thousand times costs nothing. */
const EVERY_MS = 200
const MOST = 400
const timeout = window.setTimeout.bind(window)
let waiting: BesideNews[] = []
let timer = 0
const told = new Set<string>()

const send = (): void => {
  timer = 0
  const news = waiting.slice(0, MOST)
  waiting = waiting.slice(MOST)
  parent.postMessage({ type: 'pack-post:beside', news }, '*')
  if (waiting.length > 0) timer = timeout(send, EVERY_MS)
}

export function tell(news: BesideNews, at: 'once' | 'now' | 'soon' = 'once'): void {
  if (at === 'once') {
    const key = JSON.stringify(news)
    if (told.has(key) || told.size > 4000) return
    told.add(key)
  }
  waiting.push(news)
  if (at === 'now') {
    clearTimeout(timer)
    send()
  } else if (timer === 0) timer = timeout(send, EVERY_MS)
}

export const clip = (text: string, most = 300): string => text.slice(0, most)

/** Where the game's own files lie: the folder of a start. */
export const base = new URL('.', location.href).href.replace(/(\/(?:stage|play)\/[^/]+\/[^/]+\/).*$/, '$1')

/** A file of the folder by its address; the key of a data: address; empty for anything else. */
export function pathOf(address: string): string {
  if (address.startsWith('data:')) return dataKey(address)
  try {
    const url = new URL(address, document.baseURI).href.split(/[?#]/)[0]!
    return url.startsWith(base) ? decodeURIComponent(url.slice(base.length)) : ''
  } catch {
    return ''
  }
}

/** Replaces a method; what stands there calls the real one. Games that look find a function of the same name. */
export function instead<T extends object, K extends keyof T>(
  of: T | undefined,
  name: K,
  make: (real: T[K]) => T[K],
): void {
  if (of === undefined || of === null || typeof of[name] !== 'function') return
  try {
    const real = of[name]
    Object.defineProperty(of, name, { configurable: true, writable: true, value: make(real) })
  } catch {
    // What cannot be replaced stays what it was.
  }
}
