/** Keys in order, so that the same pack gives the same bytes whatever order it was edited in. */
export function sorted(_key: string, value: unknown): unknown {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return value
  return Object.fromEntries(
    Object.entries(value as Record<string, unknown>).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)),
  )
}

export const stableJson = (value: unknown): string => JSON.stringify(value, sorted)
