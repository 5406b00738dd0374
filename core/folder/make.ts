import { sureCut } from '../art/bring-in'
import { flatBackdrop } from '../art/key-out'
import { coverage, crop, looksLikePixelArt, type Pixels } from '../art/pixels'
import type { SheetDescription } from '../art/sheet-json'
import { sniff } from '../art/sniff'
import { fromBase64 } from '../bytes'
import { spriteFromPicture, type SpriteWish } from '../art/strip'
import { newFacts, sizeFits } from '../art/take-in'
import type { PartContent } from '../kinds'
import type { SpriteContent } from '../kinds/drawing'
import { isPicture, type AssetFacts, type Mime } from '../pack/asset'
import { MOST_COPIES, type FolderPlace } from '../template/folder'
import { PartSpec, type FolderTemplate } from '../template/template'
import { readFont } from '../wording/font'
import { FOLDER_CLIP, plainSprite, spriteOfCells } from './cells'
import { findInText, type Found } from './find-text'
import { baseName, endingOf, partIds, readable } from './names'
import type { OpenedFolder } from './open'
import { sheetsBeside, thingsOn, MOST_THINGS } from './sheets'
import { holderIn, licenceIn, saysTerms } from './terms'

/** What the place it runs in does for this. */
export interface FolderWorkplace {
  /** Upright, straight RGBA; null for what cannot be decoded. */
  pixels(bytes: Uint8Array, mime: Mime): Promise<Pixels | null>
  hash(bytes: Uint8Array): Promise<string>
  /** ISO time. */
  now: string
}

export interface MadeFolder {
  template: FolderTemplate
  /** Every file of it, by hash. */
  bytes: Map<string, Uint8Array>
}

/** Parts of a sort that are found in text; more is a list nobody reads. */
const MOST_OF_A_SORT = 120
/** Larger than this, pictures are not looked through for cells while a game is opened. */
const SEARCHED_PX = 4_000_000
const TEXT_BYTES = 3_000_000

/** A mark at its beginning stays. Throws where the bytes are no UTF-8: such a file is left as it is. */
export const textOf = (bytes: Uint8Array): string =>
  new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes)
const loosely = (bytes: Uint8Array): string => new TextDecoder().decode(bytes)

/** One shape and size of a picture again: `bird@2x.png`, `bird.webp`. */
const copyKey = (path: string, facts: AssetFacts): string =>
  [path.replace(/(@\dx)?\.[^./]*$/i, ''), facts.mime.split('/')[0]].join(' ')

const alike = (a: AssetFacts, b: AssetFacts): boolean =>
  !isPicture(a.mime) || Math.abs(a.width * b.height - b.width * a.height) <= 0.03 * a.width * b.height

const PLAIN = plainSprite()
const WISH: SpriteWish = { clips: [FOLDER_CLIP], optionalClips: [], like: PLAIN }
/** Share of a picture's px that are drawn on, from which on it fills its file. */
const FILLED = 0.985

function drawing(hash: string, pixels: Pixels): PartContent {
  const small = pixels.width * pixels.height <= SEARCHED_PX
  // What fills all of its file, with nothing plain around it, is shown as a whole; what is cut out has cells and feet.
  const full = coverage(pixels) > FILLED
  const cut = small && !(full && flatBackdrop(pixels) === null) ? sureCut(pixels) : { columns: 1, rows: 1 }
  if (full && cut.columns * cut.rows === 1)
    return { kind: 'picture', asset: hash, fit: 'cover', crisp: small && looksLikePixelArt(pixels) }
  const one = { ...cut, clips: Array.from({ length: cut.rows }, () => FOLDER_CLIP) }
  return plainly(spriteFromPicture(hash, pixels, one, WISH))
}
const plainly = (made: SpriteContent): SpriteContent => ({
  ...made,
  ...{ pivot: { ...PLAIN.pivot }, height: PLAIN.height, hitShape: PLAIN.hitShape },
})

/** What lies on a sheet that is described beside it: each thing with its frames. Empty where nothing of it lies inside. */
function drawingsOn(hash: string, pixels: Pixels, sheet: SheetDescription): { name: string; content: PartContent }[] {
  return thingsOn(sheet, pixels).map(({ name, frames }) => {
    const crisp = looksLikePixelArt(crop(pixels, frames[0]!))
    return { name, content: spriteOfCells(hash, frames, crisp) }
  })
}

/** A range for a number of which nothing is known but what it is now: from none to three times that. */
export function guessedRange(value: number): { min: number; max: number; step: number } {
  const size = Math.abs(value)
  if (size === 0) return { min: -10, max: 10, step: 1 }
  const ten = 10 ** Math.floor(Math.log10(size))
  const whole = Number.isInteger(value)
  const step = whole ? Math.max(1, ten / 10) : Number((ten / 10).toPrecision(1))
  const most = Number((Math.ceil((size * 3) / ten) * ten).toPrecision(3))
  return value < 0 ? { min: -most, max: 0, step } : { min: 0, max: Math.max(whole ? 3 : step * 4, most), step }
}

const MOST_DIAL = 100_000

/** What numbers are called that are felt in a game. */
const TUNES =
  /speed|veloc|accel|gravity|friction|jump|force|power|damage|health|lives|life|energy|score|points?$|time|delay|interval|duration|cooldown|rate|chance|radius|range|distance|amount|count|limit|max|min|start|goal|level|difficulty|bonus/i
/** How code that serves many games calls what is not for its user to set. */
const INNER = /^([$_]|[a-z]\d?_)|(flag|bit|type|id|index|version)$/i
/** What keys are called; their codes are no numbers of a game. */
const KEYS = /^(left|right|up|down|space|enter|esc(ape)?|shift|ctrl|alt|tab|backspace|[a-z]|(arrow|key)\w*|\w+arrow)$/i
/**
 * Of each sort as many as a list may have. Where there are more, a file brings a library along: names that say what is
 * felt come first, key codes and the inside of a library last, and of equals those farther on, since bundles have a game's own code at their end.
 */
function mostTelling(found: readonly { one: Found }[]): Set<Found> {
  const worth = ({ sort, name, as }: Found) => {
    if (sort === 'number') return INNER.test(name) || KEYS.test(name) ? 0 : TUNES.test(name) ? 2 : 1
    // What stands in a page is read; what stands in a script may never be.
    return as === 'html' || as === 'attribute' ? 2 : 1
  }
  const chosen = (sort: Found['sort']) => {
    const all = found.map(({ one }, at) => ({ one, at })).filter(({ one }) => one.sort === sort)
    const ranked = [...all].sort((a, b) => worth(b.one) - worth(a.one) || b.at - a.at)
    return (all.length > MOST_OF_A_SORT ? ranked.slice(0, MOST_OF_A_SORT) : all).map(({ one }) => one)
  }
  return new Set((['words', 'number', 'colour', 'data'] as const).flatMap(chosen))
}
const NAMES: Record<Found['sort'], string> = { words: 'Words', number: 'Number', colour: 'Colour', data: 'File inside' }

/**
 * Makes a template of a game's files: every picture, sound and font is a part, and so is what can be told apart in its
 * texts. Nothing of the game is run. The same files make the same template but for the time in their facts.
 */
export async function makeFolderTemplate(opened: OpenedFolder, place: FolderWorkplace): Promise<MadeFolder> {
  const { page, files } = opened
  const told = [...opened.told]
  const id = partIds()
  const parts: PartSpec[] = []
  const places: Record<string, FolderPlace> = {}
  const assets: FolderTemplate['assets'] = {}
  const bytes = new Map<string, Uint8Array>()
  const listed: FolderTemplate['folder']['files'] = {}
  const all = [...files.entries()].sort(([a], [b]) => (a < b ? -1 : 1))
  for (const [path, content] of all) {
    const hash = await place.hash(content)
    bytes.set(hash, content)
    listed[path] = { hash, bytes: content.length }
  }
  const terms = all
    .filter(([path]) => saysTerms(path))
    .map(([path, content]) => ({ path, licence: licenceIn(loosely(content)), holder: holderIn(loosely(content)) }))
  const said = packageOf(files.get('package.json'))
  const licence = terms.find((one) => one.licence !== '')?.licence ?? said.licence
  const author = terms.find((one) => one.holder !== '')?.holder ?? said.author
  const source = { author, licence, link: '' }

  const put = (wish: string, name: string, content: PartContent, at: FolderPlace, more: Partial<PartSpec> = {}) => {
    const part = id(wish)
    // A number or a colour is met nowhere by itself; words are called what they say.
    const felt = content.kind === 'dial' || content.kind === 'colour'
    const spec = PartSpec.safeParse({
      ...{ id: part, name: name || NAMES.words, about: aboutOf(at), moment: 'all', fineAsIs: felt },
      ...{ appearsIn: [{ use: '', name: 'the game' }], content, ...more },
      ...(content.kind === 'wording' ? {} : { guess: true }),
      ...(felt ? {} : { met: false }),
    })
    // Somebody's page may hold what no pack does: a text of a book's length, a number without end.
    if (!spec.success) return
    places[part] = at
    parts.push(spec.data)
  }

  const factsOf = (hash: string, content: Uint8Array, path: string): AssetFacts | null => {
    const kind = sniff(content)
    if (kind === null || content.length === 0 || (isPicture(kind.mime) && !sizeFits(kind))) return null
    return newFacts(path.split('/').at(-1)!, kind.mime, content.length, kind, place.now, source)
  }
  type Drawn = { name: string; content: PartContent }
  /** What a file shows or plays, mostly one thing, without a name of its own; null for what cannot be shown. */
  async function contentsOf(
    hash: string,
    content: Uint8Array,
    facts: AssetFacts,
    sheet?: SheetDescription,
  ): Promise<Drawn[] | null> {
    const whole = (one: PartContent): Drawn[] => [{ name: '', content: one }]
    if (facts.mime.startsWith('audio/')) return whole({ kind: 'sound', asset: hash, gainDb: 0 })
    if (facts.mime === 'image/svg+xml') return whole({ kind: 'picture', asset: hash, fit: 'contain', crisp: false })
    const pixels = await place.pixels(content, facts.mime)
    if (pixels === null) return null
    Object.assign(facts, { width: pixels.width, height: pixels.height })
    const things = sheet === undefined ? [] : drawingsOn(hash, pixels, sheet)
    return things.length > 0 ? things : whole(drawing(hash, pixels))
  }

  const sheets = sheetsBeside(files)
  const copies = new Map<string, { facts: AssetFacts; paths: string[] }>()
  for (const [path, content] of all) {
    const { hash } = listed[path]!
    const font = /\.(ttf|otf|woff2)$/i.test(path) ? fontIn(path, content) : null
    if (font !== null) {
      assets[hash] = { path, facts: newFacts(baseName(path), font.mime, content.length, {}, place.now, source) }
      put(
        baseName(path),
        font.family || readable(baseName(path)),
        { kind: 'typeface', name: font.family.slice(0, 80), asset: hash, glyphs: null },
        { at: 'file', paths: [path] },
      )
      continue
    }
    const facts = factsOf(hash, content, path)
    if (facts === null) continue
    const twin = copies.get(copyKey(path, facts)) ?? copies.get(hash)
    if (twin !== undefined && twin.paths.length < MOST_COPIES && alike(twin.facts, facts)) {
      assets[hash] ??= { path, facts }
      twin.paths.push(path)
      continue
    }
    const made = await contentsOf(hash, content, facts, sheets.of.get(path))
    if (made === null) {
      told.push(`The picture ${path} is damaged, so it is left as it is.`)
      continue
    }
    assets[hash] = { path, facts }
    // All that is on one sheet lies in the same files: copies that are found later are added to this list.
    const paths = [path]
    for (const key of [copyKey(path, facts), hash]) copies.set(key, { facts, paths })
    if (made.length === MOST_THINGS) told.push(`Many things lie on ${path}: the first ${MOST_THINGS} are parts.`)
    for (const { name, content: one } of made)
      put(name || baseName(path), name || readable(baseName(path)), one, { at: 'file', paths }, clipsOf(one))
  }

  const found: { path: string; one: Found }[] = []
  for (const [path, content] of all) {
    const ending = endingOf(path)
    if (!/^(html?|m?js|css|json)$/.test(ending) || content.length > TEXT_BYTES) continue
    if (/(^|\/)(package(-lock)?|manifest|tsconfig)\.json$/.test(path)) continue
    const text = utf8(content)
    if (text === null) continue
    // How a sheet is cut is no number of the game.
    if (sheets.paths.has(path)) continue
    const read = findInText(text, ending)
    if (read.minified)
      told.push(`Names were taken out of ${path}: what is named in it is offered, the rest of its numbers is not.`)
    for (const { what, line } of read.asks) told.push(ASKS[what](`${path}, line ${line}`))
    for (const one of read.found) found.push({ path, one })
  }
  const chosen = mostTelling(found)
  for (const { path, one } of found) {
    if (!chosen.has(one)) continue
    const { sort, from, to, as, line, value } = one
    const at: FolderPlace = { at: 'span', path, from, to, as, line }
    const words = String(value).trim()
    const name = sort === 'words' ? words.slice(0, 40) : readable(one.name) || `${NAMES[sort]}, line ${line}`
    if (sort === 'words')
      put(
        name,
        name,
        { kind: 'wording', text: words, scale: 1 },
        trimmedPlace(at, String(value)),
        one.name === 'title' && path === page ? { as: 'title' } : {},
      )
    else if (sort === 'colour') put(name, name, { kind: 'colour', value: String(value) }, at)
    else if (sort === 'number') {
      if (Math.abs(Number(value)) > MOST_DIAL / 3) continue
      const dial = { ...guessedRange(Number(value)), unit: '', effect: '' }
      put(name, name, { kind: 'dial', value: Number(value) }, at, { dial })
    } else {
      const content = fromBase64(String(value))
      const hash = content === null ? '' : await place.hash(content)
      const facts = content === null ? null : factsOf(hash, content, name)
      const made = facts === null ? null : ((await contentsOf(hash, content!, facts))?.[0]?.content ?? null)
      if (made === null) continue
      bytes.set(hash, content!)
      assets[hash] ??= { path, facts: facts! }
      put(name, name, made, at, clipsOf(made))
    }
  }
  for (const sort of ['words', 'number', 'colour'] as const) {
    const count = found.filter(({ one }) => one.sort === sort).length
    if (count > MOST_OF_A_SORT)
      told.push(`${count} ${PLURALS[sort]} were found; ${MOST_OF_A_SORT} that seem to say most are parts.`)
  }

  const heading = found.find(({ path, one }) => path === page && one.as === 'html')?.one.value
  const title = String(said.name || heading || 'A game')
    .trim()
    .slice(0, 60)
  const sum = await place.hash(new TextEncoder().encode(JSON.stringify(listed)))
  const template: FolderTemplate = {
    ...{ format: 'pack-post-template', version: '1', kind: 'folder', id: `f-${sum.slice(0, 20)}`, name: title },
    ...{ tagline: `A game from a folder of ${files.size} ${files.size === 1 ? 'file' : 'files'}.`, author, licence },
    ...{ category: 'other', players: '1 player', controls: [], inputs: ['keyboard'], stages: ['wide'] },
    colours: { accent: '#12616e', plate: '#232838', ink: '#ffffff' },
    parts,
    assets,
    folder: {
      ...{ page, files: listed, places, told: told.slice(0, 20).map((line) => line.slice(0, 300)) },
      terms: terms.slice(0, 20).map(({ path, licence: of }) => ({ path, licence: of })),
    },
  }
  return { template, bytes }
}

const clipsOf = ({ kind }: PartContent): Partial<PartSpec> => (kind === 'sprite' ? { clips: [FOLDER_CLIP] } : {})

const PLURALS = { words: 'texts', number: 'numbers', colour: 'colours' }
const ASKS = {
  'service-worker': (at: string) =>
    `It wants to keep itself by a service worker (${at}). That is refused on the stage; it plays without.`,
  frame: (at: string) => `It shows another page in a frame (${at}). That is refused on the stage.`,
  root: (at: string) =>
    `It loads a file from the root of its host (${at}), where a game at a link has none. Take the slash off the front there.`,
  redirect: (at: string) => `Its page sends itself elsewhere after a while (${at}). That is refused on the stage.`,
} as const

/** Where words stand without the blanks around them, which stay. */
function trimmedPlace(at: Extract<FolderPlace, { at: 'span' }>, value: string): FolderPlace {
  // Blanks are written as themselves only where nothing before them is written otherwise.
  if (value.trim() === value || at.to - at.from !== value.length) return at
  const head = value.length - value.trimStart().length
  return { ...at, from: at.from + head, to: at.from + head + value.trim().length }
}

function aboutOf(at: FolderPlace): string {
  if (at.at === 'span') return `${at.path}, line ${at.line}`.slice(0, 200)
  return at.paths.join(', ').slice(0, 200)
}

function utf8(bytes: Uint8Array): string | null {
  try {
    return textOf(bytes)
  } catch {
    return null
  }
}

function fontIn(path: string, bytes: Uint8Array): { family: string; mime: Mime } | null {
  try {
    const { family, mime } = readFont(path, bytes)
    return { family, mime }
  } catch {
    return null
  }
}

function packageOf(bytes: Uint8Array | undefined): { name: string; author: string; licence: string } {
  try {
    const json = JSON.parse(loosely(bytes ?? new Uint8Array())) as Record<string, unknown>
    const author = json['author']
    const name = typeof author === 'string' ? author : String((author as { name?: unknown } | undefined)?.name ?? '')
    return {
      name: readable(String(json['productName'] ?? json['name'] ?? '')),
      author: name
        .replace(/<[^>]*>|\([^)]*\)/g, '')
        .trim()
        .slice(0, 120),
      licence: typeof json['license'] === 'string' ? json['license'].slice(0, 60) : '',
    }
  } catch {
    return { name: '', author: '', licence: '' }
  }
}
