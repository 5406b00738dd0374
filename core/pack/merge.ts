/** Plain data, as it is kept. */
type Json = unknown
type Fields = Record<string, Json>

const isFields = (value: Json): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value)
type Named = Fields & { id: string }
/** A list whose entries are known by their ids: lines, entries, layers. */
const isNamed = (value: Json): value is Named[] =>
  Array.isArray(value) && value.every((one) => isFields(one) && typeof one['id'] === 'string')

export function same(a: Json, b: Json): boolean {
  if (Object.is(a, b)) return true
  if (Array.isArray(a)) return Array.isArray(b) && a.length === b.length && a.every((one, i) => same(one, b[i]))
  if (!isFields(a) || !isFields(b)) return false
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => key in b && same(a[key], b[key]))
}

/**
 * Does to `latest` what makes `to` of `from`, field by field and in place: what else was changed meanwhile stays.
 * Entries of lists are found by their `id`; one that is gone stays gone. Other lists are one value.
 */
export function mergeInto(latest: Fields, from: Fields, to: Fields): void {
  for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
    const [was, is] = [from[key], to[key]]
    if (same(was, is)) continue
    const now = latest[key]
    if (!(key in to) || is === undefined) Reflect.deleteProperty(latest, key)
    else if (isFields(was) && isFields(is) && isFields(now)) mergeInto(now, was, is)
    else if (isNamed(was) && isNamed(is) && isNamed(now)) mergeList(now, was, is)
    else latest[key] = is
  }
}

function mergeList(latest: Named[], from: readonly Named[], to: readonly Named[]): void {
  const was = new Map(from.map((one) => [one.id, one]))
  const is = new Set(to.map((one) => one.id))
  for (let i = latest.length - 1; i >= 0; i--) {
    const { id } = latest[i]!
    if (was.has(id) && !is.has(id)) latest.splice(i, 1)
  }
  const at = (id: string) => latest.findIndex((one) => one.id === id)
  for (const [i, one] of to.entries()) {
    const before = was.get(one.id)
    if (before !== undefined) {
      const here = at(one.id)
      if (here >= 0) mergeInto(latest[here]!, before, one)
    } else {
      // Behind its forerunner, or first. Another of its id may have come in meanwhile: then it gets one of its own.
      const forerunner = to.slice(0, i).findLast((other) => at(other.id) >= 0)
      let id = one.id
      for (let n = 2; at(id) >= 0; n++) id = `${one.id}-${n}`
      latest.splice(forerunner === undefined ? 0 : at(forerunner.id) + 1, 0, { ...one, id })
    }
  }
  const kept = (list: readonly Named[]) => list.filter((one) => was.has(one.id) && is.has(one.id)).map((one) => one.id)
  if (same(kept(from), kept(to))) return
  // Put in another order: those of `to` in theirs, each with what came behind it meanwhile.
  const order = new Map(to.map((one, i) => [one.id, i]))
  let rank = -1
  const ranked = latest.map((one) => [(rank = order.get(one.id) ?? rank), one] as const)
  ranked.sort(([a], [b]) => a - b)
  latest.splice(0, latest.length, ...ranked.map(([, one]) => one))
}
