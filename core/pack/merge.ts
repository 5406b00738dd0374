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
  const there = latest.map((one) => one.id)
  const now = new Map(there.map((id, i) => [id, i]))
  /** New ones, by the one they come behind; an empty id for those that come first. */
  const behind = new Map<string, Named[]>()
  let forerunner = ''
  for (const one of to) {
    const before = was.get(one.id)
    const here = now.get(one.id)
    if (before !== undefined) {
      if (here === undefined) continue
      if (!same(before, one)) mergeInto(latest[here]!, before, one)
      forerunner = one.id
      continue
    }
    // Another of its id may have come in meanwhile: then it gets one of its own.
    let id = one.id
    for (let n = 2; now.has(id); n++) id = `${one.id}-${n}`
    now.set(id, -1)
    const row = behind.get(forerunner)
    const made = id === one.id ? one : { ...one, id }
    if (row === undefined) behind.set(forerunner, [made])
    else row.push(made)
  }
  const goes = (id: string): boolean => was.has(id) && !is.has(id)
  if (behind.size > 0 || there.some(goes)) {
    const next = [...(behind.get('') ?? [])]
    for (const one of latest) {
      if (!goes(one.id)) next.push(one)
      next.push(...(behind.get(one.id) ?? []))
    }
    latest.splice(0, latest.length, ...next)
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
