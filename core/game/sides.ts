import type { CastActor, Setup } from './setup'

/** Players at one screen: a list part whose entries have a `colour` field; the drawing is the marker. */
export interface Side {
  id: string
  name: string
  /** `#rrggbb`. */
  colour: string
  marker: CastActor
}

/** Everybody who plays, in turn. */
export function sidesOf(setup: Setup, part: string): Side[] {
  return setup.get('cast', part).map(({ id, name, fields }) => ({
    id,
    name,
    colour: String(fields['colour'] ?? ''),
    marker: setup.byId[part]![id]!,
  }))
}

/** Whose turn it is: an index into the sides, and turns that were had. Plain data in a play's state. */
export interface Turns {
  side: number
  had: number
}

export const makeTurns = (): Turns => ({ side: 0, had: 0 })

/** The next side; those that `sitsOut` says are passed over, and it stays where all do. */
export function nextTurn(turns: Turns, sides: number, sitsOut: (side: number) => boolean = () => false): void {
  for (let n = 1; n <= sides; n++) {
    const side = (turns.side + n) % sides
    if (sitsOut(side)) continue
    turns.side = side
    turns.had++
    return
  }
}
