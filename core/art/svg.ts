import { userError } from '../errors'

/** What an SVG may hold: each is far over what people draw, and what a browser draws without a halt. */
export const SVG_LIMITS = { bytes: 6_000_000, elements: 40_000, drawn: 60_000, filters: 300 } as const

/** Internal entities of a document type: names that stand for short texts, as some drawing programs write them. */
const ENTITY = /<!ENTITY\s+([A-Za-z_][\w.-]*)\s+(?:"([^"&<%]{0,400})"|'([^'&<%]{0,400})')\s*>/g
const MOST_ENTITIES = 64

/** Where a document type ends: behind its `>`, past an internal subset in brackets and texts in quotes. */
function doctypeEnd(text: string, from: number): number {
  let quote = ''
  let inside = false
  for (let at = from; at < text.length; at++) {
    const letter = text[at]!
    if (quote !== '') {
      if (letter === quote) quote = ''
    } else if (letter === '"' || letter === "'") quote = letter
    else if (letter === '[') inside = true
    else if (letter === ']') inside = false
    else if (letter === '>' && !inside) return at + 1
  }
  return text.length
}

/** A file's text by its byte order mark (XML 1.0, appendix F); UTF-8 without one. */
export function textOfXml(bytes: Uint8Array): string {
  const little = bytes[0] === 0xff && bytes[1] === 0xfe
  const big = bytes[0] === 0xfe && bytes[1] === 0xff
  return new TextDecoder(little ? 'utf-16le' : big ? 'utf-16be' : 'utf-8').decode(bytes)
}

/**
 * The text of an SVG that a parser may have: without instructions and document type, with its own entities written out.
 * Entities in entities, and files from elsewhere, are not followed. Throws a UserError where there is too much of it.
 */
export function plainSvg(name: string, bytes: Uint8Array): string {
  if (bytes.length > SVG_LIMITS.bytes)
    throw userError(
      'svg-large',
      `“${name}” is an SVG of ${Math.round(bytes.length / 1e6)} MB; ${SVG_LIMITS.bytes / 1e6} MB is the most. Save it as PNG and drop that.`,
    )
  let text = textOfXml(bytes)
  const start = text.indexOf('<!DOCTYPE')
  const root = text.search(/<svg[\s>/]/i)
  if (start >= 0 && (root < 0 || start < root)) {
    const end = doctypeEnd(text, start)
    const entities = new Map<string, string>()
    for (const [, entity, double, single] of text.slice(start, end).matchAll(ENTITY))
      if (entities.size < MOST_ENTITIES) entities.set(entity!, double ?? single ?? '')
    text = text.slice(end)
    if (entities.size > 0) {
      let grown = 0
      text = text.replace(/&([A-Za-z_][\w.-]*);/g, (whole, entity: string) => {
        const stands = entities.get(entity)
        if (stands === undefined) return whole
        grown += stands.length
        if (grown > SVG_LIMITS.bytes) throw tooMuch(name)
        return stands
      })
    }
  }
  let elements = 0
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at + 1)) elements++
  // Each has a tag that opens it and mostly one that closes it.
  if (elements > SVG_LIMITS.elements * 2) throw tooMuch(name)
  return text
}

const tooMuch = (name: string) =>
  userError('svg-large', `“${name}” is an SVG that draws more things than this can show. Save it as PNG and drop that.`)

/** As much of an element as is looked at here: what a browser's and any other DOM have. */
export interface SvgElement {
  localName: string
  getAttribute(name: string): string | null
  readonly attributes: ArrayLike<{ name: string; value: string }>
  readonly children: ArrayLike<SvgElement>
}

/** Ids that an attribute's value points to. */
function* references(element: SvgElement): Generator<string> {
  for (const { name, value } of Array.from(element.attributes)) {
    if (/(^|:)href$/i.test(name)) {
      if (value.trim().startsWith('#')) yield value.trim().slice(1)
      continue
    }
    for (const [, id] of value.matchAll(/url\(\s*['"]?#([^'")\s]+)/g)) yield id!
  }
}

/** Points of a path or line: a marker is drawn at each of them. */
const points = (element: SvgElement): number => {
  const drawn = element.getAttribute('d') ?? element.getAttribute('points') ?? ''
  return Math.max(2, Math.ceil((drawn.match(/-?[\d.]+/g)?.length ?? 0) / 2))
}

/**
 * Throws a UserError when drawing would take more things than allowed: everything that is pointed to (used again, a
 * pattern, a marker, a mask) counts each time, and so do filters. Circles count once; browsers do not follow them.
 */
export function checkDrawn(name: string, root: SvgElement): void {
  const byId = new Map<string, SvgElement>()
  const index: SvgElement[] = [root]
  for (let i = 0; i < index.length; i++) {
    const element = index[i]!
    const id = element.getAttribute('id')
    if (id !== null && !byId.has(id)) byId.set(id, element)
    for (const child of Array.from(element.children)) index.push(child)
    if (index.length > SVG_LIMITS.elements) throw tooMuch(name)
  }
  const known = new Map<SvgElement, { drawn: number; filters: number }>()
  const open = new Set<SvgElement>()
  const MOST_DEEP = 200
  const cost = (element: SvgElement, deep: number): { drawn: number; filters: number } => {
    const found = known.get(element)
    if (found !== undefined) return found
    if (open.has(element)) return { drawn: 1, filters: 0 }
    if (deep > MOST_DEEP) throw tooMuch(name)
    open.add(element)
    let drawn = 1
    let filters = element.localName === 'filter' ? Math.max(1, element.children.length) : 0
    const add = (other: SvgElement, times: number) => {
      const more = cost(other, deep + 1)
      drawn += more.drawn * times
      filters += more.filters * times
      if (drawn > SVG_LIMITS.drawn) throw tooMuch(name)
    }
    // What is only defined is drawn where it is pointed to.
    if (element.localName !== 'defs') for (const child of Array.from(element.children)) add(child, 1)
    for (const id of references(element)) {
      const other = byId.get(id)
      if (other !== undefined) add(other, other.localName === 'marker' ? points(element) : 1)
    }
    open.delete(element)
    const made = { drawn, filters }
    known.set(element, made)
    return made
  }
  const { filters } = cost(root, 0)
  if (filters > SVG_LIMITS.filters)
    throw userError(
      'svg-filters',
      `“${name}” is an SVG with ${filters} effects (blurs, shadows); ${SVG_LIMITS.filters} is the most. Save it as PNG and drop that.`,
    )
}

/** What an attribute of a filter may be at most: beyond it one effect alone halts a browser. */
const MOST_IN_FILTER: Record<string, number> = { numOctaves: 8, order: 15, radius: 60, stdDeviation: 250 }

/** True for an attribute whose numbers are over what an effect may have. */
export const isTooFar = (name: string, value: string): boolean => {
  const most = MOST_IN_FILTER[name]
  return most !== undefined && value.split(/[\s,]+/).some((one) => Math.abs(Number(one)) > most)
}

/** True for a style or attribute that points out of the file. */
export const pointsOutside = (value: string): boolean =>
  /@import/i.test(value) ||
  [...value.matchAll(/url\(\s*(['"]?)([^)]*)/gi)].some(
    ([, , target]) => !/^#|^data:image\/(png|jpe?g|webp|gif);/i.test(target!.trim()),
  )
