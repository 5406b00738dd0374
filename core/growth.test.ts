import { describe, expect, it } from 'vitest'
import { decodeGif } from './art/animation'
import { apngParts } from './art/apng'
import { readTags, stripTags } from './art/metadata'
import { sniff } from './art/sniff'
import { groupNumbered } from './art/numbered'
import { readSheetJson } from './art/sheet-json'
import { firstLoad } from './check/rules/outside-address'
import { stuffing } from './check/rules/title'
import { readMarks } from './label/marks'
import { linksIn, originOf } from './label/privacy'
import { mergeable, suggestTags, tidyTag } from './label/tags'
import { isPortableName, unzipSafely } from './parcel/unzip'
import { readPostcode } from './posting/postcode'
import { soundSize } from './sound/size'
import { stripSoundTags } from './sound/tags'
import { readFont } from './wording/font'
import { countIn } from './wording/replace'
import { decodeTable, readTable } from './wording/table'
import { personalData } from './wording/personal-data'
import { processorMs } from '../tests/support/until'

/** What each scanner trips over, if over anything: pieces of what it looks for, and long runs. */
const PIECES = [
  ...['<!--', '-->', '<!DOCTYPE', '<?xml', '?>', '<svg', '>', ' width', '="', "'"],
  ...['src', '=', ' ', '\n', '//', 'url(', ')', 'fetch', '(', 'http://', 'www.', '"'],
  ...['a', 'A', 'Straße', '@', '.', '1', '-', '+', 'Mr', 'my name is', 'Aa', ',', '*', '* ', '_', '!', '|'],
]

/** What led older scanners astray: a beginning, and what then comes again and again. */
const KNOWN = [
  ...[
    ['src=', ' '],
    ['src', ' '],
    ['url(', ' '],
    ['fetch(', '\n'],
    ['src=//', 'src=//'],
    ['<!--', '-->'],
  ],
  ...[
    ['<!--', '--><!--'],
    ['<svg width', ' '],
    ['a', 'a'],
    ['a@', 'a.'],
    ['', 'a@'],
    ['A', 'A'],
    ['1', ' '],
    ['1 ', 'Aa '],
  ],
  ...[
    ['*a', 'a'],
    ['*', ' *'],
    ['www.', 'www.'],
    ['Mr', ' '],
    ['my name is ', 'Aa '],
  ],
] as [string, string][]

/** Named seed, so that a case that was found can be had again. */
function* chances(seed: number): Generator<number, never> {
  let state = seed
  for (;;) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    yield state / 2 ** 32
  }
}

/** Texts that repeat a few pieces, after a few others. */
function texts(seed: number, count: number): ((length: number) => string)[] {
  const chance = chances(seed)
  const pick = () => PIECES[Math.floor(chance.next().value * PIECES.length)]!
  const some = (most: number) => Array.from({ length: 1 + Math.floor(chance.next().value * most) }, pick).join('')
  const pairs = [...KNOWN, ...Array.from({ length: count }, () => [some(4), some(3)] as const)]
  return pairs.map(
    ([head, unit]) =>
      (length: number) =>
        (head + unit.repeat(Math.ceil(length / unit.length))).slice(0, length),
  )
}

/** Tells the milliseconds that have gone. */
type Clock = () => number

/** Milliseconds of the quickest of a few runs. */
function quickest(does: () => void, clock: Clock, runs = 1): number {
  let best = Number.POSITIVE_INFINITY
  for (let i = 0; i < runs; i++) {
    const began = clock()
    does()
    best = Math.min(best, clock() - began)
  }
  return best
}

/** Times as long for twice as much: two for a scanner that looks at everything once, four for one that starts again at each place. */
const MOST_GROWTH = 3

/** Below this a run is too short to be told from noise. */
const TELLING_MS = 4

/** What was long once may have been held up: it has to be so again. */
function usual(does: () => void, clock: Clock): number {
  const once = quickest(does, clock)
  return once < TELLING_MS ? once : Math.min(once, quickest(does, clock, 2))
}

/** Doubles the input until it takes long enough to be measured, and says how much longer twice as much takes. */
function growth(
  does: (length: number) => () => void,
  most: number,
  clock: Clock = processorMs,
): { ratio: number; length: number } {
  let length = 2048
  let once = usual(does(length), clock)
  while (once < TELLING_MS && length < most) {
    length *= 2
    once = usual(does(length), clock)
  }
  if (once < TELLING_MS) return { ratio: 1, length }
  // Over two doublings, since collecting garbage may look like growth over one; and a noisy machine may spoil a
  // measurement or two, never five in a row.
  let ratio = Number.POSITIVE_INFINITY
  for (let i = 0; i < 5 && ratio > MOST_GROWTH; i++) {
    const [one, two, four] = [1, 2, 4].map((times) => quickest(does(length * times), clock, 2)) as [number, number, number]
    ratio = Math.min(ratio, two / one, Math.sqrt(four / one))
  }
  return { ratio, length }
}

describe('growth', () => {
  /** What takes exactly as long as it says, by a clock that only it moves: a real one is held up by other programs. */
  const measured = (ms: (length: number) => number) => {
    let now = 0
    return growth(
      (length) => () => void (now += ms(length)),
      1 << 12,
      () => now,
    )
  }
  it('tells what starts again at each place from what looks once', () => {
    expect(measured((length) => (length / 2048) ** 2 * 5).ratio).toBe(4)
    expect(measured((length) => (length / 2048) * 5).ratio).toBe(2)
  })
  it('does not measure what was held up once and is too short to be told', () => {
    let held = false
    const ms = (length: number) => {
      if (length !== 4096 || held) return 0.02
      held = true
      return TELLING_MS * 2
    }
    expect(measured(ms)).toEqual({ ratio: 1, length: 1 << 12 })
    expect(held).toBe(true)
  })
})

const TEXT_SCANNERS: Record<string, (text: string) => unknown> = {
  'addresses that are loaded': firstLoad,
  'personal data': personalData,
  links: linksIn,
  origins: originOf,
  marks: readMarks,
  'tidy tags': tidyTag,
  'suggested tags': (text) => suggestTags([text], []),
  'same tags': (text) => mergeable(text.split(' ')),
  titles: stuffing,
  postcodes: readPostcode,
  'portable names': isPortableName,
  'tables that are pasted': (text) => quiet(() => readTable(text, 'x', true)),
  'tables from files': (text) => quiet(() => readTable(text, 'x', false)),
  'numbered names': (text) => groupNumbered(text.split('\n').map((name) => ({ name }))),
  'words that are sought': (text) => countIn(text, { find: 'a', matchCase: false, wholeWord: true }),
  'sheet descriptions': (text) => quiet(() => readSheetJson(text)),
}

function quiet(does: () => unknown): void {
  try {
    does()
  } catch {
    // What it makes of nonsense is other tests' matter.
  }
}

describe('scanners of text (seed 11)', () => {
  for (const [name, scan] of Object.entries(TEXT_SCANNERS))
    it(`${name}: twice as much takes at most three times as long`, () => {
      for (const make of texts(11, 40)) {
        const { ratio, length } = growth((n) => {
          const text = make(n)
          return () => void scan(text)
        }, 1 << 16)
        expect(ratio, `${JSON.stringify(make(60))}… at ${length}`).toBeLessThanOrEqual(MOST_GROWTH)
      }
    })
})

const ascii = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0))
/** Heads that lead each scanner of bytes as far in as it goes. */
const HEADS: Record<string, number[]> = {
  svg: ascii('<!-- '),
  png: [0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 0],
  jpeg: [0xff, 0xd8, 0xff, 0xe1, 0, 2],
  webp: ascii('RIFF\0\0\0\0WEBP'),
  wav: ascii('RIFF\0\0\0\0WAVEfmt \x10\0\0\0'),
  flac: [...ascii('fLaC'), ...Array<number>(38).fill(0)],
  ogg: [...ascii('OggS'), ...Array<number>(22).fill(0), 1, 30, 1, ...ascii('vorbis')],
  gif: [...ascii('GIF89a'), 4, 0, 4, 0, 0, 0, 0, 0x2c, 0, 0, 0, 0, 4, 0, 4, 0, 0, 2],
  font: [0, 1, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0],
  mp3: ascii('ID3\x03\0\0\0\0\0\0'),
  zip: ascii('PK\x03\x04'),
}
const BYTE_UNITS = [
  [0],
  [0xff],
  [0xff, 0xf8, 0x11, 0x08, 0],
  [0xff, 0xe1, 0, 0],
  ascii('ID3\0\0\0\0\0\0\0'),
  ascii('PK\x01\x02'),
  ascii('OggS\0'),
  ascii('--><!--'),
]

const BYTE_SCANNERS: Record<string, (bytes: Uint8Array) => unknown> = {
  kinds: sniff,
  'picture tags': readTags,
  'pictures without tags': stripTags,
  'sizes of sounds': (bytes) => {
    const mime = sniff(bytes)?.mime
    return mime === undefined ? null : soundSize(bytes, mime)
  },
  animations: (bytes) => {
    const mime = sniff(bytes)?.mime
    return quiet(() => (mime === 'image/gif' ? decodeGif(bytes) : apngParts(bytes, () => undefined)))
  },
  fonts: (bytes) => quiet(() => readFont('x', bytes)),
  'tables as bytes': (bytes) => quiet(() => decodeTable('x', bytes)),
  'sounds without tags': (bytes) => {
    const mime = sniff(bytes)?.mime
    return mime === undefined ? null : stripSoundTags(bytes, mime)
  },
  'ZIP files': (bytes) => quiet(() => unzipSafely(bytes, 'x')),
}

describe('scanners of bytes', () => {
  for (const [name, scan] of Object.entries(BYTE_SCANNERS))
    it(`${name}: twice as much takes at most three times as long`, () => {
      for (const [kind, head] of Object.entries(HEADS))
        for (const unit of BYTE_UNITS) {
          const { ratio, length } = growth((n) => {
            const bytes = new Uint8Array(n)
            for (let i = 0; i < n; i++) bytes[i] = head[i] ?? unit[i % unit.length]!
            return () => void scan(bytes)
          }, 1 << 16)
          expect(ratio, `${kind}, ${unit.join(' ')} at ${length}`).toBeLessThanOrEqual(MOST_GROWTH)
        }
    })
})
