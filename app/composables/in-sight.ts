/**
 * How much of a thing (0 to 1) is in sight, as an observer tells it. It may tell several moments at once, the newest
 * last: on a busy machine the first of them is long over.
 */
export const shareInSight = (entries: readonly Pick<IntersectionObserverEntry, 'intersectionRatio'>[]): number =>
  entries.at(-1)?.intersectionRatio ?? 0
