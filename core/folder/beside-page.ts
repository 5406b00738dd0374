import { parse, type DefaultTreeAdapterTypes } from 'parse5'
import { endingOf } from './names'

const decoder = new TextDecoder('utf-8', { ignoreBOM: true })
const encoder = new TextEncoder()

type Node = DefaultTreeAdapterTypes.Node
type Element = DefaultTreeAdapterTypes.Element

/** What a page loads by its own text, and by which attribute. */
const LOADS: Record<string, string> = { script: 'src', img: 'src', audio: 'src', video: 'src', link: 'href' }

/** Where `crossorigin` goes: behind the names of elements that load something and do not say how. */
function loaders(page: string): number[] {
  const found: number[] = []
  const visit = (node: Node): void => {
    const { tagName = '', attrs = [], sourceCodeLocation: at, childNodes = [] } = node as Element
    const address = attrs.find(({ name }) => name === LOADS[tagName])?.value
    const says = attrs.some(({ name }) => name === 'crossorigin')
    if (at && address !== undefined && !says && !/^(data|blob):/i.test(address))
      found.push(at.startOffset + tagName.length + 1)
    for (const child of childNodes) visit(child)
  }
  visit(parse(page, { sourceCodeLocationInfo: true }))
  return found
}

/** What may stand before everything else in a page: what says what sort of page it is. */
const HEAD =
  /^\ufeff?\s*(?:<!--[\s\S]*?-->\s*)*(?:<!doctype[^>]*>)?\s*(?:<!--[\s\S]*?-->\s*)*(?:<html[^>]*>)?\s*(?:<head[^>]*>)?/i

/**
 * A page with a script before everything else in it, right behind what says what sort of page it is. What it loads is
 * asked for by the rules of an opaque origin, so that faults are told with their line and pictures may be read. Other
 * files as they are.
 */
export function withBeside(path: string, bytes: Uint8Array, script: string): Uint8Array {
  if (!/^html?$/.test(endingOf(path))) return bytes
  const page = decoder.decode(bytes)
  const head = HEAD.exec(page)![0]
  const out = [head, `<script>${script}</script>`]
  let at = head.length
  for (const place of loaders(page).sort((a, b) => a - b)) {
    if (place < at) continue
    out.push(page.slice(at, place), ' crossorigin')
    at = place
  }
  return encoder.encode(out.join('') + page.slice(at))
}
