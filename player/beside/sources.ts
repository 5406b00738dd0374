import { instead, pathOf, tell } from './report'

/** Which file of the folder something came from. */
const from = new WeakMap<object, string>()
export const cameFrom = (thing: object, path: string): void => {
  if (path !== '') from.set(thing, path)
}
export const sourceOf = (thing: object): string => from.get(thing) ?? ''

/** Pictures that are others by now than those of this start, by their path: whatever asks for one later gets that. */
export const swapped = new Map<string, string>()

/** Follows files through what games do with them: fetched, unpacked, decoded. */
export function followSources(): void {
  const asked = (address: string) => {
    const path = pathOf(address)
    if (path !== '') tell({ is: 'asked', path })
    return path
  }
  instead(window, 'fetch', (real) => async (input, init) => {
    const address = typeof input === 'string' || input instanceof URL ? String(input) : input.url
    const path = asked(address)
    const answer = await real.call(window, swapped.get(path) ?? input, init)
    if (path !== '' && answer.status === 404) tell({ is: 'missing', path, at: '' })
    cameFrom(answer, path)
    return answer
  })
  for (const name of ['blob', 'arrayBuffer'] as const)
    instead(
      Response.prototype,
      name,
      (real) =>
        async function (this: Response) {
          const body = await (real as () => Promise<object>).call(this)
          cameFrom(body, sourceOf(this))
          return body
        } as never,
    )
  instead(
    XMLHttpRequest.prototype,
    'open',
    (real) =>
      function (this: XMLHttpRequest, ...args: unknown[]) {
        const path = asked(String(args[1]))
        cameFrom(this, path)
        this.addEventListener('load', () => {
          if (this.status === 404 && path !== '') tell({ is: 'missing', path, at: '' })
          if (typeof this.response === 'object' && this.response !== null) cameFrom(this.response as object, path)
        })
        return (real as (...all: unknown[]) => void).apply(this, args)
      } as XMLHttpRequest['open'],
  )
  // What stands in no page tells nobody but itself that its file is not there.
  const toldMissing = (element: HTMLElement & { src: string }) =>
    element.addEventListener('error', () => {
      const path = pathOf(element.src)
      if (path !== '' && !path.startsWith('data:')) tell({ is: 'missing', path, at: '' })
    })
  for (const name of ['Image', 'Audio'] as const) {
    const Real = window[name] as unknown as new (...args: unknown[]) => HTMLElement & { src: string }
    window[name] = new Proxy(Real, {
      construct(real, args, as) {
        const made = Reflect.construct(real, args, as) as HTMLElement & { src: string }
        toldMissing(made)
        return made
      },
    }) as never
  }
  const urls = new Map<string, string>()
  instead(URL, 'createObjectURL', (real) => (thing) => {
    const made = real.call(URL, thing)
    if (sourceOf(thing) !== '') urls.set(made, sourceOf(thing))
    return made
  })
  objectUrl = (address) => urls.get(address) ?? ''
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) asked(entry.name)
  }).observe({ type: 'resource', buffered: true })
}
let objectUrl: (address: string) => string = () => ''

/** The file an address leads to, also by way of an object URL. */
export const fileAt = (address: string): string => (address.startsWith('blob:') ? objectUrl(address) : pathOf(address))
