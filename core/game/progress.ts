import { MOST_BITS, RUN_WIDTH } from './runs'

/** What of a game stays from one visit to the next: plain data, at most `MOST_PROGRESS` letters as JSON. */
export interface LevelDone {
  won: boolean
  /** Most points of one play. */
  best: number
}

/** What one player of several has reached. */
export interface Saved {
  /** Most points of one play, or of all levels in one go. */
  best: number
  /** By a level's id. */
  levels: Record<string, LevelDone>
  /** Points that can be spent. */
  purse: number
  /** Looks that were bought, by their entries; and the one that is worn, empty for the hero's own. */
  looks: string[]
  worn: string
}

export interface Progress extends Saved {
  format: 'pack-post-progress'
  version: 1
  /** Whose it is, where several share a device: 0 to 2, absent for the first; and what the others have. */
  slot?: number
  others?: Partial<Record<string, Saved>>
  /** 0..4 quarters; absent until a player has changed it. */
  volume?: { sound: number; music: number }
  /** BCP 47; absent until a player has chosen. */
  language?: string
  /** A round that was left, by what was pressed in it. */
  round?: KeptRound
}

/** Enough to play a round again up to where it was left (`runs.ts`). */
export interface KeptRound {
  /** Fingerprint of the content it was played with. */
  of: string
  seed: number
  plays: number
  level: number
  look: string
  runs: number[]
  /** A board by hand as it stands, five numbers a piece. */
  board?: number[]
}
/** Numbers a piece of a board has, and all of them at most. */
export const BOARD_WIDTH = 5
const MOST_BOARD = 120 * BOARD_WIDTH
/** Hundredths of a world unit, or of a size. */
const MOST_PLACE = 2000
/** Numbers a kept round has at most, and steps: an hour. It is played again in one go when a player comes back. */
export const MOST_KEPT = 1500
const MOST_KEPT_STEPS = 216_000

export const MOST_PROGRESS = 16_384
const MOST_LEVELS = 60
const MOST_LOOKS = 60
const MOST_POINTS = 1e9
/** What entries and levels may be called. */
const NAME = /^[a-z0-9][a-z0-9-]{0,39}$/

const freshSaved = (): Saved => ({ best: 0, levels: {}, purse: 0, looks: [], worn: '' })
export const freshProgress = (): Progress => ({ format: 'pack-post-progress', version: 1, ...freshSaved() })

/** Players that may share a device. */
export const SLOTS = 3

const savedOf = ({ best, levels, purse, looks, worn }: Saved): Saved => ({ best, levels, purse, looks, worn })

/** What a slot (0-based) has: the one at hand, or one of the others. */
export const inSlot = (progress: Progress, slot: number): Saved =>
  slot === (progress.slot ?? 0) ? progress : (progress.others?.[slot] ?? freshSaved())

/** The progress with another slot at hand; volume and language are the device's. */
export function atSlot(progress: Progress, slot: number): Progress {
  const { slot: at = 0, others = {}, ...rest } = progress
  if (slot === at) return progress
  const left: Partial<Record<string, Saved>> = { ...others, [at]: savedOf(progress) }
  const saved = left[slot] ?? freshSaved()
  Reflect.deleteProperty(left, slot)
  return { ...rest, ...saved, ...(slot === 0 ? {} : { slot }), others: left }
}

/** Whether there is anything of earlier visits to forget. */
export const isAnything = ({ best, levels, purse, looks }: Saved): boolean =>
  best > 0 || purse > 0 || looks.length > 0 || Object.keys(levels).length > 0

type Fields = Record<string, unknown>
const fieldsOf = (value: unknown): Fields | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Fields) : null
const points = (value: unknown): number | null =>
  typeof value === 'number' && Number.isInteger(value) && value >= 0 && value <= MOST_POINTS ? value : null
const quarters = (value: unknown): value is number => typeof value === 'number' && [0, 1, 2, 3, 4].includes(value)
const named = (value: unknown): value is string => typeof value === 'string' && NAME.test(value)

function readSaved(from: Fields): Saved | null {
  const [best, purse] = [points(from['best']), points(from['purse'])]
  const [levels, looks, worn] = [fieldsOf(from['levels']), from['looks'], from['worn']]
  if (best === null || purse === null || levels === null || !Array.isArray(looks)) return null
  if (looks.length > MOST_LOOKS || !looks.every(named) || (worn !== '' && !named(worn))) return null
  const made: Saved = { best, levels: {}, purse, looks: [...(looks as string[])], worn }
  if (Object.keys(levels).length > MOST_LEVELS) return null
  for (const [id, value] of Object.entries(levels)) {
    const level = fieldsOf(value)
    const most = points(level?.['best'])
    if (!named(id) || most === null || typeof level!['won'] !== 'boolean') return null
    made.levels[id] = { won: level!['won'], best: most }
  }
  return made
}

const PLACES = Array.from({ length: SLOTS }, (_, slot) => slot)
const isSlot = (value: unknown): value is number => PLACES.some((slot) => slot === value)

const integer = (value: unknown, least: number, most: number): value is number =>
  typeof value === 'number' && Number.isInteger(value) && value >= least && value <= most

/** Whole numbers in that range, so many together, at most so many of them. */
const isRow = (row: unknown, most: number, width: number, least: number, highest: number): row is number[] =>
  Array.isArray(row) &&
  row.length <= most &&
  row.length % width === 0 &&
  row.every((value) => integer(value, least, highest))

function readRound(from: Fields | null): KeptRound | null {
  const { of, seed, plays, level, look, runs } = from ?? {}
  if (typeof of !== 'string' || !/^[0-9a-f]{8}$/.test(of) || (look !== '' && !named(look))) return null
  if (!integer(seed, 0, 0xffffffff) || !integer(plays, 0, 1e6) || !integer(level, 0, MOST_LEVELS)) return null
  if (!isRow(runs, MOST_KEPT, RUN_WIDTH, -1, MOST_BITS)) return null
  let steps = 0
  for (let i = 0; i < runs.length; i += RUN_WIDTH) steps += runs[i]!
  if (steps > MOST_KEPT_STEPS) return null
  const made: KeptRound = { of, seed, plays, level, look, runs: [...runs] }
  const { board } = from!
  if (board === undefined) return made
  return isRow(board, MOST_BOARD, BOARD_WIDTH, 0, MOST_PLACE) ? { ...made, board: [...board] } : null
}

/**
 * Reads a kept progress; null for what is none, or a broken one. Written without a schema library because it ships in
 * every parcel; the arcade's protocol reads with it too.
 */
export function readProgress(raw: unknown): Progress | null {
  const from = fieldsOf(raw)
  if (from === null || from['format'] !== 'pack-post-progress' || from['version'] !== 1) return null
  const saved = readSaved(from)
  if (saved === null) return null
  const made: Progress = { format: 'pack-post-progress', version: 1, ...saved }
  const { slot, others, volume: loud, language, round } = from
  if (round !== undefined) {
    const kept = readRound(fieldsOf(round))
    if (kept === null) return null
    made.round = kept
  }
  if (slot !== undefined) {
    if (!isSlot(slot)) return null
    made.slot = slot
  }
  if (others !== undefined) {
    const each = fieldsOf(others)
    if (each === null) return null
    made.others = {}
    for (const [key, value] of Object.entries(each)) {
      const read = readSaved(fieldsOf(value) ?? {})
      if (!PLACES.map(String).includes(key) || read === null) return null
      made.others[key] = read
    }
  }
  const volume = fieldsOf(loud)
  if (volume !== null) {
    const { sound, music } = volume
    if (!quarters(sound) || !quarters(music)) return null
    made.volume = { sound, music }
  }
  if (language === undefined) return made
  if (typeof language !== 'string' || language.length > 35) return null
  return { ...made, language }
}

/** How much of a game's levels is done, whole percent. */
export function percentDone(progress: Saved, levels: readonly { id: string }[]): number {
  const won = levels.filter(({ id }) => progress.levels[id]?.won === true).length
  return levels.length === 0 ? 0 : Math.floor((won * 100) / levels.length)
}
