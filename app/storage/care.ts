import { CareRow, db } from './db'

const fresh = (id: string): CareRow => ({ id, filed: '', filedRev: 0, remindFrom: '' })

export async function readCare(id: string): Promise<CareRow> {
  return CareRow.safeParse(await db().care.get(id)).data ?? fresh(id)
}

export async function keepCare(row: CareRow): Promise<void> {
  await db().care.put(row)
}

/** The revision a pack is stored at; 0 for none. */
export const storedRevision = async (id: string): Promise<number> => (await db().packs.get(id))?.rev ?? 0
