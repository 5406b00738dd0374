import { userError } from '../errors'
import { BESIDE } from '../parcel/manifest'
import { PACK_LIMITS, isPortableName, type UnzipLimits } from '../parcel/unzip'
import { LONGEST_PATH, MOST_FOLDER_FILES } from '../template/folder'
import { saysTerms } from './terms'

/** What a game that comes as a folder may be, looked at before anything of it is unpacked. */
export const FOLDER_LIMITS: UnzipLimits = {
  ...PACK_LIMITS,
  entries: MOST_FOLDER_FILES + 1000,
  totalBytes: 120_000_000,
  names: 'inside',
}

/** A game's files by their path, from the folder its page lies in. */
export interface OpenedFolder {
  page: string
  files: ReadonlyMap<string, Uint8Array>
  /** What was left out or will not run, in sentences. */
  told: string[]
}

/** What systems and editors leave behind, and what only its maker's tools need, and what was put beside a game by us. */
const LITTER = /(^|\/)(__MACOSX|\.[^/]+|Thumbs\.db|desktop\.ini)(\/|$)/i
const PAGE = /\.html?$/i
/** What only runs where somebody keeps a server for it. */
const SERVED = /\.(php\d?|jsp|aspx?|cgi|rb|go)$/i

const depth = (path: string): number => path.split('/').length

/** The pages it could start with, the likeliest first: those called index, the least deep ones. */
function startPages(names: readonly string[]): string[] {
  const pages = names.filter((name) => PAGE.test(name))
  const index = pages.filter((name) => /(^|\/)index\.html?$/i.test(name))
  const from = index.length > 0 ? index : pages
  const least = Math.min(...from.map(depth))
  return from.filter((name) => depth(name) === least)
}

const TEXTS = /\.(html?|m?js|css|json)$/i
/** What is looked through for files that lie above the page, at the most. */
const LOOKED_BYTES = 6_000_000
const UPWARDS = /["'`(=]\s*((?:\.\.\/)+[^"'`)\s?#>]+)/g

export const folderOf = (path: string): string => path.slice(0, path.lastIndexOf('/') + 1)
const shared = (a: string, b: string): string => {
  const [mine, other] = [a.split('/'), b.split('/')]
  const count = mine.findIndex((step, i) => step !== other[i])
  return count < 0
    ? a
    : mine
        .slice(0, count)
        .map((step) => `${step}/`)
        .join('')
}
/** A path as seen from a folder; it may lead above it, and nowhere above the first. */
export function pathFrom(folder: string, path: string): string {
  const out: string[] = []
  for (const step of (folder + path).split('/'))
    if (step === '..') out.pop()
    else if (step !== '.' && step !== '') out.push(step)
  return out.join('/')
}

/** The folder a game needs: its page's own, or one above it where the page, or what lies beside it, asks for what is there. */
function rootOf(page: string, given: ReadonlyMap<string, Uint8Array>): string {
  const own = folderOf(page)
  if (own === '') return own
  let root = own
  let looked = 0
  for (const [path, bytes] of given) {
    if (!path.startsWith(own) || !TEXTS.test(path) || LITTER.test(path) || looked + bytes.length > LOOKED_BYTES)
      continue
    looked += bytes.length
    for (const [, up] of new TextDecoder().decode(bytes).matchAll(UPWARDS))
      // A script asks from where the page is, a style sheet and a module from where they are themselves.
      for (const from of new Set([own, folderOf(path)])) {
        const found = pathFrom(from, up!)
        if (given.has(found)) root = shared(root, folderOf(found))
      }
  }
  return root
}

/** The terms that a game in a folder of a larger work comes under: they go along with it. */
function termsAbove(root: string, names: readonly string[]): string[] {
  for (let folder = root; folder !== '';) {
    folder = folderOf(folder.slice(0, -1))
    const found = names.filter((name) => folderOf(name) === folder && saysTerms(name.slice(folder.length)))
    if (found.length > 0) return found
  }
  return []
}

/**
 * Finds the page of a static web game and takes what lies in its folder. `file` is what people call what they gave.
 * Throws a UserError with one sentence; nothing is kept then.
 */
export function openFolder(given: ReadonlyMap<string, Uint8Array>, file: string): OpenedFolder {
  const names = [...given.keys()].filter((name) => !LITTER.test(name) && !name.endsWith('/'))
  const stop = (code: string, why: string) => userError(code, `“${file}” ${why}`)
  if (names.length > MOST_FOLDER_FILES)
    throw stop(
      'folder-many',
      `holds ${names.length} files; ${MOST_FOLDER_FILES} is the most. Leave out what the game does not load.`,
    )
  const starts = startPages(names)
  if (starts.length === 0) {
    const served =
      names.find((name) => SERVED.test(name)) ?? names.find((name) => /(^|\/)(app|server)\.(py|js)$/.test(name))
    if (served !== undefined)
      throw stop(
        'folder-server',
        `is run by a server (${served}), which a link to a game does not have. Only games that run in the page alone can be opened.`,
      )
    throw stop(
      'folder-no-page',
      'has no index.html, so nothing says where the game begins. Choose the folder with its page.',
    )
  }
  if (starts.length > 1)
    throw stop(
      'folder-two-pages',
      `has ${starts.length} pages it could begin with (${starts.slice(0, 3).join(', ')}). Choose the folder of one game.`,
    )
  const root = rootOf(starts[0]!, given)
  const files = new Map<string, Uint8Array>()
  for (const name of names) {
    if (!name.startsWith(root)) continue
    const path = name.slice(root.length)
    // A parcel of ours that is opened again: what was put beside the game is none of it.
    if (path.startsWith(BESIDE)) continue
    if (!isPortableName(path) || path.length > LONGEST_PATH)
      throw stop(
        'folder-name',
        `holds a file whose name does not work in every address (${path.slice(0, 60)}). Rename it, and where the game loads it.`,
      )
    files.set(path, given.get(name)!)
  }
  const terms = [...files.keys()].some(saysTerms) ? [] : termsAbove(root, names)
  for (const name of terms) files.set(name.slice(folderOf(name).length), given.get(name)!)
  const outside = names.filter((name) => !name.startsWith(root) && !terms.includes(name)).length
  const told =
    outside === 0
      ? []
      : [
          `${outside} ${outside === 1 ? 'file' : 'files'} beside the game’s own folder: left out, the game does not ask there.`,
        ]
  return { page: starts[0]!.slice(root.length), files, told }
}
