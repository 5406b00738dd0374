import { instead } from './report'

type Loads = HTMLImageElement | HTMLMediaElement
const loads = (thing: unknown): thing is Loads => thing instanceof HTMLImageElement || thing instanceof HTMLMediaElement

function byTheRules(one: Loads, address: string): void {
  if (one.crossOrigin === null && !/^(data|blob):/.test(address)) one.crossOrigin = 'anonymous'
}

/** Asked for again by the rules of an opaque origin, where the page's own text loads it. */
export function allowUse(one: Loads): void {
  byTheRules(one, one.getAttribute('src') ?? 'data:')
}

/**
 * In an opaque origin a game's own files are those of somebody else: a picture could be shown and not be read, nor drawn
 * by WebGL. So pictures and sounds are asked for by the rules for that (`crossorigin`), which the host answers.
 */
export function allowOwnFiles(): void {
  for (const type of [HTMLImageElement, HTMLMediaElement]) {
    const { get, set } = Object.getOwnPropertyDescriptor(type.prototype, 'src')!
    Object.defineProperty(type.prototype, 'src', {
      configurable: true,
      enumerable: true,
      get,
      set(this: Loads, address: string) {
        byTheRules(this, String(address))
        set!.call(this, address)
      },
    })
  }
  instead(
    Element.prototype,
    'setAttribute',
    (real) =>
      function (this: Element, name, value) {
        if (loads(this) && String(name).toLowerCase() === 'src') byTheRules(this, String(value))
        real.call(this, name, value)
      },
  )
}

/** The same for what comes as text of a page, or later as text of a part of it. */
export function allowInPage(): void {
  new MutationObserver((changes) => {
    for (const { addedNodes } of changes)
      for (const node of addedNodes) {
        if (loads(node)) allowUse(node)
        else if (node instanceof Element)
          for (const one of node.querySelectorAll('img,audio,video')) allowUse(one as Loads)
      }
  }).observe(document, { childList: true, subtree: true })
}
