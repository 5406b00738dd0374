/** A list by name; throws where a name comes twice. */
export function namedOnce<T>(what: string, rows: readonly T[], key: (row: T) => string): ReadonlyMap<string, T> {
  const map = new Map<string, T>()
  for (const row of rows) {
    if (map.has(key(row))) throw new Error(`${what} "${key(row)}" is registered twice.`)
    map.set(key(row), row)
  }
  return map
}
