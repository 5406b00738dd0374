import type { Cut, PickBox } from '../../core/folder/beside-protocol'

/** Something that was drawn on a canvas, where it lies there (px of the canvas). */
export interface Drawn extends PickBox {
  path: string
  text: string
  /** Which part of its file, in shares of its width and height. */
  of: PickBox
}
export const WHOLE: PickBox = { x: 0, y: 0, w: 1, h: 1 }

/** Exact to a px of the largest sheet there is. */
export const share = (of: number): number => Math.round(Math.min(1, Math.max(0, of)) * 100_000) / 100_000
/** Where all of a file is shown, nothing is cut out. */
export const isWhole = ({ w, h }: PickBox): boolean => w > 0.99 && h > 0.99
export const cutOf = (of: PickBox): Cut => ({ x: share(of.x), y: share(of.y), w: share(of.w), h: share(of.h) })
export const keyOf = (of: PickBox): string => Object.values(cutOf(of)).join()

/** More things than this are not compared from frame to frame: that would be felt. */
const MOST_COMPARED = 200
/** Things that turn into others at once in so many ways are another view, not movements. */
const MOST_WAYS = 3
const isSame = (a: Drawn, b: Drawn): boolean =>
  a.path === b.path && Math.abs(a.of.x - b.of.x) < 1e-4 && Math.abs(a.of.y - b.of.y) < 1e-4
/** Of one size, and less than half of that away. */
const isThere = (a: Drawn, b: Drawn): boolean =>
  Math.abs(a.of.w - b.of.w) < 1e-4 &&
  Math.abs(a.of.h - b.of.h) < 1e-4 &&
  Math.abs(a.x + a.w / 2 - b.x - b.w / 2) < a.w / 2 &&
  Math.abs(a.y + a.h / 2 - b.y - b.h / 2) < a.h / 2

/**
 * What took the place of what between two frames: pairs of [new, old], of one file and one size, where the old one is
 * gone from there. Empty where the whole view changed.
 */
export function turns(was: readonly Drawn[], is: readonly Drawn[]): [Drawn, Drawn][] {
  const cut = ({ path, of }: Drawn) => path !== '' && !isWhole(of)
  const [old, fresh] = [was.filter(cut), is.filter(cut)]
  if (old.length > MOST_COMPARED || fresh.length > MOST_COMPARED) return []
  const gone = old.filter((one) => !fresh.some((other) => isSame(one, other) && isThere(one, other)))
  const come = fresh.filter((one) => !old.some((other) => isSame(one, other) && isThere(one, other)))
  const pairs = come.flatMap((one): [Drawn, Drawn][] => {
    const [before] = gone
      .filter((other) => other.path === one.path && isThere(one, other))
      .sort((a, b) => Math.hypot(a.x - one.x, a.y - one.y) - Math.hypot(b.x - one.x, b.y - one.y))
    return before === undefined ? [] : [[one, before]]
  })
  const ways = new Set(pairs.map(([one, before]) => `${one.path} ${keyOf(one.of)} ${keyOf(before.of)}`))
  return ways.size > MOST_WAYS && ways.size > pairs.length / 2 ? [] : pairs
}
