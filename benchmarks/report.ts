export interface Row {
  what: string
  measured: string
  goal: string
}

/** Middle value; robust against one slow run. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? 0
}

export async function timed(does: () => unknown): Promise<number> {
  const began = performance.now()
  await does()
  return performance.now() - began
}

export function print(rows: readonly Row[]): void {
  const width = (key: keyof Row) => Math.max(key.length, ...rows.map((row) => row[key].length))
  const line = (row: Row) => `${row.what.padEnd(width('what'))}  ${row.measured.padEnd(width('measured'))}  ${row.goal}`
  console.log(line({ what: 'what', measured: 'measured', goal: 'goal' }))
  for (const row of rows) console.log(line(row))
}
