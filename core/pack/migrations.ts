import { PACK_VERSION } from './pack'

/** Brings the JSON of an older pack up to the version after it. Key: the version it starts from. */
export type Migrations = Readonly<Record<number, (old: Record<string, unknown>) => Record<string, unknown>>>

/** Version 1 is the first; the next one adds its step here. */
const STEPS: Migrations = {}

/** Refuses gaps when built, so that a forgotten step shows in the first test and not on somebody's pack. */
export function makeMigrate(steps: Migrations, target: number): (raw: unknown) => unknown {
  for (let version = 1; version < target; version++)
    if (steps[version] === undefined) throw new Error(`No step leads from pack version ${version} to ${version + 1}.`)
  return (raw) => {
    if (raw === null || typeof raw !== 'object') return raw
    let doc = raw as Record<string, unknown>
    for (let version = Number(doc['version']); Number.isInteger(version) && version >= 1 && version < target; version++)
      doc = { ...steps[version]!(doc), version: version + 1 }
    return doc
  }
}

export const migratePack = makeMigrate(STEPS, PACK_VERSION)
