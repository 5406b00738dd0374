/** Sizes a piece can be made, and the step between them. */
const SIZES = { least: 0.4, most: 2.6, step: 0.2 }
export const shown = (size: number): number => Math.max(SIZES.least, Math.min(SIZES.most, Math.round(size * 20) / 20))
export const stepped = (size: number, by: -1 | 1): number => shown(size + by * SIZES.step)
