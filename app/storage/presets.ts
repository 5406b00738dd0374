import { db, PresetRow } from './db'

export async function listPresets(): Promise<PresetRow[]> {
  const rows = await db().presets.orderBy('name').toArray()
  return rows.flatMap((row) => {
    const read = PresetRow.safeParse(row)
    return read.success ? [read.data] : []
  })
}

export async function keepPreset(row: PresetRow): Promise<void> {
  await db().presets.put(row)
}

export async function dropPreset(name: string): Promise<void> {
  await db().presets.delete(name)
}
