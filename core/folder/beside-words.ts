/** What was given as a game is a saved pack, under whatever name. */
export const IS_PACK = 'folder-is-pack'

/** Characters a game of a folder may keep: as much as our own. */
export const KEPT_CHARACTERS = 16_000

/**
 * Names a data: address in few letters: its length, and FNV-1a (32 bits) of its characters. Public domain,
 * Fowler, Noll and Vo, draft-eastlake-fnv.
 */
export function dataKey(address: string): string {
  let hash = 0x811c9dc5
  for (let i = 0; i < address.length; i++) hash = Math.imul(hash ^ address.charCodeAt(i), 0x01000193)
  return `data:${address.length}:${(hash >>> 0).toString(16)}`
}

/** How many cuts of one file are told: a window that moves over a picture makes another one with each frame. */
export const MOST_CUTS = 400

/** How many colours are told of one place: there are seldom more than three things over each other. */
export const MOST_COLOURS = 8
