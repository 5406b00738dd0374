import type { BesideAsk, BesideCall } from '../../core/folder/beside-protocol'
import { followExtent } from './extent'
import { allowOwnFiles, allowUse } from './own-files'
import { pickAt } from './pick'
import { fileOfImage, followPictures, followSwap, frameBegins, pictureNow, swapPicture } from './pictures'
import { clip, pathOf, tell } from './report'
import { followSounds } from './sounds'
import { followSources } from './sources'
import { closeWaysOut, lendStorage } from './storage'
import { makeTime } from './time'

/**
 * Stands in front of everything in a game that came as a folder: it tells the page around the frame what the game asks
 * for, shows, plays and says, lends it what its sandbox has none of, and lets its time stand still. It changes nothing a
 * game could see in its own files.
 */
lendStorage()
closeWaysOut()
allowOwnFiles()
followExtent()
const time = makeTime(frameBegins)
followSources()
followPictures()
const sounds = followSounds()

const at = (file: string, line: number): string => {
  const path = pathOf(file)
  return path === '' ? '' : `${path}, line ${line}`
}
addEventListener(
  'error',
  (event) => {
    const { target } = event
    if (target instanceof HTMLElement) {
      const address = target.getAttribute('src') ?? target.getAttribute('href') ?? ''
      const path = pathOf(address)
      if (path !== '' && !path.startsWith('data:')) tell({ is: 'missing', path, at: '' })
    } else if (event.message !== '')
      tell({ is: 'fault', text: clip(event.message), at: at(event.filename, event.lineno) })
  },
  true,
)
addEventListener('unhandledrejection', ({ reason }) => {
  const said = reason instanceof Error ? reason.message : String(reason)
  tell({ is: 'fault', text: clip(said), at: '' })
})
window.addEventListener('securitypolicyviolation', ({ blockedURI, sourceFile, lineNumber }) => {
  const place = at(sourceFile, lineNumber)
  // What goes through us is asked for by a line of ours, which stands in the page.
  tell({ is: 'refused', address: clip(blockedURI, 200), at: /\.html?, line/.test(place) ? '' : place })
})

const listens = (type: string) => {
  if (/^key/.test(type)) tell({ is: 'listens', to: 'keyboard' })
  else if (/^(touch|pointer|mouse|click)/.test(type)) tell({ is: 'listens', to: 'touch' })
  else if (/^gamepad/.test(type)) tell({ is: 'listens', to: 'gamepad' })
}
const listen = EventTarget.prototype.addEventListener
EventTarget.prototype.addEventListener = function (this: EventTarget, type, ...rest) {
  listens(type)
  return listen.call(this, type, ...rest)
}
for (const type of ['keydown', 'pointerdown'])
  listen.call(window, type, (event) => event.isTrusted && tell({ is: 'pressed' }), true)

/** Words and pictures of the page, as they come. */
function look(root: Node): void {
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT)
  for (let node: Node | null = root; node !== null; node = walker.nextNode()) {
    if (node instanceof HTMLImageElement || node instanceof HTMLMediaElement) {
      allowUse(node)
      if (node instanceof HTMLImageElement) followSwap(node)
      const one = node
      const seen = () => {
        const path = one instanceof HTMLImageElement ? fileOfImage(one) : ''
        if (path !== '') tell({ is: 'drawn', path })
      }
      listen.call(node, 'load', seen)
      if (node instanceof HTMLImageElement && node.complete) seen()
    } else if (node.nodeType === Node.TEXT_NODE) {
      const text = node.nodeValue!.trim()
      const tag = node.parentElement?.tagName ?? ''
      if (text !== '' && !/^(SCRIPT|STYLE|NOSCRIPT)$/.test(tag)) tell({ is: 'said', text: clip(text) })
    }
    if (node instanceof HTMLElement) {
      for (const { name, value } of node.attributes)
        if (/^(alt|title|placeholder)$/.test(name) && value.trim() !== '')
          tell({ is: 'said', text: clip(value.trim()) })
      for (const [, , address] of getComputedStyle(node).backgroundImage.matchAll(/url\((["']?)(.*?)\1\)/g)) {
        const path = pathOf(address!)
        if (path !== '') tell({ is: 'drawn', path })
      }
    }
  }
}
new MutationObserver((changes) => {
  for (const { type, target, addedNodes } of changes)
    if (type === 'characterData') look(target)
    else for (const node of addedNodes) look(node)
}).observe(document, { childList: true, subtree: true, characterData: true })
listen.call(window, 'load', () => look(document.documentElement))

let resume: () => void = () => undefined
function does(ask: BesideAsk): void {
  switch (ask.do) {
    case 'pick':
      return tell({ is: 'picked', id: ask.id, ...pickAt(ask.x, ask.y) }, 'now')
    case 'freeze':
      if (!time.frozen()) resume = sounds.pause()
      return time.freeze()
    case 'go':
      resume()
      resume = () => undefined
      return time.go()
    case 'step':
      return time.step()
    case 'slow':
      return time.slow(ask.on)
    case 'mute':
      return sounds.mute(ask.on)
    case 'swap': {
      const url = URL.createObjectURL(new Blob([ask.bytes], { type: ask.mime }))
      return tell({ is: 'swapped', path: ask.path, live: swapPicture(ask.path, url) }, 'now')
    }
    case 'picture':
      return tell({ is: 'picture', id: ask.id, url: pictureNow() }, 'now')
  }
}
listen.call(window, 'message', ((event: MessageEvent<Partial<BesideCall> | null>) => {
  if (event.source !== parent || event.data?.type !== 'pack-post:bench' || event.data.ask === undefined) return
  // The game does not hear what is said to us.
  event.stopImmediatePropagation()
  does(event.data.ask)
}) as EventListener)
tell({ is: 'ready' }, 'now')
