import type { BesideName } from '../../core/folder/beside-protocol'
import { KEPT_CHARACTERS } from '../../core/folder/beside-words'
import { instead, tell } from './report'

const timeout = window.setTimeout.bind(window)
const SAVE_EVERY_MS = 250

/** What was kept of an earlier play: the page around the frame has named it so. */
function keptBefore(): Record<string, string> {
  try {
    const { kept } = JSON.parse(window.name) as BesideName
    window.name = ''
    return { ...kept }
  } catch {
    return {}
  }
}

/** An object like `Storage`, whose content is in memory; `changed` is told of each change. */
function makeStorage(values: Map<string, string>, changed: () => void): Storage {
  const size = () => [...values].reduce((sum, [key, value]) => sum + key.length + value.length, 0)
  const methods = {
    getItem: (key: string) => values.get(String(key)) ?? null,
    setItem(key: string, value: string): void {
      const before = values.get(String(key))
      values.set(String(key), String(value))
      if (size() <= KEPT_CHARACTERS) return changed()
      if (before === undefined) values.delete(String(key))
      else values.set(String(key), before)
      throw new DOMException(`A game may keep ${KEPT_CHARACTERS} characters.`, 'QuotaExceededError')
    },
    removeItem(key: string): void {
      if (values.delete(String(key))) changed()
    },
    clear() {
      values.clear()
      changed()
    },
    key: (index: number) => [...values.keys()][index] ?? null,
  }
  return new Proxy(methods as unknown as Storage, {
    get(target, name) {
      if (name === 'length') return values.size
      return name in target ? Reflect.get(target, name) : values.get(String(name))
    },
    set(_target, name, value) {
      methods.setItem(String(name), String(value))
      return true
    },
    deleteProperty(_target, name) {
      methods.removeItem(String(name))
      return true
    },
    has: (target, name) => name in target || values.has(String(name)),
    ownKeys: () => [...values.keys()],
    getOwnPropertyDescriptor(_target, name) {
      const value = values.get(String(name))
      return value === undefined ? undefined : { value, enumerable: true, configurable: true, writable: true }
    },
  })
}

/** Lends a game what an opaque origin has none of, so that it does not break. */
export function lendStorage(): void {
  const values = new Map(Object.entries(keptBefore()))
  let resting = false
  let again = false
  const save = () => {
    const kept = Object.fromEntries(values)
    tell({ is: 'save', kept }, 'now')
    tell({ is: 'lent', bytes: JSON.stringify(kept).length }, 'soon')
  }
  /** The first change of a row is told at once, since the page may be left any moment; what follows soon after, together. */
  const changed = () => {
    again = resting
    if (resting) return
    resting = true
    queueMicrotask(save)
    timeout(() => {
      resting = false
      if (again) changed()
    }, SAVE_EVERY_MS)
  }
  const lend = (name: string, get: () => unknown) => {
    try {
      Object.defineProperty(window, name, { configurable: true, get })
    } catch {
      // A browser that does not let it be replaced.
    }
  }
  const local = makeStorage(values, changed)
  const session = makeStorage(new Map(), () => undefined)
  lend('localStorage', () => local)
  lend('sessionStorage', () => session)
  const notLent = (address: string) => tell({ is: 'refused', address, at: 'not lent to a game' })
  const cookie = { configurable: true, get: () => '', set: () => notLent('cookies') }
  Object.defineProperty(Document.prototype, 'cookie', cookie)
  instead(
    globalThis.IDBFactory?.prototype,
    'open',
    (real) =>
      function (this: IDBFactory, ...all) {
        notLent('IndexedDB')
        return real.apply(this, all)
      },
  )
  const none = () => Promise.reject(new DOMException('Not here', 'SecurityError'))
  const worker = { register: none, getRegistration: none, getRegistrations: async () => [], controller: null }
  Object.defineProperty(Navigator.prototype, 'serviceWorker', {
    configurable: true,
    get: () => ({ ...worker, ready: new Promise(() => undefined), addEventListener: () => undefined }),
  })
}

/** A policy stops every way out but this one: a connection between browsers asks nobody's leave. */
export function closeWaysOut(): void {
  for (const name of ['RTCPeerConnection', 'webkitRTCPeerConnection'])
    try {
      Object.defineProperty(window, name, { configurable: false, writable: false, value: undefined })
    } catch {
      // As above.
    }
}
