/** What happens to who comes to a space, or draws a card. `to` is a space's id. */
export type Effect =
  | { does: 'move'; by: number }
  | { does: 'go'; to: string }
  | { does: 'miss' }
  | { does: 'again' }
  | { does: 'draw'; deck: string }

/** One space of a way. Shares of the board, 0 to 1, from its top left. */
export interface SpaceDoc {
  id: string
  x: number
  y: number
  text?: string | undefined
  /** By BCP 47 tag. */
  in?: Record<string, string> | undefined
  /** Asset. */
  picture?: string | undefined
  crisp?: boolean | undefined
  link?: string | undefined
  points?: number | undefined
  effect?: Effect | undefined
}

/** Spaces in the order in which they are gone along: the first is the start, the last is home. */
export interface WayDoc {
  spaces: readonly SpaceDoc[]
}

/** More spaces than this one after the other are not gone through for one throw. */
export const MOST_HOPS = 12

/** Where who comes to space `at` is sent, an index; -1 where that space sends nobody. */
export function sentTo(spaces: readonly Pick<SpaceDoc, 'id' | 'effect'>[], at: number): number {
  const effect = spaces[at]?.effect
  if (effect === undefined || at <= 0 || at >= spaces.length - 1) return -1
  return targetOf(spaces, at, effect)
}

/** Where an effect sends who stands on space `at`; -1 where it sends nobody. Nobody leaves the way. */
export function targetOf(spaces: readonly Pick<SpaceDoc, 'id'>[], at: number, effect: Effect): number {
  if (effect.does === 'move') return Math.max(0, Math.min(spaces.length - 1, at + effect.by))
  if (effect.does !== 'go') return -1
  for (let i = 0; i < spaces.length; i++) if (spaces[i]!.id === effect.to) return i
  return -1
}

/** Rings of spaces that send each other round for ever, each as indices in the order in which it is gone through. */
export function ringsOf(spaces: readonly Pick<SpaceDoc, 'id' | 'effect'>[]): number[][] {
  const seen = new Set<number>()
  const rings: number[][] = []
  for (let from = 0; from < spaces.length; from++) {
    const path: number[] = []
    let at = from
    while (at >= 0 && !seen.has(at) && !path.includes(at)) {
      path.push(at)
      at = sentTo(spaces, at)
    }
    if (at >= 0 && path.includes(at)) rings.push(path.slice(path.indexOf(at)))
    path.forEach((one) => seen.add(one))
  }
  return rings
}

/**
 * What a card does, as it is written in a cell: `+3`, `-2`, `to 14` (spaces are counted from the start, which is 0),
 * `miss` or `again`. Null for what is none of these; nothing written does nothing (undefined).
 */
export function cardEffect(text: string, spaces: readonly Pick<SpaceDoc, 'id'>[]): Effect | null | undefined {
  const said = text.trim().toLowerCase().replaceAll('−', '-')
  if (said === '') return undefined
  if (said === 'miss' || said === 'again') return { does: said }
  const by = /^[+-]\d{1,2}$/.test(said) ? Number(said) : 0
  if (by !== 0) return { does: 'move', by }
  const to = /^to (\d{1,2})$/.exec(said)
  const space = to === null ? undefined : spaces[Number(to[1])]
  return space === undefined ? null : { does: 'go', to: space.id }
}
