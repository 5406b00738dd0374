import { parse, type Node, type Program } from 'acorn'
import { ancestor } from 'acorn-walk'
import * as css from 'css-tree'
import { parseTree, type Node as JsonNode } from 'jsonc-parser'
import { parse as parseHtml, type DefaultTreeAdapterTypes } from 'parse5'
import type { Writing } from '../template/folder'
import { readable } from './names'

/** Some characters of a text file that can be something else. */
export interface Found {
  sort: 'words' | 'number' | 'colour' | 'data'
  from: number
  to: number
  as: Writing
  line: number
  /** What it is called where it stands; empty where it has no name. */
  name: string
  /** As a value: words and colours (#rrggbb) as text, numbers as such; a data: address whole. */
  value: string | number
}

export interface TextFound {
  found: Found[]
  /** Names were taken out of this code. */
  minified: boolean
  /** What it asks for that a game in a sandbox does not get. */
  asks: { what: 'service-worker' | 'frame' | 'redirect' | 'root'; line: number }[]
}

const LINE = 250
/** Code of lines nobody writes by hand; files written into it as text do not count. */
function isMinified(text: string): boolean {
  const code = text.replace(/data:[\w/+.-]+;base64,[\w+/=]+/g, '')
  return code.length > 600 && code.length / code.split('\n').length > LINE
}
/** Names this short are counters and places, not what a game is set by. */
const SHORTEST_NAME = 3

function lineCounter(text: string): (at: number) => number {
  const starts = [0]
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) starts.push(at + 1)
  return (at) => {
    let low = 0
    let high = starts.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (starts[middle]! <= at) low = middle
      else high = middle - 1
    }
    return low + 1
  }
}

/** #rgb, #rrggbb as #rrggbb; undefined for anything else. */
export function plainColour(text: string): string | undefined {
  const read = /^#([0-9a-f]{3}|[0-9a-f]{6})$/i.exec(text.trim())?.[1]?.toLowerCase()
  if (read === undefined) return undefined
  return `#${read.length === 3 ? [...read].map((digit) => digit + digit).join('') : read}`
}

const DATA = /^data:(image|audio|font|application\/(?:x-)?font)[^,]*;base64,/i
/** Words somebody reads, as far as that can be told: not an address, a selector, or a name that code uses. */
export function readsAsWords(text: string): boolean {
  const plain = text.trim()
  if (plain.length < 2 || plain.length > 500 || !/\p{L}{2}/u.test(plain)) return false
  if (/^(data:|https?:|blob:|[.#/][\w-]|use strict)/i.test(plain)) return false
  if (
    /\.(png|jpe?g|gif|webp|svg|mp3|ogg|wav|m4a|flac|js|mjs|css|json|html?|woff2?|ttf|otf|glsl|frag|vert)$/i.test(plain)
  )
    return false
  if (/[{};=<>\\]|\b(px|rgba?|translate|void main|gl_)\b/.test(plain)) return false
  if (/\s/.test(plain))
    return !/^(\d|bold|italic|normal|\d*px)/i.test(plain) && !/^[a-z-]+(\s[a-z-]+)*$/.test(plain)
      ? true
      : /[.!?:,…]|^[A-Z]/.test(plain)
  return /^\p{Lu}/u.test(plain) && !/[_$\d]/.test(plain) && !/\p{Ll}\p{Lu}/u.test(plain) && plain.length > 2
}

/** Everything in a script that can be something else. `offset` is where it begins in its file. */
function inScript(code: string, offset: number, lineOf: (at: number) => number, out: TextFound): void {
  let tree: Program | null = null
  for (const sourceType of ['module', 'script'] as const) {
    try {
      tree = parse(code, { ecmaVersion: 'latest', sourceType, allowReturnOutsideFunction: true, allowHashBang: true })
      break
    } catch {
      // The other way, or not at all: what cannot be parsed is left as it is.
    }
  }
  if (tree === null) return
  const minified = isMinified(code)
  out.minified ||= minified
  const put = (sort: Found['sort'], node: Node, trim: number, as: Writing, name: string, value: string | number) =>
    out.found.push({
      ...{ sort, from: offset + node.start + trim, to: offset + node.end - trim, as, name: readable(name), value },
      line: lineOf(offset + node.start),
    })
  type Any = Node & Record<string, unknown>
  const visit = (node: Node, _state: unknown, parents: Node[]) => {
    const literal = node as Any & { value: unknown }
    const parent = parents.at(-2) as (Any & { key?: Any; id?: Any; computed?: boolean }) | undefined
    if (typeof literal.value === 'number') {
      const negative = parent?.type === 'UnaryExpression' && parent['operator'] === '-'
      const holder = (negative ? parents.at(-3) : parent) as typeof parent
      const name = nameOf(holder, negative ? (parent as Node) : node)
      if (name.length < SHORTEST_NAME || isCounter(holder, parents, literal.value)) return
      put('number', negative ? (parent as Node) : node, 0, 'script', name, negative ? -literal.value : literal.value)
    } else if (typeof literal.value === 'string') {
      const { value } = literal
      if (parent !== undefined && isCode(parent, node, code)) return
      const name = nameOf(parent, node)
      const colour = plainColour(value)
      if (DATA.test(value)) put('data', node, 1, 'data', name, value)
      else if (colour !== undefined) put('colour', node, 1, 'script', name, colour)
      else if (parent?.type !== 'Property' || parent.key !== node) {
        if (readsAsWords(value)) put('words', node, 1, 'script', name, value)
      }
    }
  }
  ancestor(tree, {
    Literal: visit,
    TemplateElement(node, _state, parents) {
      const { cooked } = (node as unknown as { value: { cooked?: string } }).value
      const tagged = parents.at(-3)?.type === 'TaggedTemplateExpression'
      if (typeof cooked === 'string' && !tagged && readsAsWords(cooked)) put('words', node, 0, 'template', '', cooked)
    },
    CallExpression(node) {
      const { callee: called } = node as unknown as { callee: Node }
      const callee = code.slice(called.start, called.end)
      if (/serviceWorker\s*\.\s*register$/.test(callee))
        out.asks.push({ what: 'service-worker', line: lineOf(offset + node.start) })
    },
  })
}

type Holder = Node & Record<string, unknown>

/** What only counts while the game runs: it begins at none, or lives inside a function or a loop. */
function isCounter(holder: Holder | undefined, parents: readonly Node[], value: number): boolean {
  if (holder?.type !== 'VariableDeclarator') return holder?.type === 'AssignmentExpression' && value === 0
  const at = parents.lastIndexOf(holder)
  const declaration = parents[at - 1] as Holder | undefined
  if (declaration?.['kind'] === 'const') return false
  return value === 0 || parents.slice(0, at).some(({ type }) => /Function|For/.test(type))
}

/** Words for the machine: names of modules, of keys and of events, and what is compared or looked up. */
function isCode(parent: Holder, node: Node, code: string): boolean {
  switch (parent.type) {
    case 'ImportDeclaration':
    case 'ExportNamedDeclaration':
    case 'ExportAllDeclaration':
    case 'ImportExpression':
    case 'BinaryExpression':
      return parent.type !== 'BinaryExpression' || parent['operator'] !== '+'
    case 'SwitchCase':
      return parent['test'] === node
    case 'MemberExpression':
      return parent['property'] === node
    case 'CallExpression': {
      const callee = parent['callee'] as Node
      return /(has|get|set|delete|includes|indexOf|EventListener|getElementById|querySelector(All)?|createElement|getContext|Item|join|split|log|warn|error|require)$/.test(
        code.slice(callee.start, callee.end),
      )
    }
    default:
      return false
  }
}

/** What a value is called by what holds it: a constant, a property, a field of a class. */
function nameOf(holder: (Node & Record<string, unknown>) | undefined, value: Node): string {
  const named = (one: unknown): string => {
    const node = one as { type?: string; name?: string; value?: unknown } | null | undefined
    return node?.type === 'Identifier' || node?.type === 'PrivateIdentifier'
      ? (node.name ?? '')
      : String(node?.value ?? '')
  }
  switch (holder?.type) {
    case 'VariableDeclarator':
      return holder['init'] === value ? named(holder['id']) : ''
    case 'Property':
    case 'PropertyDefinition':
      return holder['value'] === value && holder['computed'] !== true ? named(holder['key']) : ''
    case 'AssignmentExpression': {
      const left = holder['left'] as { type: string; property?: unknown; computed?: boolean }
      return holder['operator'] === '=' && left.type === 'MemberExpression' && left.computed !== true
        ? named(left.property)
        : ''
    }
    default:
      return ''
  }
}

function inCss(text: string, offset: number, lineOf: (at: number) => number, out: TextFound): void {
  let tree: css.CssNode
  try {
    tree = css.parse(text, { positions: true, parseCustomProperty: true, onParseError: () => undefined })
  } catch {
    return
  }
  const at = (node: css.CssNode) => ({ from: offset + node.loc!.start.offset, to: offset + node.loc!.end.offset })
  css.walk(tree, function (node) {
    const holder = this.declaration
    const selector = this.rule === null ? '' : css.generate(this.rule.prelude)
    const name = readable(holder === null ? '' : `${selector.length < 24 ? selector : ''} ${holder.property}`)
    if (node.type === 'Hash' && holder !== null) {
      const colour = plainColour(`#${node.value}`)
      if (colour === undefined) return
      const span = at(node)
      out.found.push({ sort: 'colour', ...span, as: 'css', line: lineOf(span.from), name, value: colour })
    } else if (node.type === 'Url' && DATA.test(node.value)) {
      const from = text.indexOf('data:', node.loc!.start.offset)
      const to = from + node.value.length
      if (from < 0 || text.slice(from, to) !== node.value) return
      out.found.push({
        ...{ sort: 'data', from: offset + from, to: offset + to, as: 'data', line: lineOf(offset + from) },
        ...{ name, value: node.value },
      })
    }
  })
}

function inJson(text: string, lineOf: (at: number) => number, out: TextFound): void {
  const tree = parseTree(text, [], { allowTrailingComma: true })
  if (tree === undefined) return
  const visit = (node: JsonNode, name: string): void => {
    const span = { from: node.offset, to: node.offset + node.length, line: lineOf(node.offset) }
    if (node.type === 'number') out.found.push({ sort: 'number', ...span, as: 'json', name, value: Number(node.value) })
    else if (node.type === 'string') {
      const value = String(node.value)
      const inside = { from: span.from + 1, to: span.to - 1, line: span.line }
      const colour = plainColour(value)
      if (DATA.test(value)) out.found.push({ sort: 'data', ...inside, as: 'data', name, value })
      else if (colour !== undefined) out.found.push({ sort: 'colour', ...inside, as: 'css', name, value: colour })
      else if (readsAsWords(value)) out.found.push({ sort: 'words', ...inside, as: 'json', name, value })
    } else if (node.type === 'object') {
      for (const { children: pair } of node.children ?? [])
        if (pair?.[1] !== undefined) visit(pair[1], readable(String(pair[0]!.value)))
      // A list of numbers is a map or a path, not something to turn.
    } else if (node.type === 'array')
      for (const child of node.children ?? []) if (child.type !== 'number') visit(child, name)
  }
  visit(tree, '')
}

/** Elements that load what their `src` or `href` names. */
const LOADING = new Set(['script', 'img', 'audio', 'video', 'source', 'link'])
const SAID = new Set(['alt', 'title', 'placeholder', 'aria-label', 'label'])

function inHtml(text: string, lineOf: (at: number) => number, out: TextFound): void {
  const document = parseHtml(text, { sourceCodeLocationInfo: true })
  type El = DefaultTreeAdapterTypes.Element
  const visit = (node: DefaultTreeAdapterTypes.Node, holder: string): void => {
    const where = (node as El).sourceCodeLocation
    if (node.nodeName === '#text') {
      const { value } = node as DefaultTreeAdapterTypes.TextNode
      if (where === null || where === undefined || !/\p{L}{2}/u.test(value)) return
      if (holder === 'script' || holder === 'style') {
        const source = text.slice(where.startOffset, where.endOffset)
        return holder === 'script'
          ? inScript(source, where.startOffset, lineOf, out)
          : inCss(source, where.startOffset, lineOf, out)
      }
      const raw = text.slice(where.startOffset, where.endOffset)
      const from = where.startOffset + (raw.length - raw.trimStart().length)
      const to = where.endOffset - (raw.length - raw.trimEnd().length)
      out.found.push({
        sort: 'words',
        from,
        to,
        as: 'html',
        line: lineOf(from),
        name: holder === 'title' ? 'title' : '',
        value: value.trim(),
      })
      return
    }
    const element = node as El
    const tag = element.tagName ?? ''
    const attribute = (name: string) => element.attrs?.find((one) => one.name === name)?.value
    if (tag === 'iframe' || tag === 'frame' || tag === 'object' || tag === 'embed')
      out.asks.push({ what: 'frame', line: lineOf(where?.startOffset ?? 0) })
    if (tag === 'meta' && attribute('http-equiv')?.toLowerCase() === 'refresh')
      out.asks.push({ what: 'redirect', line: lineOf(where?.startOffset ?? 0) })
    if (LOADING.has(tag) && /^\/(?!\/)/.test(attribute('src') ?? attribute('href') ?? ''))
      out.asks.push({ what: 'root', line: lineOf(where?.startOffset ?? 0) })
    for (const { name, value } of element.attrs ?? []) {
      const spot = where?.attrs?.[name]
      if (spot === undefined) continue
      const raw = text.slice(spot.startOffset, spot.endOffset)
      const quoted = /=\s*(["'])/.exec(raw)
      if (quoted === null) continue
      const from = spot.startOffset + quoted.index + quoted[0].length
      const to = spot.endOffset - 1
      const button = name === 'value' && tag === 'input' && /^(button|submit)$/.test(attribute('type') ?? '')
      const line = lineOf(from)
      if (DATA.test(value) && text.slice(from, to) === value)
        out.found.push({ sort: 'data', from, to, as: 'data', line, name: attribute('id') ?? '', value })
      else if ((SAID.has(name) || button) && /\p{L}{2}/u.test(value))
        out.found.push({ sort: 'words', from, to, as: 'attribute', line, name: '', value })
      else if (name === 'style') inCss(`x{${text.slice(from, to)}}`, from - 2, lineOf, out)
    }
    const typed = attribute('type') ?? ''
    const holds = tag === 'script' && typed !== '' && !/^(module|text\/javascript)$/.test(typed) ? 'data' : tag
    if (holds === 'data') return
    for (const child of element.childNodes ?? []) visit(child, holds)
  }
  visit(document, '')
}

/** What can be something else in a text file, in the order it stands there. Nothing of the file is run. */
export function findInText(text: string, ending: string): TextFound {
  const out: TextFound = { found: [], minified: false, asks: [] }
  const lineOf = lineCounter(text)
  if (ending === 'html' || ending === 'htm') inHtml(text, lineOf, out)
  else if (ending === 'js' || ending === 'mjs') inScript(text, 0, lineOf, out)
  else if (ending === 'css') inCss(text, 0, lineOf, out)
  else if (ending === 'json') inJson(text, lineOf, out)
  out.found.sort((a, b) => a.from - b.from)
  return out
}
