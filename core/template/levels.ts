import { levelPlace } from '../game/setup'
import type { Template } from './template'
import { differsByLevel, levelOf, splitKey, wholePart } from './uses'
import type { Command } from '../pack/commands'
import { MOST_LEVELS, type Level } from '../pack/level'
import { contentOf, type Pack } from '../pack/pack'

/** The key of what a part is in one level. */
export const inLevel = (part: string, level: string): string => splitKey(wholePart(part), levelPlace(level))

/** An id no level of this pack has, nor anything that was left of one. */
function freshId(pack: Pack, taken: readonly Level[] = pack.levels): string {
  const used = new Set([...taken.map(({ id }) => id), ...Object.keys(pack.parts).map(levelOf)])
  for (let n = 1; ; n++) if (!used.has(String(n))) return String(n)
}

const setLevels = (pack: Pack, levels: Level[]): Command => ({ type: 'set-levels', from: pack.levels, levels })

/** Everything that is something else in that level, as its maker left it. */
const ownOf = (pack: Pack, level: string) => Object.entries(pack.parts).filter(([key]) => levelOf(key) === level)

/** A level more: empty behind the last, or a copy of one behind that. Null where there may be no more. */
export function addLevel(
  pack: Pack,
  template: Template,
  copyOf?: string,
): { name: string; command: Command; id: string } | null {
  // A game of one level has no list: its second makes it one of two.
  const levels: Level[] = pack.levels.length === 0 ? [{ id: freshId(pack), name: 'Level 1' }] : [...pack.levels]
  if (levels.length >= Math.min(MOST_LEVELS, template.levels?.most ?? 1)) return null
  const id = freshId(pack, levels)
  const at = copyOf === undefined ? -1 : levels.findIndex((level) => level.id === copyOf)
  const name = at < 0 ? `Level ${levels.length + 1}` : `${levels[at]!.name} (copy)`.slice(0, 60)
  levels.splice(at < 0 ? levels.length : at + 1, 0, { id, name })
  const copies = at < 0 ? [] : ownOf(pack, copyOf!)
  const commands: Command[] = copies.map(([key, content]) => ({ type: 'set-part', part: inLevel(key, id), content }))
  return {
    id,
    name: at < 0 ? 'Add a level' : `Copy “${pack.levels[at]?.name ?? ''}”`,
    command: { type: 'all', commands: [setLevels(pack, levels), ...commands] },
  }
}

/**
 * Takes a level out, with what is only in it. Of two levels one stays: that is a game of one level, so what was only in
 * it is in the whole game then.
 */
export function removeLevel(pack: Pack, id: string): Command {
  const left = pack.levels.filter((level) => level.id !== id)
  const commands: Command[] = ownOf(pack, id).map(([part]) => ({ type: 'reset-part', part }))
  if (left.length > 1) return { type: 'all', commands: [setLevels(pack, left), ...commands] }
  for (const [part, content] of left[0] === undefined ? [] : ownOf(pack, left[0].id))
    commands.push({ type: 'set-part', part: wholePart(part), content }, { type: 'reset-part', part })
  return { type: 'all', commands: [setLevels(pack, []), ...commands] }
}

export const renameLevel = (pack: Pack, id: string, name: string): Command =>
  setLevels(
    pack,
    pack.levels.map((level) => (level.id === id ? { ...level, name: name.slice(0, 60) } : level)),
  )

/** Moves a level to another place in the row; null where it stands there. */
export function moveLevel(pack: Pack, id: string, to: number): Command | null {
  const from = pack.levels.findIndex((level) => level.id === id)
  const place = Math.max(0, Math.min(pack.levels.length - 1, to))
  if (from < 0 || from === place) return null
  const levels = [...pack.levels]
  levels.splice(place, 0, ...levels.splice(from, 1))
  return setLevels(pack, levels)
}

/** The part as it is in a level: its own there where it has one. */
export const partInLevel = (pack: Pack, part: string, level: string): string =>
  level !== '' && pack.parts[inLevel(part, level)] !== undefined ? inLevel(part, level) : wholePart(part)

/** Gives a part something of its own in some levels, beginning with what is there now. */
export function onlyIn(pack: Pack, template: Template, part: string, levels: readonly string[]): Command | null {
  const content = contentOf(pack, template, part)
  if (content === undefined || !differsByLevel(template, part)) return null
  const commands = levels
    .filter((level) => pack.parts[inLevel(part, level)] === undefined)
    .map((level): Command => ({ type: 'set-part', part: inLevel(part, level), content }))
  return commands.length === 0 ? null : { type: 'all', commands }
}

/** What is only in one level, in all of them: nothing of a level's own is left. */
export function inAllLevels(pack: Pack, part: string): Command | null {
  const content = pack.parts[part]
  if (content === undefined || levelOf(part) === '') return null
  const own = pack.levels.map(({ id }) => inLevel(part, id)).filter((key) => pack.parts[key] !== undefined)
  const commands: Command[] = own.map((key) => ({ type: 'reset-part', part: key }))
  return { type: 'all', commands: [{ type: 'set-part', part: wholePart(part), content }, ...commands] }
}

/** Levels, by their places in the row, in which a part is something of its own. */
export const ownLevels = (pack: Pack, part: string): number[] =>
  pack.levels.flatMap(({ id }, i) => (pack.parts[inLevel(part, id)] === undefined ? [] : [i]))
