/** Cards a page has, of levels or of looks. */
export const CARDS = 6
export const pagesOf = (count: number): number => Math.max(1, Math.ceil(count / CARDS))
