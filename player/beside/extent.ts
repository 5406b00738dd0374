import { tell } from './report'

/** px left around what a page shows, at the most. */
const AROUND = 16
/** Things of a page that are looked at, at the most. */
const MOST = 4000
/** ms after which a page that has just changed is measured. */
const REST_MS = 120
/** And after its start, for what puts its board there a little later. */
const LATER_MS = 1000

const timeout = window.setTimeout.bind(window)
const SHOWN = /^(CANVAS|IMG|VIDEO|SVG|INPUT|BUTTON|SELECT|TEXTAREA|OBJECT|EMBED|METER|PROGRESS)$/i

/** What is seen of an element itself, whatever is in it. */
function isPainted(one: Element): boolean {
  if (SHOWN.test(one.tagName)) return true
  const { backgroundColor, backgroundImage, borderTopWidth, borderTopStyle } = getComputedStyle(one)
  const clear = backgroundColor === 'transparent' || /, 0\)$/.test(backgroundColor)
  return !clear || backgroundImage !== 'none' || (borderTopStyle !== 'none' && parseFloat(borderTopWidth) > 0)
}

/**
 * px that a page needs for what it shows: text, pictures, and what has a ground or a border of its own, with as much
 * around them as there is at the near sides (16 at most). Null while nothing is shown.
 */
export function extentOf(body: HTMLElement): { w: number; h: number } | null {
  let [left, top, right, bottom] = [Infinity, Infinity, 0, 0]
  const take = (box: DOMRect): void => {
    if (box.width === 0 || box.height === 0 || box.right + scrollX <= 0 || box.bottom + scrollY <= 0) return
    left = Math.min(left, box.left + scrollX)
    top = Math.min(top, box.top + scrollY)
    right = Math.max(right, box.right + scrollX)
    bottom = Math.max(bottom, box.bottom + scrollY)
  }
  const walker = document.createTreeWalker(body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT)
  const range = document.createRange()
  for (let i = 0, node = walker.nextNode(); node !== null && i < MOST; i++, node = walker.nextNode()) {
    if (node instanceof Element) {
      if (node.checkVisibility({ visibilityProperty: true }) && isPainted(node)) take(node.getBoundingClientRect())
    } else if (node.nodeValue!.trim() !== '' && node.parentElement?.checkVisibility({ visibilityProperty: true })) {
      range.selectNodeContents(node)
      take(range.getBoundingClientRect())
    }
  }
  if (right === 0 || bottom === 0) return null
  const beside = Math.min(Math.max(left, 0), AROUND)
  const above = Math.min(Math.max(top, 0), AROUND)
  return { w: Math.ceil(right - left + 2 * beside), h: Math.ceil(bottom - top + 2 * above) }
}

/** Canvases that are followed, at the most. */
const MOST_CANVASES = 50

/** Tells how much room the page needs, when it is there and when that changes: a small game does not stand in a corner. */
export function followExtent(): void {
  let timer = 0
  const followed = new Set<Element>()
  const measure = (): void => {
    timer = 0
    // A canvas that lies apart from the flow makes no body larger, and gets its size when the game comes to it.
    for (const canvas of document.querySelectorAll('canvas')) {
      if (followed.has(canvas) || followed.size >= MOST_CANVASES) continue
      followed.add(canvas)
      changes.observe(canvas)
    }
    const extent = document.body === null ? null : extentOf(document.body)
    if (extent !== null) tell({ is: 'extent', ...extent, within: { w: innerWidth, h: innerHeight } }, 'soon')
  }
  const soon = (): void => {
    if (timer === 0) timer = timeout(measure, REST_MS)
  }
  const changes = new ResizeObserver(soon)
  addEventListener('load', () => {
    soon()
    timeout(soon, LATER_MS)
    changes.observe(document.documentElement)
    changes.observe(document.body)
    new MutationObserver((all) => {
      if (all.some(({ addedNodes }) => [...addedNodes].some((one) => one instanceof HTMLCanvasElement))) soon()
    }).observe(document.body, { childList: true, subtree: true })
  })
  addEventListener('resize', soon)
  // What is begun with a press may be larger than what it was begun on.
  addEventListener('pointerup', soon, true)
  addEventListener('keyup', soon, true)
}
